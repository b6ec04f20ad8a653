import { AHEAD } from './tree-edits.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { Catalogue, Part } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { sleeveFor } from '../src/kit/pieces.ts';
import { awgAreaMm2 } from './wire-areas.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box, catalogue: Catalogue = STARTER_CATALOGUE): Plan => evaluate(box, catalogue);
/** What one box takes of a line; of a terminal all its colour classes. */
const perBox = (p: Plan, lineId: string): number =>
  p.kit.lines
    .filter((l) => l.lineId === lineId || (l.group === 'crimps' && l.lineId.startsWith(`${lineId}-`)))
    .reduce((sum, l) => sum + l.perBox, 0);

/** Counted once more from the run list's words alone: how many ends of each kind the kit has to bring. */
const PIECE: Record<string, string> = {
  'ring M4': 'ring-m4',
  'ring M5': 'ring-m5',
  'ring M6': 'ring-m6',
  'ring M8': 'ring-m8',
  'spade 4.8': 'spade-4.8',
  'spade 6.3': 'spade-6.3',
  'butt splice': 'butt-splice',
  ferrule: 'ferrule-set',
  'post clamp': 'post-clamp'
};
function endsByPiece(p: Plan): Record<string, number> {
  const out: Record<string, number> = {};
  for (const r of p.runs.runs)
    for (const end of [r.from, r.to]) {
      const piece = PIECE[end.terminal];
      if (piece) out[piece] = (out[piece] ?? 0) + r.count;
    }
  return out;
}

function agree(p: Plan): void {
  for (const piece of new Set(Object.values(PIECE))) expect(perBox(p, piece), piece).toBe(endsByPiece(p)[piece] ?? 0);
  const fuses = p.wiring.netlist.parts.filter((x) => x.kind === 'fuse');
  const rated = fuses.filter((x) => x.ratingA !== null);
  const bought = p.kit.lines.filter((l) => /-[\d.]+a$/.test(l.lineId)).reduce((s, l) => s + l.perBox, 0);
  expect(bought, 'fuses').toBe(rated.length);
  // every fuse that is not in the block has a holder of its own family
  const inBlock = p.wiring.netlist.conductors
    .filter((c) => p.wiring.netlist.parts.some((b) => b.id === c.from.part && b.kind === 'fuse-block'))
    .map((c) => c.to.part);
  for (const family of new Set(fuses.map((x) => x.family))) {
    const wanted = fuses.filter((x) => x.family === family && !inBlock.includes(x.id)).length;
    const holders = STARTER_CATALOGUE.filter((h) => h.kind === 'fuse-holder' && h.family === family);
    expect(
      holders.reduce((s, h) => s + perBox(p, h.id), 0),
      `holders of ${family}`
    ).toBe(wanted);
  }
  // metres of wire: what the run list cuts and a tenth over
  const metres = p.runs.runs.reduce((s, r) => s + (r.wire ? (r.count * r.lengthMm) / 1000 : 0), 0);
  const wire = p.kit.lines.filter((l) => l.lineId.startsWith('wire-')).reduce((s, l) => s + l.perBox, 0);
  expect(wire).toBeCloseTo(metres * 1.1, 1);
}

