import { answer } from '$lib/server/errors.ts';
import { getRevision } from '$lib/server/boxes.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => ({ document: getRevision(theDb(), params.id, Number(params.revision)) }));
