import { answer } from '$lib/server/errors.ts';
import { deleteLog } from '$lib/server/logbook.ts';
import { theDb } from '$lib/server/store.ts';

export const DELETE = ({ params }) => answer(() => deleteLog(theDb(), params.id));
