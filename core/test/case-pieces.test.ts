import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { afloat, floating, hangTiltDeg, SHELL_KG_PER_L, tipDeg } from '../src/case/balance.ts';
import { bendRoomMm, lidLead, sagMm, uTurnMm } from '../src/case/cable.ts';
import {
  draftDeg,
  faceSizeMm,
  freeDepthMm,
  inwardOf,
  meets,
  onWall,
  rearSolid,
  volumesL,
  wallInsetMm,
  wallMmOf
} from '../src/case/faces.ts';
import { gapsOf } from '../src/case/gaps.ts';
import { insideRiseK, outsideOf, SUN_W_PER_M2 } from '../src/case/heat.ts';
import { dropG, foamMm, forceN, holdDown, hookMm2, LOAD_G, tugTestN } from '../src/case/hold.ts';
import { lossesOf } from '../src/case/losses.ts';
import type { CaseFit } from '../src/case/fit.ts';
import { arrangementFaults, grown, insetMm, orientations, turned, type Placed, type Space } from '../src/case/space.ts';
import { FACES } from '../src/catalogue/faces.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { set } from '../src/findings/rule.ts';
import { evaluate } from '../src/evaluate.ts';
import { METRIC } from '../src/quantity/said.ts';

type Case = PartOf<'case'>;
const hide = saltmarshHideBox();
const plan = evaluate(hide, STARTER_CATALOGUE);
/** A case of round figures: 300 × 200 at the rim, 280 × 190 at the floor, 150 deep, a lid of 30. */
const c: Case = {
  ...plan.fit!.part,
  rimLengthMm: 300,
  rimWidthMm: 200,
  floorLengthMm: 280,
  floorWidthMm: 190,
  depthMm: 150,
  lidDepthMm: 30,
  wallMm: 3,
  faceWallMm: { front: 5 },
  massKg: 1,
  material: 'PP'
};

