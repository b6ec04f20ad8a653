import type { VerdictAnswer } from '../verdict.ts';
import type { SeasonPlan } from './season.ts';

type SeasonEnd = Pick<SeasonPlan, 'dayCount' | 'meanW' | 'diesOnDay' | 'visits' | 'visitPlan' | 'everyDays'>;

/** Days of visits as people write them: '20, 41 and 2 more'. */
const FIRST_VISITS = 2;
const visitsText = (days: readonly number[]): string =>
  `${days
    .slice(0, FIRST_VISITS)
    .map((d) => d + 1)
    .join(', ')}${days.length > FIRST_VISITS ? ` and ${days.length - FIRST_VISITS} more` : ''}`;

/** Days served in full before a moment of a season; undefined stays undefined. */
export const wholeDay = (day: number | undefined): number | undefined =>
  day === undefined ? undefined : Math.floor(day);

/**
 * The answers of a box that is left alone for a season: Lasts says the day it dies and the visits that prevent it, not how
 * often one day would go into the battery. What speaks against the first day keeps its word.
 */
export function withSeason(answers: readonly VerdictAnswer[], season: SeasonEnd | undefined): VerdictAnswer[] {
  if (!season) return [...answers];
  return answers.map((a): VerdictAnswer => {
    if (a.id !== 'lasts' || a.state === 'stop') return a;
    // nothing need run on an outing for a box that is left alone; what draws nothing is not begun
    const idle = a.state === 'not-started';
    if (idle && season.meanW <= 0) return a;
    const { dayCount, visits, visitPlan, everyDays } = season;
    const dies = wholeDay(season.diesOnDay);
    const days = dies ?? dayCount;
    // served through the season, and yet something speaks against the outing itself: that keeps its word
    const short = dies === undefined && a.state === 'caution';
    const reason =
      dies === undefined
        ? visits.length > 0
          ? `With ${visits.length === 1 ? 'one visit' : `${visits.length} visits`} as planned`
          : 'Nobody has to come'
        : visitPlan.length > 0
          ? `Come on day ${visitsText(visitPlan)}`
          : everyDays !== undefined
            ? `Come every ${everyDays} days`
            : 'Even daily visits are too few';
    return {
      ...a,
      state: dies !== undefined ? 'caution' : idle ? 'holds' : a.state,
      isChance: false,
      say: dies !== undefined ? `dies on day ${dies + 1}` : short ? 'season yes, outing no' : 'the whole season',
      value: [{ number: String(days), unit: days === 1 ? 'day' : 'days' }],
      target: `of ${dayCount} days left alone`,
      reason: short ? a.reason : reason,
      // in a list it stands alone: what speaks against the outing is said there
      way: dies !== undefined ? `dies on day ${dies + 1}` : a.state === 'caution' && a.way ? a.way : 'the whole season',
      rawValue: days,
      rawText: `${days} days`
    };
  });
}
