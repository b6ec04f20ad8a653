import { ApiError } from './errors.ts';

/** The day of universal time at a moment. */
export const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/** The day where the person is, as they said it; ours where they did not. @throws ApiError 400 */
export function askedDay(text: string | null): string {
  if (text === null) return dayOf(Date.now());
  const ms = Date.parse(`${text}T00:00:00Z`);
  if (Number.isNaN(ms) || dayOf(ms) !== text) throw new ApiError(400, 'The day is given as year-month-day.');
  return text;
}