describe('the kit buys what the run list and the circuit need', () => {
  test.each(DEMO_BOXES)('%s: terminals, fuses, holders and wire', (_, box) => agree(planOf(box)));

  test('so does any box', () => {
    fc.assert(
      fc.property(randomBox(8), (box) => agree(planOf(box))),
      { numRuns: 120, seed: 5 }
    );
  }, 120_000);

  test('rings are of the stud they go on: M5 on the hide box’s battery, M6 on its switch and shunt', () => {
    const ends = planOf(saltmarshHideBox()).runs.runs.flatMap((r) => [r.from, r.to]);
    const at = (tab: RegExp) => [...new Set(ends.filter((e) => tab.test(e.tab)).map((e) => e.terminal))];
    expect(at(/^battery /)).toEqual(['ring M5']);
    expect(at(/^S0 /)).toEqual(['ring M6']);
    expect(at(/^shunt /)).toEqual(['ring M6']);
    expect(at(/^block /)).toEqual(['ring M5']);
    expect(at(/^FM1/)).toEqual(['butt splice']);
  });

  test('the colour of a terminal follows its wire: 18 AWG red, 14 AWG blue, 10 AWG yellow, 6 AWG a bare lug', () => {
    const box = canalNightBankBox();
    const classOf = (size: string) => {
      const sized = applyEdits(box, [set('feeds/main/wire', setTo({ system: 'awg', size }))]);
      return planOf(sized).runs.runs.find((r) => r.key === 'main/block')!.die;
    };
    expect(awgAreaMm2('18')).toBeLessThan(1.65);
    expect(classOf('18')).toMatch(/^red/);
    expect(classOf('14')).toMatch(/^blue/);
    expect(classOf('10')).toMatch(/^yellow/);
    expect(classOf('6')).toMatch(/^bare lug/);
  });

  test('a mini-blade block takes mini blades; a fuse in the wire takes the blade its in-line holder takes', () => {
    const box = canalNightBankBox();
    const always = applyEdits(box, [set(`circuits/${box.circuits[0]!.id}/from`, AHEAD)]);
    const parts = planOf(always).wiring.netlist.parts;
    expect(parts.find((x) => x.id === 'F1')!.family).toBe('blade');
    expect(parts.find((x) => x.id === 'F2')!.family).toBe('mini-blade');
    expect(perBox(planOf(always), 'holder-inline-blade')).toBe(1);
  });

  test('two packs on bars: a fuse and a holder on each post, two bars, an even number of boots', () => {
    const box = applyEdits(canalNightBankBox(), [set('bank/count', 2)]);
    const p = planOf(box);
    expect(perBox(p, 'fuse-post-30a')).toBe(3);
    expect(perBox(p, 'holder-post')).toBe(3);
    expect(perBox(p, 'bus-bar-power')).toBe(2);
    expect(perBox(p, 'post-boot')).toBe(4);
  });

  test('returns on a stud buy the stud, on a bar the bar, through splices neither', () => {
    const box = canalNightBankBox();
    const lines = (way: string) => {
      const p = planOf(applyEdits(box, [set('wiring/returns', setTo(way))]));
      return [perBox(p, 'bus-bar-8'), perBox(p, 'return-stud'), perBox(p, 'butt-splice') > 0];
    };
    expect(lines('bus-bar')).toEqual([1, 0, false]);
    expect(lines('stud')).toEqual([0, 1, false]);
    expect(lines('splice')).toEqual([0, 0, true]);
  });

  test('gel, once its remedy put 34 g in, is bought: four sachets of 10 g', () => {
    expect(perBox(planOf(canalNightBankBox()), 'gel-sachet')).toBe(0);
    expect(perBox(planOf(applyEdits(canalNightBankBox(), [set('dry/gelG', 34)])), 'gel-sachet')).toBe(4);
  });

  test('a charger of the chemistry, a panel of the watts planned and one controller are bought', () => {
    const hide = planOf(saltmarshHideBox());
    expect([
      perBox(hide, 'charger-lfp-5'),
      perBox(hide, 'solar-panel-20'),
      perBox(hide, 'body-solar-controller')
    ]).toEqual([1, 1, 1]);
    const moor = planOf(moorCameraPost());
    expect(perBox(moor, 'body-solar-controller')).toBe(1); // built in: among the bodies, not a second time
    expect(perBox(moor, 'solar-panel-50')).toBe(1);
    expect(perBox(planOf(canalNightBankBox()), 'charger-lead-3')).toBe(1);
    const never = applyEdits(canalNightBankBox(), [set('charging/path', NONE)]);
    expect(perBox(planOf(never), 'charger-lead-3')).toBe(0);
  });

  test('a device’s own lead is neither cut nor bought', () => {
    const box = moorCameraPost();
    expect(box.devices.some((d) => d.lead !== null)).toBe(true);
    const tags = planOf(box).runs.runs.flatMap((r) => [r.from.tab, r.to.tab]);
    expect(tags.filter((t) => /^D\d/.test(t))).toEqual([]);
  });

  test('between a battery’s stud and the fuse bolted on it there is nothing to cut', () => {
    const p = planOf(canalNightBankBox());
    expect(p.wiring.main.holder!.family).toBe('post');
    expect(p.runs.runs.filter((r) => r.from.tab === 'battery +')).toEqual([]);
    expect(p.runs.runs[0]!.from).toMatchObject({ tab: 'F0 out', terminal: 'ring M8' });
  });
});

