import { answer } from '$lib/server/errors.ts';
import { changeLog, deleteLog } from '$lib/server/logbook.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const PUT = ({ params, request }) =>
  answer(async () => changeLog(theDb(), params.id, await readJson(request), Date.now()));
export const DELETE = ({ params }) => answer(() => deleteLog(theDb(), params.id));
