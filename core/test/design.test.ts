import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { panelPartOf } from '../src/box/lookup.ts';
import { NO_WISHES } from '../src/box/wishes.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { starter } from '../src/demo/builder.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { against } from '../src/design/assess.ts';
import { build, groundOf, shortOf } from '../src/design/build.ts';
import { choiceKey } from '../src/design/choice.ts';
import { designPair } from '../src/design/pair.ts';
import { explain } from '../src/design/explain.ts';
import { dominates } from '../src/design/front.ts';
import { keepsLimits } from '../src/design/limits.ts';
import { namedOf } from '../src/design/named.ts';
import { metersOf, partsOfRole, socketsFor } from '../src/design/parts.ts';
import { designSearch, groundFor, type DesignSearch } from '../src/design/search.ts';
import { takeEdits } from '../src/design/take.ts';
import { unmet } from '../src/design/unmet.ts';
import { faultOf } from '../src/design/verify.ts';
import { firstChoice, isTolerated, waysFor } from '../src/design/ways.ts';
import { differenceSay } from '../src/design/words.ts';
import { evaluate } from '../src/evaluate.ts';
import { reaches, sealWord } from '../src/sealing/sealing.ts';
import { finished } from '../src/work.ts';
import { OUTINGS, outingBox } from './outings/outings.ts';

/** As many choices as show a proposal of most outings, then more; the whole front is the bench's business. */
const TRIED = [45, 160, 900];
const searches = new Map<string, DesignSearch>();
function searched(name: string): { box: Box; search: DesignSearch } {
  const box = outingBox(OUTINGS.find((o) => o.name === name)!);
  for (const mostTried of searches.has(name) ? [] : TRIED) {
    searches.set(name, finished(designSearch(box, STARTER_CATALOGUE, { mostTried })));
    if (namedOf(box, searches.get(name)!.sound).length > 0) break;
  }
  return { box, search: searches.get(name)! };
}

test('there are forty outings, no two alike', () => {
  expect(OUTINGS.length).toBe(40);
  expect(new Set(OUTINGS.map((o) => o.name)).size).toBe(40);
});

describe('forty outings', () => {
  test.each(OUTINGS.filter((o) => !o.unmet).map((o) => [o.name] as const))('%s: sound boxes, none beaten', (name) => {
    const { box, search } = searched(name);
    const shown = namedOf(box, search.sound);
    expect(shown.length).toBeGreaterThan(0);
    for (const { design: s } of shown) {
      // taken into the document it is what was promised, worked out anew from the file
      const taken = boxSchema.parse(JSON.parse(JSON.stringify(applyEdits(box, takeEdits(box, s.design.box)))));
      const plan = evaluate(taken, STARTER_CATALOGUE);
      expect(plan.findings.filter((f) => f.severity === 'stop')).toEqual([]);
      expect(against(plan).filter((f) => !isTolerated(f, box.wishes))).toEqual([]);
      expect(plan.fit?.state).toBe('fits');
      expect(plan.outing!.lastsH).toBeGreaterThanOrEqual(box.outing.durationH);
      expect(plan.carry.massKg).toBeCloseTo(s.merits.massKg, 6);
      expect(plan.kit.costPerBox).toBeCloseTo(s.merits.priceAmount, 6);
      expect(keepsLimits(box, s.merits)).toBe(true);
      for (const other of shown)
        if (other.design !== s)
          expect(dominates(other.design.merits, s.merits), `${other.design.key} beats ${s.key}`).toBe(false);
      // every device has a socket that is wired
      for (const d of taken.devices) {
        const port = taken.ports.find((p) => p.id === d.portId);
        expect(panelPartOf(taken, port)?.role).toBe('outlet');
        expect(taken.circuits.some((c) => c.portId === port!.id)).toBe(true);
      }
    }
  });

  test.each(OUTINGS.filter((o) => o.unmet).map((o) => [o.name, o.unmet!] as const))(
    '%s: why not, and the nearest that can be',
    (name, wanted) => {
      const box = outingBox(OUTINGS.find((o) => o.name === name)!);
      const search = finished(designSearch(box, STARTER_CATALOGUE));
      expect(namedOf(box, search.sound)).toEqual([]);
      const told = finished(unmet(box, search));
      expect(told.why.join(' ')).toMatch(wanted.because);
      for (const id of wanted.offers) expect(told.nearest.map((n) => n.id)).toContain(id);
      for (const n of told.nearest) {
        // what is given up makes room for just that box
        const given = applyEdits(box, n.gives);
        expect(keepsLimits(given, n.design.merits)).toBe(true);
        const taken = applyEdits(given, takeEdits(given, n.design.design.box));
        expect(evaluate(taken, STARTER_CATALOGUE).findings.filter((f) => f.severity === 'stop')).toEqual([]);
      }
    }
  );
});

