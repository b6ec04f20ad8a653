import { describe, expect, test } from 'vitest';
import { AUTO, setTo } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, CarryWord } from '../src/box/schema.ts';
import type { Part, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { set } from '../src/findings/rule.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { ALLOWANCE, carry, CARRY_LIMIT_KG } from '../src/kit/carry.ts';
import { Collector } from '../src/kit/collector.ts';
import { cuttingFor } from '../src/kit/cutting.ts';
import { awgAreaMm2 } from './wire-areas.ts';

const planOf = (box: Box): Plan => evaluate(box, STARTER_CATALOGUE);
const hide = saltmarshHideBox();
const plan = planOf(hide);
const lineOf = (p: Plan, lineId: string) => p.kit.lines.find((l) => l.lineId === lineId);

describe('what it weighs', () => {
  test('parts one by one, wire by its copper, a tenth for what is small, a twentieth on top', () => {
    const kg = (id: string | null): number => (id === null ? 0 : (hide.parts[id]?.massKg ?? 0));
    const bodies = plan.fit!.bodies.reduce((s, b) => s + b.massKg, 0);
    const panel = hide.ports.reduce((s, p) => s + kg(p.partId), 0);
    const wire = plan.wiring.netlist.conductors.reduce((s, c) => {
      const mm2 =
        c.size === null || c.size === undefined
          ? 0
          : c.size.system === 'mm2'
            ? Number(c.size.size)
            : awgAreaMm2(c.size.size);
      return s + (mm2 * 0.0125 * c.lengthMm) / 1000;
    }, 0);
    expect(plan.carry.massKg).toBeCloseTo((kg(hide.casePartId) + bodies + panel + wire + 0.1) * 1.05, 2);
    expect(ALLOWANCE).toBe(1.05);
    // its working, redone from its printed lines
    const { lines, result } = plan.carry.working;
    const sum = lines.filter((l) => l.op === '+').reduce((s, l) => s + Number(l.value), 0);
    expect((sum * 1.05).toFixed(1)).toBe(result.value);
  });
  test('without an arrangement the battery counts all the same, one that stands outside does not', () => {
    const battery = hide.parts[hide.bank.partId!]!.massKg;
    const inside = carry(hide, undefined, plan.wiring);
    const outside = carry(applyEdits(hide, [set('bank/stands', 'outside')]), undefined, plan.wiring);
    expect(inside.massKg - outside.massKg).toBeCloseTo(1.05 * battery * hide.bank.count, 9);
    const two = carry(applyEdits(hide, [set('bank/count', 2)]), undefined, plan.wiring);
    expect(two.massKg - inside.massKg).toBeCloseTo(1.05 * battery, 9);
    expect(inside.centreMm).toBeUndefined();
  });
  test('its centre is the mean of everything by mass, the case at its middle', () => {
    const { part, placed, bodies } = plan.fit!;
    const things = [
      ...placed.map((p) => ({
        m: bodies.find((b) => b.id === p.id)!.massKg,
        at: [p.xMm + p.lengthMm / 2, p.yMm + p.widthMm / 2, p.zMm + p.heightMm / 2]
      })),
      { m: part.massKg, at: [part.rimLengthMm / 2, part.rimWidthMm / 2, part.depthMm / 2] }
    ];
    const total = things.reduce((s, t) => s + t.m, 0);
    const mean = (axis: number): number => things.reduce((s, t) => s + t.m * t.at[axis]!, 0) / total;
    expect([plan.carry.centreMm!.xMm, plan.carry.centreMm!.yMm, plan.carry.centreMm!.zMm]).toEqual(
      [0, 1, 2].map((axis) => expect.closeTo(mean(axis), 9))
    );
  });
  test.each([
    ['pocketable', 3],
    ['one-hand', 6],
    ['short-walk', 10],
    ['car-to-bank', 15],
    ['vehicle', 25]
  ] as [CarryWord, number][])('%s: up to %d kg', (word, kg) => {
    expect(CARRY_LIMIT_KG[word]).toBe(kg);
    expect(carry(applyEdits(hide, [set('outing/carry', word)]), plan.fit, plan.wiring).limitKg).toBe(kg);
  });
  test('the way of carrying it falls into is the first that bears it; beyond all of them it is wheels', () => {
    const heavy = (massKg: number) => {
      const battery = hide.parts[hide.bank.partId!]!;
      return carry(applyEdits(hide, [set(`parts/${battery.id}/massKg`, massKg)]), undefined, plan.wiring);
    };
    expect([0.5, 3, 6, 10, 20, 40].map((kg) => heavy(kg).bands)).toEqual([
      'pocketable',
      'one-hand',
      'short-walk',
      'car-to-bank',
      'vehicle',
      'vehicle'
    ]);
  });
});

describe('lines, packets and what is owned', () => {
  const part = (over: object = {}): Part =>
    ({
      ...STARTER_CATALOGUE.find((p) => p.kind === 'sundry' && p.use === 'tie')!,
      id: 'thing',
      name: 'Thing',
      packCount: 10,
      priceAmount: 4,
      note: '',
      ...over
    }) as Part;
  const collected = (kit: Partial<Box['kit']>, fill: (c: Collector) => void) => {
    const c = new Collector({ ...hide, kit: { ...hide.kit, boxCount: 1, owned: [], ...kit } }, STARTER_CATALOGUE);
    fill(c);
    return c.lines();
  };
  test('the same thing is one line, its packets are whole', () => {
    const [line] = collected({}, (c) => {
      c.part('small', part(), 8);
      c.part('small', part(), 3);
    });
    expect(line).toMatchObject({
      lineId: 'thing',
      perBox: 11,
      toBuy: 11,
      perPack: 10,
      packs: 2,
      packPrice: 4,
      cost: 8,
      packText: 'pack of 10',
      unit: 'pc'
    });
  });
  test('exactly a packet is one packet; nothing to buy is none', () => {
    const count = (n: number, owned = 0) =>
      collected({ owned: owned ? [{ lineId: 'thing', count: owned }] : [] }, (c) => c.part('small', part(), n))[0]!;
    expect([count(10).packs, count(11).packs, count(10, 10).packs, count(10, 3).packs, count(10, 99).toBuy]).toEqual([
      1, 2, 0, 1, 0
    ]);
    expect(count(10, 3).toBuy).toBe(7);
  });
  test('several boxes want so many times as much, what is owned counts once', () => {
    const [line] = collected({ boxCount: 3, owned: [{ lineId: 'thing', count: 5 }] }, (c) =>
      c.part('small', part(), 4)
    );
    expect(line).toMatchObject({ perBox: 4, toBuy: 7, packs: 1 });
  });
  test('sorts of one thing share what is owned under its old name, never twice', () => {
    const owned = [{ lineId: 'thing', count: 5 }];
    const lines = collected({ owned }, (c) => {
      c.part('crimps', part(), 4, { lineId: 'thing-red', base: 'thing' });
      c.part('crimps', part(), 4, { lineId: 'thing-blue', base: 'thing' });
    });
    expect(lines.map((l) => l.toBuy)).toEqual([0, 3]);
  });
  test('metres are said as metres, one alone as each; a price nobody knows costs nothing yet', () => {
    const [wire, single, free] = collected({}, (c) => {
      c.part('wiring', part({ id: 'wire' }), 1.234567, { unit: 'm', perPack: 5 });
      c.part('small', part({ id: 'one', packCount: 1 }), 1);
      c.part('small', part({ id: 'free', priceAmount: null }), 1);
    });
    expect(wire).toMatchObject({ perBox: 1.23, toBuy: 1.23, packText: '5 m', packs: 1 });
    expect(single!.packText).toBe('each');
    expect(free).toMatchObject({ packPrice: null, cost: 0, packs: 1 });
  });
  test('a small thing that nobody sells, or of which none is wanted, has no line', () => {
    expect(collected({}, (c) => c.small('small', 'tie', 'nowhere', 3))).toEqual([]);
    const fits = (STARTER_CATALOGUE.find((p) => p.kind === 'sundry' && p.use === 'tie') as PartOf<'sundry'>).fits;
    expect(collected({}, (c) => c.small('small', 'tie', fits, 0))).toEqual([]);
    expect(collected({}, (c) => c.small('small', 'tie', fits, 2, { sort: 'left side' }))[0]).toMatchObject({
      lineId: expect.stringMatching(/-left-side$/),
      name: expect.stringMatching(/, left side$/)
    });
  });
  test('what a line is stays known whatever it is called', () => {
    const fuse = STARTER_CATALOGUE.find((p) => p.kind === 'fuse') as PartOf<'fuse'>;
    const [line] = collected({}, (c) => c.part('wiring', fuse, 1));
    expect(line!.what).toEqual({ kind: 'fuse', family: fuse.family, ratingA: null });
  });
});

describe('bars and connectors that the circuit has and the document does not name', () => {
  const bars = (box: Box): number =>
    planOf(box)
      .kit.lines.filter((l) => l.what.kind === 'sundry' && l.what.use === 'bus-bar')
      .reduce((n, l) => n + l.perBox, 0);
  const canal = canalNightBankBox();
  test('returns: a bar of their own only where no block has one', () => {
    const block = Object.values(canal.parts).find((p) => p.kind === 'fuse-block') as PartOf<'fuse-block'> | undefined;
    if (!block) throw new Error('the demo box has no block');
    const without = applyEdits(canal, [set(`parts/${block.id}/hasNegativeBus`, false), set('wiring/returns', AUTO)]);
    const with_ = applyEdits(canal, [set(`parts/${block.id}/hasNegativeBus`, true), set('wiring/returns', AUTO)]);
    expect(bars(without)).toBe(bars(with_) + 1);
    expect(bars(applyEdits(with_, [set('wiring/returns', setTo('stud'))]))).toBe(bars(with_) + 1);
    expect(bars(applyEdits(without, [set('wiring/returns', setTo('splice'))]))).toBe(bars(with_));
  });
  test.each(['lever', 'push-in'] as const)(
    'a main feed that ends in a %s connector takes one with ways enough, or several linked',
    (ends) => {
      const box = applyEdits(canal, [set('feeds/main/ends', ends)]);
      const p = planOf(box);
      const lines = p.kit.lines.filter((l) => l.what.kind === 'sundry' && l.what.use === ends);
      const leads = 1 + p.wiring.tree.order.filter((b) => p.wiring.tree.startOf.get(b.id) === 'main').length;
      const ways = lines.reduce((n, l) => n + l.perBox * Number(l.what.kind === 'sundry' ? l.what.fits : 0), 0);
      const links = 2 * (lines.reduce((n, l) => n + l.perBox, 0) - 1);
      expect(lines.length).toBeGreaterThan(0);
      expect(ways - links).toBeGreaterThanOrEqual(leads);
    }
  );
  test('boots: two for every pack whose posts are covered', () => {
    const boots = (count: number, covered: Box['bank']['postsCovered']) =>
      planOf(applyEdits(canal, [set('bank/count', count), set('bank/postsCovered', covered)]))
        .kit.lines.filter((l) => l.what.kind === 'sundry' && l.what.use === 'boot')
        .reduce((n, l) => n + l.perBox, 0);
    expect([boots(1, 'yes'), boots(2, 'yes'), boots(1, 'no')]).toEqual([2, 4, 0]);
  });
});

describe('what is cut', () => {
  const cut = cuttingFor([{ box: hide, plan }], STARTER_CATALOGUE, []);
  test('every run is cut once, of the length it has', () => {
    const pieces = cut.lengths
      .filter((l) => l.sort === 'wire')
      .flatMap((l) => [...l.plan.stocks.flatMap((s) => s.pieces), ...l.plan.tooLong]);
    const wanted = plan.runs.runs
      .filter((r) => r.wire)
      .flatMap((r) => Array.from({ length: r.count }, () => [r.id, r.lengthMm] as const));
    expect(pieces.map((p) => `${p.label} ${p.lengthMm}`).sort()).toEqual(
      wanted.map(([id, mm]) => `${id} ${mm}`).sort()
    );
  });
  test('in the order of the work, and for two boxes each piece says whose it is', () => {
    const order = ['wire', 'sleeve', 'strip', 'strap'];
    const places = cut.lengths.map((l) => order.indexOf(l.sort));
    expect(places).toEqual(places.toSorted((a, b) => a - b));
    const twice = applyEdits(hide, [set('kit/boxCount', 2)]);
    const both = cuttingFor([{ box: twice, plan: planOf(twice) }], STARTER_CATALOGUE, []);
    const labels = both.lengths
      .find((l) => l.sort === 'wire')!
      .plan.stocks.flatMap((s) => s.pieces.map((p) => p.label));
    expect(labels.every((l) => / box [12]$/.test(l))).toBe(true);
  });
  test('a strap has a buckle of its own: one each, none from the rest of another', () => {
    const strap = cut.lengths.find((l) => l.sort === 'strap');
    const length = plan.stance!.hold!.strapMm;
    if (length === undefined) return expect(strap).toBeUndefined();
    expect(strap!.plan).toMatchObject({ boughtCount: 1, leastBought: 1, leftMm: 1500 - length });
    expect(strap!.plan.stocks[0]!.leftMm).toBe(1500 - length);
  });
  test('what lies in the drawer is used first', () => {
    const wire = cut.lengths.find((l) => l.sort === 'wire')!;
    const home = cuttingFor([{ box: hide, plan }], STARTER_CATALOGUE, [
      { lineId: wire.lineId, count: 100 }
    ] as never).lengths.find((l) => l.lineId === wire.lineId)!;
    expect(home.plan.boughtCount).toBe(0);
    expect(home.plan.stocks.map((s) => [s.id, s.lengthMm])).toEqual([['drawer', 100_000]]);
  });
});

test('the main fuse, its holder and the master stand in the kit by the part that was chosen', () => {
  for (const id of [hide.bank.partId, hide.casePartId]) expect(lineOf(plan, id!)).toMatchObject({ perBox: 1 });
});
