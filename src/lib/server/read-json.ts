import { ApiError } from './errors.ts';
import { MOST_BODY_BYTES } from './limits.ts';

const TOO_LARGE = `That is too large: at most ${MOST_BODY_BYTES / 1e6} MB are taken. A box file is far smaller.`;

/** The request's body as data. @throws ApiError 400 for text that is not JSON, 413 for too much of it */
export async function readJson(request: Request): Promise<unknown> {
  let text: string;
  try {
    text = await request.text();
  } catch {
    throw new ApiError(413, TOO_LARGE);
  }
  // what came without saying how long it is must not be longer either
  if (text.length > MOST_BODY_BYTES) throw new ApiError(413, TOO_LARGE);
  try {
    return JSON.parse(text);
  } catch {
    throw new ApiError(400, 'This is not a JSON file, or only a part of one.');
  }
}