describe('own parts and prices', () => {
  const own = (part: Part, over: object): Part => ({ ...part, id: `own-${part.id}-1`, origin: 'own', ...over }) as Part;
  const withOwn = (box: Box, ...parts: Part[]) => planOf(box, [...parts, ...STARTER_CATALOGUE]);

  test('the price paid for a small thing, a fuse, a wire and a holder counts', () => {
    const box = saltmarshHideBox();
    const before = planOf(box);
    const mine = [
      own(starter('sundry', 'ring-m5'), { priceAmount: 9, name: 'My rings' }),
      own(starter('fuse', 'fuse-blade'), { priceAmount: 7, packCount: 5 }),
      own(starter('wire', 'wire-awg-18'), { priceAmount: 6 }),
      own(starter('fuse-holder', 'holder-inline-blade'), { priceAmount: 5 })
    ];
    const after = withOwn(box, ...mine);
    const line = (p: Plan, id: string) => p.kit.lines.find((l) => l.lineId === id)!;
    expect(line(after, 'ring-m5-yellow')).toMatchObject({ name: 'My rings, yellow', packPrice: 9, cost: 9 });
    for (const id of ['fuse-blade-3a', 'fuse-blade-1a', 'fuse-blade-7.5a']) expect(line(after, id).packPrice).toBe(7);
    expect(line(after, 'wire-awg-18-red').packPrice).toBe(6);
    expect(after.kit.lines.find((l) => l.name.startsWith('Sealed in-line blade holder'))!.packPrice).toBe(5);
    const dearer = 9 - 3 + 3 * (7 - 2.5) + 2 * (6 - 4) + 3 * (5 - 4);
    expect(after.kit.totalCost - before.kit.totalCost).toBeCloseTo(dearer, 9);
  });

  test('what lies in the drawer is not bought again when an own part takes the line', () => {
    const box = applyEdits(saltmarshHideBox(), [set('kit/owned', [{ lineId: 'ring-m5', count: 6 }])]);
    expect(planOf(box).kit.lines.find((l) => l.lineId === 'ring-m5-yellow')!.packs).toBe(0);
    const mine = own(starter('sundry', 'ring-m5'), { priceAmount: 9 });
    expect(withOwn(box, mine).kit.lines.find((l) => l.lineId === 'ring-m5-yellow')!.packs).toBe(0);
  });

  test('an own battery with a name of the catalogue’s is one of several, nothing is keyed by it', () => {
    const box = saltmarshHideBox();
    const twin = own(starter('battery', 'battery-lfp-22'), {});
    const p = withOwn(box, twin);
    const short = p.findings.find((f) => f.id === 'runtime-short')!;
    expect(short.remedies.length).toBeGreaterThan(1);
    expect(new Set(p.findings.map((f) => f.key)).size).toBe(p.findings.length);
  });
});