describe('faces and walls', () => {
  test('sizes as drawn: at the rim', () => {
    expect(FACES.map((f) => [f, faceSizeMm(c, f).widthMm, faceSizeMm(c, f).heightMm])).toEqual(
      FACES.map((f) =>
        f === 'lid' || f === 'floor' ? [f, 300, 200] : [f, f === 'front' || f === 'back' ? 300 : 200, 150]
      )
    );
    expect([wallMmOf(c, 'front'), wallMmOf(c, 'back')]).toEqual([5, 3]);
  });
  test('walls lean by half of what rim and floor differ, none at the rim and above', () => {
    expect([
      wallInsetMm(c, 'length', 0),
      wallInsetMm(c, 'length', 75),
      wallInsetMm(c, 'length', 150),
      wallInsetMm(c, 'length', 170)
    ]).toEqual([10, 5, 0, 0]);
    expect(wallInsetMm(c, 'width', 0)).toBe(5);
    expect(draftDeg(c)).toBeCloseTo((Math.atan(20 / 300) * 180) / Math.PI, 9);
  });
  test.each([
    ['front', { xMm: 40, yMm: 2.5, zMm: 75 }],
    ['back', { xMm: 260, yMm: 197.5, zMm: 75 }],
    ['left', { xMm: 5, yMm: 160, zMm: 75 }],
    ['right', { xMm: 295, yMm: 40, zMm: 75 }],
    ['lid', { xMm: 40, yMm: 75, zMm: 180 }],
    ['floor', { xMm: 40, yMm: 125, zMm: 0 }]
  ] as const)('a point of the %s on the inner wall', (face, point) => expect(onWall(c, face, 40, 75)).toEqual(point));
  test('each face looks inwards along its own axis', () => {
    expect(FACES.map((f) => [f, inwardOf(f).axis, inwardOf(f).sign]).sort()).toEqual(
      [
        ['front', 1, 1],
        ['back', 1, -1],
        ['left', 0, 1],
        ['right', 0, -1],
        ['floor', 2, 1],
        ['lid', 2, -1]
      ].sort()
    );
  });
  test.each([
    ['front', [20, 2.5, 60], [60, 42.5, 90]],
    ['back', [240, 157.5, 60], [280, 197.5, 90]],
    ['left', [5, 140, 60], [45, 180, 90]],
    ['right', [255, 20, 60], [295, 60, 90]],
    ['lid', [20, 60, 140], [60, 90, 180]],
    ['floor', [20, 110, 0], [60, 140, 40]]
  ] as const)('the room of a part behind the %s', (face, low, high) => {
    expect(rearSolid(c, face, { xMm: 40, yMm: 75 }, { widthMm: 40, heightMm: 30 }, 40)).toEqual({ low, high });
  });
  test('free depth: to the nearest thing whose outline it touches, else to the wall opposite', () => {
    const envelope = { widthMm: 40, heightMm: 30 };
    const free = (
      face: 'front' | 'back' | 'left' | 'right' | 'lid' | 'floor',
      solids: { low: [number, number, number]; high: [number, number, number] }[] = []
    ) => freeDepthMm(c, face, { xMm: 40, yMm: 75 }, envelope, solids);
    expect([
      free('front').depthMm,
      free('back').depthMm,
      free('left').depthMm,
      free('right').depthMm,
      free('lid').depthMm,
      free('floor').depthMm
    ]).toEqual([195, 195, 290, 290, 180, 180]);
    const near = { low: [50, 60, 70], high: [90, 100, 80] } as {
      low: [number, number, number];
      high: [number, number, number];
    };
    expect(free('front', [near])).toEqual({ depthMm: 57.5, index: 0 });
    // beside it by its edge alone: not in the way
    expect(free('front', [{ low: [60, 60, 70], high: [90, 100, 80] }]).index).toBe(-1);
    expect(free('front', [{ low: [50, 60, 90], high: [90, 100, 99] }]).index).toBe(-1);
    const back = { low: [250, 60, 70], high: [270, 120, 80] } as typeof near;
    expect(free('back', [near, back])).toEqual({ depthMm: 77.5, index: 1 });
  });
  test('two things meet when they are nearer than the gap on every axis', () => {
    const a = { low: [0, 0, 0], high: [10, 10, 10] } as {
      low: [number, number, number];
      high: [number, number, number];
    };
    const at = (x: number) => ({ low: [x, 5, 5], high: [x + 5, 12, 12] }) as typeof a;
    expect([meets(a, at(9)), meets(a, at(10)), meets(a, at(12), 3), meets(a, at(13), 3)]).toEqual([
      true,
      false,
      true,
      false
    ]);
    expect(meets(a, { low: [0, 11, 0], high: [5, 20, 5] })).toBe(false);
  });
  test('volume of a prismoid, and with the lid', () => {
    const { bodyL, totalL } = volumesL(c);
    expect(bodyL).toBeCloseTo(((150 / 6) * (280 * 190 + 4 * 290 * 195 + 300 * 200)) / 1e6, 9);
    expect(totalL - bodyL).toBeCloseTo(1.8, 9);
  });
});

