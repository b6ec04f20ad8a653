import { answer } from '$lib/server/errors.ts';
import { addChunk } from '$lib/server/series.ts';
import { theDb } from '$lib/server/store.ts';

export const PUT = ({ params, request }) =>
  answer(async () => addChunk(theDb(), params.id, Number(params.place), new Uint8Array(await request.arrayBuffer())));
