import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { FACES } from '../src/catalogue/faces.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { faceNameRect, faceRect, foldLabels, portRect } from '../src/draw/fold-labels.ts';
import { FoldOutLayout } from '../src/draw/fold-out.ts';
import { insideLabels } from '../src/draw/inside-labels.ts';
import { edgesOf, meet, placeLabels, textWidthPx, type Label, type Labelled, type Rect } from '../src/draw/labels.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { DEMO_BOXES } from './boxes.ts';
import { runs } from './runs.ts';

const inside = (a: Rect, b: Rect): boolean =>
  a.x >= b.x - 1e-6 && a.y >= b.y - 1e-6 && a.x + a.w <= b.x + b.w + 1e-6 && a.y + a.h <= b.y + b.h + 1e-6;
const distance = (a: Rect, b: Rect): number =>
  Math.hypot(Math.max(0, a.x - (b.x + b.w), b.x - (a.x + a.w)), Math.max(0, a.y - (b.y + b.h), b.y - (a.y + a.h)));

/** What must hold of every drawing's words. */
function faultsOf(
  placed: readonly Label[],
  shapes: ReadonlyMap<string, Rect>,
  paper: Rect,
  taken: readonly Rect[]
): string[] {
  const out: string[] = [];
  placed.forEach((l, i) => {
    if (!inside(l.box, paper)) out.push(`${l.id} leaves the paper`);
    for (const o of placed.slice(i + 1)) if (meet(l.box, o.box)) out.push(`${l.id} meets the words of ${o.id}`);
    const order = [...shapes.keys()];
    for (const [id, s] of shapes)
      if (id !== l.id && meet(l.box, s) && !(l.on && order.indexOf(id) < order.indexOf(l.id)))
        out.push(`${l.id} stands on ${id}`);
    for (const t of taken) if (meet(l.box, t)) out.push(`${l.id} crosses an edge or other words`);
    const own = shapes.get(l.id)!;
    if (!l.leader && distance(l.box, own) > 4) out.push(`${l.id} is too far away to be traced`);
    if (l.leader && distance({ x: l.leader.x2, y: l.leader.y2, w: 0, h: 0 }, own) > 0.5)
      out.push(`${l.id}: its leader ends elsewhere`);
  });
  return out;
}

const rect = fc.record({
  x: fc.integer({ min: 0, max: 360 }),
  y: fc.integer({ min: 0, max: 260 }),
  w: fc.integer({ min: 6, max: 90 }),
  h: fc.integer({ min: 6, max: 60 })
});

describe('words in a drawing', () => {
  test('of any crowd of things none meets another, a thing it is not of, an edge; each is traced or listed beside', () => {
    fc.assert(
      fc.property(fc.array(rect, { minLength: 1, maxLength: 30 }), fc.boolean(), (shapes, on) => {
        const paper = { x: 0, y: 0, w: 480, h: 340 };
        const things = shapes.map((shape, i): Labelled => ({
          id: `t${i}`,
          shape,
          forms: [
            [
              { text: `Thing ${i}`, bold: true },
              { text: '24.0', mono: true }
            ],
            [{ text: `T${i}` }]
          ],
          inside: on
        }));
        const taken = edgesOf({ x: 40, y: 40, w: 300, h: 200 });
        const { placed, beside } = placeLabels(things, paper, taken);
        expect(faultsOf(placed, new Map(things.map((t) => [t.id, t.shape])), paper, taken)).toEqual([]);
        expect([...placed.map((l) => l.id), ...beside].toSorted()).toEqual(things.map((t) => t.id).toSorted());
      }),
      { seed: 20261129, numRuns: runs(400) }
    );
  });

  test('a lone thing has its words on it where it is large enough, below where it is not, never half-way', () => {
    const paper = { x: 0, y: 0, w: 200, h: 200 };
    const forms = [[{ text: 'Battery', bold: true }]];
    const large = placeLabels([{ id: 'a', shape: { x: 20, y: 20, w: 120, h: 60 }, forms, inside: true }], paper)
      .placed[0]!;
    expect(inside(large.box, { x: 20, y: 20, w: 120, h: 60 })).toBe(true);
    const small = placeLabels([{ id: 'a', shape: { x: 90, y: 90, w: 10, h: 10 }, forms, inside: true }], paper)
      .placed[0]!;
    expect(small.box.y).toBeGreaterThanOrEqual(100);
    expect(small.leader).toBeUndefined();
  });

  test('hemmed in on all sides it stands off with a leader; with no paper left it is listed beside', () => {
    const shape = { x: 95, y: 95, w: 10, h: 10 };
    const forms = [[{ text: 'P1' }]];
    const wall = [
      { x: 60, y: 60, w: 80, h: 30 },
      { x: 60, y: 110, w: 80, h: 30 },
      { x: 60, y: 90, w: 33, h: 20 },
      { x: 107, y: 90, w: 33, h: 20 }
    ];
    const off = placeLabels([{ id: 'a', shape, forms }], { x: 0, y: 0, w: 300, h: 300 }, wall);
    expect(off.placed[0]!.leader).toBeDefined();
    expect(placeLabels([{ id: 'a', shape, forms }], { x: 60, y: 60, w: 80, h: 80 }, wall)).toEqual({
      placed: [],
      beside: ['a']
    });
  });

  test('words are taken for rather too wide than too narrow', () => {
    expect(textWidthPx({ text: 'M1' })).toBeGreaterThan(textWidthPx({ text: 'i1' }));
    expect(textWidthPx({ text: '24.0', mono: true })).toBeCloseTo(28.4);
  });
});

