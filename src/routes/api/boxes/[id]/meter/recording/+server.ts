import { answer, ApiError } from '$lib/server/errors.ts';
import { startRecording, stopRecording } from '$lib/server/meter/meters.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const POST = ({ params, request }) =>
  answer(async () => {
    const { name } = (await readJson(request)) as { name?: unknown };
    if (typeof name !== 'string') throw new ApiError(422, 'A series has a name of 1 to 120 characters.');
    return { meter: startRecording(theDb(), params.id, name, Date.now()) };
  });
export const DELETE = ({ params }) => answer(() => stopRecording(theDb(), params.id));
