import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Bracket, Box, Device } from '../src/box/schema.ts';
import { faceSizeMm } from '../src/case/faces.ts';
import type { Face, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { set } from '../src/findings/rule.ts';
import { evaluate } from '../src/evaluate.ts';
import { around } from '../src/panel/around.ts';
import { copiedTo } from '../src/panel/line-up.ts';
import { lidSwingMeets } from '../src/panel/lid-swing.ts';
import type { PanelPlan, PortPlan } from '../src/panel/panel.ts';
import { swapEdits, swapPart } from '../src/panel/place-port.ts';
import { plugUses } from '../src/panel/plug-uses.ts';
import { polarityRows } from '../src/panel/polarity.ts';
import { silhouettes } from '../src/panel/silhouettes.ts';
import { snapPort } from '../src/panel/snap.ts';
import { edgeMm, holeSizeMm, pairGaps, pitchMm, webMm } from '../src/panel/spacing.ts';
import { bracketOn } from './bracket.ts';
import { grownZone, noDrillZones } from '../src/panel/zones.ts';

type Panel = PartOf<'panel'>;
const panelPart = (id: string): Panel => {
  const p = STARTER_CATALOGUE.find((x) => x.id === id);
  if (p?.kind !== 'panel') throw new Error(`no panel part ${id}`);
  return p;
};
const socket = panelPart('socket-12v-capped');
const hide = saltmarshHideBox();
const plan = evaluate(hide, STARTER_CATALOGUE);

describe('gaps between two parts', () => {
  const round = (over: Partial<Panel> = {}): Panel => ({
    ...socket,
    hole: { ...socket.hole, shape: 'round', diameterMm: 20 } as Panel['hole'],
    flangeWidthMm: 30,
    flangeHeightMm: 30,
    behindWidthMm: 26,
    behindHeightMm: 26,
    plugWidthMm: 24,
    ...over
  });
  const at = (xMm: number, yMm: number) => ({ xMm, yMm });
  test('round parts are measured from circle to circle', () => {
    const gaps = pairGaps({ at: at(0, 0), part: round() }, { at: at(30, 40), part: round({ plugWidthMm: 30 }) });
    expect(gaps).toEqual({ flangeMm: 20, webMm: 30, nutMm: 24, plugMm: 23 });
  });
  test('square flanges are measured side to side, along whichever way parts them', () => {
    const square = round({ flangeHeightMm: 20 });
    expect(pairGaps({ at: at(0, 0), part: square }, { at: at(50, 10), part: square }).flangeMm).toBe(20);
    expect(pairGaps({ at: at(0, 0), part: square }, { at: at(10, 50), part: square }).flangeMm).toBe(30);
    // one round and one that is not: by rectangles
    expect(pairGaps({ at: at(0, 0), part: round() }, { at: at(30, 40), part: square }).flangeMm).toBe(15);
  });
  test('parts that overlap have a gap below nought, and no plug has no gap of plugs', () => {
    const gaps = pairGaps({ at: at(0, 0), part: round() }, { at: at(10, 0), part: round({ plugWidthMm: 0 }) });
    expect(gaps.flangeMm).toBe(-20);
    expect(gaps.plugMm).toBeUndefined();
  });
  test('each of flange, web, nut and plug can be what decides the pitch', () => {
    const base = { flangeWidthMm: 20, behindWidthMm: 10, plugWidthMm: 0 };
    const small = (over: Partial<Panel> = {}) => round({ ...base, ...over });
    // flange 20 + 2; hole 20 + web 9 of a 3 mm wall; nut 10 + 4
    expect(pitchMm(small(), small(), 'PP', 3)).toEqual({ flange: 22, web: 29, nut: 14, plug: 0, pitch: 29 });
    expect(pitchMm(small({ flangeWidthMm: 40 }), small({ flangeWidthMm: 40 }), 'PP', 3)).toMatchObject({
      flange: 42,
      pitch: 42
    });
    expect(pitchMm(small({ behindWidthMm: 50 }), small(), 'PP', 3)).toMatchObject({ nut: 34, pitch: 34 });
    expect(pitchMm(small({ plugWidthMm: 24 }), small({ plugWidthMm: 30 }), 'PP', 3)).toMatchObject({
      plug: 42,
      pitch: 42
    });
    expect(pitchMm(small({ plugWidthMm: 24 }), small(), 'PP', 3).plug).toBe(0);
    expect(pitchMm(small(), small({ plugWidthMm: 24 }), 'PP', 3).plug).toBe(0);
  });
  test.each([
    ['PP', 1, 6],
    ['PP', 3, 9],
    ['PC', 2, 6],
    ['PC', 2.5, 7.5],
    ['steel', 1, 5],
    ['steel', 2, 6],
    ['wood', 9, 12],
    ['wood', 15, 15]
  ] as const)('between two holes in %s of %d mm stay %d mm', (material, wallMm, web) => {
    expect(webMm(material, wallMm)).toBe(web);
  });
  test('holes of every shape have a size', () => {
    const shaped = (hole: unknown): Panel => ({ ...socket, hole: hole as Panel['hole'] });
    expect(holeSizeMm(shaped({ shape: 'round', diameterMm: 29 }))).toEqual({ widthMm: 29, heightMm: 29 });
    expect(holeSizeMm(shaped({ shape: 'rect', widthMm: 37, heightMm: 21 }))).toEqual({ widthMm: 37, heightMm: 21 });
    expect(holeSizeMm(shaped({ shape: 'twin', diameterMm: 8, pitchMm: 19 }))).toEqual({ widthMm: 27, heightMm: 8 });
    expect(holeSizeMm(shaped({ shape: 'none' }))).toEqual({ widthMm: 0, heightMm: 0 });
  });
  test('from the edge: the flange with two, or the nut with three millimetres, by what reaches further', () => {
    expect(edgeMm(round(), 8)).toBe(25);
    expect(edgeMm(round({ behindWidthMm: 60 }), 0)).toBe(33);
    expect(edgeMm(round({ behindWidthMm: 60 }), 10)).toBeCloseTo(35.929, 3);
  });
});

describe('live distances of a port', () => {
  const port = (xMm: number, yMm: number, over: Partial<Panel> = {}): PortPlan =>
    ({
      port: { id: 'a', face: 'front', xMm, yMm },
      tag: 'P1',
      part: { ...socket, flangeWidthMm: 20, flangeHeightMm: 20, behindWidthMm: 16, behindHeightMm: 16, ...over },
      edgesMm: { left: 1, right: 2, top: 3, bottom: 4 },
      behindName: 'the battery',
      clearMm: 12
    }) as unknown as PortPlan;
  const with_ = (zones: object[], others: PortPlan[] = []): PanelPlan =>
    ({ ports: others, zones: zones.map((z) => ({ face: 'front', kind: 'rib', ...z })) }) as unknown as PanelPlan;
  const zone = { xMm: 100, yMm: 50, widthMm: 10, heightMm: 10 };
  const gapTo = (xMm: number, yMm: number, over: Partial<Panel> = {}): number | undefined =>
    around(with_([zone]), port(xMm, yMm, over)).zone?.gapMm;
  test('to a rib: straight beside it, above it, across its corner, and into it', () => {
    expect(gapTo(70, 55)).toBe(20);
    expect(gapTo(140, 55)).toBe(20);
    expect(gapTo(105, 20)).toBe(20);
    expect(gapTo(105, 90)).toBe(20);
    // 3 across and 4 up from its corner: 5 away
    expect(gapTo(87, 36)).toBe(5);
    expect(gapTo(105, 55)).toBe(-15);
    expect(gapTo(90, 36)).toBe(4);
  });
  test('what is wider, flange or nut, counts each way', () => {
    expect(gapTo(70, 55, { behindWidthMm: 30 })).toBe(15);
    expect(gapTo(105, 20, { behindHeightMm: 30 })).toBe(15);
    expect(gapTo(70, 55, { flangeWidthMm: 40, behindWidthMm: 30 })).toBe(10);
  });
  test('the nearest counts, on this face alone', () => {
    const far = { ...zone, xMm: 200 };
    expect(around(with_([far, zone]), port(70, 55)).zone).toEqual({ word: 'rib', gapMm: 20 });
    expect(around(with_([{ ...zone, face: 'back' }]), port(70, 55)).zone).toBeUndefined();
    const other = (xMm: number, face = 'front'): PortPlan => {
      const o = port(xMm, 55);
      return { ...o, tag: `at ${xMm}`, port: { ...o.port, id: `o${xMm}`, face: face as Face } };
    };
    const seen = around(with_([], [other(150), other(120), other(95, 'back')]), port(70, 55));
    expect(seen.neighbour).toEqual({ tag: 'at 120', gapMm: 30 });
    expect(seen.behind).toEqual({ name: 'the battery', clearMm: 12 });
    expect(seen.edgesMm).toEqual({ left: 1, right: 2, top: 3, bottom: 4 });
    expect(around(with_([], []), port(70, 55)).neighbour).toBeUndefined();
  });
});

describe('what stands behind each face', () => {
  const seen = silhouettes(plan.fit!);
  const c = plan.fit!.part;
  const body = plan.fit!.placed[0]!;
  const of = (face: Face) => seen.find((s) => s.face === face && s.bodyId === body.id)!;
  const [right, rear, top] = [body.xMm + body.lengthMm, body.yMm + body.widthMm, body.zMm + body.heightMm];
  test('every body is seen through every face but the floor', () => {
    expect(seen).toHaveLength(5 * plan.fit!.placed.length);
    expect(new Set(seen.map((s) => s.face))).toEqual(new Set(['left', 'front', 'right', 'back', 'lid']));
  });
  test('as it stands on the front and right, mirrored on the back and left', () => {
    expect([of('front').x1Mm, of('front').x2Mm]).toEqual([body.xMm, right]);
    expect([of('back').x1Mm, of('back').x2Mm]).toEqual([c.rimLengthMm - right, c.rimLengthMm - body.xMm]);
    expect([of('right').x1Mm, of('right').x2Mm]).toEqual([body.yMm, rear]);
    expect([of('left').x1Mm, of('left').x2Mm]).toEqual([c.rimWidthMm - rear, c.rimWidthMm - body.yMm]);
    expect([of('lid').x1Mm, of('lid').x2Mm, of('lid').y1Mm, of('lid').y2Mm]).toEqual([body.xMm, right, body.yMm, rear]);
    for (const face of ['front', 'back', 'left', 'right'] as const)
      expect([of(face).y1Mm, of(face).y2Mm]).toEqual([Math.max(0, body.zMm), Math.min(c.depthMm, top)]);
  });
  test('its distance is counted from the leaning wall at its middle height', () => {
    const middle = (Math.max(0, body.zMm) + Math.min(c.depthMm, top)) / 2;
    const lean = (taperMm: number): number => (taperMm / 2) * (1 - middle / c.depthMm);
    const [leanX, leanY] = [lean(c.rimLengthMm - c.floorLengthMm), lean(c.rimWidthMm - c.floorWidthMm)];
    expect(of('front').distanceMm).toBeCloseTo(body.yMm - leanY, 9);
    expect(of('back').distanceMm).toBeCloseTo(c.rimWidthMm - leanY - rear, 9);
    expect(of('left').distanceMm).toBeCloseTo(body.xMm - leanX, 9);
    expect(of('right').distanceMm).toBeCloseTo(c.rimLengthMm - leanX - right, 9);
    expect(of('lid').distanceMm).toBeCloseTo(c.depthMm + c.lidDepthMm - top, 9);
  });
});

describe('a hinged lid that swings shut', () => {
  const c = { ...plan.fit!.part, hinge: 'back', rimWidthMm: 200, depthMm: 100 } as PartOf<'case'>;
  const solid = (low: [number, number, number], high: [number, number, number]) => ({ low, high });
  // hangs 40 mm into the case, 80 to 120 mm from the hinge
  const hung = solid([10, 80, 60], [50, 120, 100]);
  const beside = (xMm: number) => solid([xMm, 110, 0], [xMm + 30, 190, 90]);
  test('what stands beside it along the hinge is passed, from the gap on', () => {
    expect(lidSwingMeets(c, hung, beside(55), 5)).toBeUndefined();
    expect(lidSwingMeets(c, hung, beside(54.9), 5)).toBeGreaterThan(0);
    expect(lidSwingMeets(c, hung, beside(-25), 5)).toBeUndefined();
    expect(lidSwingMeets(c, hung, beside(-24.9), 5)).toBeGreaterThan(0);
  });
  test('the angle is where a point of its underside first comes into what stands there, worked out by hand', () => {
    // the far end 120 mm from the hinge and 40 below the rim comes down on a tall thing 125 to 160 mm out
    const tall = solid([0, 40, 0], [60, 75, 95]);
    const at = lidSwingMeets(c, hung, tall, 0)!;
    const t = (at * Math.PI) / 180;
    const points = [0, 0.25, 0.5, 0.75, 1].map((k) => 80 + 40 * k);
    const inside = (deg: number): boolean => {
      const a = (deg * Math.PI) / 180;
      return points.some((r) => {
        const out = r * Math.cos(a) + 40 * Math.sin(a);
        const up = r * Math.sin(a) - 40 * Math.cos(a);
        return out > 125 && out < 160 && up < -5 && up > -100;
      });
    };
    expect(t).toBeGreaterThan(0);
    expect(inside(at)).toBe(true);
    for (let deg = at + 2; deg <= 60; deg += 2) expect(inside(deg), `${deg}°`).toBe(false);
  });
  test('something low is never met, and the left hinge is turned likewise', () => {
    expect(lidSwingMeets(c, hung, solid([0, 0, 0], [60, 200, 20]), 5)).toBeUndefined();
    const left = { ...c, hinge: 'left' } as PartOf<'case'>;
    const turned = solid([80, 10, 60], [120, 50, 100]);
    const tall = solid([125, 0, 0], [160, 60, 95]);
    expect(lidSwingMeets(left, turned, tall, 0)).toBe(lidSwingMeets(c, hung, solid([0, 40, 0], [60, 75, 95]), 0));
  });
});

describe('polarity', () => {
  const rowOf = (box: Box, portId: string) => polarityRows(box, new Map()).find((r) => r.portId === portId)!;
  const port = hide.ports.find(
    (p) => p.partId && hide.circuits.some((c) => c.portId === p.id && c.purpose !== 'charge')
  )!;
  const withPart = (over: Partial<Panel>): Box =>
    applyEdits(hide, [
      set('parts/own-plug', { ...socket, id: 'own-plug', ...over }),
      set(`ports/${port.id}/partId`, 'own-plug')
    ]);
  const plain = { role: 'outlet', supply: '12v', keyed: true, exposedLivePins: false } as const;
  test('a keyed plug at one voltage holds', () => {
    expect(rowOf(withPart(plain), port.id)).toMatchObject({
      keyed: 'yes',
      liveMetal: 'no',
      same: 'no',
      volts: 'gives 12 V',
      state: 'holds',
      say: 'goes in one way, at one voltage'
    });
  });
  test('one that goes in both ways, or of which nobody knows it, is a doubt; a USB plug is none', () => {
    expect(rowOf(withPart({ ...plain, keyed: false }), port.id)).toMatchObject({
      keyed: 'no',
      state: 'caution',
      say: expect.stringContaining('mark both halves')
    });
    expect(rowOf(withPart({ ...plain, keyed: null }), port.id)).toMatchObject({
      keyed: 'unknown',
      state: 'caution',
      say: expect.stringContaining('try by hand')
    });
    for (const supply of ['usb-a', 'usb-c'] as const)
      expect(rowOf(withPart({ ...plain, supply, keyed: null }), port.id)).toMatchObject({
        volts: '5 V and more, by agreement',
        state: 'holds'
      });
  });
  test('bare live metal is a stop where something feeds it, and only then', () => {
    const bare = withPart({ ...plain, exposedLivePins: true });
    expect(rowOf(bare, port.id)).toMatchObject({ liveMetal: 'yes', state: 'stop' });
    const circuit = bare.circuits.find((c) => c.portId === port.id)!;
    const dead = applyEdits(bare, [{ op: 'remove', path: `circuits/${circuit.id}` }]);
    expect(rowOf(dead, port.id)).toMatchObject({ liveMetal: 'on the inlet', state: 'holds' });
  });
  test('an adapter that swaps plus and minus is a stop, one that nobody measured a doubt', () => {
    const device = hide.devices.find((d) => d.portId === port.id) ?? hide.devices[0]!;
    const adapted = (adapter: NonNullable<Device['lead']>['adapter']) => {
      const box = withPart(plain);
      return applyEdits(box, [
        set(`devices/${device.id}/portId`, port.id),
        set(`devices/${device.id}/lead`, {
          ...(device.lead ?? { lengthMm: 1000, wire: { is: 'auto' }, reversed: 'no', armoured: 'no' }),
          adapter
        })
      ]);
    };
    expect(rowOf(adapted('reversing'), port.id)).toMatchObject({
      state: 'stop',
      say: 'its adapter swaps + and −',
      adapters: `${device.name}: swaps + and −`
    });
    expect(rowOf(adapted('unknown'), port.id)).toMatchObject({
      state: 'caution',
      say: expect.stringContaining('measure its adapter')
    });
    expect(rowOf(adapted('straight'), port.id)).toMatchObject({ state: 'holds', adapters: `${device.name}: straight` });
    expect(rowOf(adapted('none'), port.id)).toMatchObject({ adapters: 'none' });
  });
});

describe('settling of a dragged port', () => {
  const face = { widthMm: 301, heightMm: 151 };
  const part = { flangeWidthMm: 30, flangeHeightMm: 30 };
  const x = (xMm: number, others: [number, number][] = []) => {
    const { xMm: at, guides } = snapPort(
      face,
      part,
      others.map(([o, w]) => ({ xMm: o, yMm: 500, part: { flangeWidthMm: w, flangeHeightMm: w } })),
      { xMm, yMm: 40 }
    );
    return [at, guides.find((g) => g.axis === 'x')?.why ?? 'grid'];
  };
  test('centre, row, edge, equal spacing, else the grid', () => {
    expect(x(149)).toEqual([150.5, 'centre']);
    expect(x(100.7)).toEqual([100, 'grid']);
    expect(x(62, [[60, 30]])).toEqual([60, 'row']);
    // flush with the left and the right edge of a 50 mm neighbour
    expect(x(49, [[60, 50]])).toEqual([50, 'edge']);
    expect(x(71, [[60, 50]])).toEqual([70, 'edge']);
    // as far on as the two are apart, before them, and between them
    const two: [number, number][] = [
      [60, 30],
      [100, 30]
    ];
    expect(x(141, two)).toEqual([140, 'equal']);
    expect(x(21, two)).toEqual([20, 'equal']);
    expect(x(79, two)).toEqual([80, 'equal']);
    // the middle one of three is no end: what lies two further on is not equal to anything
    expect(x(180, [...two, [140, 30]])).toEqual([180, 'equal']);
    expect(x(220, [...two, [140, 30]])).toEqual([220, 'grid']);
  });
  test('a row wins over the centre, the centre over equal spacing, that over an edge', () => {
    expect(x(150, [[149, 30]])).toEqual([149, 'row']);
    expect(
      x(150, [
        [100, 30],
        [125, 30]
      ])
    ).toEqual([150.5, 'centre']);
  });
  test('a line pulls from nearer than three millimetres', () => {
    expect(x(62.9, [[60, 30]])).toEqual([60, 'row']);
    expect(x(63, [[60, 30]])).toEqual([64, 'grid']);
  });
});

describe('copies on another face', () => {
  const circuitPort = plan.panel!.ports.find((p) => hide.circuits.some((c) => c.portId === p.port.id))!;
  test('a copy has an id and a name of its own, and a circuit where its part wants one', () => {
    const named = { ...circuitPort, port: { ...circuitPort.port, name: 'Lamp' } };
    const { edits, ids } = copiedTo(hide, [named, { ...named, port: { ...named.port, name: '' } }], 'back');
    const box = applyEdits(hide, edits);
    expect(new Set(ids).size).toBe(2);
    expect(box.ports.slice(-2).map((p) => [p.id, p.face, p.name])).toEqual([
      [ids[0], 'back', 'Lamp copy'],
      [ids[1], 'back', '']
    ]);
    expect(ids.map((id) => box.circuits.filter((c) => c.portId === id).length)).toEqual([1, 1]);
    expect(new Set(box.circuits.map((c) => c.id)).size).toBe(box.circuits.length);
  });
  test('a vent has no circuit, and a long name stays within its length', () => {
    const vent = { ...circuitPort, part: panelPart('vent-m12'), port: { ...circuitPort.port, name: 'x'.repeat(80) } };
    const { edits } = copiedTo(hide, [vent], 'left');
    const box = applyEdits(hide, edits);
    expect(box.circuits).toHaveLength(hide.circuits.length);
    expect(box.ports.at(-1)!.name).toHaveLength(80);
  });
});

describe('brackets: what they bear and what lies under their foot', () => {
  const bolted = { fixing: 'bolted', acrossMm: 60, loadKg: 1, leverMm: 100 } as const;
  const on = (over: Partial<Bracket>, box: Box = hide) => bracketOn(box, { ...bolted, ...over });
  const inMaterial = (material: PartOf<'case'>['material'], wallMm: number) => {
    const part = hide.parts[hide.casePartId!] as PartOf<'case'>;
    return on({}, applyEdits(hide, [set(`parts/${part.id}`, { ...part, material, wallMm, faceWallMm: {} })]));
  };
  test('bolts pull at the upper edge, and two of the four bear', () => {
    expect(on({}).pullN).toBeCloseTo((1 * 3 * 9.80665 * 100) / 60, 6);
    // pull as each material is trusted with, by hand: 250, 350, 500, 800, 400 N a bolt
    expect((['PP', 'ABS', 'PC', 'steel', 'wood'] as const).map((m) => inMaterial(m, 9).bearsN)).toEqual([
      500, 700, 1000, 1600, 800
    ]);
  });
  test.each([
    ['PP', 3],
    ['ABS', 2.5],
    ['PC', 2.5],
    ['steel', 0.9],
    ['wood', 9]
  ] as const)('a wall of %s under %d mm is thin', (material, least) => {
    expect(inMaterial(material, least).wallThin).toBe(false);
    expect(inMaterial(material, least - 0.1).wallThin).toBe(true);
  });
  test('it holds up to what it bears, to the last newton', () => {
    const bears = on({}).bearsN;
    // pull = load × 3 g × lever / arm
    const just = (bears * 60) / (3 * 9.80665 * 100);
    expect(on({ loadKg: just * 0.999 }).holds).toBe(true);
    expect(on({ loadKg: just * 1.001 }).holds).toBe(false);
  });
  test('a foot over the edge of its face says so, on every side; half a foot from it does not', () => {
    const face = faceSizeMm(plan.fit!.part, 'back');
    const edge = 'the edge of the face';
    for (const over of [{ xMm: 29 }, { yMm: 29 }, { xMm: face.widthMm - 29 }, { yMm: face.heightMm - 29 }])
      expect(on(over).under).toContain(edge);
    for (const over of [{ xMm: 30 }, { yMm: 30 }, { xMm: face.widthMm - 30 }, { yMm: face.heightMm - 30 }])
      expect(on(over).under).not.toContain(edge);
  });
  test('a port lies under it only where both ways overlap', () => {
    const port = plan.panel!.ports.find((p) => p.port.face === 'front')!;
    const { xMm, yMm } = port.port;
    const reach = 30 + port.part.flangeWidthMm / 2;
    expect(on({ face: 'front', xMm: xMm + reach - 1, yMm }).under).toContain(port.tag);
    expect(on({ face: 'front', xMm: xMm + reach + 1, yMm }).under).not.toContain(port.tag);
    expect(on({ face: 'front', xMm, yMm: yMm + 30 + port.part.flangeHeightMm / 2 + 1 }).under).not.toContain(port.tag);
    expect(on({ face: 'back', xMm, yMm }).under).not.toContain(port.tag);
  });
  test('a box goes over by its load times its lever against its own weight times its foot', () => {
    const face = 'front';
    const { massKg, centreMm } = plan.carry;
    const c = plan.fit!.part;
    const inset = (c.rimWidthMm - c.floorWidthMm) / 2;
    const want = (1 * (100 + inset)) / (massKg * (centreMm!.yMm - inset));
    // the bracket's own load is no part of the box
    expect(on({ face }).tipShare).toBeCloseTo(want, 2);
    expect(on({ face: 'lid' }).tipShare).toBe(0);
  });
});

describe('where nothing may be drilled', () => {
  const c = { ...plan.fit!.part, zones: [], cornerRadiusMm: 0 } as PartOf<'case'>;
  const zone = { face: 'front' as const, xMm: 50, yMm: 40, widthMm: 20, heightMm: 10 };
  test.each([
    ['latch', 5],
    ['hinge', 5],
    ['rib', 2],
    ['gasket', 0],
    ['boss', 0],
    ['handle', 0],
    ['standoff', 0],
    ['foot', 0]
  ] as const)('a %s reaches %d mm further', (kind, by) => {
    expect(grownZone(c, { ...zone, kind })).toEqual({
      ...zone,
      kind,
      xMm: 50 - by,
      yMm: 40 - by,
      widthMm: 20 + 2 * by,
      heightMm: 10 + 2 * by
    });
  });
  test('nothing reaches beyond its face', () => {
    const { widthMm, heightMm } = faceSizeMm(c, 'front');
    expect(grownZone(c, { ...zone, kind: 'latch', xMm: 2, yMm: 1 })).toMatchObject({
      xMm: 0,
      yMm: 0,
      widthMm: 27,
      heightMm: 16
    });
    const far = grownZone(c, { ...zone, kind: 'latch', xMm: widthMm - 10, yMm: heightMm - 5 });
    expect([far.xMm + far.widthMm, far.yMm + far.heightMm]).toEqual([widthMm, heightMm]);
  });
  test('rounded corners take a strip at both ends of each wall, sharp ones none', () => {
    expect(noDrillZones(c)).toEqual([]);
    const round = noDrillZones({ ...c, cornerRadiusMm: 12 });
    expect(round).toHaveLength(8);
    for (const z of round) expect([z.kind, z.widthMm, z.yMm, z.heightMm]).toEqual(['curve', 12, 0, c.depthMm]);
    expect(round.filter((z) => z.face === 'front').map((z) => z.xMm)).toEqual([0, c.rimLengthMm - 12]);
    expect(round.filter((z) => z.face === 'left').map((z) => z.xMm)).toEqual([0, c.rimWidthMm - 12]);
  });
});

test('a box without a case has no panel, and says nothing of its ports', () => {
  const bare = applyEdits(canalNightBankBox(), [set('casePartId', null)]);
  const of = evaluate(bare, STARTER_CATALOGUE);
  expect(of.panel).toBeUndefined();
  expect(of.brackets).toEqual([]);
});

describe('what the plan of the ports counts and measures', () => {
  const own = (part: Partial<Panel>, port: Record<string, unknown> = {}): Box => {
    const id = hide.ports[0]!.id;
    return applyEdits(hide, [
      set('parts/own-part', { ...socket, id: 'own-part', ...part }),
      set(`ports/${id}/partId`, 'own-part'),
      ...Object.entries(port).map(([key, value]) => set<string>(`ports/${id}/${key}`, value))
    ]);
  };
  const holes = (box: Box): number => evaluate(box, STARTER_CATALOGUE).panel!.holeCount;
  test('holes: one each, two for a twin, none for what wants none', () => {
    const plain = holes(own({}));
    expect(plain).toBe(
      hide.ports.reduce((n, p) => {
        const part = hide.parts[p.partId] as Panel;
        return n + (part.hole.shape === 'none' ? 0 : part.hole.shape === 'twin' ? 2 : 1);
      }, 0)
    );
    const twin = { shape: 'twin', diameterMm: 8, pitchMm: 19 } as Panel['hole'];
    expect(holes(own({ hole: twin }))).toBe(plain + 1);
    expect(holes(own({ hole: { shape: 'none' } as Panel['hole'] }))).toBe(plain - 1);
  });
  test('a hole that was drilled otherwise is drawn as drilled, where it is round', () => {
    const drilled = (box: Box) =>
      evaluate(box, STARTER_CATALOGUE).panel!.ports.find((p) => p.part.id === 'own-part')!.part.hole;
    expect(drilled(own({}, { drilledMm: 29.5 }))).toMatchObject({ shape: 'round', diameterMm: 29.5 });
    expect(drilled(own({}, { drilledMm: null }))).toMatchObject({
      diameterMm: socket.hole.shape === 'round' ? socket.hole.diameterMm : 0
    });
    const rect = { shape: 'rect', widthMm: 37, heightMm: 21 } as Panel['hole'];
    expect(drilled(own({ hole: rect }, { drilledMm: 29.5 }))).toEqual(rect);
  });
  test('a spacer takes as much off the depth behind as it is thick', () => {
    const at = (spacerMm: number) =>
      evaluate(own({}, { spacerMm }), STARTER_CATALOGUE).panel!.ports.find((p) => p.part.id === 'own-part')!;
    expect(at(0).needMm - at(6).needMm).toBeCloseTo(6, 9);
    expect(at(6).clearMm - at(0).clearMm).toBeCloseTo(6, 9);
    const lines = (spacerMm: number) => at(spacerMm).working.lines.map((l) => l.label.toLowerCase());
    expect(lines(6).some((l) => /spacer|ring/.test(l))).toBe(true);
    expect(lines(0).some((l) => /spacer|ring/.test(l))).toBe(false);
  });
  test('every port is as far from the edges of its face as its flange leaves', () => {
    for (const p of plan.panel!.ports) {
      const { widthMm, heightMm } = faceSizeMm(plan.fit!.part, p.port.face);
      const [w, h] = [p.part.flangeWidthMm, p.part.flangeHeightMm];
      expect(p.edgesMm.left + w + p.edgesMm.right).toBeCloseTo(widthMm, 9);
      expect(p.edgesMm.top + h + p.edgesMm.bottom).toBeCloseTo(heightMm, 9);
      expect(p.edgesMm.left).toBeCloseTo(p.port.xMm - w / 2, 9);
      expect(p.edgesMm.bottom).toBeCloseTo(p.port.yMm - h / 2, 9);
    }
  });
  test('a latch under the foot of a bracket is named only where both ways overlap', () => {
    const part = hide.parts[hide.casePartId!] as PartOf<'case'>;
    const box = applyEdits(hide, [
      set(`parts/${part.id}`, {
        ...part,
        zones: [{ face: 'back', kind: 'latch', xMm: 100, yMm: 60, widthMm: 20, heightMm: 20 }]
      })
    ]);
    const under = (xMm: number, yMm: number): string[] =>
      bracketOn(box, { xMm, yMm, fixing: 'bolted', acrossMm: 40 }).under;
    // the latch with its margin of 5 mm: 95 to 125 across, 55 to 85 up; half of the foot is 20
    for (const [x, y] of [
      [110, 70],
      [76, 70],
      [144, 70],
      [110, 36],
      [110, 104]
    ] as const)
      expect([x, y, under(x, y).includes('latch')]).toEqual([x, y, true]);
    for (const [x, y] of [
      [74, 70],
      [146, 70],
      [110, 34],
      [110, 106]
    ] as const)
      expect([x, y, under(x, y).includes('latch')]).toEqual([x, y, false]);
  });
});

describe('plugs of one kind and what they carry', () => {
  const of = (box: Box, rails = new Map<string, number>()) => plugUses(box, rails);
  test('outlets and inlets, USB, switches and glands left out', () => {
    const told = of(hide).flatMap((u) => u.ports.map((p) => p.portId));
    for (const port of hide.ports) {
      const part = hide.parts[port.partId] as Panel;
      const counts =
        (part.role === 'outlet' || part.role === 'inlet') && part.supply !== 'usb-a' && part.supply !== 'usb-c';
      expect([port.id, told.includes(port.id)]).toEqual([port.id, counts]);
    }
    expect(polarityRows(hide, new Map()).map((r) => r.portId)).toEqual(
      hide.ports.filter((p) => ['outlet', 'inlet'].includes((hide.parts[p.partId] as Panel).role)).map((p) => p.id)
    );
  });
  test('the same plug at another voltage is told at each of its ports', () => {
    const outlets = of(hide).find((u) => u.ports.length > 1)!;
    expect(outlets.volts).toEqual(['12 V']);
    const [first, second] = outlets.ports;
    const mixed = of(hide, new Map([[first!.portId, 7.4]])).find((u) => u.partId === outlets.partId)!;
    expect(mixed.volts).toEqual(['7.4 V', '12 V']);
    expect(mixed.ports.find((p) => p.portId === first!.portId)!.what).toBe('gives 7.4 V');
    const row = polarityRows(hide, new Map([[first!.portId, 7.4]])).find((r) => r.portId === second!.portId)!;
    expect(row.state).toBe('caution');
    expect(row.say).toContain('also fits');
  });
});

describe('another part in a port’s place', () => {
  const port = hide.ports.find((p) => hide.circuits.some((c) => c.portId === p.id && c.purpose === 'load'))!;
  test('its circuit follows what it is for, or goes; what was measured was the other part’s', () => {
    const measured = applyEdits(hide, [set(`ports/${port.id}/contactMilliOhm`, 12)]);
    const after = (id: string) => applyEdits(measured, swapEdits(measured, port.id, panelPart(id)));
    const purpose = (box: Box) => box.circuits.filter((c) => c.portId === port.id).map((c) => c.purpose);
    expect(purpose(after('inlet-sae'))).toEqual(['charge']);
    expect(purpose(after('circular-16'))).toEqual(['load']);
    expect(purpose(after('vent-m12'))).toEqual([]);
    const box = after('circular-16');
    expect(box.ports.find((p) => p.id === port.id)).toMatchObject({ partId: 'circular-16', contactMilliOhm: null });
    const vent = hide.ports.find((p) => !hide.circuits.some((c) => c.portId === p.id));
    if (vent)
      expect(
        applyEdits(hide, swapEdits(hide, vent.id, socket)).circuits.filter((c) => c.portId === vent.id)
      ).toHaveLength(1);
    expect(swapEdits(hide, 'nowhere', socket)).toEqual([]);
  });
  test('it stays where it is when it meets nothing there; a port that is not there is none', () => {
    const same = hide.parts[port.partId] as Panel;
    expect(swapPart(hide, plan.fit!, port.id, same)).toMatchObject({ moved: false });
    expect(swapPart(hide, plan.fit!, 'nowhere', same)).toBeUndefined();
  });
});
