import { describe, expect, it, test } from 'vitest';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { caseFit, shortWays, spaceOf } from '../src/case/fit.ts';
import { cheapestChanges } from '../src/case/changes.ts';
import { caseFromDraft, MEASURE_STEPS, stillOpen, type CaseDraft } from '../src/case/measure.ts';
import { roomLeft } from '../src/case/room.ts';
import { stance } from '../src/case/stance.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';
import { METRIC } from '../src/quantity/said.ts';
import { finished } from '../src/work.ts';
import { plainCase } from './plain-case.ts';

type Case = PartOf<'case'>;
type Battery = PartOf<'battery'>;

/** A block of a case and a block of a battery: everything is as large as it is said to be. */
const CASE = plainCase([200, 150, 120], { lidDepthMm: 0, handleRatedKg: 20 });
const CELL: Battery = {
  ...starter('battery', 'battery-lfp-20'),
  id: 'cell',
  lengthMm: 100,
  widthMm: 60,
  heightMm: 80,
  flagClearanceMm: 10,
  straightClearanceMm: 30,
  massKg: 2,
  anyWayUp: 'any'
};
const BOX = (c: Partial<Case> = {}, cell: Partial<Battery> = {}, ...edits: Edit[]): Box => {
  const [part, battery] = [
    { ...CASE, ...c },
    { ...CELL, ...cell }
  ];
  return applyEdits(emptyBox('Block'), [
    set(`parts/${part.id}` as string, part),
    set('casePartId', part.id),
    set(`parts/${battery.id}` as string, battery),
    set('bank/partId', battery.id),
    set('bank/mayLie', false),
    set('paddingMm', 5),
    ...edits
  ]);
};
const stowed = (id: string, name: string, [lengthMm, widthMm, heightMm]: [number, number, number], held = 'stowed') => [
  set(`parts/part-${id}` as string, {
    ...starter('body', 'body-spares'),
    id: `part-${id}`,
    lengthMm,
    widthMm,
    heightMm
  }),
  { op: 'add' as const, path: 'bodies', value: { id, name, partId: `part-${id}`, held } }
];

describe('a case from a measuring sheet, field by field', () => {
  const least: CaseDraft = {
    id: 'mine',
    name: ' Old can ',
    caseKind: 'hinged-can',
    material: 'PP',
    hinge: 'back',
    gasTight: true,
    seal: { jet: 6, dunk: 7 },
    measures: { floorLengthMm: 200, floorWidthMm: 100, depthMm: 150 },
    zones: []
  };
  const made = (over: Partial<CaseDraft> = {}, measures: CaseDraft['measures'] = {}) =>
    caseFromDraft({ ...least, ...over, measures: { ...least.measures, ...measures } })!;

  it('takes usual values for what is not measured, and says which', () => {
    expect(made()).toMatchObject({
      name: 'Old can',
      rimLengthMm: 200,
      rimWidthMm: 100,
      lidDepthMm: 0,
      wallMm: 3,
      cornerRadiusMm: 8,
      floorFilletMm: 5,
      skirtMm: 10,
      gasketBandMm: 15,
      trayBelowRimMm: 0,
      handleRatedKg: null,
      gasTight: true,
      seal: { jet: 6, dunk: 7 }
    });
    expect(made().unmeasured).not.toContain('depthMm');
    expect(made().unmeasured).toEqual(
      MEASURE_STEPS.map((s) => s.key).filter((k) => !['floorLengthMm', 'floorWidthMm', 'depthMm'].includes(k))
    );
    expect(stillOpen(least).map((s) => s.key)).toEqual(made().unmeasured);
  });

  it('keeps every measure that was taken', () => {
    const all = {
      rimLengthMm: 210,
      rimWidthMm: 110,
      lidDepthMm: 12,
      wallMm: 2.5,
      cornerRadiusMm: 6,
      floorFilletMm: 4,
      skirtMm: 9,
      gasketBandMm: 20,
      trayBelowRimMm: 30,
      massKg: 1.4,
      handleRatedKg: 12
    };
    expect(made({}, all)).toMatchObject(all);
    expect(made({}, all).unmeasured).toEqual([]);
  });

  it('is as heavy as its shell while nobody weighed it: two floors and four walls, by the density of its stuff', () => {
    // 2 × 200 × 100 + 2 × 300 × 150 mm² at 3 mm are 0.39 l; PP 0.9, steel 7.85 kg to the litre
    expect(made().massKg).toBeCloseTo(0.39 * 0.9, 1);
    expect(made({ material: 'steel' }, { wallMm: 1 }).massKg).toBeCloseTo(0.13 * 7.85, 1);
  });

  it('has the band of its gasket on all four walls, right under the rim, and on no others', () => {
    const bands = made({}, { rimLengthMm: 220, rimWidthMm: 120, gasketBandMm: 20 }).zones;
    expect(bands.map((z) => [z.face, z.kind, z.xMm, z.yMm, z.widthMm, z.heightMm])).toEqual([
      ['front', 'gasket', 0, 130, 220, 20],
      ['back', 'gasket', 0, 130, 220, 20],
      ['left', 'gasket', 0, 130, 120, 20],
      ['right', 'gasket', 0, 130, 120, 20]
    ]);
    expect(made({}, { gasketBandMm: 0 }).zones).toEqual([]);
  });

  test.each([
    ['hinged-can', 'back', true],
    ['steel-can', 'left', true],
    ['hinged-can', 'none', false],
    ['hard-case', 'back', false]
  ] as const)('%s, hinge %s: the handle is on its lid: %s', (caseKind, hinge, on) => {
    expect(made({ caseKind, hinge }).handleOnLid).toBe(on);
  });

  test('a thick wall is awkward to drill, a junction box easy', () => {
    expect(made({}, { wallMm: 6 }).drillGrade).toBe('B');
    expect(made({}, { wallMm: 6.1 }).drillGrade).toBe('C');
    expect(made({ caseKind: 'junction-box' }).drillGrade).toBe('A');
  });
});