/*
 * Three proposals redone on paper. Energies by the converter formula of the electrical reference 7 (P0 + (1+k1)P + k2P²/Pr),
 * usable energy as rated x 12.8 V x what the cold leaves x (1 - kept back); masses and prices as the parts say.
 */
describe('redone on paper', () => {
  const cheapest = (name: string) => {
    const { box, search } = searched(name);
    return namedOf(box, search.sound).find((n) => n.roles.includes('cheapest'))!.design;
  };

  test('low power radio on a hill', () => {
    // radio: receive (1.5+6)/2 = 3.75 W for 0.8, transmit (18+35)/2 = 26.5 W for 0.2: 8.3 W; lamp 2.5 W: 10.8 W.
    // 5 h: 54 Wh. The proposal: 7 Ah x 12.8 V = 89.6 Wh, at 3 °C about 0.85 of it, a tenth kept back: about 69 Wh, 6.3 h.
    const s = cheapest('low power radio on a hill');
    expect(s.pair.battery.id).toBe('battery-lfp-7');
    expect(s.design.plan.demand.totalWh).toBeGreaterThan(51);
    expect(s.design.plan.demand.totalWh).toBeLessThan(57);
    expect(s.design.lastsH!).toBeGreaterThan(5.5);
    expect(s.design.lastsH!).toBeLessThan(7);
    // case 1.0 + battery 0.95 + sockets 2 x 0.018 + block, holder, switch, wire: a little over 2 kg
    expect(s.merits.massKg).toBeGreaterThan(1.95 * 1.05);
    expect(s.merits.massKg).toBeLessThan(2.6);
  });

  test('hide, one camera', () => {
    // camera 5 W: 0.15 + 1.04 x 5 + 0.06 x 25/30 = 5.4 W; lamp 2.5 W; display and idle module about 0.02 A = 0.3 W: 8.2 W.
    // 12 h: 98 Wh. 12 Ah x 12.8 = 154 Wh, at 1 °C about 0.84, a tenth kept back: 116 Wh, about 14 h.
    const s = cheapest('hide, one camera');
    expect(s.pair.battery.id).toBe('battery-lfp-12');
    expect(s.design.plan.demand.totalWh).toBeGreaterThan(93);
    expect(s.design.plan.demand.totalWh).toBeLessThan(104);
    expect(s.design.lastsH!).toBeGreaterThan(12.8);
    expect(s.design.lastsH!).toBeLessThan(15.2);
    // 3.0 kg: can 0.95, battery 1.5, the rest 0.45, and 5 %
    expect(s.merits.massKg).toBeGreaterThan((0.95 + 1.5) * 1.05);
    expect(s.merits.massKg).toBeLessThan(3.4);
  });

  test('radio weekend', () => {
    // radio 6 x 0.9 + 72.5 x 0.1 = 12.7 W, tablet 15 W through the module 16.3 W, lamp 4.7 W: 33.7 W, 24 h: 808 Wh.
    // 100 Ah x 12.8 = 1280 Wh, at 6 °C about 0.89, a tenth kept back: 1025 Wh, about 30 h. 75 Ah would give 23 h: too little.
    const s = cheapest('radio weekend');
    expect(s.pair.battery.id).toBe('battery-lfp-100');
    expect(s.design.plan.demand.totalWh).toBeGreaterThan(760);
    expect(s.design.plan.demand.totalWh).toBeLessThan(880);
    expect(s.design.lastsH!).toBeGreaterThan(25);
    expect(s.design.lastsH!).toBeLessThan(33);
  });
});