describe('small things follow from the plan', () => {
  const hide = saltmarshHideBox();
  const lines = (box: Box) => new Map(planOf(box).kit.lines.map((l) => [l.lineId, l]));
  // one bolted bracket on 3 mm of plastic: 3 + 3 plate + 2.5 + 1 + 5 + 1.6 = 16.1 mm, the next bolt is 20; rain wants A2
  test('by hand: bolts of a bracket by the wall they go through, with sealing washers', () => {
    const kit = lines(hide);
    expect(kit.get('bolt-m5x20-a2')?.perBox).toBe(4);
    expect(kit.get('washer-m5-bonded')?.perBox).toBe(4);
    const thick = lines(applyEdits(hide, [set(`parts/${hide.casePartId}/wallMm`, 8)]));
    expect(thick.get('bolt-m5x25-a2')?.perBox).toBe(4);
    const none = lines(applyEdits(hide, [set('brackets', [])]));
    expect([...none.keys()].filter((k) => k.includes('m5x') || k === 'washer-m5-bonded')).toEqual([]);
  });
  // blocks and shunt: 4 + 2 + the solar controller's none in this box; M4 feet
  test('blocks and shunt have their screws; zinc where it stays dry', () => {
    const feet = (box: Box) => [...lines(box).values()].filter((l) => l.lineId.startsWith('bolt-m4'));
    const parts = planOf(hide).wiring.netlist.parts;
    const count =
      4 * parts.filter((p) => p.kind === 'fuse-block').length +
      2 * parts.filter((p) => p.kind === 'shunt').length +
      2 * parts.filter((p) => p.kind === 'bus').length;
    expect(feet(hide).map((l) => [l.lineId, l.perBox])).toEqual([['bolt-m4x16-a2', count]]);
    expect(feet(applyEdits(hide, [set('outing/seal', 'dry-store')]))[0]!.lineId).toBe('bolt-m4x16-zinc');
  });
  test('sleeves by bore: as many ends as are crimped, cut from the metre', () => {
    const p = planOf(hide);
    const ends = p.runs.runs.flatMap((r) => [r.from, r.to].map((e) => ({ e, n: r.count, known: r.wire !== null })));
    const crimped = ends.filter((x) => x.known && x.e.joint.kind !== 'given').reduce((s, x) => s + x.n, 0);
    const noted = p.kit.lines.filter((l) => l.lineId.startsWith('sleeve-')).map((l) => Number(/^\d+/.exec(l.note)![0]));
    expect(noted.reduce((a, b) => a + b, 0)).toBe(crimped);
    // 10 AWG is 4.9 mm thick: 7.35 over its barrel, so 9.5 mm, which shrinks to 3.2
    expect(sleeveFor({ wire: { system: 'awg', size: '10' } }, 'ring M5', STARTER_CATALOGUE)).toEqual({
      boreMm: 9.5,
      lengthMm: 35
    });
    expect(sleeveFor({ wire: { system: 'awg', size: '18' } }, 'spade 6.3', STARTER_CATALOGUE)).toEqual({
      boreMm: 4.8,
      lengthMm: 25
    });
    expect(sleeveFor({ wire: null }, 'ring M5', STARTER_CATALOGUE)).toBeUndefined();
  });
  test('four boxes share a tube: sealant is counted by the joint, not by the box', () => {
    const [as, four] = [set(`parts/${hide.casePartId}/material`, 'ABS'), set('kit/boxCount', 4)];
    const tube = lines(applyEdits(hide, [as, four])).get('sealant-neutral')!;
    expect(tube).toMatchObject({ packs: 1 });
    expect(tube.perBox).toBeLessThan(0.25);
    // it would not bond to the plastic this case is of
    expect(lines(applyEdits(hide, [four])).has('sealant-neutral')).toBe(false);
  });
  test('any box: nothing is counted below zero or without an end', () => {
    fc.assert(
      fc.property(randomBox(10), (box) => {
        for (const l of planOf(box).kit.lines) {
          expect(Number.isFinite(l.perBox) && l.perBox >= 0, l.lineId).toBe(true);
          expect(l.packs * l.perPack, l.lineId).toBeGreaterThanOrEqual(l.toBuy - 1e-6);
        }
      }),
      { numRuns: 80, seed: 31 }
    );
  });
});
