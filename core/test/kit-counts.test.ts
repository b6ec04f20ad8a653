import { describe, expect, it, test } from 'vitest';
import { AUTO, setTo } from '../src/box/attr.ts';
import { add, set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';
import { slipwayBox } from '../src/demo/fed.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import type { Plan } from '../src/evaluate.ts';
import { cuttingFor } from '../src/kit/cutting.ts';
import { edgeStrips, foamPieces, smallPieces, withSpare } from '../src/kit/pieces.ts';
import { priceWorking } from '../src/kit/price-working.ts';
import { ARM } from './bracket.ts';
import { DEMO_BOXES } from './boxes.ts';
import { numberOf } from './redo.ts';
import { evaluate } from './evaluated.ts';

/** What is bought, counted again from the plan, piece by piece. */
const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const hide = saltmarshHideBox();
const pieces = (box: Box, plan = planOf(box)) =>
  smallPieces({
    box,
    catalogue: STARTER_CATALOGUE,
    fit: plan.fit,
    wiring: plan.wiring,
    runs: plan.runs,
    hold: plan.stance?.hold,
    hasBattery: true
  });
const sundries = (plan: Plan, use: string) =>
  plan.kit.lines.flatMap((l) => (l.what.kind === 'sundry' && l.what.use === use ? [{ ...l, fits: l.what.fits }] : []));

describe('connectors by the leads that come together', () => {
  /** A box whose main feed ends in connectors, with so many circuits on it. */
  function spliced(count: number, ends: 'lever' | 'push-in' | 'bus-bar' | 'stud' | 'splice'): Plan {
    const b = new BoxBuilder('Spliced');
    b.use('battery', 'battery-lfp-12', 'bank/partId').use('case', 'case-hard-wheeled', 'casePartId');
    b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId').set('feeds/main/ends', ends);
    for (let n = 0; n < count; n++) b.port('circular-16', n % 2 ? 'front' : 'right', `P${n}`);
    return planOf(b.box);
  }
  const sold = (use: string) =>
    STARTER_CATALOGUE.flatMap((p) => (p.kind === 'sundry' && p.use === use ? [Number(p.fits)] : [])).sort(
      (a, b) => a - b
    );

  test.each(['lever', 'push-in'] as const)(
    '%s: the smallest that takes them, else as few of the largest as can be',
    (ends) => {
      const ways = sold(ends);
      const most = ways.at(-1)!;
      for (let circuits = 1; circuits <= most + 3; circuits++) {
        const got = sundries(spliced(circuits, ends), ends).filter((l) => l.perBox > 0);
        const leads = circuits + 1;
        const enough = ways.find((w) => w >= leads);
        // linked ones give a way at each end of every link
        let linked = 1;
        while (linked * most - 2 * (linked - 1) < leads) linked++;
        const want = enough === undefined ? [[String(most), linked]] : [[String(enough), 1]];
        expect(got.map((l) => [l.fits, l.perBox])).toEqual(want);
      }
    }
  );

  test('a bar or a stud is bought for what ends on it; a splice wants neither', () => {
    const bars = (ends: 'bus-bar' | 'stud' | 'splice') =>
      sundries(spliced(2, ends), 'bus-bar').map((l) => [l.fits, l.perBox]);
    const returns = ['', 1];
    expect(bars('splice')).toEqual([returns]);
    expect(bars('bus-bar')).toContainEqual(['power', 1]);
    expect(bars('stud')).toContainEqual(['stud', 1]);
    expect(bars('stud')).not.toContainEqual(['power', 1]);
  });

  test('a pair for the battery’s lead where it comes in through a connector that no port stands for', () => {
    const slip = slipwayBox();
    const pairs = (...edits: Edit[]) =>
      sundries(planOf(applyEdits(slip, edits)), 'other')
        .filter((l) => l.fits === 'two-pole')
        .reduce((n, l) => n + l.perBox, 0);
    const loose = set('feeds/main/throughPortId', AUTO);
    expect(pairs()).toBe(0);
    expect(pairs(loose)).toBe(1);
    expect(pairs(loose, set('feeds/main/wayIn', AUTO))).toBe(1);
    for (const way of ['lugs', 'clips', 'lead-plug', 'gland'] as const)
      expect([way, pairs(loose, set('feeds/main/wayIn', setTo(way)))]).toEqual([way, 0]);
    expect(pairs(loose, set('bank/stands', 'inside'), set('feeds/main/lead', null))).toBe(0);
  });

  test('each relay and each changeover is bought once', () => {
    const moor = planOf(moorCameraPost());
    expect(sundries(moor, 'relay').map((l) => l.perBox)).toEqual([1]);
    expect(
      sundries(moor, 'other')
        .filter((l) => l.fits === 'changeover')
        .map((l) => l.perBox)
    ).toEqual([1]);
    expect(sundries(planOf(hide), 'relay')).toEqual([]);
  });
});

describe('small things by the lead', () => {
  test.each(DEMO_BOXES)(
    '%s: labels for both ends of every lead, ports and fuses; ties by the metre and at every end',
    (_, box) => {
      const plan = planOf(box);
      const leads = plan.runs.runs.reduce((n, r) => n + r.count, 0);
      const metres = plan.runs.runs.reduce((n, r) => n + (r.count * r.lengthMm) / 1000, 0);
      const fuses = plan.wiring.netlist.parts.filter((p) => p.kind === 'fuse').length;
      const of = (use: string) => pieces(box, plan).find((p) => p.use === use)!;
      expect(of('label').count).toBeCloseTo((2 * leads + box.ports.length + fuses) / 48, 9);
      expect(of('tie').count).toBe(Math.ceil(8 * metres) + 2 * leads);
    }
  );

  test('a strip round each gland in steel: its hole and five millimetres more, a tenth spoiled', () => {
    const b = new BoxBuilder('Steel');
    b.use('battery', 'battery-agm-5', 'bank/partId').use('case', 'case-steel-medium', 'casePartId');
    b.port('gland-m12', 'right', 'Cord');
    b.port('gland-m16', 'left', 'Lead');
    const plan = planOf(b.box);
    // 12.2 and 16.2 mm across
    expect(edgeStrips(b.box, plan.fit).map((s) => [s.label, s.lengthMm])).toEqual([
      ['Cord', 39 + 5],
      ['Lead', 51 + 5]
    ]);
    const strip = pieces(b.box, plan).find((p) => p.use === 'grommet')!;
    expect(strip.count).toBeCloseTo(0.1 * 1.1, 9);
    expect(strip.note).toBe('Round 2 holes in steel.');
    const one = applyEdits(b.box, [set('ports', b.box.ports.slice(0, 1))]);
    expect(pieces(one).find((p) => p.use === 'grommet')!.note).toBe('Round 1 hole in steel.');
    expect(edgeStrips(hide, planOf(hide).fit)).toEqual([]);
  });

  test('four bolts a bracket with nuts and two sorts of washers, two for the strap; none for ears and cups', () => {
    const of = (...fixings: ('bolted' | 'ears' | 'suction')[]) => {
      const box = applyEdits(
        { ...hide, brackets: [] },
        fixings.map((fixing, i): Edit => add('brackets', { ...ARM, id: `k${i}`, fixing }))
      );
      const m5 = pieces(box).filter((p) => p.fits.startsWith('m5'));
      const sum = (use: string, end: RegExp) =>
        m5.filter((p) => p.use === use && end.test(p.fits)).reduce((n, p) => n + p.count, 0);
      return [sum('bolt', /./), sum('nut', /./), sum('washer', /bonded$/), sum('washer', /a2$/)];
    };
    const strap = of();
    expect(of('bolted', 'bolted')).toEqual(strap.map((n) => n + 8));
    expect(of('ears', 'suction')).toEqual(strap);
    const strapped = { ...hide, brackets: [], bank: { ...hide.bank, holdDown: setTo('strap' as const) } };
    const anchors = pieces(strapped).filter((p) => p.use === 'bolt' && p.note.startsWith('Anchors'));
    expect(anchors.map((p) => p.count)).toEqual(planOf(strapped).stance!.hold!.strapMm === undefined ? [] : [2]);
  });
});

describe('foam in layers of the sheet', () => {
  const strip = (side: string, thicknessMm: number, lengthMm: number) => ({
    side,
    thicknessMm,
    lengthMm,
    heightMm: 40
  });
  const hold = { foam: [strip('left', 4, 100.4), strip('back', 10, 60), strip('front', 1, 50)] } as never;

  it('as many as come nearest to the gap, at least one, each told apart', () => {
    const one = foamPieces(hold, 1);
    expect(one.map((p) => [p.id, p.label, p.lengthMm, p.widthMm])).toEqual([
      ['left-1-1', 'left', 100, 40],
      ['back-1-1', 'back', 60, 40],
      ['back-2-1', 'back', 60, 40],
      ['back-3-1', 'back', 60, 40],
      ['front-1-1', 'front', 50, 40]
    ]);
    expect(
      foamPieces(hold, 2)
        .map((p) => p.label)
        .slice(-2)
    ).toEqual(['back, box 2', 'front, box 2']);
    expect(foamPieces(undefined, 3)).toEqual([]);
    expect(withSpare(one).at(-1)).toMatchObject({ id: 'spare', lengthMm: 100 });
  });
});

describe('what it costs', () => {
  test.each(DEMO_BOXES)('%s: packets by their price, over the boxes they are for', (_, box) => {
    for (const boxCount of [1, 3]) {
      const many = applyEdits(box, [set('kit/boxCount', boxCount)]);
      const { kit } = planOf(many);
      const w = priceWorking(many, kit);
      const sum = w.lines.filter((l) => l.op === '+').reduce((s, l) => s + numberOf(l.value), 0);
      expect(sum / boxCount).toBeCloseTo(numberOf(w.result.value), 2);
      const bought = kit.lines.filter((l) => l.packs > 0);
      expect(w.lines).toHaveLength(bought.length + 1);
      for (const [i, l] of bought.entries()) {
        expect(w.lines[i]!.label).toBe(`${l.packs} × ${l.name}`);
        if (l.packPrice !== null) expect(numberOf(w.lines[i]!.value)).toBeCloseTo(l.packs * l.packPrice, 2);
      }
      expect(w.lines.at(-1)).toMatchObject({ op: '÷', value: String(boxCount) });
    }
  });

  it('a line nobody knows the price of is named and not counted', () => {
    const unpriced = applyEdits(hide, [set(`parts/${hide.casePartId}/priceAmount` as string, null)]);
    const w = priceWorking(unpriced, planOf(unpriced).kit);
    const line = w.lines.find((l) => l.value === 'unknown')!;
    expect(line.label).toContain(unpriced.parts[hide.casePartId!]!.name);
    expect(line.op).not.toBe('+');
  });
});

describe('what is cut from what lies in the drawer', () => {
  const plan = planOf(hide);
  const first = cuttingFor([{ box: hide, plan }], STARTER_CATALOGUE, []).lengths[0]!;
  const lies = (count: number) =>
    cuttingFor([{ box: hide, plan }], STARTER_CATALOGUE, [{ lineId: first.lineId, name: first.name, unit: 'm', count }])
      .lengths[0]!.plan.stocks;

  it('metres lie there in millimetres, as one length, and are cut before anything is bought', () => {
    expect(lies(0).every((s) => s.bought)).toBe(true);
    const half = lies(0.5).find((s) => !s.bought);
    if (half) expect(half).toMatchObject({ id: 'drawer', lengthMm: 500 });
    const all = lies(1000);
    expect(all).toHaveLength(1);
    expect(all[0]).toMatchObject({ id: 'drawer', lengthMm: 1_000_000, bought: false });
  });

  it('wire comes before sleeves and straps, and a piece of one box alone does not say whose it is', () => {
    const of = (jobs: Parameters<typeof cuttingFor>[0]) => cuttingFor(jobs, STARTER_CATALOGUE, []).lengths;
    const alone = of([{ box: hide, plan }]);
    expect(alone[0]!.sort).toBe('wire');
    expect(alone.flatMap((l) => l.plan.stocks.flatMap((s) => s.pieces)).some((p) => 'of' in p)).toBe(false);
    const canal = canalNightBankBox();
    const two = of([
      { box: hide, plan },
      { box: canal, plan: planOf(canal) }
    ]);
    const names = new Set(
      two.flatMap((l) => l.plan.stocks.flatMap((s) => s.pieces.map((p) => (p as { of?: string }).of)))
    );
    expect(names).toEqual(new Set([hide.name, canal.name]));
  });
});

describe('switches, ports and parts are bought by what is there', () => {
  test.each(DEMO_BOXES)('%s: every panel part once for each port that has it', (_, box) => {
    const { kit } = planOf(box);
    const want = new Map<string, number>();
    for (const p of box.ports) want.set(p.partId, (want.get(p.partId) ?? 0) + 1);
    for (const [id, n] of want) expect([id, kit.lines.find((l) => l.lineId === id)?.perBox]).toEqual([id, n]);
  });

  it('two boxes want twice, an owned one is not bought', () => {
    const [id] = hide.ports.map((p) => p.partId);
    const line = (...edits: Edit[]) => planOf(applyEdits(hide, edits)).kit.lines.find((l) => l.lineId === id)!;
    const one = line();
    const priced = starter('panel', id!);
    expect(one.packPrice).toBe(priced.priceAmount);
    expect(line(set('kit/boxCount', 2)).packs).toBe(2 * one.packs);
    expect(line(set('kit/owned', [{ lineId: id!, count: one.perBox }])).packs).toBe(0);
  });
});
