import { answer } from '$lib/server/errors.ts';
import { addLog, listLog, logQuery, putBackLog } from '$lib/server/logbook.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params, url }) => answer(() => listLog(theDb(), params.id, logQuery(url.searchParams)));
export const POST = ({ params, request }) =>
  answer(async () => addLog(theDb(), params.id, await readJson(request), Date.now()));
/** Puts a record back that was taken out, as it was. */
export const PUT = ({ params, request }) => answer(async () => putBackLog(theDb(), params.id, await readJson(request)));
