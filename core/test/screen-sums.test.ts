import { tapOf } from './tree-edits.ts';
import { describe, expect, test } from 'vitest';
import { chooseParts, missingParts } from '../src/advise/choose-parts.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box, type Span } from '../src/box/schema.ts';
import { wallMmOf } from '../src/case/faces.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { panelPortEdits, USUAL_SOLAR } from '../src/charge/solar-port.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { niceTop, runCurves } from '../src/outing/curves.ts';
import { depthSection } from '../src/panel/depth-section.ts';
import { draggedBar, keptBar, snapToEdge, steppedBar } from '../src/timeline/drag-bar.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);

describe('the cut through a port', () => {
  const box = saltmarshHideBox();
  const cutWith = (spacerMm: number) => {
    const plan = planOf(applyEdits(box, [set('ports/p1/spacerMm', spacerMm)]));
    const port = plan.panel!.ports.find((p) => p.port.id === 'p1')!;
    return { port, cut: depthSection(port, wallMmOf(plan.fit!.part, port.port.face)) };
  };
  test('without a spacer: body 36, flag terminals and bend 12', () => {
    expect(cutWith(0).cut).toMatchObject({ wallMm: 3, spacerMm: 0, bodyMm: 36, bendMm: 12 });
  });
  test('a spacer of 14 takes 14 off the body and nothing off the bend', () => {
    expect(cutWith(14).cut).toMatchObject({ spacerMm: 14, bodyMm: 22, bendMm: 12 });
  });
  test.each([0, 5, 14, 36, 50, 90])(
    'with a spacer of %i mm nothing is shorter than nothing, and the pieces add up',
    (mm) => {
      const { port, cut } = cutWith(mm);
      expect(cut.bendMm).toBeGreaterThanOrEqual(0);
      expect(cut.bodyMm + cut.bendMm).toBeCloseTo(port.needMm, 9);
      expect(cut.bodyMm + cut.bendMm + cut.clearMm).toBeCloseTo(port.freeMm, 9);
    }
  );
});

describe('where the mass hangs', () => {
  test('it is told from the handle where that is, from the middle of the lid where nobody said', () => {
    const box = saltmarshHideBox();
    const { fit, carry, stance } = planOf(box);
    const c = fit!.part;
    const g = carry.centreMm!;
    expect(stance!.offHandleMm).toEqual({ xMm: g.xMm - c.rimLengthMm / 2, yMm: g.yMm - c.rimWidthMm / 2 });
    const aside = planOf(applyEdits(box, [set(`parts/${c.id}/handleAt`, { xMm: 40, yMm: 30, zMm: 210 })]));
    expect(aside.stance!.offHandleMm!.xMm).toBeCloseTo(g.xMm - 40, 6);
    expect(aside.stance!.offHandleMm!.yMm).toBeCloseTo(g.yMm - 30, 6);
    const bare = planOf(applyEdits(box, [set(`parts/${c.id}/handleRatedKg`, null)]));
    expect(bare.stance!.offHandleMm).toBeUndefined();
  });
});

describe('beside the curves', () => {
  test.each([
    [0.01, 0.02],
    [0.9, 1],
    [1, 2],
    [1.9, 2],
    [3.95, 5],
    [4.2, 5],
    [9.9, 10],
    [11, 20],
    [99, 100]
  ])('the axis over %d A ends at %d A', (most, top) => expect(niceTop(most)).toBeCloseTo(top, 9));

  test.each(DEMO_BOXES)(
    '%s: the highest current, its hour, and the lowest at each plug are those of the run',
    (_, box) => {
      const { outing } = planOf(box);
      const r = outing!.run;
      box.devices.forEach((_d, i) => {
        const c = runCurves(outing!, i);
        expect(c.mostA).toBe(Math.max(...r.currentA));
        expect(r.currentA[r.timeH.indexOf(c.mostAtH)]).toBe(c.mostA);
        expect(c.topA).toBeGreaterThanOrEqual(c.mostA);
        let lowest = Infinity;
        for (let k = 0; k < r.timeH.length; k++)
          if (
            r.loadA[i]![k]! > 0 &&
            (r.failsAtH === undefined || r.timeH[k]! <= r.failsAtH) &&
            r.portV[c.plug!]![k]! > 1
          )
            lowest = Math.min(lowest, r.portV[c.plug!]![k]!);
        expect(c.plugLowV ?? Infinity).toBe(lowest);
      });
    }
  );
  test('nothing chosen has no plug', () => {
    expect(runCurves(planOf(canalNightBankBox()).outing!, -1)).toMatchObject({ plug: undefined, plugLowV: undefined });
  });
});

