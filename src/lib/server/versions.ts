/** Why a version was kept: the work went on, or something was about to change that a person may want back. */
export const VERSION_WHYS = ['work', 'remedy', 'conflict', 'back'] as const;
export type VersionWhy = (typeof VERSION_WHYS)[number];
export type Version = { revision: number; savedMs: number; why: VersionWhy };

const MINUTE_MS = 60_000;
const HOUR_MS = 60 * MINUTE_MS;
const DAY_MS = 24 * HOUR_MS;

/** A pause as long as this ends a stretch of work. */
const PAUSE_MS = 15 * MINUTE_MS;
/** The newest saves are all kept, however close they are. */
const NEWEST = 5;
/** So long every stretch of work has its version, and what was kept before a remedy or a conflict stays. */
const STRETCHES_MS = 14 * DAY_MS;
const MARKED_MS = 60 * DAY_MS;
/** Beside them one of each span by age: in a long stretch without a pause, then of days, weeks and months. */
const STEPS: readonly { untilMs: number; spanMs: number }[] = [
  { untilMs: 2 * DAY_MS, spanMs: 30 * MINUTE_MS },
  { untilMs: 26 * 7 * DAY_MS, spanMs: DAY_MS },
  { untilMs: 2 * 365 * DAY_MS, spanMs: 7 * DAY_MS },
  { untilMs: Infinity, spanMs: 30 * DAY_MS }
];

/**
 * Earlier versions that can go. Kept are the newest few, the last of each stretch of work, of each half hour within a long one and
 * of each day, and what stood before a remedy, a conflict or a way back; all of them thinned by age. Ages count from the newest
 * save, never from the clock: one that went back takes nothing.
 * @param versions in any order
 * @param nowSavedMs when the box as it stands was saved
 */
export function versionsToDrop(versions: readonly Version[], nowSavedMs: number): Version[] {
  const newestFirst = versions.toSorted((a, b) => b.revision - a.revision);
  const newestMs = Math.max(nowSavedMs, ...versions.map((v) => v.savedMs));
  const spans = new Set<string>();
  return newestFirst.filter((version, i) => {
    const ageMs = newestMs - version.savedMs;
    const laterMs = newestFirst[i - 1]?.savedMs ?? nowSavedMs;
    const endsStretch = Math.abs(laterMs - version.savedMs) >= PAUSE_MS;
    const { spanMs } = STEPS.find((s) => ageMs <= s.untilMs)!;
    const span = `${spanMs} ${Math.floor(version.savedMs / spanMs)}`;
    const first = !spans.has(span);
    spans.add(span);
    const kept =
      i < NEWEST || first || (endsStretch && ageMs <= STRETCHES_MS) || (version.why !== 'work' && ageMs <= MARKED_MS);
    return !kept;
  });
}