describe('what has to go in', () => {
  const bodies = (...edits: Edit[]) =>
    caseFit(BOX({}, {}, ...edits))!.bodies.map((b) => [b.name, b.lengthMm, b.widthMm, b.heightMm, b.turns.length]);

  it('the battery with room over its terminals, as many as there are, none that stands outside', () => {
    expect(bodies(set('bank/terminals', 'flag'))).toEqual([['Battery', 100, 60, 90, 2]]);
    expect(bodies(set('bank/terminals', 'straight'))).toEqual([['Battery', 100, 60, 110, 2]]);
    expect(bodies(set('bank/count', 2)).map((b) => b[0])).toEqual(['Battery 1', 'Battery 2']);
    expect(bodies(set('bank/stands', 'outside'))).toEqual([]);
  });

  it('it may lie only where both its owner and its chemistry let it', () => {
    expect(bodies(set('bank/mayLie', true))[0]![4]).toBe(6);
    const upright = caseFit(BOX({}, { anyWayUp: 'upright' }, set('bank/mayLie', true)))!;
    expect(upright.bodies[0]!.turns).toHaveLength(2);
  });

  it('what is stowed as well as what is fixed', () => {
    const list = bodies(...stowed('b1', 'Spares', [50, 40, 30]), ...stowed('b2', 'Buck', [40, 30, 20], 'fixed'));
    expect(list.map((b) => b[0])).toEqual(['Battery', 'Spares', 'Buck']);
  });

  test('the room there is: padding all round, rounded corners, the tray as it hangs', () => {
    const c = { ...CASE, lidDepthMm: 20, cornerRadiusMm: 40, trayBelowRimMm: 30 };
    expect(spaceOf(c, 5)).toMatchObject({
      heightMm: 140,
      gapMm: 5,
      floorPadMm: 5,
      roofPadMm: 5,
      taperDepthMm: 120,
      keepOuts: [[0, 0, 90, 200, 150, 140]]
    });
    expect(spaceOf(c, 5).wallGapMm).toBeCloseTo(0.2929 * 40, 9);
    expect(spaceOf({ ...c, cornerRadiusMm: 10 }, 5).wallGapMm).toBe(5);
  });

  test('what is short, the least first', () => {
    expect(shortWays({ lengthMm: 12, widthMm: undefined, heightMm: 3 })).toEqual([
      { axis: 'height', mm: 3 },
      { axis: 'length', mm: 12 }
    ]);
  });
});

