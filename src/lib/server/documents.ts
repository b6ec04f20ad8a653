import { BOX_VERSION } from '@haversack/core/box/attr';
import { fromOlder } from '@haversack/core/box/older';
import type { Box } from '@haversack/core/box/schema';
import { readBoxData, type Problem } from '@haversack/core/exchange/read-box';
import { ApiError } from './errors.ts';
import { capital } from '@haversack/core/quantity/capital';

/** A document as it was stored, perhaps by an older Haversack. @throws Error in words when it cannot be read */
export function readDocument(text: string): Box {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new Error('its text in the database is damaged');
  }
  if (typeof data !== 'object' || data === null || Array.isArray(data)) throw new Error('there is no box in its place');
  const { version } = data as { version?: unknown };
  if (typeof version === 'number' && version > BOX_VERSION)
    throw new Error(`it was saved by a newer Haversack (version ${version}; this one reads ${BOX_VERSION})`);
  return fromOlder(data) as Box;
}

/** A box document from outside, or the problems with it. @throws ApiError 422 */
export function parseDocument(data: unknown): Box {
  const read = readBoxData(data);
  if (!read.ok)
    throw new ApiError(422, sentenceOf(read.problems, read.more), { problems: read.problems, more: read.more });
  return read.box;
}

/** The first fault by its place in words, how many more there are, and what became of the file. */
function sentenceOf(problems: readonly Problem[], untold: number): string {
  const { place, message } = problems[0]!;
  const others = problems.length - 1 + untold;
  const more = others > 0 ? ` ${others} more ${others === 1 ? 'thing is' : 'things are'} wrong with it.` : '';
  const what = place ? `${capital(place)}: ${message}` : message;
  return `${what}${more} Nothing was taken over.`;
}

/** @throws ApiError 422 in words */
export function readable(text: string): Box {
  try {
    return readDocument(text);
  } catch (error) {
    throw new ApiError(
      422,
      `This box cannot be read: ${(error as Error).message}. On the shelf it offers its last good version and its text as a file.`
    );
  }
}
