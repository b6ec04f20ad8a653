import { ApiError } from './errors.ts';

/** The request's body as data. @throws ApiError 400 for text that is not JSON, 413 for too much of it */
export async function readJson(request: Request): Promise<unknown> {
  let text: string;
  try {
    text = await request.text();
  } catch {
    throw new ApiError(413, 'That is too large: at most 3 MB are taken. A box file is far smaller.');
  }
  try {
    return JSON.parse(text);
  } catch {
    throw new ApiError(400, 'This is not a JSON file, or only a part of one.');
  }
}
