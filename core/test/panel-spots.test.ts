import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { add, set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { faceSizeMm } from '../src/case/faces.ts';
import { caseFit } from '../src/case/fit.ts';
import type { Face, Part, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { METRIC } from '../src/quantity/said.ts';
import { addPort, portUse, wantsCircuit } from '../src/panel/add-port.ts';
import { arrangePorts } from '../src/panel/arrange.ts';
import { depthRemedies } from '../src/panel/depth-remedies.ts';
import { aligned, distributed, fromCorner, mirrored } from '../src/panel/line-up.ts';
import { panelPlan, type PortPlan } from '../src/panel/panel.ts';
import { collides, placePort } from '../src/panel/place-port.ts';
import { plugClashes, plugProudMm } from '../src/panel/plug-room.ts';
import { polarityRows } from '../src/panel/polarity.ts';
import { snapPort } from '../src/panel/snap.ts';
import { pitchMm } from '../src/panel/spacing.ts';
import { plainCase } from './plain-case.ts';

type Panel = PartOf<'panel'>;
type Case = PartOf<'case'>;

const CUBE = plainCase([400, 300, 200], { lidDepthMm: 40, gasketBandMm: 10, hinge: 'none' });
const ROUND: Panel = {
  ...starter('panel', 'socket-12v-capped'),
  id: 'round',
  hole: { shape: 'round', diameterMm: 20, minMm: 20, maxMm: 21, key: null },
  flangeWidthMm: 30,
  flangeHeightMm: 30,
  behindWidthMm: 26,
  behindHeightMm: 26,
  bodyDepthMm: 30,
  straightMm: 20,
  flagMm: 10,
  plugWidthMm: 24,
  panelMinMm: 1,
  panelMaxMm: 10
};
type At = { id: string; face?: Face; xMm: number; yMm: number; part?: Panel };

/** A box of the cube with some parts on its faces. */
function cubeBox(ports: readonly At[], c: Case = CUBE): Box {
  let box = applyEdits(emptyBox('Cube'), [set(`parts/${c.id}` as string, c), set('casePartId', c.id)]);
  for (const { id, face = 'front', xMm, yMm, part = ROUND } of ports) {
    const port = addPort(box, caseFit(box)!, part, face, { name: id, wanted: { xMm, yMm }, exact: true });
    const [keep, placed] = port.edits;
    box = applyEdits(box, [
      keep!,
      { ...placed!, value: { ...(placed as { value: object }).value, id } } as typeof placed & object
    ]);
  }
  return box;
}
const panelOf = (box: Box) => panelPlan(box, caseFit(box))!;
const portsOf = (box: Box): PortPlan[] => panelOf(box).ports;
const edited = (box: Box, edits: Parameters<typeof applyEdits>[1]) =>
  applyEdits(box, edits).ports.map((p) => [p.id, p.xMm, p.yMm]);

describe('plugs and what they meet', () => {
  const LATCH = { face: 'front', kind: 'latch', xMm: 200, yMm: 100, widthMm: 20, heightMm: 20 } as const;
  const meets = (at: Omit<At, 'id'>, c: Case) => {
    const box = cubeBox([{ id: 'a', ...at }], c);
    return plugClashes(box, panelOf(box), c, METRIC).map((k) => k.what);
  };
  const withZone = (zone: Case['zones'][number]): Case => ({ ...CUBE, zones: [zone] });

  it('stands out by its kind: a USB plug 65 mm with its bend, others 90, none nothing', () => {
    expect(plugProudMm({ ...ROUND, supply: 'usb-a' })).toBe(65);
    expect(plugProudMm({ ...ROUND, supply: 'usb-c' })).toBe(65);
    expect(plugProudMm({ ...ROUND, supply: '12v' })).toBe(90);
    expect(plugProudMm({ ...ROUND, plugWidthMm: 0 })).toBe(0);
  });

  // 24 across: half of it reaches 12 beyond its middle; the zone as it is grown tells how near is near
  test.each([
    ['left of it', -1, 0],
    ['right of it', 1, 0],
    ['under it', 0, -1],
    ['over it', 0, 1]
  ] as const)('%s it meets the latch by half its width and no farther', (_, dx, dy) => {
    const grown = panelOf(cubeBox([], withZone(LATCH))).zones.find((z) => z.kind === 'latch')!;
    const x = dx < 0 ? grown.xMm : dx > 0 ? grown.xMm + grown.widthMm : grown.xMm + grown.widthMm / 2;
    const y = dy < 0 ? grown.yMm : dy > 0 ? grown.yMm + grown.heightMm : grown.yMm + grown.heightMm / 2;
    const off = (mm: number) => ({ xMm: x + dx * mm, yMm: y + dy * mm });
    expect(meets(off(11.9), withZone(LATCH))).toEqual(['latch']);
    expect(meets(off(12), withZone(LATCH))).toEqual([]);
  });

  it('meets latch and handle, on its own face, and no rib', () => {
    const over = { xMm: 210, yMm: 110 };
    expect(meets(over, withZone({ ...LATCH, kind: 'handle' }))).toEqual(['handle']);
    expect(meets(over, withZone({ ...LATCH, kind: 'rib' }))).toEqual([]);
    expect(meets(over, withZone({ ...LATCH, face: 'left' }))).toEqual([]);
  });

  it('wants 20 mm under it for the bend of its lead, but in the lid', () => {
    // its middle stands yMm over the inner floor, the wall below it is 3 mm
    const low = 20 + 12 - 3;
    expect(meets({ xMm: 200, yMm: low }, CUBE)).toEqual([]);
    expect(meets({ xMm: 200, yMm: low - 0.1 }, CUBE)).toEqual(['ground']);
    expect(meets({ xMm: 200, yMm: low - 0.1, face: 'lid' }, CUBE)).toEqual([]);
  });

  it('has the lid on it on the hinge side; a cap or no plug at all meets nothing', () => {
    const hinged: Case = { ...CUBE, hinge: 'back' };
    expect(meets({ xMm: 200, yMm: 100, face: 'back' }, hinged)).toEqual(['lid']);
    expect(meets({ xMm: 200, yMm: 100, face: 'left' }, hinged)).toEqual([]);
    expect(meets({ xMm: 200, yMm: 100, face: 'back', part: { ...ROUND, plugWidthMm: 0 } }, hinged)).toEqual([]);
    const box = applyEdits(cubeBox([{ id: 'a', face: 'back', xMm: 200, yMm: 100 }], hinged), [
      set('ports/a/inUse', 'capped')
    ]);
    expect(plugClashes(box, panelOf(box), hinged, METRIC)).toEqual([]);
  });
});

describe('lining up, in millimetres', () => {
  const wide: Panel = { ...ROUND, id: 'wide', flangeWidthMm: 50, flangeHeightMm: 40 };
  const slim: Panel = { ...ROUND, id: 'slim', flangeWidthMm: 20, flangeHeightMm: 10 };
  const box = cubeBox([
    { id: 'a', xMm: 50, yMm: 80 },
    { id: 'b', xMm: 160, yMm: 90, part: wide },
    { id: 'c', xMm: 300, yMm: 120, part: slim },
    { id: 'd', face: 'left', xMm: 70, yMm: 60 }
  ]);
  const ports = portsOf(box);

  test.each([
    ['row', [160, 80], [300, 80]],
    ['column', [50, 90], [50, 120]],
    // left edges at 35, right ones at 65, tops at 95, bottoms at 65
    ['left', [60, 90], [45, 120]],
    ['right', [40, 90], [55, 120]],
    ['top', [160, 75], [300, 90]],
    ['bottom', [160, 85], [300, 70]]
  ] as const)('%s', (how, b, c) => {
    expect(edited(box, aligned(ports, how))).toEqual([
      ['a', 50, 80],
      ['b', ...b],
      ['c', ...c],
      ['d', 70, 60]
    ]);
  });

  test('equal gaps: the outer two stay, what lies between shares what the flanges leave', () => {
    // from 35 to 310 are 275 mm, flanges take 30 + 50 + 20: two gaps of 87.5; the middle one begins at 65 + 87.5
    expect(edited(box, distributed(ports, 'x'))[1]).toEqual(['b', 177.5, 90]);
    // upwards from 65 to 125 are 60, flanges take 30 + 40 + 10: gaps of -10
    expect(edited(box, distributed(ports, 'y'))[1]).toEqual(['b', 160, 105]);
    expect(distributed(ports.slice(0, 2), 'x')).toEqual([]);
    // in whichever order they were chosen
    expect(edited(box, distributed([ports[2]!, ports[0]!, ports[1]!], 'x'))[1]).toEqual(['b', 177.5, 90]);
  });

  test('mirrored about the middle of its own face', () => {
    expect(edited(box, mirrored(CUBE, ports)).map((p) => p[1])).toEqual([350, 240, 100, 230]);
  });

  test('a place is rounded to hundredths, and one that is there already is no edit', () => {
    const odd = portsOf(
      cubeBox([
        { id: 'a', xMm: 50.123456, yMm: 80 },
        { id: 'b', xMm: 90, yMm: 80 }
      ])
    );
    expect(aligned(odd, 'column')).toMatchObject([{ path: 'ports/b/xMm', value: 50.12 }]);
    expect(aligned(odd, 'row')).toEqual([]);
  });

  test.each([
    ['bottom-left', 50, 80],
    ['bottom-right', 350, 80],
    ['top-left', 50, 120],
    ['top-right', 350, 120]
  ] as const)('counted from the %s corner', (corner, xMm, yMm) => {
    expect(fromCorner({ widthMm: 400, heightMm: 200 }, corner, { xMm: 50, yMm: 80 })).toEqual({ xMm, yMm });
  });

  test('of two rows that pull, the nearer one has it', () => {
    const others = [
      { xMm: 60, yMm: 80.5, part: ROUND },
      { xMm: 140, yMm: 82, part: ROUND }
    ];
    const at = (yMm: number) => snapPort({ widthMm: 400, heightMm: 300 }, ROUND, others, { xMm: 251, yMm }).yMm;
    expect(at(81)).toBe(80.5);
    expect(at(81.6)).toBe(82);
  });
});

describe('arranged by itself', () => {
  const arranged = (ports: readonly At[], c: Case = CUBE) => {
    const box = cubeBox(ports, c);
    return arrangePorts(box, caseFit(box)!).ports;
  };
  const VENT: Panel = { ...ROUND, id: 'vent', role: 'vent', plugWidthMm: 0 };
  const SWITCH: Panel = { ...ROUND, id: 'switch', role: 'switch', plugWidthMm: 0 };
  const INLET: Panel = { ...ROUND, id: 'inlet', role: 'inlet' };
  const GLAND: Panel = { ...ROUND, id: 'gland', role: 'gland', plugWidthMm: 0 };
  const face = faceSizeMm(CUBE, 'front');
  // 40 mm over the ground, half a flange, less the wall it stands on, and two to spare; as far under the gasket's band
  const low = 40 + 15 - 3 + 2;
  const high = face.heightMm - 10 - 15 - 8;

  it('a row of outlets stands in the middle of the front, at the pitch they ask for', () => {
    const { pitch } = pitchMm(ROUND, ROUND, 'ABS', 3);
    const row = arranged(['a', 'b', 'c'].map((id) => ({ id, xMm: 20, yMm: 20 })));
    expect(row.map((p) => p.face)).toEqual(['front', 'front', 'front']);
    expect(row.map((p) => p.yMm)).toEqual([low, low, low]);
    expect(row.map((p) => p.xMm)).toEqual([-1, 0, 1].map((k) => Math.round(200 + k * pitch)));
    expect(row.every((p) => p.placed && p.why.startsWith('plugs in one row'))).toBe(true);
  });

  it('each group has its height: controls high, inlets over half way, cords low, vents high', () => {
    const at = (part: Panel) => arranged([{ id: 'a', xMm: 20, yMm: 20, part }])[0]!;
    expect(at(SWITCH)).toMatchObject({ face: 'front', xMm: 200, yMm: high });
    expect(at(INLET)).toMatchObject({ face: 'right', xMm: 150, yMm: Math.round(low + 0.6 * (high - low)) });
    expect(at(GLAND)).toMatchObject({ face: 'left', xMm: 150, yMm: low });
    expect(at(VENT)).toMatchObject({ face: 'left', xMm: 150, yMm: high });
  });

  it('the tallest flange of a group lifts its row', () => {
    const tall: Panel = { ...ROUND, id: 'tall', flangeHeightMm: 60 };
    const row = arranged([
      { id: 'a', xMm: 20, yMm: 20 },
      { id: 'b', xMm: 20, yMm: 20, part: tall }
    ]);
    expect(row.map((p) => p.yMm)).toEqual([40 + 30 - 3 + 2, 40 + 30 - 3 + 2]);
  });

  it('what finds no room on its face goes to the next and says so; what finds none stays', () => {
    const small: Case = { ...CUBE, floorLengthMm: 70, rimLengthMm: 70, floorWidthMm: 90, rimWidthMm: 90 };
    const big: Panel = {
      ...ROUND,
      id: 'big',
      flangeWidthMm: 60,
      flangeHeightMm: 60,
      behindWidthMm: 20,
      behindHeightMm: 20,
      bodyDepthMm: 5,
      flagMm: 2,
      straightMm: 2
    };
    const two = arranged(
      ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map((id) => ({ id, xMm: 20, yMm: 20, part: big })),
      small
    );
    const moved = two.filter((p) => p.placed && p.face !== 'front');
    expect(moved.length).toBeGreaterThan(0);
    expect(moved.every((p) => p.why.endsWith('no room left on the front'))).toBe(true);
    const left = two.filter((p) => !p.placed);
    expect(left.length).toBeGreaterThan(0);
    for (const p of left) expect(p).toMatchObject({ face: 'front', xMm: 20, yMm: 20 });
    expect(left[0]!.why).toContain('no legal place left');
  });

  it('nothing is plugged in on the hinge side; what wants no hole stays where it is', () => {
    const rib = { face: 'right', kind: 'rib', xMm: 0, yMm: 0, widthMm: 300, heightMm: 200 } as const;
    const full: Case = { ...CUBE, zones: [rib] };
    expect(arranged([{ id: 'a', xMm: 20, yMm: 20, part: INLET }], full)[0]!.face).toBe('left');
    expect(arranged([{ id: 'a', xMm: 20, yMm: 20, part: INLET }], { ...full, hinge: 'left' })[0]!.face).toBe('front');
    const unplugged: Panel = { ...INLET, id: 'unplugged', plugWidthMm: 0 };
    expect(arranged([{ id: 'a', xMm: 20, yMm: 20, part: unplugged }], { ...full, hinge: 'left' })[0]!.face).toBe(
      'left'
    );
    const stuck: Panel = { ...ROUND, id: 'stuck', hole: { shape: 'none' } };
    expect(arranged([{ id: 'a', xMm: 33, yMm: 44, part: stuck }])[0]).toMatchObject({ xMm: 33, yMm: 44, placed: true });
  });
});

describe('a new port', () => {
  it('stands as its kind is used', () => {
    const mated = { ...ROUND.seal, mated: { jet: 5, dunk: 0 as const } };
    expect(portUse({ ...ROUND, role: 'outlet', seal: mated })).toBe('mated');
    expect(portUse({ ...ROUND, role: 'outlet', seal: { ...mated, mated: null } })).toBe('open');
    expect(portUse({ ...ROUND, role: 'inlet' })).toBe('capped');
    expect(portUse({ ...ROUND, role: 'gland' })).toBe('mated');
    expect(portUse({ ...ROUND, role: 'switch', seal: mated })).toBe('open');
  });

  it('has a circuit where something hangs on it', () => {
    const wants = (['outlet', 'inlet', 'meter', 'lamp', 'switch', 'gland', 'vent', 'blank'] as const).filter((role) =>
      wantsCircuit({ ...ROUND, role })
    );
    expect(wants).toEqual(['outlet', 'inlet', 'meter', 'lamp']);
  });

  it('goes to the middle of a face that has no place for it, and says so', () => {
    const box = cubeBox([]);
    const wall: Panel = { ...ROUND, flangeWidthMm: 290, flangeHeightMm: 290 };
    const added = addPort(box, caseFit(box)!, wall, 'front');
    expect(added).toMatchObject({ crowded: true, xMm: 200, yMm: 100 });
    expect(addPort(box, caseFit(box)!, ROUND, 'front').crowded).toBe(false);
    expect(placePort(box, caseFit(box)!, wall, ['front', 'left'])).toBeUndefined();
  });

  it('that has to hold goes on no wall too thin or too thick for it', () => {
    const c: Case = { ...CUBE, faceWallMm: { front: 12, right: 0.5, left: 10, back: 1 } };
    const box = cubeBox([], c);
    const fit = caseFit(box)!;
    expect(placePort(box, fit, ROUND)!.face).toBe('front');
    expect(placePort(box, fit, ROUND, undefined, { holds: true })!.face).toBe('left');
    expect(placePort(box, fit, ROUND, ['front', 'right', 'back'], { holds: true })!.face).toBe('back');
    expect(placePort(box, fit, ROUND, ['front', 'right'], { holds: true })).toBeUndefined();
  });

  it('meets what is new alone: what met before is no news', () => {
    const apart = cubeBox([
      { id: 'a', xMm: 100, yMm: 100 },
      { id: 'b', xMm: 200, yMm: 100 },
      { id: 'c', xMm: 205, yMm: 100 }
    ]);
    const fit = caseFit(apart)!;
    expect(collides(apart, fit, [set('ports/a/xMm', 110)])).toBe(false);
    expect(collides(apart, fit, [set('ports/a/xMm', 190)])).toBe(true);
    expect(collides(apart, fit, [set('ports/a/yMm', 2)])).toBe(true);
    expect(collides(apart, fit, [set('casePartId', null)])).toBe(false);
  });
});

describe('room behind a port', () => {
  // deeper than half the case: a battery stands behind it
  const DEEP: Panel = { ...ROUND, id: 'deep', bodyDepthMm: 60, straightMm: 40, flagMm: 15 };
  function behind(over: Partial<Panel> = {}, place = { xMm: 100, yMm: 0, zMm: 0 }): Box {
    const b = new BoxBuilder('Behind');
    b.box = cubeBox([{ id: 'a', xMm: 180, yMm: 80, part: { ...DEEP, ...over } }]);
    b.use('battery', 'battery-lfp-20', 'bank/partId');
    b.set('placements', { 'battery-1': { ...place, turn: 'lwh' } });
    return b.set('ports/a/terminals', 'straight').box;
  }
  const fitOf = (box: Box) => caseFit(box)!;
  const remediesOf = (box: Box, catalogue: readonly Part[] = []) =>
    depthRemedies(box, fitOf(box), catalogue, portsOf(box)[0]!);
  const clearOf = (box: Box) => portsOf(box)[0]!.clearMm;
  /** The battery so far behind the front that the part is clear by so much, with straight terminals. */
  const clearBy = (mm: number, over: Partial<Panel> = {}): Box => {
    const near = behind(over, { xMm: 100, yMm: 100, zMm: 0 });
    const box = behind(over, { xMm: 100, yMm: 100 + mm - clearOf(near), zMm: 0 });
    expect(clearOf(box)).toBeCloseTo(mm, 6);
    return box;
  };
  const labels = (box: Box) => remediesOf(box).map((r) => r.label);

  it('flag terminals where they win enough, and only for straight ones', () => {
    expect(remediesOf(clearBy(-25))[0]).toMatchObject({
      label: 'Use flag terminals',
      effect: '0.0 mm clear',
      edits: [{ path: 'ports/a/terminals', value: 'flag' }]
    });
    expect(labels(clearBy(-25.1))).not.toContain('Use flag terminals');
    const flag = applyEdits(clearBy(-20), [set('ports/a/terminals', 'flag')]);
    expect(labels(flag)).not.toContain('Use flag terminals');
    expect(labels(clearBy(-5, { flagMm: 40 }))).not.toContain('Use flag terminals');
  });

  it('a ring of whole millimetres that leaves five, up to 25; its nut reaches or a collar carries it', () => {
    const spacer = (box: Box) => remediesOf(box).find((r) => r.label.startsWith('Spacer'));
    expect(spacer(clearBy(-10.4))).toMatchObject({
      label: 'Spacer of 16.0 mm under the flange',
      effect: '5.6 mm clear; as a hollow collar whose own face carries the part',
      edits: [{ path: 'ports/a/spacerMm', value: 16 }]
    });
    expect(spacer(clearBy(-10.4, { panelMaxMm: 19 }))!.effect).toContain('its nut still reaches');
    expect(spacer(clearBy(-10.4, { panelMaxMm: 18.9 }))!.effect).toContain('collar');
    expect(spacer(clearBy(-20))).toBeDefined();
    expect(spacer(clearBy(-20.1))).toBeUndefined();
    const on = applyEdits(clearBy(-20), [set('ports/a/spacerMm', 8)]);
    expect(clearOf(on)).toBeCloseTo(-12, 6);
    expect(spacer(on)).toMatchObject({
      label: 'Spacer of 25.0 mm under the flange',
      effect: expect.stringContaining('5.0 mm clear')
    });
  });

  it('a place beside the battery, one on another face, or the battery moved: each has room', () => {
    const box = clearBy(-20);
    const all = remediesOf(box);
    for (const start of ['Move to 2', 'Let Haversack move', 'Move to the ']) {
      const r = all.find((k) => k.label.startsWith(start) || (start === 'Move to 2' && /^Move to \d/.test(k.label)));
      expect(r, start).toBeDefined();
      expect(clearOf(applyEdits(box, r!.edits)), start).toBeGreaterThanOrEqual(0);
    }
    // a battery that nobody put there is not offered to be moved
    expect(labels(applyEdits(box, [set('placements', {})])).some((l) => l.startsWith('Let Haversack'))).toBe(false);
  });

  describe('another part that does the same', () => {
    const box = clearBy(-20);
    const SHALLOW: Panel = { ...DEEP, id: 'shallow', name: 'Shallow', bodyDepthMm: 30, priceAmount: 5 };
    const offered = (...parts: Partial<Panel>[]) =>
      remediesOf(
        box,
        parts.map((p) => ({ ...SHALLOW, ...p }))
      ).at(-1)!.label;

    it('is taken, the cheapest first, without a price last', () => {
      expect(offered({})).toBe('Shallow');
      expect(offered({ name: 'Dear', priceAmount: 9 }, { name: 'Cheap', priceAmount: 2 })).toBe('Cheap');
      expect(offered({ name: 'No price', priceAmount: null }, { name: 'Dear', priceAmount: 9 })).toBe('Dear');
    });

    test.each([
      ['the same part', { id: 'deep' }],
      ['another role', { role: 'inlet' }],
      ['another supply', { supply: 'usb-a' }],
      ['a lower rating', { ratingA: (DEEP.ratingA ?? 0) - 0.1 }],
      ['no hole', { hole: { shape: 'none' } }],
      ['for thicker walls', { panelMinMm: 3.1 }],
      ['for thinner walls', { panelMaxMm: 2.9 }],
      ['a wider flange', { flangeWidthMm: DEEP.flangeWidthMm + 2.1 }],
      ['a taller flange', { flangeHeightMm: DEEP.flangeHeightMm + 2.1 }],
      // 20 too deep, 30 less: 10 clear; 5.1 more leave less than five
      ['not shallow enough', { bodyDepthMm: 35.1 }]
    ] as [string, Partial<Panel>][])('not %s', (_, over) => {
      expect(offered(over)).not.toBe('Shallow');
    });

    test.each([
      ['rated alike', { ratingA: DEEP.ratingA }],
      ['for just this wall', { panelMinMm: 3, panelMaxMm: 3 }],
      [
        'a flange two wider and taller',
        { flangeWidthMm: DEEP.flangeWidthMm + 2, flangeHeightMm: DEEP.flangeHeightMm + 2 }
      ],
      ['five clear', { bodyDepthMm: 35 }]
    ] as [string, Partial<Panel>][])('but %s', (_, over) => {
      expect(offered(over)).toBe('Shallow');
    });

    it('gives as many watts', () => {
      const usb = clearBy(-20, { converterRatedW: 30 });
      const of = (converterRatedW: number | null) =>
        remediesOf(usb, [{ ...SHALLOW, converterRatedW }]).at(-1)!.label === 'Shallow';
      expect([of(30), of(60), of(29), of(null)]).toEqual([true, true, false, false]);
    });
  });
});

describe('bare live metal', () => {
  const PINS: Panel = { ...ROUND, id: 'pins', role: 'inlet', exposedLivePins: true, keyed: true };
  const stateOf = (box: Box) => polarityRows(box, new Map())[0]!;

  it('is a stop where a circuit ends on it or a feed comes in by it, and by no other port', () => {
    const box = cubeBox([
      { id: 'a', xMm: 100, yMm: 100, part: PINS },
      { id: 'b', xMm: 200, yMm: 100 }
    ]);
    expect(stateOf(box)).toMatchObject({ state: 'holds', liveMetal: 'on the inlet' });
    const through = (portId: string) => applyEdits(box, [set('feeds/main/throughPortId', setTo(portId))]);
    expect(stateOf(through('a'))).toMatchObject({ state: 'stop', liveMetal: 'yes' });
    expect(stateOf(through('b'))).toMatchObject({ state: 'holds' });
    const unread = applyEdits(box, [set('feeds/main/throughPortId', { is: 'unknown' })]);
    expect(stateOf(unread)).toMatchObject({ state: 'holds' });
    const wired = evaluate(box, STARTER_CATALOGUE);
    expect(wired.panel!.ports).toHaveLength(2);
    const circuit = { ...new BoxBuilder('x').box, ...box };
    const live = applyEdits(circuit, [
      add('circuits', {
        ...starterCircuit(),
        portId: 'a'
      })
    ]);
    expect(stateOf(live)).toMatchObject({ state: 'stop' });
  });
});

/** Any circuit there is. */
function starterCircuit(): Box['circuits'][number] {
  const b = new BoxBuilder('x');
  b.use('case', 'case-hard-large', 'casePartId');
  const p = b.port('socket-12v-capped', 'front', 'S');
  return b.box.circuits.find((c) => c.id === p.circuitId)!;
}
