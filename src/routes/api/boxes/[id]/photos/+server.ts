import { addPhoto } from '$lib/server/bench.ts';
import { answer, ApiError } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';

export const POST = ({ params, request, url }) =>
  answer(async () => {
    let body: ArrayBuffer;
    try {
      body = await request.arrayBuffer();
    } catch {
      throw new ApiError(413, 'That is too large: a photograph of 2 MB is kept.');
    }
    return addPhoto(theDb(), params.id, url.searchParams.get('key') ?? '', Buffer.from(body), Date.now());
  });
