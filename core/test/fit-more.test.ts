import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { bendRoomMm, BEND_FLEXING, lidLead, sagMm, uTurnMm } from '../src/case/cable.ts';
import { cheapestChanges } from '../src/case/changes.ts';
import { volumesL } from '../src/case/faces.ts';
import { caseFit } from '../src/case/fit.ts';
import { hardCases } from '../src/case/hard-cases.ts';
import { insideRiseK } from '../src/case/heat.ts';
import { roomLeft } from '../src/case/room.ts';
import { pack, packing } from '../src/case/pack.ts';
import { arrangementFaults, grown, type Space } from '../src/case/space.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { demoBoxes } from '../src/demo/boxes.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { finished } from '../src/work.ts';
import { runMm } from '../src/wiring/lengths.ts';
import { expectDigits, M } from './vectors.ts';

const v = (key: string): number => M[key]!;

describe('eight bodies', () => {
  test('generated hard cases: whatever is said to fit stands clear, and most are answered', () => {
    const kinds = hardCases(40).map(({ space, bodies }) => {
      const answer = pack(space, bodies, 1500);
      if (answer.kind === 'fits') {
        expect(answer.placed.map((p) => p.id)).toEqual(bodies.map((b) => b.id));
        expect(arrangementFaults(space, answer.placed)).toEqual([]);
      }
      return answer.kind;
    });
    expect(kinds.filter((k) => k === 'fits').length).toBeGreaterThan(20);
    expect(kinds.filter((k) => k === 'not-proven').length).toBeLessThan(10);
  });

  test('the search tells how far it is and can be left at any step', () => {
    const hard = hardCases(200).at(-1)!;
    const tight = {
      ...hard.space,
      rimLengthMm: hard.space.rimLengthMm * 0.9,
      floorLengthMm: hard.space.floorLengthMm * 0.9
    };
    const shares: number[] = [];
    const work = packing(tight, hard.bodies, 3000);
    for (let step = work.next(); !step.done; step = work.next()) shares.push(step.value);
    expect(shares.every((s, i) => s >= 0 && s <= 1 && (i === 0 || s >= shares[i - 1]! - 1e-12))).toBe(true);
    work.return({ kind: 'not-proven', nodeCount: 0 });
    expect(work.next().done).toBe(true);
  });

  test('a tray grows with the case: length does not open room beside it', () => {
    const space: Space = {
      rimLengthMm: 100,
      rimWidthMm: 100,
      heightMm: 100,
      floorLengthMm: 100,
      floorWidthMm: 100,
      taperDepthMm: 100,
      gapMm: 0,
      wallGapMm: 0,
      floorPadMm: 0,
      roofPadMm: 0,
      keepOuts: [[0, 0, 60, 100, 100, 100]]
    };
    expect(grown(space, 0, 50).keepOuts).toEqual([[0, 0, 60, 150, 100, 100]]);
    expect(grown(space, 2, 50).keepOuts).toEqual([[0, 0, 110, 100, 100, 150]]);
    const tall = { id: 'b', lengthMm: 20, widthMm: 20, heightMm: 80, turns: ['lwh' as const] };
    expect(pack(grown(space, 0, 400), [tall], 100).kind).toBe('no');
    expect(pack(grown(space, 2, 20), [tall], 100).kind).toBe('fits');
  });
});

describe('fit of a box', () => {
  const tight = () => {
    const b = new BoxBuilder('tight');
    b.use('battery', 'battery-agm-7', 'bank/partId').use('case', 'case-steel-slim', 'casePartId');
    return b.box;
  };

  test('the cheapest change comes first, and each one offered makes everything go in', () => {
    const box = applyEdits(tight(), [
      { op: 'set', path: 'paddingMm', value: 14 },
      { op: 'set', path: 'bank/mayLie', value: false }
    ]);
    expect(caseFit(box)!.state).toBe('no');
    const changes = finished(cheapestChanges(box, STARTER_CATALOGUE, { most: 4, nodeLimit: 2000 }));
    expect(changes.length).toBeGreaterThan(1);
    expect(changes[0]!.label).toMatch(/foam instead of|on its side/);
    for (const c of changes) expect(caseFit(applyEdits(box, c.edits))!.state, c.label).toBe('fits');
  });

  test('while a body is dragged nothing else moves, and what meets is named', () => {
    const hide = demoBoxes()[0]!;
    const before = caseFit(hide)!;
    const battery = before.placed.find((p) => p.id === 'battery-1')!;
    const block = before.placed.find((p) => p.id === 'fuse-block')!;
    const moved = applyEdits(hide, [
      {
        op: 'set',
        path: 'placements/fuse-block',
        value: { xMm: battery.xMm + 5, yMm: battery.yMm + 5, zMm: battery.zMm, turn: block.turn }
      }
    ]);
    const held = caseFit(moved, { hold: before })!;
    expect(held.placed.find((p) => p.id === 'battery-1')).toEqual(battery);
    expect(held.faults.some((f) => [f.id, f.other].sort().join() === 'battery-1,fuse-block')).toBe(true);
    const settled = caseFit(moved)!;
    expect(settled.placed.find((p) => p.id === 'fuse-block')!.xMm).toBe(battery.xMm + 5);
  });

  test('what is left: litres and a block that touches nothing', () => {
    const hide = demoBoxes()[0]!;
    const plan = evaluate(hide, STARTER_CATALOGUE);
    const left = roomLeft(
      plan.fit!,
      plan.panel!.ports.map((p) => p.rear)
    );
    expectDigits(
      left.freeL,
      volumesL(plan.fit!.part).totalL -
        plan.fit!.bodies.reduce((s, b) => s + (b.lengthMm * b.widthMm * b.heightMm) / 1e6, 0)
    );
    const { pocket } = left;
    const placed = { ...pocket!, id: 'pocket', turn: 'lwh' as const };
    const space = { ...plan.fit!.space, gapMm: 0, wallGapMm: 0, floorPadMm: 0, roofPadMm: 0 };
    expect(
      arrangementFaults(space, [...plan.fit!.placed, placed]).filter((f) => [f.id, f.other].includes('pocket'))
    ).toEqual([]);
  });

  test('a stowed inverter gives no heat, a fixed one does', () => {
    const inverter = STARTER_CATALOGUE.find((p) => p.id === 'body-inverter')!;
    const withInverter = (held: string) => {
      const box = applyEdits(demoBoxes()[0]!, [
        { op: 'set', path: 'parts/body-inverter', value: inverter },
        { op: 'add', path: 'bodies', value: { id: 'b9', name: 'Inverter', partId: 'body-inverter', held } }
      ]);
      return evaluate(box, STARTER_CATALOGUE).heat!;
    };
    expect(withInverter('fixed').lossW - withInverter('stowed').lossW).toBeCloseTo(12.2, 1);
    expect(withInverter('fixed').shadeRiseK).toBeGreaterThan(withInverter('stowed').shadeRiseK);
  });
});