describe('what a design keeps to', () => {
  const lamp = (over: Partial<Box['wishes']>, outing: Partial<Box['outing']> = {}): Box =>
    outingBox({
      name: 'Wishes',
      devices: ['lamp-red', 'phone-in-use'],
      outing: { durationH: 6, seal: 'splash', ...outing },
      wishes: over
    });
  const first = (box: Box) => finished(designSearch(box, STARTER_CATALOGUE, { mostTried: 30 }));

  test('the battery that is mine, and my case', () => {
    const r = first(lamp({ batteryPartId: 'battery-agm-18', batteryCount: 1, casePartId: 'case-plastic-deep' }));
    expect(r.sound.length).toBe(1);
    expect(r.sound[0]!.pair).toMatchObject({
      battery: { id: 'battery-agm-18' },
      case: { id: 'case-plastic-deep' },
      count: 1
    });
  });

  test('a chemistry', () => {
    const r = first(lamp({ chemistries: ['agm'] }));
    expect(r.sound.length).toBeGreaterThan(0);
    expect(new Set(r.sound.map((s) => s.pair.battery.chemistry))).toEqual(new Set(['agm']));
  });

  test('no soldering: nothing wired by solder, nothing nobody knows of', () => {
    const r = first(lamp({ noSoldering: true }));
    expect(r.sound.length).toBeGreaterThan(0);
    for (const s of r.sound)
      for (const p of s.design.box.ports)
        expect(['solder', 'unknown']).not.toContain(panelPartOf(s.design.box, p)!.wiredBy);
    // without the wish the cheapest sockets are soldered ones
    const with_ = first(lamp({}));
    expect(
      with_.sound.some((s) => s.design.box.ports.some((p) => panelPartOf(s.design.box, p)!.wiredBy === 'solder'))
    ).toBe(true);
  });

  test('a breaker as the switch', () => {
    const r = first(lamp({ control: 'breaker' }));
    expect(r.sound.length).toBeGreaterThan(0);
    for (const s of r.sound) {
      expect(s.design.box.feeds[0].leverSwitches).toBe(true);
      expect(s.design.box.ports.some((p) => panelPartOf(s.design.box, p)!.role === 'switch')).toBe(false);
    }
  });

  test('a chain under one fuse', () => {
    const r = first(lamp({ spread: 'chain', meter: 'none', charging: 'lid-open' }));
    for (const s of r.sound) {
      expect(s.design.box.feeds[0].ends).toBe('chain');
      expect(s.design.box.feeds[0].blockPartId).toBeNull();
    }
    // either a sound chain is found or it is said why none is
    if (r.sound.length === 0) expect(r.failed.length + r.ruledOut.length).toBeGreaterThan(0);
  });

  test.each(['none', 'voltmeter', 'shunt'] as const)('meter: %s', (meter) => {
    const r = first(lamp({ meter }));
    expect(r.sound.length).toBeGreaterThan(0);
    for (const s of r.sound) expect(s.choice.meter).toBe(meter);
  });

  test('charged with the lid open, no hole for it', () => {
    const r = first(lamp({ charging: 'lid-open' }));
    for (const s of r.sound)
      expect(s.design.box.ports.some((p) => panelPartOf(s.design.box, p)!.role === 'inlet')).toBe(false);
    expect(r.sound.length).toBeGreaterThan(0);
  });

  test('plugs at hand are used where they suit', () => {
    const r = first(lamp({ outletPartIds: ['circular-20', 'binding-posts'] }));
    const taken = r.sound.flatMap((s) => s.design.box.ports.map((p) => p.partId));
    expect(taken).toContain('circular-20');
    // bare live metal is none of the choices, whatever lies at home
    expect(taken).not.toContain('binding-posts');
  });

  test('what lies in the drawer makes a proposal of its own; the price stays that of the strip', () => {
    const box = lamp({});
    const home = new Map([
      ['battery-lfp-20', 1],
      ['case-plastic-deep', 1]
    ]);
    const r = finished(designSearch(box, STARTER_CATALOGUE, { mostTried: 120, home }));
    const least = namedOf(box, r.sound).find((n) => n.roles.includes('from-home'))!.design;
    for (const o of r.sound) expect(least.merits.toBuyAmount).toBeLessThanOrEqual(o.merits.toBuyAmount + 0.5);
    const mine = r.sound.find((o) => o.pair.battery.id === 'battery-lfp-20' && o.pair.case.id === 'case-plastic-deep')!;
    expect(mine.merits.priceAmount - mine.merits.toBuyAmount).toBeCloseTo(92 + 23, 6);
    expect(mine.merits.priceAmount).toBeCloseTo(mine.design.plan.kit.costPerBox, 6);
    // without a drawer nothing is named for it
    expect(namedOf(box, first(box).sound).some((n) => n.roles.includes('from-home'))).toBe(false);
  });

  test('a box whose list says that a battery is owned costs that much less, as the strip says it', () => {
    const plain = lamp({ batteryPartId: 'battery-lfp-20', casePartId: 'case-plastic-deep' });
    const owned: Box = { ...plain, kit: { ...plain.kit, owned: [{ lineId: 'battery-lfp-20', count: 1 }] } };
    const [a, b] = [plain, owned].map((box) => first(box).sound.find((s) => s.pair.count === 1)!);
    expect(a!.merits.priceAmount - b!.merits.priceAmount).toBeCloseTo(92, 6);
  });

  test('a socket that the evaluation refuses gives way to the next, for just that device', () => {
    // a module of one's own that is cheap and small: its input bears less than the smallest fuse for a tablet
    const weak: PartOf<'panel'> = {
      ...starter('panel', 'usb-c-pd-30'),
      id: 'own-module',
      name: 'Cheap module',
      origin: 'own',
      priceAmount: 0.5,
      ratingA: 1.2
    };
    const box = outingBox({
      name: 'Weak module',
      devices: ['tablet', 'phone-in-use'],
      outing: { durationH: 4, seal: 'dry-store', carry: 'vehicle' }
    });
    const catalogue = [weak, ...STARTER_CATALOGUE];
    const g = groundFor(box, catalogue);
    const [tablet, phone] = box.devices;
    expect(socketsFor(g, tablet!, 'cheapest', 3)[0]!.id).toBe('own-module');
    const pair = {
      battery: starter('battery', 'battery-lfp-20'),
      count: 1,
      case: starter('case', 'case-plastic-deep')
    };
    const o = finished(designPair(g, pair));
    expect(o.kind).toBe('sound');
    if (o.kind !== 'sound') return;
    const partOf = (id: string) =>
      o.design.box.ports.find((p) => p.id === o.design.box.devices.find((d) => d.id === id)!.portId)!.partId;
    expect(partOf(tablet!.id)).not.toBe('own-module');
    expect(partOf(phone!.id)).toBe('own-module');
    expect(o.left.map((l) => l.dim)).toContain('next-socket');
    expect(choiceKey(o.choice)).not.toBe(choiceKey({ ...o.choice, bumps: {} }));
  });

  test('a steel case is proposed only where it is the one on the shelf, with what to mind', () => {
    const steel = first(lamp({ casePartId: 'case-steel-medium' }, { seal: 'dry-store', carry: 'vehicle' }));
    expect(steel.sound.length).toBeGreaterThan(0);
    for (const s of steel.sound) expect(s.design.against.map((f) => f.id)).toContain('metal-case');
    const reasons = explain(steel.ground, steel, steel.sound[0]!);
    expect(reasons.find((r) => r.what === 'Mind')!.chosen).toBe('Line the steel case');
    const free = finished(designSearch(lamp({}, { seal: 'dry-store' }), STARTER_CATALOGUE, { mostTried: 60 }));
    expect(free.sound.every((s) => s.pair.case.material !== 'steel')).toBe(true);
  });

  test('a battery of one’s own is as old as one says', () => {
    const at = (batteryAgeYears: number) =>
      first(
        lamp({
          batteryPartId: 'battery-agm-18',
          batteryCount: 1,
          casePartId: 'case-plastic-deep',
          batteryAgeYears,
          leastChanceFraction: 0
        })
      ).sound[0]!;
    expect(at(0).design.box.bank.ageYears).toBe(0);
    expect(at(4).design.box.bank.ageYears).toBe(4);
    expect(at(4).design.lastsH!).toBeLessThan(at(0).design.lastsH!);
  });

  test('an own battery that lies in the box comes into question', () => {
    const own: PartOf<'battery'> = {
      ...starter('battery', 'battery-lfp-20'),
      id: 'own-pack',
      name: 'My pack',
      origin: 'own',
      priceAmount: 0
    };
    const plain = lamp({ batteryPartId: 'own-pack' });
    const box: Box = { ...plain, parts: { 'own-pack': own } };
    const r = first(box);
    expect(r.sound.length).toBeGreaterThan(0);
    expect(r.sound.every((s) => s.pair.battery.name === 'My pack')).toBe(true);
  });
});

