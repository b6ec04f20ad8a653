import type { WorkPlan } from '@haversack/core/bench/work/plan';
import { describe, expect, test } from 'vitest';
import { calendarOf } from './calendar.ts';

const row = (id: string, after: string[], endMs: number, readyMs: number, done = false) => ({
  step: { id, title: `Title ${id}`, after, waitWhat: readyMs > endMs ? `the ${id} cures` : undefined },
  done,
  startMs: endMs - 60_000,
  endMs,
  readyMs,
  onPath: false
});
const at = Date.UTC(2026, 10, 28, 18, 30);
const plan = (...rows: ReturnType<typeof row>[]) => ({ rows }) as unknown as WorkPlan;

describe('the calendar of waits', () => {
  test('a wait that is still to come rings when it is over and says what comes then', () => {
    const text = calendarOf(
      'b1',
      'Night box',
      plan(row('glue', [], at - 3_600_000, at), row('fit', ['glue'], at + 60_000, at + 60_000))
    );
    const lines = text.replaceAll(/\r?\n[ \t]/g, '').split(/\r?\n/);
    expect(lines).toContain('SUMMARY:Night box: the glue cures is over');
    expect(lines).toContain('DTSTART:20261128T183000Z');
    expect(lines.some((l) => l.startsWith('DESCRIPTION:After: Title glue. Then: Title fit'))).toBe(true);
    expect(lines).toContain('BEGIN:VALARM');
    expect(lines.filter((l) => l === 'BEGIN:VEVENT')).toHaveLength(1);
  });
  test('what is done, or waits for nothing, does not ring', () => {
    const text = calendarOf('b1', 'Night box', plan(row('glue', [], at - 3_600_000, at, true), row('fit', [], at, at)));
    expect(text).not.toContain('BEGIN:VEVENT');
  });
});
