import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { solidModel, type SolidItem, type Vec } from '../src/draw/solid-model.ts';
import { evaluate } from '../src/evaluate.ts';
import { leadWays } from '../src/wiring/lead-ways.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const of = (box: Box) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const fit = plan.fit!;
  return { plan, fit, model: solidModel(fit, plan.panel, leadWays(box, fit, plan.panel, plan.wiring)) };
};
/** Low and high corner of a solid. */
function extent({ shape }: SolidItem): { low: number[]; high: number[] } {
  if (shape.t === 'box') return { low: [...shape.low], high: [...shape.high] };
  if (shape.t === 'cylinder') {
    const half = [0, 1, 2].map((k) => (k === shape.axis ? shape.lengthMm / 2 : shape.radiusMm));
    return { low: shape.middle.map((m, k) => m - half[k]!), high: shape.middle.map((m, k) => m + half[k]!) };
  }
  const points: readonly Vec[] = shape.t === 'quad' ? shape.corners : shape.points;
  return {
    low: [0, 1, 2].map((k) => Math.min(...points.map((p) => p[k]!))),
    high: [0, 1, 2].map((k) => Math.max(...points.map((p) => p[k]!)))
  };
}
const things = (items: readonly SolidItem[], kind: string, id: string): SolidItem[] =>
  items.filter((i) => i.of?.kind === kind && i.of.id === id);
const cased = demoBoxes().filter((b) => evaluate(b, STARTER_CATALOGUE).fit);

describe('the box as solids', () => {
  test.each(cased.map((b) => [b.name, b] as const))(
    '%s: every body, port and lead is there, named, and of finite size',
    (_, box) => {
      const { plan, fit, model } = of(box);
      for (const p of fit.placed) {
        const mine = things(model.items, 'body', p.id).map(extent);
        // together they fill just the room that the plan gives the body
        for (const [k, from, size] of [
          [0, p.xMm, p.lengthMm],
          [1, p.yMm, p.widthMm],
          [2, p.zMm, p.heightMm]
        ] as const) {
          expect(Math.min(...mine.map((e) => e.low[k]!))).toBeCloseTo(from, 6);
          expect(Math.max(...mine.map((e) => e.high[k]!))).toBeCloseTo(from + size, 6);
        }
        expect(model.names.some((n) => n.id === `body ${p.id}`)).toBe(true);
      }
      for (const p of plan.panel!.ports.filter((q) => q.part.hole.shape !== 'none')) {
        expect(things(model.items, 'port', p.port.id).some((i) => i.stuff === 'flange')).toBe(true);
        expect(model.names.find((n) => n.id === `port ${p.port.id}`)?.text).toBe(p.tag);
      }
      for (const i of model.items) {
        const { low, high } = extent(i);
        expect([...low, ...high].every(Number.isFinite), i.name).toBe(true);
        expect(
          high.every((h, k) => h >= low[k]!),
          i.name
        ).toBe(true);
      }
    }
  );

  test('a round port is a cylinder behind its wall, as deep as it is, with its flange outside', () => {
    const { plan, model } = of(saltmarshHideBox());
    const p = plan.panel!.ports.find((q) => q.tag === 'P1')!;
    const [flange, rear] = things(model.items, 'port', p.port.id);
    expect([flange!.shape.t, rear!.shape.t]).toEqual(['cylinder', 'cylinder']);
    expect(extent(flange!).high[1]).toBeLessThanOrEqual(0);
    expect(extent(rear!).low[1]).toBeCloseTo(p.rear.low[1], 6);
    expect(extent(rear!).high[1]).toBeCloseTo(p.rear.high[1], 6);
    const meter = plan.panel!.ports.find((q) => q.tag === 'M1')!;
    expect(things(model.items, 'port', meter.port.id).map((i) => i.shape.t)).toEqual(['box', 'box']);
  });

  test('a battery has a red and a black pole on its top, one that lies has none', () => {
    const { model } = of(saltmarshHideBox());
    const poles = things(model.items, 'body', 'battery-1').filter((i) => i.shape.t === 'cylinder');
    expect(poles.map((i) => i.stuff)).toEqual(['positive', 'negative']);
  });

  test('what sits on the lid moves with it, and the lid turns about its hinge', () => {
    const hide = saltmarshHideBox();
    const { model, fit } = of(applyEdits(hide, [set('ports/p1/face', 'lid')]));
    expect(things(model.items, 'port', 'p1').every((i) => i.onLid)).toBe(true);
    expect(things(model.items, 'port', 'p2').some((i) => i.onLid)).toBe(false);
    const lead = things(model.items, 'lead', 'c1/feed');
    expect(lead.map((i) => i.onLid)).toEqual([false, false, true]);
    expect(model.hinge).toEqual({ axis: 'x', at: [0, fit.part.rimWidthMm, fit.part.depthMm] });
    const loose = of(applyEdits(hide, [set(`parts/${hide.casePartId!}/hinge`, 'none')]));
    expect(loose.model.hinge).toBeUndefined();
    const left = of(applyEdits(hide, [set(`parts/${hide.casePartId!}/hinge`, 'left')]));
    expect(left.model.hinge?.axis).toBe('y');
  });

  test('a return lies beside its lead', () => {
    const { model } = of(saltmarshHideBox());
    const [out] = things(model.items, 'lead', 'c1/feed');
    const [back] = things(model.items, 'lead', 'c1/return');
    expect([out!.stuff, back!.stuff]).toEqual(['positive', 'negative']);
    expect(extent(out!)).not.toEqual(extent(back!));
  });
});
