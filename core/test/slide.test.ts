import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { slid } from '../src/case/slide.ts';
import { arrangementFaults, type Space } from '../src/case/space.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';

function boxIn(caseId: string, batteryId: string, count = 1): Box {
  const b = new BoxBuilder(caseId);
  b.use('battery', batteryId, 'bank/partId').use('case', caseId, 'casePartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.set('bank/count', count).set('bank/holdDown', setTo('strap')).set('bank/postsCovered', 'yes');
  const p = b.port('socket-12v-capped', 'front', 'A');
  b.device('router', { name: 'Router', portId: p.portId, spans: [{ startH: 18, endH: 22, dutyFraction: null }] });
  return b.box;
}
const plan = (box: Box) => evaluate(box, STARTER_CATALOGUE);

describe('an arrangement slid as one piece', () => {
  const { fit } = plan(boxIn('case-hard-large', 'battery-agm-20'));
  const { space, placed } = fit!;

  it('never leaves the room, keeps what lies beside each other, and goes no further than was wished', () => {
    fc.assert(
      fc.property(fc.integer({ min: -400, max: 400 }), fc.integer({ min: -300, max: 300 }), (xMm, yMm) => {
        const to = slid(space, placed, { xMm, yMm });
        if (!to) return;
        expect(arrangementFaults(space, to.placed)).toEqual([]);
        expect(Math.abs(to.byMm.xMm)).toBeLessThanOrEqual(Math.abs(xMm));
        expect(Math.abs(to.byMm.yMm)).toBeLessThanOrEqual(Math.abs(yMm));
        to.placed.forEach((p, i) => {
          expect(p.xMm - placed[i]!.xMm).toBeCloseTo(to.byMm.xMm, 9);
          expect(p.yMm - placed[i]!.yMm).toBeCloseTo(to.byMm.yMm, 9);
          expect(p.zMm).toBe(placed[i]!.zMm);
        });
      })
    );
  });

  it('goes the whole way where there is room, part of it where there is less, not at all into a wall', () => {
    const roomy: Space = { ...space, keepOuts: [] };
    const one = [{ ...placed[0]!, xMm: 40, yMm: 40, zMm: space.floorPadMm, lengthMm: 50, widthMm: 50, heightMm: 50 }];
    expect(slid(roomy, one, { xMm: 30, yMm: 0 })!.byMm).toEqual({ xMm: 30, yMm: 0 });
    const far = slid(roomy, one, { xMm: roomy.rimLengthMm, yMm: 0 })!;
    expect(far.byMm.xMm).toBeGreaterThan(0);
    expect(far.byMm.xMm).toBeLessThan(roomy.rimLengthMm - 90);
    const atWall = [{ ...one[0]!, xMm: far.placed[0]!.xMm, lengthMm: roomy.rimLengthMm - far.placed[0]!.xMm }];
    expect(slid(roomy, atWall, { xMm: 10, yMm: 0 })).toBeUndefined();
    expect(slid(roomy, one, { xMm: 0.2, yMm: 0 })).toBeUndefined();
  });
});

describe('a box that hangs askew', () => {
  it.each([
    ['case-hard-large', 'battery-agm-20', 1],
    ['case-tool-box', 'battery-agm-20', 1],
    ['case-hard-large', 'battery-agm-12', 2]
  ] as const)('%s with %s, %i of it, is slid straight by a remedy that moves all of it', (caseId, batteryId, count) => {
    const box = boxIn(caseId, batteryId, count);
    const before = plan(box);
    const f = before.findings.find((x) => x.id === 'tilts-on-handle')!;
    const cure = proven({ box, catalogue: STARTER_CATALOGUE, plan: before }, f).find((r) =>
      r.label.startsWith('Slide everything')
    )!;
    const after = plan(applyEdits(box, cure.edits));
    expect(after.stance!.hangDeg!).toBeLessThan(Math.min(10, before.stance!.hangDeg!));
    expect(after.fit!.faults).toEqual([]);
    const [was, is] = [before.fit!.placed, after.fit!.placed];
    for (const p of is) expect(p.zMm).toBe(was.find((w) => w.id === p.id)!.zMm);
    expect(after.findings.filter((x) => x.severity !== 'note').length).toBeLessThanOrEqual(
      before.findings.filter((x) => x.severity !== 'note').length
    );
  });

  it('is not called heavy for it', () => {
    const box = boxIn('case-hard-large', 'battery-agm-20');
    const light = plan(applyEdits(box, [{ op: 'set', path: 'outing/carry', value: 'vehicle' }]));
    expect(light.findings.some((f) => f.id === 'tilts-on-handle' && f.severity === 'caution')).toBe(true);
    expect(light.carry.massKg).toBeLessThan(light.carry.limitKg);
    expect(light.verdicts.find((v) => v.id === 'carry')).toMatchObject({ state: 'caution', say: 'look again' });
    const far = plan(applyEdits(box, [{ op: 'set', path: 'outing/carry', value: 'pocketable' }]));
    expect(far.verdicts.find((v) => v.id === 'carry')!.say).toBe('heavy');
  });
});
