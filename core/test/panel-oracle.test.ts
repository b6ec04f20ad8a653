import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import type { Box } from '../src/box/schema.ts';
import { caseFit } from '../src/case/fit.ts';
import { faceSizeMm, wallMmOf } from '../src/case/faces.ts';
import type { Face, PartOf, Zone } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { freeSpot, panelPlan, type PanelPlan, type PortPlan } from '../src/panel/panel.ts';
import { noDrillZones } from '../src/panel/zones.ts';

/**
 * What meets what on a face, said once more from the parts' own measures: shapes as sets of points, distances by walking
 * along them. The plan must name the same pairs, the same rules broken, the same gaps.
 */

type Panel = PartOf<'panel'>;
const parts = STARTER_CATALOGUE.filter((p): p is Panel => p.kind === 'panel' && p.hole.shape !== 'none');
const boxes = [saltmarshHideBox(), canalNightBankBox(), fellRaceRadioPost()];

type Shape = { x: number; y: number; w: number; h: number; disc: boolean };

/** Least distance of two shapes that do not touch; how far they are into each other, as a negative, where they do. */
function apartMm(a: Shape, b: Shape): number {
  if (a.disc && b.disc) return Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2) - a.w / 2 - b.w / 2;
  const along = (p: number, q: number, sizeP: number, sizeQ: number) =>
    Math.max(p - sizeP / 2 - (q + sizeQ / 2), q - sizeQ / 2 - (p + sizeP / 2));
  return Math.max(along(a.x, b.x, a.w, b.w), along(a.y, b.y, a.h, b.h));
}

const holeOf = ({ hole }: Panel): [number, number] => {
  if (hole.shape === 'round') return [hole.diameterMm, hole.diameterMm];
  if (hole.shape === 'rect') return [hole.widthMm, hole.heightMm];
  return hole.shape === 'twin' ? [hole.diameterMm + hole.pitchMm, hole.diameterMm] : [0, 0];
};

type Clash = { pair: string; kind: string; gapMm: number; wantedMm: number };

function clashesOf(plan: PanelPlan, c: PartOf<'case'>): Clash[] {
  const out: Clash[] = [];
  plan.ports.forEach((a, i) =>
    plan.ports.slice(i + 1).forEach((b) => {
      if (a.port.face !== b.port.face) return;
      const [p, q] = [a.part, b.part];
      const discs = [p, q].every((x) => x.hole.shape === 'round' && x.flangeWidthMm === x.flangeHeightMm);
      const shape = ({ port }: PortPlan, [w, h]: [number, number], disc = discs): Shape => ({
        x: port.xMm,
        y: port.yMm,
        w,
        h,
        disc
      });
      const wall = wallMmOf(c, a.port.face);
      const least = { steel: [5, 3], wood: [12, 1] }[c.material as 'steel' | 'wood'] ?? [6, 3];
      const rules: [string, [number, number], [number, number], number, boolean?][] = [
        ['flange', [p.flangeWidthMm, p.flangeHeightMm], [q.flangeWidthMm, q.flangeHeightMm], 2],
        ['web', holeOf(p), holeOf(q), Math.max(least[0]!, least[1]! * wall)],
        ['nut', [p.behindWidthMm, p.behindHeightMm], [q.behindWidthMm, q.behindHeightMm], 4]
      ];
      if (p.plugWidthMm > 0 && q.plugWidthMm > 0)
        rules.push(['plug', [p.plugWidthMm, p.plugWidthMm], [q.plugWidthMm, q.plugWidthMm], 15, true]);
      for (const [kind, sizeP, sizeQ, wantedMm, disc] of rules) {
        const gapMm = apartMm(shape(a, sizeP, disc ?? discs), shape(b, sizeQ, disc ?? discs));
        if (gapMm < wantedMm - 1e-6) out.push({ pair: `${a.port.id} ${b.port.id}`, kind, gapMm, wantedMm });
      }
    })
  );
  return out;
}

