import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { versionsToDrop, type Version } from './versions.ts';

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;
const START = Date.UTC(2026, 2, 2, 8);

/** Saves at these minutes, the last of them the box as it stands; each thinned as the program does, one after the other. */
function afterSaves(minutes: readonly number[], whys: Record<number, Version['why']> = {}): Version[] {
  let kept: Version[] = [];
  minutes.slice(1).forEach((minute, i) => {
    const before: Version = {
      revision: i + 1,
      savedMs: START + minutes[i]! * MINUTE,
      why: whys[i + 1] ?? 'work'
    };
    const all = [...kept, before];
    const gone = new Set(versionsToDrop(all, START + minute * MINUTE));
    kept = all.filter((v) => !gone.has(v));
  });
  return kept;
}
const revisions = (list: readonly Version[]) => list.map((v) => v.revision);

describe('earlier versions', () => {
  test('a morning of autosaves does not push out the version of the day before', () => {
    // one save yesterday, then one every half minute for two hours
    const saves = [0, ...Array.from({ length: 240 }, (_, i) => 24 * 60 + i / 2)];
    const kept = afterSaves(saves);
    expect(revisions(kept)).toContain(1);
    expect(revisions(kept).slice(-5)).toEqual([236, 237, 238, 239, 240]);
    expect(kept.length).toBeLessThan(16);
  });

  test('each stretch of work keeps its last state, for a fortnight', () => {
    // three stretches a day of five saves each, for ten days
    const saves: number[] = [];
    for (let day = 0; day < 10; day++)
      for (const hour of [8, 9, 10]) for (let i = 0; i < 5; i++) saves.push(day * 24 * 60 + (hour - 8) * 60 + i);
    const kept = new Set(revisions(afterSaves([...saves, 11 * 24 * 60])));
    for (let last = 5; last <= saves.length; last += 5) expect(kept).toContain(last);
  });

  test('what stood before a remedy, a conflict or a way back stays for two months, then like the rest', () => {
    const busy = (from: number) => Array.from({ length: 40 }, (_, i) => from + i / 10);
    for (const why of ['remedy', 'conflict', 'back'] as const) {
      expect(revisions(afterSaves([...busy(0), 30 * 24 * 60], { 20: why }))).toContain(20);
      expect(revisions(afterSaves([...busy(0), ...busy(100 * 24 * 60)], { 20: why }))).not.toContain(20);
    }
    expect(revisions(afterSaves([...busy(0), 30 * 24 * 60]))).not.toContain(20);
  });

  test('years of work come to a bounded number, the oldest among them', () => {
    // six years, every third day four stretches of three saves
    const saves: number[] = [];
    for (let day = 0; day < 6 * 365; day += 3)
      for (const hour of [0, 2, 4, 6]) for (let i = 0; i < 3; i++) saves.push(day * 24 * 60 + hour * 60 + i);
    const kept = afterSaves(saves);
    expect(kept.length).toBeLessThan(260);
    expect(kept.length).toBeGreaterThan(100);
    const first = Math.min(...kept.map((v) => v.savedMs));
    expect((first - START) / DAY).toBeLessThan(31);
  });

  test('whatever the clock does, the newest five stay and of each day something does for half a year', () => {
    const steps = fc.array(fc.integer({ min: -600, max: 3000 }), { minLength: 6, maxLength: 120 });
    fc.assert(
      fc.property(steps, (gaps) => {
        let at = 0;
        const versions = gaps.map((gap, i): Version => ({
          revision: i + 1,
          savedMs: START + (at += gap) * MINUTE,
          why: 'work'
        }));
        const now = versions.at(-1)!.savedMs + MINUTE;
        const gone = new Set(versionsToDrop(versions, now));
        const kept = versions.filter((v) => !gone.has(v));
        expect(revisions(kept).slice(-5)).toEqual(revisions(versions).slice(-5));
        const dayOf = (v: Version) => Math.floor(v.savedMs / DAY);
        const newest = Math.max(now, ...versions.map((v) => v.savedMs));
        const recent = versions.filter((v) => newest - v.savedMs > 2 * DAY && newest - v.savedMs < 180 * DAY);
        for (const v of recent) expect(kept.map(dayOf)).toContain(dayOf(v));
        // dropping again what was dropped changes nothing
        expect(versionsToDrop(kept, now).filter((v) => v.why !== 'work')).toEqual([]);
      }),
      { numRuns: 300 }
    );
  });
});
