/** A copy by its own stamp, ms. */
export type Stamped = { file: string; ms: number };

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const WEEK_MS = 7 * DAY_MS;

/** Up to this age one of each span is kept: all of the last hours finely, then days, then weeks. */
const STEPS: readonly { untilMs: number; spanMs: number }[] = [
  { untilMs: DAY_MS, spanMs: HOUR_MS },
  { untilMs: 2 * WEEK_MS, spanMs: DAY_MS },
  { untilMs: 26 * WEEK_MS, spanMs: WEEK_MS }
];

/**
 * Which copies can go: of each hour of the last day, each day of the last fortnight and each week of the last half year the
 * newest stays, and the newest of all. Ages count from the newest copy, never from the clock: one that went back takes nothing.
 */
export function thinned(copies: readonly Stamped[]): Stamped[] {
  const newestFirst = copies.toSorted((a, b) => b.ms - a.ms);
  const newest = newestFirst[0]?.ms ?? 0;
  const kept = new Set<string>();
  return newestFirst.filter(({ ms }, i) => {
    const ageMs = newest - ms;
    const step = STEPS.find((s) => ageMs <= s.untilMs);
    if (!step) return true;
    const span = `${step.spanMs} ${Math.floor(ms / step.spanMs)}`;
    const there = kept.has(span);
    kept.add(span);
    return there && i > 0;
  });
}
