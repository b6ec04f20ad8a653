import { describe, expect, it, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { awg, on, soundBase, span } from './small-boxes.ts';

/** Of fuses in a row the smallest opens first, wherever it stands: that one decides what burns, and is named. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const said = (box: Box, id: string, where = 'c1') =>
  planOf(box).findings.find((f) => f.id === id && f.where.id === where);
const circuit = (box: Box) => planOf(box).wiring.circuits.find((c) => c.circuit.id === 'c1')!;

/** Two ports on a block, the first on a thin wire with a large fuse. */
function twoWays(mainA: number, branchA: number, edits: Edit[] = []): Box {
  const b = soundBase('Two ways', 'battery-lfp-7', 'holder-inline-blade');
  const one = b.port('socket-12v-capped', 'front', 'Lamp');
  const two = b.port('socket-12v-capped', 'front', 'Finder');
  b.device('lamp-strip', { name: 'Lamp', portId: one.portId, modes: on(6), spans: span(8, 12) });
  b.device('lamp-strip', { name: 'Finder', portId: two.portId, modes: on(6), spans: span(8, 12) });
  b.set('feeds/main/fuse', setTo(mainA)).set('feeds/main/wire', awg('12'));
  b.set('circuits/c1/fuse', setTo(branchA)).set('circuits/c1/wire', awg('18'));
  return applyEdits(b.box, edits);
}

describe('a branch fuse behind a smaller main fuse', () => {
  test('the main fuse is what opens first, and keeps the wire whole', () => {
    const box = twoWays(5, 15);
    expect(circuit(box).guard).toMatchObject({ tag: 'F1', ratingA: 15 });
    expect(circuit(box).opensFirst).toMatchObject({ tag: 'F0', ratingA: 5 });
    expect(said(box, 'fuse-exceeds-conductor')).toBeUndefined();
    expect(said(box, 'adiabatic-fail')).toBeUndefined();
  });

  it('is told to be of no use, with a smaller one that cures it', () => {
    const box = twoWays(5, 15);
    const told = said(box, 'fuse-oversized')!;
    expect(told.severity).toBe('caution');
    expect(told.title).toMatch(/F0 ahead of it opens first/);
    const cures = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, told);
    expect(cures.length).toBeGreaterThan(0);
    expect(said(applyEdits(box, cures[0]!.edits), 'fuse-oversized')?.severity ?? 'note').toBe('note');
  });

  test('a larger main fuse makes a stop of it, and no remark beside it', () => {
    const box = twoWays(20, 15);
    expect(circuit(box).opensFirst).toMatchObject({ tag: 'F1', ratingA: 15 });
    expect(said(box, 'fuse-exceeds-conductor')).toMatchObject({ severity: 'stop' });
    expect(said(box, 'fuse-oversized')).toBeUndefined();
  });

  test('one that is smaller and still too large does not help', () => {
    const box = twoWays(12, 15, [set('circuits/c1/wire', awg('22'))]);
    const stop = said(box, 'fuse-exceeds-conductor')!;
    expect(stop.severity).toBe('stop');
    expect(stop.why).toMatch(/12 A for minutes.*before F0 opens/);
    expect(said(box, 'fuse-oversized')).toBeUndefined();
  });

  test('a socket that bears less than the branch fuse is named, where the main fuse saves it', () => {
    const box = twoWays(5, 15, [set('circuits/c1/wire', awg('10'))]);
    const rated = planOf(box).wiring.circuits.find((c) => c.circuit.id === 'c1')!.weakest!;
    expect(rated.ratingA).toBeLessThan(15);
    expect(said(box, 'fuse-oversized')).toMatchObject({ severity: 'caution' });
    expect(said(box, 'fuse-oversized')!.title).toContain(`larger than ${rated.name} takes`);
  });

  test('neither a socket nor a lead behind it burns', () => {
    const lead = { lengthMm: 1000, wire: awg('24'), adapter: 'none', reversed: 'no', armoured: 'no' } as const;
    const box = (mainA: number) =>
      twoWays(mainA, 15, [set('devices/d1/lead', lead), set('circuits/c1/wire', awg('12'))]);
    expect(said(box(20), 'fuse-exceeds-part')).toMatchObject({ severity: 'stop' });
    expect(said(box(20), 'device-lead-thin', 'd1')).toMatchObject({ severity: 'stop' });
    expect(said(box(3), 'fuse-exceeds-part')).toBeUndefined();
    expect(said(box(3), 'device-lead-thin', 'd1')).toBeUndefined();
  });

  it('is not counted on where nobody read the branch fuse: that is asked for, and no stop', () => {
    const box = twoWays(20, 15, [set('circuits/c1/fuse', UNKNOWN)]);
    expect(circuit(box).opensFirst).toMatchObject({ tag: 'F1', ratingA: undefined });
    expect(planOf(box).findings.filter((f) => f.where.id === 'c1' && f.severity === 'stop')).toEqual([]);
    expect(planOf(box).findings.some((f) => f.open && f.where.id === 'c1')).toBe(true);
  });

  test.each([5, 7.5, 10, 15, 20])('a larger main fuse never makes it better (from %s A)', (mainA) => {
    const stops = (a: number) => planOf(twoWays(a, 15)).findings.filter((f) => f.severity === 'stop').length;
    expect(stops(mainA + 5)).toBeGreaterThanOrEqual(stops(mainA));
  });
});