describe('bars under the mouse', () => {
  const bar: Span = { startH: 8, endH: 10, dutyFraction: null };
  test('a moved bar clicks into the quarter hour, or into an edge in reach with whichever end is nearer', () => {
    expect(draggedBar(bar, 1.06, 'move', [], 0.2)).toMatchObject({ startH: 9, endH: 11 });
    expect(draggedBar(bar, 1.06, 'move', [11.1], 0.2)).toMatchObject({ startH: 9.1, endH: 11.1 });
    expect(draggedBar(bar, 1.06, 'move', [9.05], 0.2)).toMatchObject({ startH: 9.05, endH: 11.05 });
  });
  test('an end never passes the other', () => {
    expect(draggedBar(bar, 5, 'start', [], 0.1)).toMatchObject({ startH: 9.75, endH: 10 });
    expect(draggedBar(bar, -5, 'end', [], 0.1)).toMatchObject({ startH: 8, endH: 8.25 });
  });
  test('a bar’s own edges do not hold it back', () => {
    expect(snapToEdge(8.1, bar, [8, 10, 13], 0.3)).toBe(8);
    expect(snapToEdge(8.14, bar, [8, 10, 8.2], 0.3)).toBe(8.2);
  });
  test('arrow keys move it, with Shift its end', () => {
    expect(steppedBar(bar, 0.25, false)).toMatchObject({ startH: 8.25, endH: 10.25 });
    expect(steppedBar(bar, -5, true)).toMatchObject({ startH: 8, endH: 8.25 });
  });
  test('what is kept starts at midnight at the earliest and lasts a minute at least', () => {
    expect(keptBar({ ...bar, startH: -1, endH: -0.5 })).toMatchObject({ startH: 0, endH: 1 / 60 });
  });
});

describe('choosing what is missing', () => {
  test('one press leaves none of the missing parts, whatever was there before', () => {
    for (const [, box] of DEMO_BOXES) {
      const bare = applyEdits(box, [set('feeds/main/blockPartId', null), set('feeds/main/holderPartId', null)]);
      const unknownMain = box.feeds[0].fuse.is === 'unknown'; // found by somebody as it is: nothing is chosen for it
      expect(missingParts(planOf(bare).findings).length > 0, box.name).toBe(!unknownMain);
      const after = applyEdits(bare, chooseParts(bare, STARTER_CATALOGUE));
      expect(missingParts(planOf(after).findings), box.name).toEqual([]);
      if (!unknownMain) expect(after.feeds[0].holderPartId).not.toBeNull();
    }
  });
});

describe('a solar panel', () => {
  test('the usual one is a valid box', () => {
    const box = applyEdits(canalNightBankBox(), [set('charging/solar', USUAL_SOLAR)]);
    expect(boxSchema.safeParse(box).success).toBe(true);
  });
  test('the port it takes loses its circuit with everything that named it', () => {
    const box = applyEdits(saltmarshHideBox(), [
      set('charging/solar', USUAL_SOLAR),
      set('circuits/c2/from', tapOf('c1'))
    ]);
    const after = applyEdits(box, panelPortEdits(box, 'p1'));
    expect(after.circuits.some((c) => c.portId === 'p1')).toBe(false);
    expect(after.circuits.find((c) => c.id === 'c2')!.from).toEqual({ is: 'auto' });
    expect(after.charging.solar!.panelPortId).toEqual({ is: 'set', value: 'p1' });
    expect(applyEdits(box, panelPortEdits(box, undefined)).charging.solar!.panelPortId).toEqual({ is: 'unknown' });
  });
});
