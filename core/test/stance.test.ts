import { describe, expect, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { applyEdits } from '../src/box/edits.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { DEMO_BOXES } from './boxes.ts';

const degrees = (rad: number) => (rad * 180) / Math.PI;

describe('how a box stands and hangs', () => {
  test.each(DEMO_BOXES)('%s goes over each edge of its floor when its centre of mass passes over it', (_, box) => {
    const { stance, carry, fit } = evaluate(box, STARTER_CATALOGUE);
    const { centreMm: g } = carry;
    const c = fit!.part;
    const [left, front] = [(c.rimLengthMm - c.floorLengthMm) / 2, (c.rimWidthMm - c.floorWidthMm) / 2];
    const high = g!.zMm + c.wallMm;
    const reach = {
      left: g!.xMm - left,
      right: left + c.floorLengthMm - g!.xMm,
      front: g!.yMm - front,
      back: front + c.floorWidthMm - g!.yMm
    };
    for (const [edge, mm] of Object.entries(reach))
      expect(stance!.tipDeg[edge as keyof typeof reach], edge).toBeCloseTo(degrees(Math.atan2(mm, high)), 6);
    const least = Math.min(...Object.values(stance!.tipDeg));
    expect(stance!.tipsFirst.deg).toBe(least);
    expect(stance!.tipDeg[stance!.tipsFirst.edge]).toBe(least);
  });

  test('a heavy battery moved to the right makes it go over to the right sooner, to the left later', () => {
    const canal = canalNightBankBox();
    const at = (xMm: number) =>
      evaluate(
        applyEdits(canal, [
          { op: 'set', path: 'placements', value: { 'battery-1': { xMm, yMm: 20, zMm: 3, turn: 'lwh' } } }
        ]),
        STARTER_CATALOGUE
      ).stance!.tipDeg;
    const [west, east] = [at(10), at(60)];
    expect(east.right).toBeLessThan(west.right);
    expect(east.left).toBeGreaterThan(west.left);
  });

  test('it hangs askew by how far its mass lies off the handle, under it', () => {
    const hide = saltmarshHideBox();
    const can = hide.parts['case-plastic-deep']!;
    const hung = (xMm: number, yMm: number) => {
      const box = applyEdits(hide, [
        { op: 'set', path: `parts/${can.id}`, value: { ...can, handleAt: { xMm, yMm, zMm: 235 } } }
      ]);
      const plan = evaluate(box, STARTER_CATALOGUE);
      return {
        ...plan.stance!,
        g: plan.carry.centreMm!,
        why: plan.findings.find((f) => f.id === 'tilts-on-handle')?.why
      };
    };
    const { g } = hung(0, 0);
    expect(hung(g.xMm, g.yMm).hangDeg).toBeCloseTo(0, 9);
    const aside = hung(g.xMm + 40, g.yMm - 30);
    expect(aside.hangDeg).toBeCloseTo(degrees(Math.atan2(50, 235 - g.zMm)), 6);
    expect(aside.offHandleMm!.xMm).toBeCloseTo(-40, 9);
    expect(aside.offHandleMm!.yMm).toBeCloseTo(30, 9);
    expect(aside.why).toContain('40 mm to the left and 30 mm to the back of the handle');
  });
});