describe('one change that makes everything go in', () => {
  const changes = (box: Box, catalogue = STARTER_CATALOGUE) =>
    finished(cheapestChanges(box, catalogue, { most: 20, nodeLimit: 5000 }));
  const labels = (box: Box) => changes(box, []).map((c) => c.label);

  it.each([
    [98, 5, '4 mm foam instead of 5 mm'],
    [96, 5, '3 mm foam instead of 5 mm'],
    [94, 5, '2 mm foam instead of 5 mm'],
    [100, 8, '5 mm foam instead of 8 mm']
  ])('%i mm of depth under %i mm of foam: the thickest foam that does', (depthMm, padding, label) => {
    // 80 high and 10 of flag terminals, foam below and above
    const upright = BOX({ depthMm }, { anyWayUp: 'upright' }, set('bank/terminals', 'flag'), set('paddingMm', padding));
    expect(labels(upright)).toEqual([label]);
    expect(labels(applyEdits(upright, [set('paddingMm', 2)]))).toEqual([]);
  });

  it('a battery that must stay upright is never laid, even where that alone would do; nor is one told to lie that may', () => {
    const low = (anyWayUp: Battery['anyWayUp'], ...edits: Edit[]) =>
      labels(BOX({ depthMm: 72 }, { anyWayUp }, set('bank/terminals', 'flag'), ...edits));
    expect(low('any')).toEqual(['Lay the battery on its side']);
    expect(low('not-inverted')).toEqual(['Lay the battery on its side']);
    expect(low('upright')).toEqual([]);
    expect(low('upright', set('bank/mayLie', true))).toEqual([]);
  });

  it('each is offered where it is the cure, and does make it fit', () => {
    // 80 high and 30 of straight terminals are 110; 5 below and above, 120: one millimetre less is short
    const straight = BOX({ depthMm: 119 }, {}, set('bank/terminals', 'straight'));
    expect(labels(straight)).toEqual([
      'Lay the battery on its side',
      'Flag terminals on the battery',
      '4 mm foam instead of 5 mm'
    ]);
    const tall = BOX({ depthMm: 80 }, {}, set('bank/terminals', 'flag'));
    expect(labels(tall)).toEqual(['Lay the battery on its side']);
    const tray = BOX({ trayBelowRimMm: 40 }, { anyWayUp: 'upright' }, set('bank/terminals', 'flag'));
    expect(labels(tray)).toEqual(['Take the tray out']);
    const full = BOX(
      {},
      { anyWayUp: 'upright' },
      set('bank/terminals', 'flag'),
      ...stowed('b1', 'Kettle', [180, 140, 100])
    );
    expect(labels(full)).toEqual(['Leave Kettle out']);
    for (const box of [straight, tall, tray, full]) {
      expect(caseFit(box)!.state).toBe('no');
      for (const c of changes(box, [])) expect(caseFit(applyEdits(box, c.edits))!.state, c.label).toBe('fits');
    }
  });

  it('of thinner foam the thickest that does, and nothing thicker than there is', () => {
    const foam = (depthMm: number, paddingMm: number) =>
      labels(BOX({ depthMm }, {}, set('bank/terminals', 'flag'), set('paddingMm', paddingMm))).filter((l) =>
        l.includes('foam')
      );
    // 90 high, twice the foam
    expect(foam(98, 5)).toEqual(['4 mm foam instead of 5 mm']);
    expect(foam(94, 5)).toEqual(['2 mm foam instead of 5 mm']);
    expect(foam(93, 5)).toEqual([]);
    expect(foam(98, 10)).toEqual(['4 mm foam instead of 10 mm']);
    expect(foam(96, 4)).toEqual(['3 mm foam instead of 4 mm']);
  });

  it('a battery that must stand is not laid down, flat terminals are not offered twice', () => {
    const upright = BOX({ depthMm: 80 }, { anyWayUp: 'upright' }, set('bank/terminals', 'flag'));
    expect(labels(upright)).toEqual([]);
  });

  it('what is fixed stays; a place set by hand is given up first', () => {
    const fixed = BOX({}, {}, set('bank/terminals', 'flag'), ...stowed('b1', 'Buck', [180, 140, 100], 'fixed'));
    expect(labels(fixed)).toEqual([]);
    const byHand = BOX(
      {},
      {},
      set('bank/terminals', 'flag'),
      ...stowed('b1', 'Tin', [90, 60, 60]),
      set('placements', { 'battery-1': { xMm: 50, yMm: 45, zMm: 5, turn: 'lwh' } })
    );
    expect(caseFit(byHand)!.state).toBe('no');
    expect(labels(byHand)[0]).toBe('Let Haversack arrange everything');
  });

  it('other cases by their price, those without one last', () => {
    const big = (id: string, priceAmount: number | null): Case => ({
      ...CASE,
      id,
      name: id,
      depthMm: 300,
      priceAmount
    });
    const box = BOX({ depthMm: 60 }, { anyWayUp: 'upright' }, set('bank/terminals', 'flag'));
    const cases = changes(box, [
      big('dear', 90),
      big('unpriced', null),
      big('cheap', 20),
      { ...big('small', 1), depthMm: 50 }
    ]);
    expect(cases.map((c) => [c.label, c.effect.split(',')[0]])).toEqual([
      ['cheap', `${box.preferences.currency}20`],
      ['dear', `${box.preferences.currency}90`],
      ['unpriced', 'price unknown']
    ]);
  });
});