describe('taking one', () => {
  test('everything stays editable, automatic stays automatic, and undo brings back what stood there', () => {
    const box = saltmarshHideBox();
    const r = finished(
      designSearch(
        { ...box, outing: { ...box.outing, carry: 'vehicle', budgetAmount: null }, season: null },
        STARTER_CATALOGUE,
        { mostTried: 120 }
      )
    );
    const s = r.sound[0]!;
    const edits = takeEdits(box, s.design.box);
    const taken = applyEdits(box, edits);
    expect(taken.outing).toBe(box.outing);
    expect(taken.notes).toBe(box.notes);
    expect(taken.devices.map((d) => ({ ...d, portId: null }))).toEqual(
      box.devices.map((d) => ({ ...d, portId: null }))
    );
    for (const c of taken.circuits) {
      expect(c.fuse).toEqual({ is: 'auto' });
      expect(c.wire).toEqual({ is: 'auto' });
      expect(c.lengthMm).toEqual({ is: 'auto' });
    }
    const back = edits.map((e) => ({ op: 'set' as const, path: e.path, value: box[e.path as keyof Box] }));
    expect(applyEdits(taken, back)).toEqual(box);
  });

  test('a design that stands already asks for nothing', () => {
    const { box, search } = searched('survey day');
    const s = search.sound[0]!;
    const taken = applyEdits(box, takeEdits(box, s.design.box));
    expect(takeEdits(taken, s.design.box)).toEqual([]);
  });

  test('stowed things and the panel come along, a built-in controller is plugged instead', () => {
    const box = saltmarshHideBox();
    const solar = { ...box.charging.solar!, fit: 'inside' as const, panelPortId: { is: 'set' as const, value: 'p1' } };
    const bare = groundOf({ ...box, charging: { ...box.charging, solar } });
    expect(bare.bodies.map((b) => b.id)).toEqual(['b1']);
    expect(bare.ports).toEqual([]);
    expect(bare.charging.solar).toMatchObject({ fit: 'plugged', panelPortId: { is: 'auto' }, panelW: 20 });
  });

  test('the battery that stands in the box stays as full and as learnt as it is, where it is wished', () => {
    const box = saltmarshHideBox();
    const bank = { ...box.bank, ageYears: 3, startFraction: 0.7 };
    const mine = { ...box, wishes: { ...NO_WISHES, batteryPartId: box.bank.partId, batteryAgeYears: 3 }, bank };
    expect(groundOf(mine).bank).toMatchObject({ ageYears: 3, startFraction: 0.7 });
    expect(groundOf({ ...mine, wishes: NO_WISHES }).bank).toMatchObject({ ageYears: 0, startFraction: 1 });
    const other = { ...mine, wishes: { ...mine.wishes, batteryPartId: 'battery-agm-18', batteryAgeYears: 5 } };
    expect(groundOf(other).bank).toMatchObject({ ageYears: 5, startFraction: 1 });
  });
});

