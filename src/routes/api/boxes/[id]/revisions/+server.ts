import { answer } from '$lib/server/errors.ts';
import { listRevisions } from '$lib/server/boxes.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) => answer(() => ({ revisions: listRevisions(theDb(), params.id) }));