test('a held evaluation places the port as a full one does, and the next full one is as if nothing was held', () => {
  const hide = demoBoxes()[0]!;
  const before = evaluate(hide, STARTER_CATALOGUE);
  const moved = applyEdits(hide, [{ op: 'set', path: `ports/${hide.ports[0]!.id}/xMm`, value: 60 }]);
  const held = evaluate(moved, STARTER_CATALOGUE, { hold: { box: hide, plan: before } });
  const full = evaluate(moved, STARTER_CATALOGUE);
  expect(held.panel!.ports.map((p) => p.edgesMm)).toEqual(full.panel!.ports.map((p) => p.edgesMm));
  expect(held.outing).toBe(before.outing);
  const after = evaluate(moved, STARTER_CATALOGUE);
  expect(after.outing!.lastsH).toBe(full.outing!.lastsH);
  expect(after.findings.map((f) => f.key)).toEqual(full.findings.map((f) => f.key));
});

describe('leads', () => {
  test('a lead to the lid is long enough when open, and its slack is known', () => {
    const lead = lidLead({ acrossMm: 40, upMm: -60 }, { acrossMm: 120, upMm: 10 }, 110);
    expectDigits(lead.bodyMm, v('lid.a'));
    expectDigits(lead.lidMm, v('lid.b'));
    expectDigits(lead.closedDeg, v('lid.gamma0'));
    expectDigits(lead.closedMm, v('lid.d_closed'));
    expectDigits(lead.openMm, v('lid.d_open110'));
    expectDigits(lead.longestMm, v('lid.d_max'));
    expectDigits(lead.leadMm, v('lid.wire_len'));
    expectDigits(lead.slackMm, v('lid.slack_closed'));
  });
  test('past the straight line the longest reach is both arms', () => {
    const lead = lidLead({ acrossMm: 40, upMm: -60 }, { acrossMm: 120, upMm: 10 }, 150);
    expectDigits(lead.longestMm, v('lid.a') + v('lid.b'));
  });
  test('bends and sag', () => {
    expect(bendRoomMm(6, 15)).toBe(v('bend.od6_k4_s15'));
    expect(bendRoomMm(6, 15, BEND_FLEXING)).toBe(v('bend.od6_k6_s15'));
    expect(uTurnMm(6)).toBe(v('bend.uturn_od6_k4'));
    expectDigits(sagMm(200, 6), v('sag.d200_s6'));
  });
});

test('heat in the worked box: dark and pale, still and open air', () => {
  const dark = { lengthMm: 285, widthMm: 147, heightMm: 190, wallMm: 3, conductivity: 0.2, absorptanceFraction: 0.92 };
  const sun = { lossW: 3, sunWPerM2: 800 };
  expectDigits(insideRiseK(dark, sun, 6), v('heat.dark.dT_h6'));
  expectDigits(insideRiseK({ ...dark, absorptanceFraction: 0.3 }, sun, 12), v('heat.pale.dT_h12'));
  expectDigits(insideRiseK(dark, { lossW: 3, sunWPerM2: 0 }, 6), v('heat.shade.dT_h6'));
  expectDigits(30 + insideRiseK(dark, sun), v('heat.dark_30'));
  expectDigits(insideRiseK(dark, { lossW: v('heat.P_for_10K'), sunWPerM2: 0 }), 10);
});

test('a run to a hinged lid reaches it open; a longer one than to the wall beside it', () => {
  const hide = demoBoxes()[0]!;
  const fit = caseFit(hide)!;
  const c = fit.part;
  const from = { xMm: 100, yMm: 40, zMm: 60 };
  const to = { xMm: 100, yMm: 60, zMm: c.depthMm + c.lidDepthMm };
  const shut = runMm(from, to, undefined).lengthMm;
  const hinged = runMm(from, to, c).lengthMm;
  const lead = lidLead(
    { acrossMm: c.rimWidthMm - from.yMm, upMm: from.zMm - c.depthMm },
    { acrossMm: c.rimWidthMm - to.yMm, upMm: c.lidDepthMm },
    110
  );
  expect(hinged).toBeGreaterThan(shut);
  expect(hinged).toBeGreaterThanOrEqual(lead.leadMm);
  expect(runMm(from, to, { ...c, hinge: 'none' }).lengthMm).toBe(shut + 150);
  expect(runMm(undefined, to, c).assumed).toBe(true);
});