describe('what is left inside', () => {
  it('the largest empty block beside one body in a plain case, and the litres', () => {
    const box = BOX(
      {},
      {},
      set('bank/terminals', 'flag'),
      set('placements', {
        'battery-1': { xMm: 5, yMm: 5, zMm: 5, turn: 'lwh' }
      })
    );
    const left = roomLeft(caseFit(box)!, []);
    // 200 × 150 × 120 are 3.6 l, the battery with its terminals 0.54
    expect(left.freeL).toBeCloseTo(3.6 - 0.54, 6);
    // over everything behind y = 65: 200 × 85 × 120; to the right of x = 105 would be 95 × 150
    expect(left.pocket).toEqual({ xMm: 0, yMm: 65, zMm: 0, lengthMm: 200, widthMm: 85, heightMm: 120 });
    // a rib or a tray there takes its part as a port's room does
    const fit = caseFit(box)!;
    const ribbed = { ...fit, space: { ...fit.space, keepOuts: [[120, 65, 0, 200, 150, 120]] } };
    expect(roomLeft(ribbed, []).pocket).toMatchObject({ xMm: 0, yMm: 65, lengthMm: 120, widthMm: 85, heightMm: 120 });
    // a port that reaches in there takes its part
    const rear = { low: [150, 65, 0], high: [200, 150, 120] };
    expect(roomLeft(caseFit(box)!, [rear]).pocket).toEqual({
      xMm: 0,
      yMm: 65,
      zMm: 0,
      lengthMm: 150,
      widthMm: 85,
      heightMm: 120
    });
  });
});

describe('how it stands, hangs and floats', () => {
  const fit = caseFit(BOX({}, {}, set('bank/terminals', 'flag')))!;
  const of = (
    centre: { xMm: number; yMm: number; zMm: number } | undefined,
    c: Partial<Case> = {},
    tight = true,
    massKg = 3
  ) => stance({ ...fit, part: { ...fit.part, ...c } }, { tight, massKg, centreMm: centre }, METRIC);
  const deg = (a: number, b: number) => (Math.atan2(a, b) * 180) / Math.PI;

  it('goes over the edge that its mass is nearest to', () => {
    const s = of({ xMm: 60, yMm: 90, zMm: 50 })!;
    // its mass stands 50 and a wall of 3 over the ground
    expect(s.tipDeg.left).toBeCloseTo(deg(60, 53), 6);
    expect(s.tipDeg.right).toBeCloseTo(deg(140, 53), 6);
    expect(s.tipDeg.front).toBeCloseTo(deg(90, 53), 6);
    expect(s.tipDeg.back).toBeCloseTo(deg(60, 53), 6);
    expect(['left', 'back']).toContain(s.tipsFirst.edge);
    expect(of({ xMm: 100, yMm: 20, zMm: 50 })!.tipsFirst).toMatchObject({ edge: 'front' });
    expect(of(undefined)).toBeUndefined();
  });

  it('a foot smaller than the rim takes its share off every side', () => {
    const s = of({ xMm: 60, yMm: 90, zMm: 50 }, { floorLengthMm: 180, floorWidthMm: 130 })!;
    expect(s.tipDeg.left).toBeCloseTo(deg(50, 53), 6);
    expect(s.tipDeg.right).toBeCloseTo(deg(130, 53), 6);
    expect(s.tipDeg.front).toBeCloseTo(deg(80, 53), 6);
    expect(s.tipDeg.back).toBeCloseTo(deg(50, 53), 6);
  });

  it('hangs from the middle of its lid, where only left and right count, or from where its handle is', () => {
    expect(of({ xMm: 60, yMm: 90, zMm: 50 })!.offHandleMm).toEqual({ xMm: -40, yMm: 15 });
    const at = { xMm: 60, yMm: 30, zMm: 140 };
    const s = of({ xMm: 60, yMm: 90, zMm: 50 }, { handleAt: at })!;
    expect(s.offHandleMm).toEqual({ xMm: 0, yMm: 60 });
    expect(s.hangDeg).toBeCloseTo(deg(60, 90), 6);
    expect(of({ xMm: 60, yMm: 90, zMm: 50 }, { handleRatedKg: null })).toMatchObject({
      hangDeg: undefined,
      offHandleMm: undefined
    });
  });

  it('floats only where it is tight, and tells how it lies only where it floats', () => {
    const g = { xMm: 100, yMm: 75, zMm: 40 };
    expect(of(g)!.floating!.floats).toBe(true);
    expect(of(g)!.afloat).toBeDefined();
    expect(of(g, {}, true, 30)!).toMatchObject({ floating: { floats: false }, afloat: undefined });
    expect(of(g, {}, false)!.floating).toBeUndefined();
  });
});
