import { METRIC } from '../src/quantity/said.ts';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { labelSheet } from '../src/bench/label-sheet.ts';
import { portLabels } from '../src/bench/labels.ts';
import { rearSolid } from '../src/case/faces.ts';
import { gapsOf } from '../src/case/gaps.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { evaluate } from '../src/evaluate.ts';
import { around } from '../src/panel/around.ts';
import { movePort } from '../src/panel/move-port.ts';
import { plugClashes } from '../src/panel/plug-room.ts';
import { silhouettes } from '../src/panel/silhouettes.ts';
import { massText } from '../src/quantity/format.ts';
import { faultChoices } from '../src/trials/choices.ts';
import { TrialCircuit } from '../src/trials/circuit.ts';
import { usualSource } from '../src/trials/setting.ts';
import { paths, sumOfBranchesA } from '../src/trials/paths.ts';

const hide = saltmarshHideBox();
const plan = evaluate(hide, STARTER_CATALOGUE);
const fit = plan.fit!;
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

test('a mass in pounds and kilograms', () => {
  expect(massText(4.5359237, 'lb')).toBe('10.0');
  expect(massText(4.5359237, 'kg', 2)).toBe('4.54');
});

describe('what stands behind', () => {
  test('left and right widths of a body agree, the back is the front mirrored', () => {
    const all = silhouettes(fit);
    const of = (face: string) => all.find((s) => s.face === face && s.bodyId === 'battery-1')!;
    expect(of('back').x1Mm).toBeCloseTo(fit.part.rimLengthMm - of('front').x2Mm, 9);
    expect(of('left').x2Mm - of('left').x1Mm).toBeCloseTo(of('right').x2Mm - of('right').x1Mm, 9);
    expect(of('lid').y2Mm - of('lid').y1Mm).toBeCloseTo(of('right').x2Mm - of('right').x1Mm, 9);
    expect(all.length).toBe(5 * fit.placed.length);
  });
  test('through a port’s middle the silhouette says what its depth says', () => {
    const p = plan.panel!.ports.find((q) => q.port.face === 'front' && q.behindId === 'battery-1')!;
    const s = silhouettes(fit).find((q) => q.face === 'front' && q.bodyId === 'battery-1')!;
    const atMiddle = rearSolid(
      fit.part,
      'front',
      { xMm: p.port.xMm, yMm: (s.y1Mm + s.y2Mm) / 2 },
      { widthMm: 1, heightMm: 1 },
      1
    );
    const battery = fit.placed.find((b) => b.id === 'battery-1')!;
    expect(s.distanceMm).toBeCloseTo(battery.yMm - atMiddle.low[1], 6);
  });
});

test('gaps round a body add up to the case at its height', () => {
  for (const box of demoBoxes()) {
    const f = evaluate(box, STARTER_CATALOGUE).fit!;
    for (const p of f.placed) {
      const [, , up] = gapsOf(f, p);
      expect(up.lowMm).toBeGreaterThanOrEqual(-1e-6);
      for (const g of gapsOf(f, p)) {
        // nothing that was arranged stands nearer than the padding asked for
        expect(g.lowMm).toBeGreaterThanOrEqual(box.paddingMm - 1e-6);
        expect(g.highMm).toBeGreaterThanOrEqual(box.paddingMm - 1e-6);
      }
    }
  }
});

test('live distances: the nearest neighbour and the nearest no-drill place, negative when crossed', () => {
  const p1 = plan.panel!.ports.find((p) => p.tag === 'P1')!;
  const near = around(plan.panel!, p1);
  expect(near.neighbour).toEqual({ tag: 'P2', gapMm: expect.closeTo(55 - 38, 6) });
  const moved = evaluate(applyEdits(hide, movePort(p1.port.id, { xMm: 135, yMm: 150 })), STARTER_CATALOGUE);
  const there = moved.panel!.ports.find((p) => p.tag === 'P1')!;
  expect(around(moved.panel!, there).zone!.gapMm).toBeLessThan(0);
});

test('a plug over the latch, on the hinge side or against the ground is named; the demo layout has none', () => {
  expect(plugClashes(hide, plan.panel!, fit.part, METRIC)).toEqual([]);
  const what = (edits: Edit[]) =>
    plugClashes(hide, evaluate(applyEdits(hide, edits), STARTER_CATALOGUE).panel!, fit.part, METRIC).map((c) => c.what);
  expect(what(movePort('p1', { xMm: 100, yMm: 90 }, 'back'))).toContain('lid');
  expect(what(movePort('p1', { xMm: 135, yMm: 160 }))).toContain('latch');
  expect(what(movePort('p1', { xMm: 42, yMm: 22 }))).toContain('ground');
});

test('labels lie side by side on the sheet and none is wider than it', () => {
  for (const box of [hide, crowdedBox(24)]) {
    const p = evaluate(box, STARTER_CATALOGUE);
    const sheet = labelSheet(box.name, portLabels(box, p.panel!, p.wiring));
    const rects = sheet.shapes.flatMap((s) => (s.kind === 'rect' ? [s] : []));
    expect(rects.length).toBe(p.panel!.holeCount);
    rects.forEach((a, i) => {
      expect(a.xMm + a.widthMm).toBeLessThanOrEqual(sheet.widthMm);
      expect(a.yMm).toBeGreaterThanOrEqual(0);
      for (const b of rects.slice(i + 1))
        expect(
          a.xMm + a.widthMm <= b.xMm ||
            b.xMm + b.widthMm <= a.xMm ||
            a.yMm + a.heightMm <= b.yMm ||
            b.yMm + b.heightMm <= a.yMm
        ).toBe(true);
    });
  }
});

test('a spacer that the nut does not reach through wants a collar; one that it does reaches none', () => {
  const notes = (spacerMm: number) =>
    evaluate(applyEdits(hide, [set('ports/p1/spacerMm', spacerMm)]), STARTER_CATALOGUE).findings.filter(
      (f) => f.id === 'panel-thickness' && f.where.id === 'p1'
    );
  expect(notes(4)).toEqual([]);
  expect(notes(12).map((f) => f.severity)).toEqual(['note']);
});

describe('trials to choose from', () => {
  const circuit = new TrialCircuit(plan.wiring);
  test.each(['short', 'blown', 'open', 'corroded', 'dead-part', 'shunt-bypassed'] as const)(
    '%s: each place once, and each can be solved',
    (kind) => {
      const choices = faultChoices(circuit, kind);
      expect(new Set(choices.map((c) => c.id)).size).toBe(choices.length);
      expect(choices.length).toBeGreaterThan(0);
      for (const c of choices) {
        expect(c.fault.kind).toBe(kind);
        const read = circuit.read(usualSource(plan.bank!, 4), c.fault, undefined, kind === 'short' ? 'none' : 'all');
        expect(read.overloaded).toBe(false);
        expect([...read.plugV.values()].every(Number.isFinite)).toBe(true);
      }
    }
  );
  test('the sum beside the shared path leaves the charger out', () => {
    const rows = paths(hide, plan);
    const loads = plan.wiring.circuits.filter((c) => c.circuit.purpose === 'load').reduce((s, c) => s + c.loadA, 0);
    expect(sumOfBranchesA(rows)).toBeCloseTo(loads, 9);
    expect(rows.some((r) => r.charges)).toBe(true);
  });
});