/** Demo boxes with ports pushed about and parts exchanged: crowded, half outside, on every face. */
function crowdedBoxes(count: number): Plan[] {
  const panels = STARTER_CATALOGUE.filter((p): p is PartOf<'panel'> => p.kind === 'panel' && p.role === 'outlet');
  const plans: Plan[] = [];
  let seed = 7;
  const next = (n: number): number => {
    seed = (seed * 48271) % 2147483647;
    return seed % n;
  };
  while (plans.length < count) {
    const [, box] = DEMO_BOXES[plans.length % DEMO_BOXES.length]!;
    const moved = box.ports.reduce<Box>((b, p) => {
      const part = panels[next(panels.length)]!;
      const place = next(3) === 0 ? { ...p, partId: part.id } : p;
      return applyEdits(b, [
        { op: 'set', path: `parts/${part.id}`, value: part },
        {
          op: 'set',
          path: `ports/${p.id}`,
          value: { ...place, face: FACES[next(5)]!, xMm: 10 + next(220), yMm: 10 + next(120) }
        }
      ]);
    }, box);
    plans.push(evaluate(moved, STARTER_CATALOGUE));
  }
  return plans;
}

describe('on 200 boxes', () => {
  const plans = crowdedBoxes(runs(200));

  test('the fold-out: no label meets another, a hole or the edge, at any of its scales', () => {
    for (const plan of plans)
      for (const scale of [1.5, 0.75, 0.4]) {
        const at = new FoldOutLayout(plan.fit!.part, scale);
        const panel = plan.panel!;
        const hints = FACES.map((f) => ({
          id: `behind ${f}`,
          shape: faceRect(at, f),
          text: '45 mm to battery',
          insideOnly: true
        }));
        const all = foldLabels(at, panel, hints);
        const { beside } = all;
        const placed = all.placed.filter((l) => !l.id.startsWith('behind'));
        for (const l of all.placed.filter((h) => h.id.startsWith('behind')))
          for (const o of all.placed) if (o.id !== l.id) expect(meet(l.box, o.box)).toBe(false);
        const shapes = new Map(panel.ports.map((p) => [p.port.id, portRect(at, p)]));
        const taken = [...FACES.flatMap((f) => edgesOf(faceRect(at, f))), ...FACES.map((f) => faceNameRect(at, f))];
        expect(faultsOf(placed, shapes, { x: 0, y: 0, w: at.width, h: at.height }, taken)).toEqual([]);
        expect(placed.length + beside.length).toBe(panel.ports.length);
      }
  });

  test('the inside from above, the front and the side: the same, and no name is cut', () => {
    for (const plan of plans)
      for (const view of ['plan', 'front', 'side'] as const) {
        const frame = { marginPx: 34, scale: 0.75 };
        const { placed } = insideLabels({
          fit: plan.fit!,
          panel: plan.panel,
          view,
          frame,
          placed: plan.fit!.placed,
          sizes: () => '100 × 50 × 30'
        });
        const names = new Set([...plan.fit!.bodies.map((b) => b.name), ...plan.panel!.ports.map((p) => p.tag)]);
        placed.forEach((l, i) => {
          expect(names.has(l.lines[0]!.text)).toBe(true);
          for (const o of placed.slice(i + 1)) expect(meet(l.box, o.box)).toBe(false);
        });
      }
  });
});
