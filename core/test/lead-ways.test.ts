import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { onWall } from '../src/case/faces.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { foldedLead } from '../src/draw/fold-joins.ts';
import { FoldOutLayout } from '../src/draw/fold-out.ts';
import type { Box } from '../src/box/schema.ts';
import { foldStretches, leadWays, onFace, polesOf, type LeadWay } from '../src/wiring/lead-ways.ts';
import { runs } from './runs.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const of = (box: Box) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  return { plan, fit: plan.fit!, ways: leadWays(box, plan.fit!, plan.panel, plan.wiring) };
};
const ends = (w: LeadWay) => [w.segments[0]!.points[0]!, w.segments.at(-1)!.points.at(-1)!] as const;
const cased = demoBoxes().filter((b) => evaluate(b, STARTER_CATALOGUE).fit);

describe('the ways of the leads', () => {
  test.each(cased.map((b) => [b.name, b] as const))(
    '%s: whole, out and back, at right angles, each stretch on its face',
    (_, box) => {
      const { plan, fit, ways } = of(box);
      for (const way of ways) {
        way.segments.forEach((s, i) => {
          const next = way.segments[i + 1];
          if (next) expect(s.points.at(-1)).toEqual(next.points[0]);
          s.points.forEach((p, k) => {
            const q = s.points[k + 1];
            if (!q) return;
            const moved = [p.xMm - q.xMm, p.yMm - q.yMm, p.zMm - q.zMm].filter((d) => Math.abs(d) > 1e-6);
            // a tapered wall leans: along it two of the three change
            expect(moved.length, `${way.id} ${s.face}`).toBeLessThanOrEqual(s.face === 'floor' ? 1 : 2);
          });
        });
      }
      // every circuit of a placed port goes out and comes back
      for (const c of plan.wiring.circuits.filter((k) => !k.feed)) {
        const port = plan.panel!.ports.find((p) => p.port.id === c.circuit.portId);
        if (!port) continue;
        const at = onWall(fit.part, port.port.face, port.port.xMm, port.port.yMm);
        for (const polarity of ['positive', 'negative'] as const) {
          const reaching = ways.filter(
            (w) =>
              w.polarity === polarity &&
              ends(w).some((e) => Math.hypot(e.xMm - at.xMm, e.yMm - at.yMm, e.zMm - at.zMm) < 0.01)
          );
          const placed = plan.wiring.netlist.conductors.some(
            (k) => k.polarity === polarity && [k.from.part, k.to.part].includes(c.portTag) && k.lengthMm > 0
          );
          if (placed) expect(reaching.length, `${c.portTag} ${polarity}`).toBeGreaterThan(0);
        }
      }
    }
  );

  test('a way is never longer than the lead that is cut for it', () => {
    for (const box of cased) {
      const { plan, ways } = of(box);
      for (const way of ways) {
        const lead = plan.wiring.netlist.conductors.find((c) => c.id === way.id)!;
        // feeds between block and port; the main path is measured in shares
        const inBlock = plan.wiring.netlist.conductors.some((c) => c.id === `${lead.circuitId}/way`);
        if (!inBlock || !/^c\d+\/(feed|switch|return)$/.test(way.id)) continue;
        const points = way.segments.flatMap((s) => s.points);
        const mm = points.slice(1).reduce((sum, p, i) => {
          const q = points[i]!;
          return sum + Math.abs(p.xMm - q.xMm) + Math.abs(p.yMm - q.yMm) + Math.abs(p.zMm - q.zMm);
        }, 0);
        // the bus and the block stand a little apart, where the length is taken from the block's middle
        expect(mm, way.id).toBeLessThan(lead.lengthMm + 80);
      }
    }
  });

  test('the battery has two poles apart, on its top, and the main path begins at the right one', () => {
    const { fit, ways } = of(saltmarshHideBox());
    const battery = fit.placed.find((p) => p.id === 'battery-1')!;
    const { plus, minus } = polesOf(battery);
    expect(plus.zMm).toBe(battery.zMm + battery.heightMm);
    expect(Math.hypot(plus.xMm - minus.xMm, plus.yMm - minus.yMm)).toBeGreaterThan(50);
    const main = ways.filter((w) => w.id.startsWith('main/'));
    expect(main.some((w) => ends(w).some((e) => e.xMm === plus.xMm && e.yMm === plus.yMm))).toBe(true);
    expect(main.some((w) => ends(w).some((e) => e.xMm === minus.xMm && e.yMm === minus.yMm))).toBe(true);
  });

  test('what stands outside the case has no way in it; a controller in the case has its own', () => {
    const moor = of(moorCameraPost()).ways.map((w) => w.id);
    expect(moor.filter((id) => id.startsWith('d1/'))).toEqual([]);
    expect(moor).toContain('solar/battery+');
    expect(moor).toContain('solar/panel-');
    expect(of(demoBoxes().find((b) => b.name === 'Camp table box')!).ways.length).toBeGreaterThan(8);
  });

  test('a port on the lid is reached up the hinge’s wall and over the edge', () => {
    for (const [hinge, wall] of [
      ['back', 'back'],
      ['left', 'left'],
      ['none', 'back']
    ] as const) {
      const hide = saltmarshHideBox();
      const box = applyEdits(hide, [set('ports/p1/face', 'lid'), set(`parts/${hide.casePartId!}/hinge`, hinge)]);
      const way = of(box).ways.find((w) => w.id === 'c1/feed')!;
      expect(way.segments.map((s) => s.face)).toEqual(['floor', wall, 'lid']);
    }
  });

  test('on paper every way is one line: what the paper parts is joined, wherever ports stand', () => {
    const hide = saltmarshHideBox();
    fc.assert(
      fc.property(
        fc.constantFrom('front', 'back', 'left', 'right', 'lid' as const),
        fc.integer({ min: 20, max: 180 }),
        fc.integer({ min: 20, max: 90 }),
        (face, xMm, yMm) => {
          const box = applyEdits(hide, [
            set('ports/p1/face', face),
            set('ports/p1/xMm', xMm),
            set('ports/p1/yMm', yMm)
          ]);
          const { fit, ways } = of(box);
          const at = new FoldOutLayout(fit.part, 1);
          for (const way of ways.filter((w) => w.circuitId === 'c1')) {
            const { solid, dotted } = foldedLead(at, way, 0);
            expect(solid).toHaveLength(way.segments.length);
            expect(dotted).toHaveLength(way.segments.length - 1);
            const stretches = foldStretches(fit.part, way);
            dotted.forEach((d, i) => {
              const numbers = d.match(/-?[\d.]+(?:e-?\d+)?/g)!.map(Number);
              const [begin, end] = [numbers.slice(0, 2), numbers.slice(-2)];
              const [a, b] = [stretches[i]!, stretches[i + 1]!];
              const paper = (s: typeof a, k: number) => [
                at.px(s.face, s.points.at(k)!.xMm),
                at.py(s.face, s.points.at(k)!.yMm)
              ];
              const wanted = [paper(a, -1), paper(b, 0)];
              const got = [begin, end];
              const near = (p: number[], q: number[]) => Math.hypot(p[0]! - q[0]!, p[1]! - q[1]!) < 0.01;
              expect(
                (near(got[0]!, wanted[0]!) && near(got[1]!, wanted[1]!)) ||
                  (near(got[0]!, wanted[1]!) && near(got[1]!, wanted[0]!))
              ).toBe(true);
            });
          }
        }
      ),
      { numRuns: runs(60) }
    );
  });

  test('a place on a wall is found again on paper', () => {
    const { fit, ways } = of(saltmarshHideBox());
    for (const way of ways)
      for (const s of way.segments)
        for (const p of s.points) {
          const q = onFace(fit.part, s.face, p);
          expect([q.xMm, q.yMm].every(Number.isFinite)).toBe(true);
        }
  });
});