describe('the room inside', () => {
  const space: Space = {
    rimLengthMm: 300,
    rimWidthMm: 200,
    heightMm: 150,
    floorLengthMm: 280,
    floorWidthMm: 190,
    taperDepthMm: 150,
    gapMm: 5,
    wallGapMm: 3,
    floorPadMm: 2,
    roofPadMm: 4,
    keepOuts: [[100, 0, 100, 150, 40, 150]]
  };
  const body = (over: object = {}): Placed => ({
    id: 'a',
    turn: 'lwh',
    xMm: 20,
    yMm: 20,
    zMm: 2,
    lengthMm: 60,
    widthMm: 50,
    heightMm: 40,
    ...over
  });
  test('turned every way', () => {
    const own = { lengthMm: 1, widthMm: 2, heightMm: 3 };
    expect((['lwh', 'wlh', 'lhw', 'hlw', 'whl', 'hwl'] as const).map((t) => turned(own, t))).toEqual([
      [1, 2, 3],
      [2, 1, 3],
      [1, 3, 2],
      [3, 1, 2],
      [2, 3, 1],
      [3, 2, 1]
    ]);
    expect([insetMm(space, 0, 0), insetMm(space, 1, 75), insetMm(space, 0, 200)]).toEqual([10, 2.5, 0]);
  });
  test('ways to stand: each size once, what is too large for the bare case is none, an open top reaches to the roof', () => {
    const ways = (over: object) =>
      orientations(space, {
        id: 'a',
        lengthMm: 100,
        widthMm: 100,
        heightMm: 40,
        turns: ['lwh', 'wlh', 'lhw'],
        ...over
      }).map((o) => o.size);
    expect(ways({})).toEqual([
      [100, 100, 40],
      [100, 40, 100]
    ]);
    expect(ways({ noTop: true })).toEqual([
      [100, 100, 144],
      [100, 40, 100]
    ]);
    expect(ways({ heightMm: 145, turns: ['lwh'] })).toEqual([]);
    expect(ways({ heightMm: 144, turns: ['lwh'] })).toHaveLength(1);
    expect(ways({ lengthMm: 294, turns: ['lwh'] })).toHaveLength(1);
    expect(ways({ lengthMm: 295, turns: ['lwh'] })).toEqual([]);
    expect(ways({ widthMm: 194, turns: ['lwh'] })).toHaveLength(1);
    expect(ways({ widthMm: 195, turns: ['lwh'] })).toEqual([]);
  });
  const faults = (...placed: Placed[]) => arrangementFaults(space, placed).map((f) => f.say);
  test.each([
    [{}, []],
    [{ xMm: 12.7 }, ['a crosses a wall']],
    [{ xMm: 300 - 12.7 - 60 }, ['a crosses a wall']],
    [{ yMm: 7.7 }, ['a crosses a wall']],
    [{ zMm: 1 }, ['a is too high']],
    [{ zMm: 107 }, ['a is too high']],
    [{ xMm: 60, yMm: 20, zMm: 96 }, ['a meets keep-out 1']],
    [{ xMm: 60, yMm: 20, zMm: 55 }, []],
    [{ xMm: 60, yMm: 20, zMm: 56 }, ['a meets keep-out 1']]
  ] as [object, string[]][])('%j', (over, said) => expect(faults(body(over))).toEqual(said));
  test('two bodies keep their gap', () => {
    expect(faults(body(), body({ id: 'b', xMm: 85 }))).toEqual([]);
    expect(faults(body(), body({ id: 'b', xMm: 84 }))).toEqual(['a meets b']);
    expect(faults(body(), body({ id: 'b', zMm: 47 }))).toEqual([]);
    expect(faults(body(), body({ id: 'b', zMm: 46 }))).toEqual(['a meets b']);
  });
  test('grown along an axis: far walls and what reaches them go along', () => {
    const tray: Space = {
      ...space,
      keepOuts: [
        [0, 0, 120, 300, 200, 150],
        [280, 50, 0, 300, 90, 60],
        [10, 10, 0, 30, 30, 20]
      ]
    };
    expect(grown(tray, 0, 7)).toMatchObject({
      rimLengthMm: 307,
      floorLengthMm: 287,
      rimWidthMm: 200,
      heightMm: 150,
      keepOuts: [
        [0, 0, 120, 307, 200, 150],
        [287, 50, 0, 307, 90, 60],
        [10, 10, 0, 30, 30, 20]
      ]
    });
    expect(grown(tray, 1, 7)).toMatchObject({
      rimWidthMm: 207,
      floorWidthMm: 197,
      rimLengthMm: 300,
      keepOuts: [
        [0, 0, 120, 300, 207, 150],
        [280, 50, 0, 300, 90, 60],
        [10, 10, 0, 30, 30, 20]
      ]
    });
    expect(grown(tray, 2, 7)).toMatchObject({
      heightMm: 157,
      rimLengthMm: 300,
      keepOuts: [
        [0, 0, 127, 300, 200, 157],
        [280, 50, 0, 300, 90, 60],
        [10, 10, 0, 30, 30, 20]
      ]
    });
  });
  test('the six gaps round a body: to the leaning walls, or to what stands beside it', () => {
    const fit = {
      part: c,
      space,
      placed: [body(), body({ id: 'b', xMm: 100 }), body({ id: 'far', xMm: 100, yMm: 120 })],
      bodies: [
        { id: 'a', name: 'A' },
        { id: 'b', name: 'B' },
        { id: 'far', name: 'Far' }
      ]
    } as unknown as CaseFit;
    const [x, y, z] = gapsOf(fit, fit.placed[0]!);
    const lean = (10 * (150 - 2)) / 150;
    expect(x).toEqual({ lowMm: expect.closeTo(20 - lean, 9), lowTo: 'left wall', highMm: 20, highTo: 'B' });
    expect(y).toEqual({
      lowMm: expect.closeTo(20 - lean / 2, 9),
      lowTo: 'front wall',
      highMm: expect.closeTo(200 - lean / 2 - 70, 9),
      highTo: 'back wall'
    });
    expect(z).toEqual({ lowMm: 2, lowTo: 'floor', highMm: 108, highTo: 'lid' });
    expect(gapsOf(fit, fit.placed[1]!)[0]).toMatchObject({ lowMm: 20, lowTo: 'A', highTo: 'right wall' });
  });
});

