import { answer, ApiError } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';
import { unpackBox } from '$lib/server/travel.ts';

/** Takes in a box that came as one file, whole or not at all. */
export const POST = ({ request }) =>
  answer(async () => {
    let body: ArrayBuffer;
    try {
      body = await request.arrayBuffer();
    } catch {
      throw new ApiError(413, 'That is too large: at most 120 MB are taken.');
    }
    return unpackBox(theDb(), new Uint8Array(body), Date.now());
  });