const touches = (p: PortPlan, z: Zone): boolean => {
  const w = Math.max(p.part.flangeWidthMm, p.part.behindWidthMm);
  const h = Math.max(p.part.flangeHeightMm, p.part.behindHeightMm);
  const cover = (from: number, to: number, zFrom: number, zTo: number) => Math.min(to, zTo) - Math.max(from, zFrom);
  return (
    cover(p.port.xMm - w / 2, p.port.xMm + w / 2, z.xMm, z.xMm + z.widthMm) > 0 &&
    cover(p.port.yMm - h / 2, p.port.yMm + h / 2, z.yMm, z.yMm + z.heightMm) > 0
  );
};

const FACES: Face[] = ['front', 'back', 'left', 'right', 'lid'];
const laid = fc.record({
  material: fc.constantFrom('PP' as const, 'steel' as const, 'wood' as const),
  of: fc.integer({ min: 0, max: boxes.length - 1 }),
  at: fc.array(
    fc.record({
      part: fc.integer({ min: 0, max: parts.length - 1 }),
      face: fc.integer({ min: 0, max: FACES.length - 1 }),
      x: fc.integer({ min: 5, max: 95 }),
      y: fc.integer({ min: 5, max: 95 })
    }),
    { minLength: 4, maxLength: 4 }
  )
});

/** A demo box with its first ports changed to other parts at other places. */
function strewn({
  of,
  at,
  material
}: {
  material: 'PP' | 'steel' | 'wood';
  of: number;
  at: { part: number; face: number; x: number; y: number }[];
}): Box {
  const box = boxes[of]!;
  const c = caseFit(box)!.part;
  return applyEdits(box, [
    set(`parts/${c.id}/material`, material),
    ...box.ports.slice(0, at.length).flatMap((port, i) => {
      const { part, face, x, y } = at[i]!;
      const own = parts[part]!;
      // a few faces only, so that they meet
      const onFace = FACES[face % 2 === 0 ? 0 : face]!;
      const size = faceSizeMm(c, onFace);
      return [
        set(`parts/${own.id}`, own),
        set(`ports/${port.id}/partId`, own.id),
        set(`ports/${port.id}/face`, onFace),
        set(`ports/${port.id}/xMm`, (size.widthMm * x) / 100),
        set(`ports/${port.id}/yMm`, (size.heightMm * y) / 100)
      ];
    })
  ]);
}