describe('parts that come into question', () => {
  const ground = (seal: Box['outing']['seal']) =>
    groundFor(
      outingBox({ name: 'g', devices: ['lamp-red', 'phone-in-use', 'air-pump'], outing: { seal } }),
      STARTER_CATALOGUE
    );

  test.each(['splash', 'rain', 'dunk'] as const)('sockets, switches and inlets hold %s', (seal) => {
    const g = ground(seal);
    for (const d of g.box.devices)
      for (const p of socketsFor(g, d, 'cheapest', 3))
        expect(reaches(sealWord(p.seal.mated ?? p.seal.open), seal)).toBe(true);
    for (const p of partsOfRole(g, 'switch', 3))
      expect([p.seal.open, p.seal.capped].some((m) => m && reaches(sealWord(m), seal))).toBe(true);
  });

  test('the rank orders, strained contacts come last', () => {
    const g = ground('dry-store');
    const [lamp, , pump] = g.box.devices;
    const prices = socketsFor(g, lamp!, 'cheapest', 3)
      .filter((p) => p.measureYours !== 'must')
      .map((p) => p.priceAmount!);
    expect(prices).toEqual(prices.toSorted((a, b) => a - b));
    const deep = socketsFor(g, lamp!, 'shallowest', 3)[0]!;
    expect(deep.bodyDepthMm).toBeLessThanOrEqual(socketsFor(g, lamp!, 'cheapest', 3)[0]!.bodyDepthMm);
    // 6.6 A of a motor: not through the 50 mohm of a sprung socket while something firmer is sold
    expect(socketsFor(g, pump!, 'cheapest', 3)[0]!.id).not.toBe('socket-12v-capped');
    expect(socketsFor(g, pump!, 'cheapest', 3).map((p) => p.id)).toContain('socket-12v-capped');
  });

  test('a wall too thin or too thick bars a part', () => {
    const g = ground('splash');
    const thin = socketsFor(g, g.box.devices[0]!, 'cheapest', 0.5);
    expect(thin).toEqual([]);
    expect(metersOf(g, 'shunt', 12)).toEqual([]);
  });
});