describe('heat, hold, balance, leads', () => {
  test('the outside of a case', () => {
    expect(outsideOf(c)).toMatchObject({ lengthMm: 306, widthMm: 206, heightMm: 186, wallMm: 3, conductivity: 0.2 });
    expect(
      (['PP', 'ABS', 'PC', 'wood', 'steel'] as const).map((material) => outsideOf({ ...c, material }).conductivity)
    ).toEqual([0.2, 0.2, 0.2, 0.13, 50]);
    expect(SUN_W_PER_M2).toBe(800);
  });
  test('the rise inside, by hand: a cube of 0.2 m, 6 W, 3 mm of plastic, in the shade and in the sun', () => {
    const cube = { lengthMm: 200, widthMm: 200, heightMm: 200, wallMm: 3, conductivity: 0.2, absorptanceFraction: 0.5 };
    const shade = 6 / (8 * 0.2) + 6 * (1 / (6 * 0.24) + 0.003 / (0.2 * 0.24));
    expect(insideRiseK(cube, { lossW: 6, sunWPerM2: 0 })).toBeCloseTo(shade, 9);
    const sun = (0.5 * 800 * Math.sqrt(3) * 0.04) / (8 * 0.2);
    expect(insideRiseK(cube, { lossW: 6, sunWPerM2: 800 })).toBeCloseTo(shade + sun, 9);
    expect(
      insideRiseK(cube, { lossW: 6, sunWPerM2: 0 }, 16) - insideRiseK(cube, { lossW: 6, sunWPerM2: 0 })
    ).toBeCloseTo(-6 / (16 * 0.2), 9);
  });
  test('losses inside: converters of ports as means over the outing, fixed bodies, what the box itself draws', () => {
    const losses = lossesOf(hide, plan.demand);
    expect(losses.at(-1)).toEqual({
      name: 'Meters, lamps, idle modules',
      lossW: plan.demand.box.energyWh / hide.outing.durationH
    });
    const inPorts = hide.devices.flatMap((d, i) =>
      d.supply === 'usb-a' || d.supply === 'usb-c'
        ? [
            [
              `Converter for ${d.name}`,
              ((plan.demand.devices[i]!.meanW - plan.demand.devices[i]!.outW) * plan.demand.devices[i]!.onH) /
                hide.outing.durationH
            ]
          ]
        : []
    );
    expect(inPorts.length).toBeGreaterThan(0);
    expect(losses.filter((l) => l.name.startsWith('Converter')).map((l) => [l.name, l.lossW])).toEqual(inPorts);
  });
  test('forces', () => {
    expect(forceN(2, 5)).toBeCloseTo(98.0665, 9);
    expect(hookMm2(98.0665)).toBeCloseTo(4903.325, 6);
    expect(dropG(0.5, 25)).toBe(20);
    expect([foamMm(9), foamMm(10, 0.5)]).toEqual([12, 20]);
    expect([tugTestN(5), tugTestN(100)]).toEqual([expect.closeTo(98.0665, 9), 400.3398]);
    expect(LOAD_G).toEqual({ carried: 3, boat: 5, offRoad: 10 });
  });
  const size = { lengthMm: 150, widthMm: 80, heightMm: 100 };
  const held = (gap: number, massKg = 2, over: object = {}) =>
    holdDown(massKg, { left: gap, right: gap, front: gap, back: gap, ...over }, size, METRIC);
  test.each([
    [1, 2, 'snug'],
    [3, 2, 'snug'],
    [3.1, 2, 'foam'],
    [25, 2, 'foam'],
    [25.1, 2, 'strap'],
    [25.1, 8, 'strap'],
    [25.1, 8.1, 'cradle']
  ] as const)('gaps of %d mm round %d kg: %s', (gap, kg, how) => expect(held(gap, kg).how).toBe(how));
  test('foam goes into gaps that are neither snug nor wide, along the side it lies on, squeezed', () => {
    const h = held(9, 2, { front: 1.5, back: 26 });
    expect(h.foam).toEqual([
      { side: 'left', thicknessMm: 12, lengthMm: 80, heightMm: 70 },
      { side: 'right', thicknessMm: 12, lengthMm: 80, heightMm: 70 }
    ]);
    expect(held(9, 2, { left: 1, right: 1, back: 1 }).foam).toEqual([
      { side: 'front', thicknessMm: 12, lengthMm: 150, heightMm: 70 }
    ]);
    expect(h.strapMm).toBe(2 * 100 + 80 + 160);
    expect(held(9).strapMm).toBeUndefined();
    expect(held(9).forceN).toBeCloseTo(98.0665, 9);
  });
  test('hanging and going over', () => {
    expect(hangTiltDeg(-20, 220, 200)).toBeCloseTo(45, 9);
    expect(tipDeg(50, 50)).toBeCloseTo(45, 9);
  });
  test('what floats: a tenth of its mass in reserve, in fresh water or salt', () => {
    expect(SHELL_KG_PER_L).toEqual({ PP: 0.905, ABS: 1.05, PC: 1.2, steel: 7.85, wood: 0.68 });
    const of = (massKg: number, water?: number) => floating({ material: 'ABS', massKg: 1.05 }, 9, massKg, water);
    expect(of(5)).toEqual({ outsideL: 10, submergedFraction: 0.5, reserveKg: 5, floats: true });
    expect([of(9.09).floats, of(9.1).floats, of(9.1, 1.025).floats]).toEqual([true, false, true]);
  });
  test('in the water it sits so deep and stays upright or rolls, by hand for a raft of 400 × 200', () => {
    const raft = { floorLengthMm: 390, rimLengthMm: 410, floorWidthMm: 190, rimWidthMm: 210 };
    // 4 l over 400 × 200 is 50 mm deep; BM = 400 × 200³ / 12 / 4e6 = 66.7
    const low = afloat(raft, 4, 60);
    expect(low).toEqual({ draughtMm: 50, metacentreMm: expect.closeTo(25 + 66.6667 - 60, 3), rolls: false });
    expect(afloat(raft, 4, 81).rolls).toBe(false);
    expect(afloat(raft, 4, 82).rolls).toBe(true);
    expect(afloat({ floorLengthMm: 190, rimLengthMm: 210, floorWidthMm: 390, rimWidthMm: 410 }, 4, 60)).toEqual(low);
  });
  test('bends, turns and sag', () => {
    expect([bendRoomMm(6, 12), bendRoomMm(6, 12, 6), uTurnMm(6), uTurnMm(6, 6)]).toEqual([42, 54, 60, 84]);
    expect(sagMm(300, 8)).toBe(30);
  });
  test('a lead over the hinge: shut, open, and the farthest on the way', () => {
    const lead = lidLead({ acrossMm: 100, upMm: 0 }, { acrossMm: 0, upMm: 50 }, 90);
    expect(lead).toMatchObject({ bodyMm: 100, lidMm: 50, closedDeg: 90 });
    expect(lead.closedMm).toBeCloseTo(Math.hypot(100, 50), 9);
    // a quarter turn further it lies on the other side of the hinge: the whole length
    expect(lead.openMm).toBeCloseTo(150, 9);
    expect(lead.longestMm).toBeCloseTo(150, 9);
    expect(lead.leadMm).toBeCloseTo(1.1 * 150 + 50, 9);
    expect(lead.slackMm).toBeCloseTo(165 - Math.hypot(100, 50), 9);
    const wide = lidLead({ acrossMm: 100, upMm: 0 }, { acrossMm: 0, upMm: 50 }, 180);
    expect(wide.openMm).toBeCloseTo(Math.hypot(100, 50), 6);
    expect(wide.longestMm).toBe(150);
  });
});

test('the demo’s own case: every body stands free of walls and others by its gaps', () => {
  const fit = plan.fit!;
  for (const p of fit.placed)
    for (const g of gapsOf(fit, p)) {
      expect(g.lowMm).toBeGreaterThan(-1e-6);
      expect(g.highMm).toBeGreaterThan(-1e-6);
    }
  const outside = applyEdits(hide, [set('bank/stands', 'outside')]);
  expect(evaluate(outside, STARTER_CATALOGUE).fit!.placed.some((p) => p.id.startsWith('battery'))).toBe(false);
});
