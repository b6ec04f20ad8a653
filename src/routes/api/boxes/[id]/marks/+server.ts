import { addMarks, listMarks, listPhotos } from '$lib/server/bench.ts';
import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => ({ marks: listMarks(theDb(), params.id), photos: listPhotos(theDb(), params.id) }));
export const POST = ({ params, request }) =>
  answer(async () => ({ marks: addMarks(theDb(), params.id, await readJson(request)) }));