describe('what cannot be built says why', () => {
  const g = groundFor(outingBox({ name: 'g', devices: ['hf-100-data'], outing: { seal: 'dunk' } }), STARTER_CATALOGUE);
  const choice = (over: object = {}) => {
    const battery = starter('battery', 'battery-lfp-35');
    return {
      ...firstChoice(battery, 1, starter('case', 'case-hard-deep'), waysFor(NO_WISHES, battery, 1)),
      meter: 'none' as const,
      ...over
    };
  };

  test('no socket, no meter, no room', () => {
    expect(build(g, choice({ bumps: { d1: 9 } }))).toMatchObject({ because: 'no-socket' });
    const dry = groundFor(outingBox({ name: 'g', devices: ['lamp-red'], outing: { seal: 'rain' } }), STARTER_CATALOGUE);
    expect(build(dry, choice({ meter: 'shunt' }))).toMatchObject({ because: 'no-meter' });
    const much = groundFor(
      outingBox({
        name: 'g',
        devices: Array.from({ length: 14 }, () => 'phone-in-use'),
        outing: { seal: 'dry-store' }
      }),
      STARTER_CATALOGUE
    );
    expect(
      build(
        much,
        choice({ case: starter('case', 'case-plastic-medium'), battery: starter('battery', 'battery-lfp-7') })
      )
    ).toMatchObject({ because: expect.stringMatching(/no-room|no-block|does-not-fit/) });
    expect(build(dry, choice({ case: starter('case', 'case-hard-small'), charging: 'lid-open' }))).toMatchObject({
      because: 'does-not-fit'
    });
  });

  test('a flawed packing or a season that kills it is no sound design', () => {
    const { search } = searched('season camera that sends');
    const s = search.sound[0]!;
    expect(faultOf(s.design)).toBeUndefined();
    const box = { ...s.design.box, season: { ...s.design.box.season!, dayCount: 400, visitEveryDays: null } };
    expect(faultOf({ ...s.design, box })).toMatchObject({
      because: 'dies-in-season',
      say: expect.stringMatching(/dies on day \d+/)
    });
    expect(
      faultOf({ ...s.design, plan: { ...s.design.plan, fit: { ...s.design.plan.fit!, state: 'not-proven' } } as never })
    ).toMatchObject({ because: 'not-verified' });
  });
});

