import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { holeSchedule } from '../src/drill/schedule.ts';
import { evaluate } from '../src/evaluate.ts';
import { DEMO_BOXES } from './boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const place = (xMm: number, yMm: number) => ({ xMm, yMm, zMm: 3, turn: 'lwh' });
/** Two 12 Ah packs in the deep hard case, so far apart. */
const twoPacks = (apartMm: number, takeOff: string): Box => {
  const box = canalNightBankBox();
  const part = STARTER_CATALOGUE.find((p) => p.id === 'battery-lfp-12')!;
  const roomy = STARTER_CATALOGUE.find((p) => p.id === 'case-hard-deep')!;
  return applyEdits(box, [
    set('parts/battery-lfp-12', part),
    set('bank/partId', part.id),
    set('bank/count', 2),
    set('bank/takeOff', takeOff),
    set(`parts/${roomy.id}`, roomy),
    set('casePartId', roomy.id),
    set('placements', { 'battery-1': place(10, 10), 'battery-2': place(10, 10 + apartMm) })
  ]);
};

describe('a parallel bank on paper', () => {
  test('links are as long as the packs are apart, with a loop: 110 mm apart 160 mm, 150 mm apart 200 mm', () => {
    const link = (apartMm: number) =>
      planOf(twoPacks(apartMm, 'opposite')).runs.runs.find((r) => r.key === 'battery-1/plus-link')!.lengthMm;
    expect(link(110)).toBe(160);
    expect(link(150)).toBe(200);
  });
  test('leads to common bars are of one length, half the way and the loop', () => {
    const runs = planOf(twoPacks(150, 'bus')).runs.runs.filter((r) => /^battery-\d\/(plus|minus)$/.test(r.key));
    expect(runs.map((r) => r.lengthMm)).toEqual([130, 130, 130, 130]); // 75 and 50 over, to the next 10
  });
  test('the card in the lid and the step "Fuses in" name the fuse of each pack', () => {
    const { bench } = planOf(twoPacks(110, 'bus'));
    const packs = bench.card.filter((r) => r.tag.startsWith('FP'));
    expect(packs).toEqual([
      { tag: 'FP1', fuse: '20 A', feeds: 'Pack fuse 1', live: 'always' },
      { tag: 'FP2', fuse: '20 A', feeds: 'Pack fuse 2', live: 'always' }
    ]);
    expect(bench.steps.find((s) => s.id === 'fuse')!.detail).toMatch(/posts: FP1 20 A, FP2 20 A\.$/);
  });
  test('joining the bank is a step of its own, with its leads by name; one pack has none', () => {
    const { bench, runs } = planOf(twoPacks(110, 'opposite'));
    const step = bench.steps.find((s) => s.id === 'join')!;
    expect(step.title).toBe('Join the 2 batteries');
    for (const r of runs.runs.filter((k) => k.key.startsWith('battery-'))) expect(step.detail).toContain(r.id);
    expect(step.detail).toContain('within 0.05 V');
    expect(bench.steps.findIndex((s) => s.id === 'join')).toBeLessThan(bench.steps.findIndex((s) => s.id === 'fuse'));
    expect(planOf(canalNightBankBox()).bench.steps.some((s) => s.id === 'join')).toBe(false);
  });
  test('two packs by changeover are wired to it, not to each other', () => {
    expect(planOf(moorCameraPost()).bench.steps.find((s) => s.id === 'join')!.title).toMatch(/to the changeover/);
  });
});

describe('one derivation for each paper', () => {
  test.each(DEMO_BOXES)('%s: the step counts the holes of the schedule and the leads of the run list', (_, box) => {
    const plan = planOf(box);
    const rows = holeSchedule(box, plan.panel!, plan.fit!.part, []);
    const holes = rows.reduce((n, r) => n + Number(/^(\d) ×/.exec(r.size)?.[1] ?? 1), 0);
    expect(plan.bench.steps.find((s) => s.id === 'mark')!.title).toBe(`Mark ${holes} holes`);
    const leads = plan.runs.runs.reduce((n, r) => n + r.count, 0);
    expect(plan.bench.steps.find((s) => s.id === 'cut')!.title).toBe(`Cut ${leads} wires`);
  });
  test('four bolts of a bracket are holes: the hide box has 10 ports, 11 rows and 14 holes', () => {
    const plan = planOf(saltmarshHideBox());
    expect(plan.panel!.holeCount).toBe(10);
    expect(holeSchedule(saltmarshHideBox(), plan.panel!, plan.fit!.part, [])).toHaveLength(11);
    expect(plan.bench.steps.find((s) => s.id === 'mark')!.title).toBe('Mark 14 holes');
  });
  test.each(DEMO_BOXES)('%s: every fuse of the circuit is on the card once, with its rating', (_, box) => {
    const { wiring, bench } = planOf(box);
    for (const fuse of wiring.netlist.parts.filter((p) => p.kind === 'fuse')) {
      const rows = bench.card.filter((r) => r.tag === fuse.id);
      expect(rows, fuse.id).toHaveLength(1);
      expect(rows[0]!.fuse, fuse.id).toBe(fuse.ratingA === null ? 'unknown' : `${fuse.ratingA} A`);
    }
    // a circuit without a fuse of its own says what it stands behind
    for (const c of wiring.circuits.filter((k) => k.fuseOrigin === 'none'))
      expect(bench.card.find((r) => r.tag === c.tag)!.fuse).toMatch(/^behind F|^none$/);
  });
});