describe('the panel, measured a second time', () => {
  test('the same parts meet by the same rules, by as much; the same stand where nothing may be drilled', () => {
    fc.assert(
      fc.property(laid, (where) => {
        const box = strewn(where);
        const fit = caseFit(box)!;
        const plan = panelPlan(box, fit)!;
        const onFace = plan.clashes
          .filter((k) => !['behind', 'opposite'].includes(k.kind))
          .map((k) => ({ pair: `${k.aId} ${k.bId}`, kind: k.kind, gapMm: k.gapMm, wantedMm: k.wantedMm }));
        const again = clashesOf(plan, fit.part);
        expect(onFace.map((k) => [k.pair, k.kind])).toEqual(again.map((k) => [k.pair, k.kind]));
        onFace.forEach((k, i) => {
          expect(k.gapMm).toBeCloseTo(again[i]!.gapMm, 9);
          expect(k.wantedMm).toBeCloseTo(again[i]!.wantedMm, 9);
        });
        const zones = noDrillZones(fit.part);
        const inZone = plan.ports.filter((p) => zones.some((z) => z.face === p.port.face && touches(p, z)));
        expect(plan.zoneClashes.map((z) => z.portId)).toEqual(inZone.map((p) => p.port.id));
        // where a part ends before the edge of its face
        for (const p of plan.ports) {
          const face = faceSizeMm(fit.part, p.port.face);
          const { left, right, top, bottom } = p.edgesMm;
          expect(left + p.part.flangeWidthMm + right).toBeCloseTo(face.widthMm, 9);
          expect(top + p.part.flangeHeightMm + bottom).toBeCloseTo(face.heightMm, 9);
          expect(left - right).toBeCloseTo(2 * p.port.xMm - face.widthMm, 9);
          expect(bottom - top).toBeCloseTo(2 * p.port.yMm - face.heightMm, 9);
          expect(p.clearMm).toBeCloseTo(p.freeMm - p.needMm, 9);
        }
        const tight = plan.ports.map((p) => p.clearMm);
        expect(plan.tightest!.clearMm).toBe(Math.min(...tight));
        expect(plan.holeCount).toBe(plan.ports.reduce((n, p) => n + (p.part.hole.shape === 'twin' ? 2 : 1), 0));
      }),
      { numRuns: 120 }
    );
  });

  test('a free place meets nothing, and none that is nearer by a step is free', () => {
    fc.assert(
      fc.property(laid, ({ of, at }) => {
        const box = boxes[of]!;
        const fit = caseFit(box)!;
        const port = box.ports[0]!;
        const part = parts[at[0]!.part]!;
        const face = FACES[at[0]!.face]!;
        const size = faceSizeMm(fit.part, face);
        const wanted = {
          xMm: Math.round((size.widthMm * at[0]!.x) / 100),
          yMm: Math.round((size.heightMm * at[0]!.y) / 100)
        };
        const moved = (spot: { xMm: number; yMm: number }): Box =>
          applyEdits(box, [
            set(`parts/${part.id}`, part),
            set(`ports/${port.id}/partId`, part.id),
            set(`ports/${port.id}/face`, face),
            set(`ports/${port.id}/xMm`, spot.xMm),
            set(`ports/${port.id}/yMm`, spot.yMm)
          ]);
        const free = (spot: { xMm: number; yMm: number }): boolean => {
          const plan = panelPlan(moved(spot), fit)!;
          const own = plan.ports.find((p) => p.port.id === port.id)!;
          return (
            !plan.clashes.some((k) => k.aId === port.id || k.bId === port.id) &&
            !plan.zoneClashes.some((z) => z.portId === port.id) &&
            own.clearMm >= 5
          );
        };
        const way = (spot: { xMm: number; yMm: number }) =>
          Math.hypot(spot.xMm - wanted.xMm, 1.5 * (spot.yMm - wanted.yMm));
        const found = freeSpot(box, fit, part, { ...port, face }, wanted);
        if (!found) {
          // on the lattice of the search through what was wanted nothing is free, edges aside
          const inside = (v: number, margin: number, most: number) => v >= margin && v <= most - margin;
          const margin = Math.max(part.flangeWidthMm, part.behindWidthMm) / 2 + 10 + fit.part.cornerRadiusMm;
          for (let dx = -40; dx <= 40; dx += 8)
            for (let dy = -24; dy <= 24; dy += 8) {
              const spot = { xMm: wanted.xMm + dx, yMm: wanted.yMm + dy };
              if (inside(spot.xMm, margin, size.widthMm) && inside(spot.yMm, margin + 40, size.heightMm))
                expect(free(spot), JSON.stringify(spot)).toBe(false);
            }
          return;
        }
        expect(free(found)).toBe(true);
        // nearer ones on the lattice through what was wanted, up and down counting half as much again: none is free
        const margin = Math.max(
          part.flangeWidthMm / 2 + 2 + fit.part.cornerRadiusMm,
          part.behindWidthMm / 2 + 3 + 0.2929 * fit.part.cornerRadiusMm
        );
        const half = Math.max(part.flangeHeightMm, part.behindHeightMm) / 2;
        const lowY = face === 'lid' ? margin : Math.max(half + 4, 40 + part.flangeHeightMm / 2 - fit.part.wallMm);
        const across = { low: margin, high: size.widthMm - margin };
        const up = { low: lowY, high: size.heightMm - half - 2 };
        const held = (v: number, { low, high }: typeof up) => Math.round(Math.min(high, Math.max(low, v)));
        const middle = { x: held(wanted.xMm, across), y: held(wanted.yMm, up) };
        const nearer: { xMm: number; yMm: number }[] = [];
        for (let i = -60; i <= 60; i++)
          for (let k = -40; k <= 40; k++) {
            const spot = { xMm: middle.x + 4 * i, yMm: middle.y + 4 * k };
            const inRange =
              spot.xMm >= across.low && spot.xMm <= across.high && spot.yMm >= up.low && spot.yMm <= up.high;
            if (inRange && way(spot) < way(found) - 1e-9) nearer.push(spot);
          }
        // the farthest of them are where another way of measuring would have gone
        for (const spot of nearer.toSorted((p, q) => way(q) - way(p)).slice(0, 40))
          expect(free(spot), JSON.stringify({ spot, found, wanted })).toBe(false);
      }),
      { numRuns: 60 }
    );
  });
});