describe('packs side by side', () => {
  const joined = (arrangement: 'parallel' | 'changeover', packA: number): Box => {
    const b = soundBase('Two packs', 'battery-lfp-20', 'holder-inline-blade');
    const p = b.port('socket-12v-capped', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: p.portId, modes: on(6), spans: span(8, 12) });
    b.set('bank/count', 2).set('bank/arrangement', arrangement).set('bank/packFuse', setTo(packA));
    return b.set('feeds/main/fuse', setTo(20)).set('circuits/c1/fuse', AUTO).box;
  };
  const atTheBlock = (box: Box) => planOf(box).judge.of('block')!.opensFirst!;

  test('their fuses let through what all of them hold together', () => {
    expect(atTheBlock(joined('parallel', 5))).toMatchObject({ tag: 'FP1', heldA: 10 });
    expect(atTheBlock(joined('parallel', 15))).toMatchObject({ tag: 'F0', heldA: 20 });
  });

  const wires = (box: Box) =>
    planOf(box)
      .findings.filter((f) => ['guard-exceeds-element', 'adiabatic-fail', 'main-fuse-exceeds'].includes(f.id))
      .map((f) => f.title);

  test('without a main fuse the main wire is chosen for all of them, and nothing is held against it', () => {
    const box = (packA: number) => applyEdits(joined('parallel', packA), [set('feeds/main/fuse', NONE)]);
    const one = planOf(applyEdits(joined('changeover', 15), [set('feeds/main/fuse', NONE)]));
    expect(planOf(box(15)).wiring.main.ampacityA).toBeGreaterThanOrEqual(30);
    expect(one.wiring.main.ampacityA).toBeLessThan(planOf(box(15)).wiring.main.ampacityA!);
    expect(wires(box(15))).toEqual([]);
  });

  test('over the minus of one pack comes back what its own fuse lets out', () => {
    const plan = planOf(applyEdits(joined('parallel', 15), [set('feeds/main/fuse', NONE)]));
    expect(plan.judge.of('battery-2/minus')!.guard).toMatchObject({ tag: 'FP2', heldA: 15 });
    expect(plan.judge.of('main/bus')!.guard).toMatchObject({ heldA: 30 });
    const row = (takeOff: 'opposite' | 'same-end') =>
      planOf(applyEdits(joined('parallel', 15), [set('feeds/main/fuse', NONE), set('bank/takeOff', takeOff)]));
    expect(row('opposite').judge.of('battery-1/minus-link')!.guard).toMatchObject({ heldA: 15 });
  });

  test('by turns only that of the one in use', () => {
    expect(atTheBlock(joined('changeover', 5))).toMatchObject({ tag: 'FP1', heldA: 5 });
  });
});
