import { issueWords } from '@haversack/core/exchange/issue-words';
import { placeWords } from '@haversack/core/exchange/place-words';
import { MOST_PROBLEMS } from '@haversack/core/exchange/limits';
import type { z } from 'zod';
import { ApiError } from './errors.ts';
import { capital } from '@haversack/core/quantity/capital';

/**
 * What refuses data that does not hold: place and reason of the first fault as a sentence, all of them beside it.
 * @param whole what the whole is called when the fault lies in no single place of it
 * @param after a sentence that follows
 */
export function refusal(whole: string, error: z.ZodError, data: unknown, after = ''): ApiError {
  const first = error.issues[0]!;
  const place = placeWords(first.path, data);
  const sentence = `${capital(place ? `${place}:` : whole)} ${issueWords(first)}`;
  return new ApiError(422, [sentence, after].filter(Boolean).join(' '), {
    problems: error.issues
      .slice(0, MOST_PROBLEMS)
      .map((i) => ({ path: i.path.join('/'), message: `It ${issueWords(i)}` }))
  });
}
