import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import { caseFit, type CaseFit } from '../src/case/fit.ts';
import { lidLead, LID_OPENS_DEG } from '../src/case/cable.ts';
import type { Solid } from '../src/case/faces.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { smallPieces } from '../src/kit/pieces.ts';
import { lidLeadOf } from '../src/panel/lid-leads.ts';
import { lidSwingMeets } from '../src/panel/lid-swing.ts';

const hide = saltmarshHideBox();
const plan = evaluate(hide, STARTER_CATALOGUE);
const fit = caseFit(hide)!;
const withCase = (over: Partial<PartOf<'case'>>): CaseFit => ({ ...fit, part: { ...fit.part, ...over } });

describe('a lead into a hinged lid', () => {
  const port = plan.panel!.ports[0]!;
  const inLid = { ...port, port: { ...port.port, face: 'lid' as const, xMm: 90, yMm: 55 } };
  const block = fit.placed.find((b) => b.id === 'fuse-block')!;
  const middle = { x: block.xMm + block.lengthMm / 2, y: block.yMm + block.widthMm / 2 };
  const upMm = block.zMm + block.heightMm - fit.part.depthMm;
  test.each([
    ['back', fit.part.rimWidthMm - middle.y, fit.part.rimWidthMm - 55],
    ['left', middle.x, 90]
  ] as const)('hinged at the %s: both arms from the hinge line, from the middle of the block', (hinge, body, lid) => {
    const of = lidLeadOf(withCase({ hinge }), inLid)!;
    const again = lidLead({ acrossMm: body, upMm }, { acrossMm: lid, upMm: fit.part.lidDepthMm }, LID_OPENS_DEG);
    expect(of.lead).toEqual(again);
  });
  test('room for its loop: the case’s length twice where it can be folded flat, else what is left over the bodies', () => {
    const highest = Math.max(...fit.placed.map((b) => b.zMm + b.heightMm));
    const of = (lidDepthMm: number) => lidLeadOf(withCase({ hinge: 'back', lidDepthMm }), inLid)!.homeMm;
    expect(of(80)).toBe(2 * fit.part.rimLengthMm);
    // 3 mm over the highest body: no turn goes into that
    expect(of(highest - fit.part.depthMm + 3)).toBeCloseTo(6, 9);
    expect(lidLeadOf(withCase({ hinge: 'none' }), inLid)).toBeUndefined();
  });
});

describe('what hangs under the lid keeps its distance on the way down', () => {
  const c = { ...fit.part, hinge: 'back', rimWidthMm: 200, depthMm: 100 } as PartOf<'case'>;
  const solid = (low: [number, number, number], high: [number, number, number]): Solid => ({ low, high });
  const hung = solid([10, 80, 60], [50, 120, 100]);
  /** Something tall that begins so far from the hinge line. */
  const from = (outMm: number) => solid([0, 200 - outMm - 40, 0], [60, 200 - outMm, 95]);
  test('the farther it stands from the hinge, the later it is met; the gap counts as if it stood that much nearer', () => {
    const open = Array.from({ length: 60 }, (_, i) => lidSwingMeets(c, hung, from(110 + i), 0));
    // met, then passed: and once passed for good
    const passed = open.findIndex((deg) => deg === undefined);
    expect(passed).toBeGreaterThan(0);
    expect(open.slice(passed).every((deg) => deg === undefined)).toBe(true);
    for (const gapMm of [3, 5, 8]) {
      const kept = Array.from({ length: 60 }, (_, i) => lidSwingMeets(c, hung, from(110 + i), gapMm));
      expect(kept.findIndex((deg) => deg === undefined)).toBe(passed + gapMm);
    }
  });
});

describe('bolts as long as what they go through', () => {
  const pieces = (box = hide) =>
    smallPieces({
      box,
      catalogue: STARTER_CATALOGUE,
      fit,
      wiring: plan.wiring,
      runs: plan.runs,
      hold: plan.stance!.hold,
      hasBattery: true
    });
  const bolts = (box = hide, thread = 'm4') =>
    pieces(box).filter((p) => p.use === 'bolt' && p.fits.startsWith(`${thread}x`));
  test('a foot of 5 mm, washer, nut and two turns on a plate of 3 mm: 14.2 mm, the next that is sold is 16', () => {
    const [m4] = bolts();
    expect(m4!.fits).toMatch(/^m4x16-/);
    const feet = { 'fuse-block': 4, shunt: 2, bus: 2, controller: 4, changeover: 4 } as Record<string, number>;
    expect(m4!.count).toBe(plan.wiring.netlist.parts.reduce((n, p) => n + (feet[p.kind] ?? 0), 0));
  });
  test.each([
    [2, 16],
    [2.8, 16],
    [3, 20],
    [6.8, 20],
    [7, 25],
    [11.8, 25],
    [12, 30]
  ])('through a wall of %d mm and 13.1 mm of bracket, washers and nut: %d', (wallMm, lengthMm) => {
    const bracket = {
      id: 'k1',
      name: 'Arm',
      face: 'back',
      xMm: 60,
      yMm: 60,
      fixing: 'bolted',
      acrossMm: 80,
      loadKg: 0.2,
      leverMm: 60
    };
    const box = applyEdits(hide, [{ op: 'add', path: 'brackets', value: bracket }]);
    const thick = { ...fit, part: { ...fit.part, wallMm, faceWallMm: {} } };
    const [m5] = smallPieces({
      box,
      catalogue: STARTER_CATALOGUE,
      fit: thick,
      wiring: plan.wiring,
      runs: plan.runs,
      hold: undefined,
      hasBattery: true
    }).filter((p) => p.use === 'bolt' && p.fits.startsWith('m5x'));
    expect(m5).toMatchObject({ fits: `m5x${lengthMm}-a2`, count: 4 });
  });
  test('where water gets at it the screws are stainless', () => {
    const wet = (seal: string) => bolts(applyEdits(hide, [set('outing/seal', seal as 'rain')]))[0]!.fits;
    expect(wet('dunk')).toBe('m4x16-a2');
    expect(wet('dust')).toBe('m4x16-zinc');
  });
});