describe('why it is as it is', () => {
  test('every choice has its reason, and what it beat has a figure or a fault', () => {
    const { box, search } = searched('survey day');
    const s = namedOf(box, search.sound)[0]!.design;
    const reasons = explain(groundFor(box, STARTER_CATALOGUE), search, s);
    expect(reasons.map((r) => r.what)).toEqual(
      expect.arrayContaining(['Battery', 'Case', 'At the battery', 'Switching', 'Meter', 'Charging'])
    );
    const battery = reasons.find((r) => r.what === 'Battery')!;
    expect(battery.chosen).toBe(s.pair.battery.name);
    expect(battery.why).toContain(`${Math.round(s.merits.chanceFraction * 100)} % sure`);
    expect(battery.beat.length).toBeGreaterThan(0);
    for (const r of reasons) {
      expect(r.why).not.toBe('');
      for (const b of r.beat) expect(b).toMatch(/^.+: .+/);
    }
  });

  test('another weather bars the usual meter, and that is said', () => {
    const { box, search } = searched('low power radio on a hill');
    const s = namedOf(box, search.sound)[0]!.design;
    const meter = explain(groundFor(box, STARTER_CATALOGUE), search, s).find((r) => r.what === 'Meter')!;
    expect(meter.chosen).toBe('none');
    expect(meter.why).toMatch(/barred: no meter holds this weather/);
  });

  test('in inches nothing is told in millimetres; what does not go in says by how much', () => {
    const metric = outingBox(OUTINGS.find((o) => o.name === 'survey day')!);
    const box: Box = { ...metric, preferences: { ...metric.preferences, lengthUnit: 'in', massUnit: 'lb' } };
    const search = finished(designSearch(box, STARTER_CATALOGUE, { mostTried: 60 }));
    const all = search.sound.flatMap((s) => explain(search.ground, search, s));
    // a part is called what it is called
    const named = STARTER_CATALOGUE.map((p) => p.name).toSorted((p, q) => q.length - p.length);
    const words = named.reduce((t, n) => t.replaceAll(n, ''), all.flatMap((r) => [r.why, ...r.beat]).join('\n'));
    expect(words).toMatch(/ in\b/);
    expect(words).not.toMatch(/\d mm\b|\d kg\b/);
    const short = shortOf(search.ground, {
      battery: starter('battery', 'battery-lfp-50'),
      count: 1,
      case: starter('case', 'case-plastic-medium')
    });
    expect(short.length).toBeGreaterThan(0);
    expect(short.map((s) => s.mm)).toEqual(short.map((s) => s.mm).toSorted((a, b) => a - b));
    const fits = { battery: starter('battery', 'battery-lfp-7'), count: 1, case: starter('case', 'case-hard-deep') };
    expect(shortOf(search.ground, fits)).toEqual([]);
  });

  test('differences in a person’s units', () => {
    const p = saltmarshHideBox().preferences;
    const a = { priceAmount: 300, toBuyAmount: 300, massKg: 3, volumeL: 8, chanceFraction: 0.9 };
    const b = { priceAmount: 279, toBuyAmount: 279, massKg: 4.9, volumeL: 8, chanceFraction: 0.85 };
    expect(differenceSay(p, a, b)).toBe('1.9 kg more, €21 less, 5 % less sure');
    expect(differenceSay({ ...p, massUnit: 'lb', currency: '$' }, b, a)).toBe('4.2 lb less, $21 more, 5 % surer');
    expect(differenceSay(p, a, a)).toBe('no difference in mass, price, size or chance');
  });
});

test('nothing runs: said, not searched', () => {
  const box = outingBox({ name: 'empty', devices: [], outing: {} });
  const r = finished(designSearch(box, STARTER_CATALOGUE, { mostTried: 3 }));
  expect(finished(unmet(box, { ...r, front: [], sound: [] })).why).toEqual([
    'Nothing runs yet: say first what must run.'
  ]);
});

test('a wish that bars everything is found out by giving it up', () => {
  const box = outingBox({
    name: 'barred',
    devices: ['lamp-red'],
    outing: { durationH: 6, seal: 'splash', carry: 'vehicle' },
    wishes: { casePartId: 'case-hard-small' }
  });
  const search = finished(designSearch(box, STARTER_CATALOGUE));
  if (search.sound.length > 0) return expect(namedOf(box, search.sound).length).toBeGreaterThan(0);
  const told = finished(unmet(box, search));
  expect(told.nearest.map((n) => n.id)).toContain('case');
  expect(told.why.length).toBeGreaterThan(0);
});
