import { describe, expect, test } from 'vitest';
import { setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { byCause } from '../src/findings/causes.ts';
import { AS_BUILT, bowBoxForward, ferryLampBox, quayCableBox, twinSevensBox } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

const found = (box: Box) => evaluate(box, STARTER_CATALOGUE).findings;
const causes = (box: Box) => byCause(found(box));
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

describe('two findings of one cause are one', () => {
  test.each([...DEMO_BOXES, ...AS_BUILT])('%s: every finding is told once, worst first', (_, box) => {
    const all = found(box);
    const told = byCause(all);
    const keys = told.flatMap((c) => [c.head.key, ...c.others.map((f) => f.key)]);
    expect(keys.toSorted()).toEqual(all.map((f) => f.key).toSorted());
    const rank = { stop: 0, caution: 1, note: 2 };
    for (const c of told) for (const f of c.others) expect(rank[f.severity]).toBeGreaterThanOrEqual(rank[c.severity]);
    expect(told.map((c) => rank[c.severity])).toEqual(told.map((c) => rank[c.severity]).toSorted());
    expect(new Set(told.map((c) => c.key)).size).toBe(told.length);
  });

  test('one fuse too large is one line with the fuse in it, whatever burns behind it', () => {
    const [first] = causes(ferryLampBox());
    expect(first!.title).toMatch(/^F0 does not protect what stands behind it: /);
    expect(first!.others.length).toBeGreaterThan(8);
  });

  test('one value of fuse for every circuit is one line', () => {
    const fuses = causes(quayCableBox()).filter((c) => /F1/.test(c.title) && c.severity === 'stop');
    expect(fuses.map((c) => c.title)).toEqual(['F1, F2 and F3 do not protect what stands behind them']);
  });

  test('one short current that several fuses cannot break is one line', () => {
    expect(causes(bowBoxForward()).filter((c) => /burst/.test(c.title))).toHaveLength(1);
  });

  test('twenty circuits in a wall too thick for them are a dozen lines at most', () => {
    const box = crowdedBox(20);
    expect(found(box).length).toBeGreaterThan(25);
    const told = causes(box);
    expect(told.length).toBeLessThanOrEqual(12);
    expect(told.some((c) => /^The wall does not suit P1/.test(c.title))).toBe(true);
  });

  test('what is not known of one place is one line', () => {
    const canal = canalNightBankBox();
    const id = canal.circuits[0]!.id;
    const box = applyEdits(canal, [
      set(`circuits/${id}/fuse`, UNKNOWN),
      set(`circuits/${id}/wire`, UNKNOWN),
      set(`circuits/${id}/switchPortId`, UNKNOWN)
    ]);
    const open = causes(box).filter((c) => c.head.open);
    expect(open.map((c) => c.title)).toContain('C1: fuse, wire and switch not known');
  });

  test('an accepted finding stands by itself', () => {
    const box = ferryLampBox();
    const one = found(box).find((f) => f.cause === 'fuse F0')!;
    const accepted = applyEdits(box, [set('accepted', [{ key: one.key, reason: 'seen' }])]);
    const told = causes(accepted);
    expect(told.find((c) => c.head.key === one.key)!.others).toEqual([]);
  });

  test('nothing is told as infinitely many times', () => {
    const box = applyEdits(twinSevensBox(), [set('bank/takeOff', 'same-end'), set('bank/linkMilliOhm', setTo(0.1))]);
    for (const f of found(box)) expect(`${f.title} ${f.why}`).not.toMatch(/Infinity|NaN/);
  });
});
