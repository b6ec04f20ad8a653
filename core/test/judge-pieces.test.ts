import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box, BuiltInCharger, Season, Solar } from '../src/box/schema.ts';
import type { PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { evaluate } from '../src/evaluate.ts';
import { chargePortId } from '../src/box/plugged.ts';
import {
  chargeSources,
  placeOfSource,
  sunMostA,
  together,
  togetherA,
  type ChargeSource
} from '../src/judge/charge-sources.ts';
import { COIL, Flow, GIVES, nodeOf } from '../src/judge/flow.ts';
import { mainHolders } from '../src/judge/main-holders.ts';
import { rmsShare } from '../src/judge/rms.ts';
import { isTab, terminalBears } from '../src/judge/terminals.ts';
import { railInputW } from '../src/wiring/rails.ts';
import { railBox } from './rail-box.ts';
import { letThroughA2s } from '../src/wiring/fuse.ts';
import type { Conductor } from '../src/wiring/netlist.ts';

const canal = canalNightBankBox();
const hide = saltmarshHideBox();
const radio = fellRaceRadioPost();
const moor = moorCameraPost();
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);

describe('terminals of a battery', () => {
  const bears = (terminal: PartOf<'battery'>['terminal']) =>
    terminalBears({ ...starter('battery', 'battery-agm-9'), terminal })?.ratingA;
  test('bear what their kind bears; one nobody looked at is not guessed', () => {
    expect([bears('tab-4.8'), bears('tab-6.3')]).toEqual([16, 24]);
    expect([bears('m5'), bears('m6'), bears('m8')]).toEqual([80, 120, 250]);
    expect([bears('post'), bears('lead')]).toEqual([300, 300]);
    expect(bears('unknown')).toBeUndefined();
  });
  test('take as much copper as can be crimped for them', () => {
    const most = (terminal: PartOf<'battery'>['terminal']) =>
      terminalBears({ ...starter('battery', 'battery-agm-9'), terminal })?.mostMm2;
    expect((['tab-4.8', 'tab-6.3', 'm5', 'm6', 'm8', 'post', 'lead'] as const).map(most)).toEqual([
      2.6, 6, 16, 35, 70, 70, 70
    ]);
  });
  test('only tabs are pushed on', () => {
    const tabs = (['tab-4.8', 'tab-6.3', 'm5', 'm8', 'post', 'lead', 'unknown'] as const).filter((terminal) =>
      isTab({ ...starter('battery', 'battery-agm-9'), terminal })
    );
    expect(tabs).toEqual(['tab-4.8', 'tab-6.3']);
  });
});

describe('where a charger comes in', () => {
  const portId = (...edits: Edit[]) => chargePortId(change(canal, ...edits));
  const inlet = hide.circuits.find((c) => c.purpose === 'charge')!.portId;

  test('the inlet, where there is one and nobody says otherwise', () => {
    expect(chargePortId(hide)).toBe(inlet);
    expect(chargePortId(change(hide, set('charging/path', setTo('inlet'))))).toBe(inlet);
    expect(chargePortId(change(hide, set('charging/path', UNKNOWN)))).toBe(inlet);
  });
  test('nowhere with the lid open, without a charger, or without an inlet', () => {
    expect(chargePortId(change(hide, set('charging/path', setTo('lid-open'))))).toBeUndefined();
    expect(chargePortId(change(hide, set('charging/path', NONE)))).toBeUndefined();
    expect(portId(set('charging/path', setTo('inlet')))).toBeUndefined();
  });
  test('through an outlet: the one that is named, else the weakest plain one', () => {
    const through = set('charging/path', setTo('through-port'));
    const outlets = canal.circuits.map((c) => ({
      id: c.portId,
      part: canal.parts[canal.ports.find((p) => p.id === c.portId)!.partId] as PartOf<'panel'>
    }));
    const plain = outlets.filter((o) => o.part.role === 'outlet' && o.part.converterRatedW === null);
    const last = plain.at(-1)!;
    expect(portId(through, set('charging/throughPortId', setTo(plain[0]!.id)))).toBe(plain[0]!.id);
    const weak = (ratingA: number | null) => [
      set('parts/weak-one', { ...last.part, id: 'weak-one', ratingA }),
      set(`ports/${last.id}/partId`, 'weak-one')
    ];
    expect(portId(through, ...weak(0.5))).toBe(last.id);
    // one nobody rated counts as the weakest of all
    expect(portId(through, ...weak(null))).toBe(last.id);
    expect(portId(through, ...weak(500))).not.toBe(last.id);
    // a socket with a converter of its own takes no charger
    const twin = outlets.find((o) => o.part.converterRatedW !== null)!;
    expect(portId(through, ...weak(0.5))).not.toBe(twin.id);
  });
});

describe('what a panel drives into the bank at most', () => {
  const panel = { ...hide.charging.solar!, panelW: 60, maxPowerV: 18, controllerMaxA: null };
  const amps = (over: Partial<Solar>, atV = 14.4) => sunMostA({ ...panel, ...over }, atV);
  test('its own current; an MPPT controller turns volts into amps, and loses a twentieth', () => {
    expect(amps({ controller: 'pwm' })).toBeCloseTo(60 / 18, 12);
    expect(amps({ controller: 'none' })).toBeCloseTo(60 / 18, 12);
    expect(amps({ controller: 'mppt' })).toBeCloseTo((0.95 * 60) / 14.4, 12);
    expect(amps({ controller: 'mppt' }, 13.3)).toBeCloseTo((0.95 * 60) / 13.3, 12);
  });
  test('never more than the controller lets through', () => {
    expect(amps({ controller: 'mppt', controllerMaxA: 3 })).toBe(3);
    expect(amps({ controller: 'pwm', controllerMaxA: 10 })).toBeCloseTo(60 / 18, 12);
  });
});

describe('everything that can charge a bank', () => {
  const of = (box: Box, ...edits: Edit[]): readonly ChargeSource[] => {
    const changed = change(box, ...edits);
    return chargeSources(changed, planOf(changed).bank);
  };
  const one = (id: string, box: Box, ...edits: Edit[]) => of(box, ...edits).find((s) => s.id === id);
  const noSun = set('charging/solar', null);

  test('nothing without a battery, nothing where nobody charges it', () => {
    expect(chargeSources(canal, undefined)).toEqual([]);
    expect(of(canal, noSun, set('charging/path', NONE))).toEqual([]);
  });

  test('a charger at home: indoors while nobody says, in the place that is said', () => {
    expect(one('charger', hide)).toMatchObject({ when: 'home', coldestC: 5, whileShut: true, partId: undefined });
    expect(one('charger', canal, set('charging/coldestC', setTo(-4)))?.coldestC).toBe(-4);
    expect(one('charger', canal, set('charging/coldestC', UNKNOWN))?.coldestC).toBeUndefined();
    expect(one('charger', canal, set('charging/path', setTo('lid-open')))?.whileShut).toBe(false);
    expect(one('charger', canal, set('charging/path', setTo('inlet')))?.whileShut).toBe(true);
  });

  test('its amps and volts: as set, as its chemistry wants, not known', () => {
    expect(one('charger', canal, set('charging/chargerA', setTo(3.5)))?.currentA).toBe(3.5);
    expect(one('charger', canal, set('charging/chargerA', UNKNOWN))?.currentA).toBeUndefined();
    expect(one('charger', canal, set('charging/chargerV', setTo(14.1)))?.volts).toBe(14.1);
    // AGM at 25 °C, lithium iron phosphate: the absorption voltages of the reference
    expect(one('charger', canal)?.volts).toBe(14.6);
    expect(one('charger', hide)?.volts).toBe(14.4);
    expect(one('charger', canal, set('charging/chargerV', UNKNOWN))?.volts).toBeUndefined();
  });

  test('one plugged in on the outing meets the air of those hours', () => {
    const night = [
      set('outing/startH', 18),
      set('outing/durationH', 14),
      set('outing/airC', -6),
      set('outing/warmestC', 10),
      set('bank/warmerK', 3)
    ];
    const plugged = (startH: number, endH: number) =>
      one('plugged', canal, ...night, set('charging/plugged', [{ startH, endH }]));
    // coldest an hour before sunrise, warmest in the afternoon; the battery stands 3 K warmer
    expect(plugged(18, 19)!.coldestC!).toBeGreaterThan(plugged(28, 29)!.coldestC!);
    expect(plugged(18, 32)!.coldestC!).toBeCloseTo(-6 + 3, 1);
    expect(plugged(18, 19)).toMatchObject({ when: 'outing', whileShut: true });
    // after pack-up, or for no time at all, it charges nothing
    expect(plugged(40, 42)).toBeUndefined();
    expect(plugged(20, 20)).toBeUndefined();
  });

  test('the sun of the outing and of the season, through the controller inside or the inlet', () => {
    expect(one('sun', hide)).toBeUndefined();
    const out = one('sun', hide, set('charging/solar/duringOuting', true))!;
    expect(out).toMatchObject({ when: 'outing', whileShut: true, partId: undefined });
    expect(out.portId).toBe(hide.circuits.find((c) => c.purpose === 'charge')!.portId);
    expect(one('sun', moor)).toMatchObject({ partId: 'SC', portId: undefined, volts: 14.4 });
    // with nothing between, the panel's open voltage stands on the battery
    expect(one('sun', moor, set('charging/solar/controller', 'none'))?.volts).toBe(moor.charging.solar!.openV);
    expect(one('season-sun', moor)).toBeUndefined();
    const season: Season = {
      startDay: '2026-11-10',
      dayCount: 60,
      monthC: [-8, -6, 0, 6, 11, 14, 16, 16, 12, 7, 2, -3],
      swingK: 10,
      boxOn: false,
      useSun: true,
      visitEveryDays: null,
      visit: 'swap'
    };
    // half a day's swing under its coldest day, as the season's own days have it: the 8th of January, 7.22 days before the
    // middle of a month of 30.44, and the 24th of November, 8.78 days past one
    const coldest = (of: Season): number | undefined => {
      const sun = one('season-sun', moor, set('season', of))!;
      expect(sun.when).toBe('season');
      return sun.coldestC;
    };
    expect(coldest(season)).toBeCloseTo(-8 + (7.22 / 30.44) * 5 - 5, 6);
    expect(coldest({ ...season, dayCount: 15 })).toBeCloseTo(2 - (8.78 / 30.44) * 5 - 5, 6);
    expect(one('season-sun', moor, set('season', { ...season, useSun: false }))).toBeUndefined();
  });

  test('where nobody said place and day, the sun may stand there from five to nine in the evening', () => {
    const sun = (startH: number, durationH: number) =>
      one(
        'sun',
        moor,
        set('outing/site', null),
        set('outing/startH', startH),
        set('outing/durationH', durationH),
        set('outing/airC', -6),
        set('outing/warmestC', 10)
      )!.coldestC;
    expect(sun(22, 6)).toBeUndefined();
    // the last quarter of an hour before nine counts, the first after it does not; the same at five
    expect(sun(20.75, 1)).toBeDefined();
    expect(sun(21, 1)).toBeUndefined();
    expect(sun(28, 1)).toBeUndefined();
    expect(sun(28, 1.25)).toBeDefined();
    expect(sun(20, 0.75)).toBeGreaterThan(-6);
    expect(sun(20, 12)!).toBeLessThan(sun(20, 0.75)!);
  });

  test('what lives in the box: at home from the mains, on the way from another 12 V source', () => {
    const charger: BuiltInCharger = {
      id: 'k1',
      name: '',
      currentA: setTo(4),
      voltageV: AUTO,
      fuse: AUTO,
      from: AUTO,
      input: 'mains-cord',
      lidShut: 'unknown'
    };
    const built = (over: Partial<BuiltInCharger>) =>
      one('built-in-k1', canal, set('charging/builtIn', [{ ...charger, ...over }]))!;
    expect(built({})).toMatchObject({ name: 'the charger in the box', partId: 'CG1', currentA: 4, volts: 14.6 });
    expect(built({})).toMatchObject({ when: 'home', coldestC: 5, whileShut: true });
    expect(built({ lidShut: 'no' }).whileShut).toBe(false);
    expect(built({ name: 'Maintainer', voltageV: setTo(13.6) })).toMatchObject({ name: 'Maintainer', volts: 13.6 });
    const away = built({ input: 'dc' });
    expect(away.when).toBe('outing');
    expect(away.coldestC).toBeCloseTo(canal.outing.airC + canal.bank.warmerK, 1);
  });

  test('two that are the same one count once', () => {
    const source = (id: string, currentA?: number) => ({ id, currentA }) as ChargeSource;
    const list = [source('charger', 5), source('plugged', 5), source('sun', 2), source('season-sun', 3)];
    expect(together(list).map((s) => s.id)).toEqual(['charger', 'sun']);
    expect(togetherA(list)).toBe(7);
    expect(together(list.slice(1, 2)).map((s) => s.id)).toEqual(['plugged']);
    expect(togetherA([source('season-sun', 3), source('built-in-k1')])).toBe(3);
  });

  test('each comes in at its part, at its port, or on the posts', () => {
    const circuits = [{ circuit: { portId: 'p1' }, portTag: 'P1' }];
    expect(placeOfSource({ partId: 'SC', portId: 'p1' }, circuits)).toBe('SC');
    expect(placeOfSource({ partId: undefined, portId: 'p1' }, circuits)).toBe('P1');
    expect(placeOfSource({ partId: undefined, portId: 'p9' }, circuits)).toBeUndefined();
    expect(placeOfSource({ partId: undefined, portId: undefined }, circuits)).toBeUndefined();
  });
});

describe('what heats, against what is drawn at most', () => {
  const share = (modes: Box['devices'][number]['modes']) => {
    const box = change(canal, set('devices', [{ ...canal.devices[0]!, portId: null, modes }]));
    return rmsShare(box)(box.devices[0]!.id);
  };
  const watts = (id: string, powerW: number, dutyFraction: number) => ({
    id,
    name: id,
    dutyFraction,
    draw: { kind: 'power' as const, powerW }
  });
  test('all of it in one mode that is always on; the root of the duty where it is on and off', () => {
    expect(share([watts('m1', 24, 1)])).toBeCloseTo(1, 12);
    expect(share([watts('m1', 24, 0.25)])).toBeCloseTo(0.5, 12);
  });
  test('the modes together: a tenth at 60 W and the rest at 6 W', () => {
    expect(share([watts('m1', 60, 0.1), watts('m2', 6, 0.9)])).toBeCloseTo(Math.sqrt(0.1 + 0.9 * 0.01), 12);
  });
  test('all of it for a device nobody entered, and never more than all', () => {
    expect(rmsShare(canal)('nobody')).toBe(1);
    expect(share([watts('m1', 60, 1), watts('m2', 60, 1)])).toBe(1);
  });
});

describe('holders for a fuse at the battery', () => {
  const agm = starter('battery', 'battery-agm-35');
  const list = (battery: PartOf<'battery'>, loadA: number, shortA: number) =>
    mainHolders({ box: canal, catalogue: STARTER_CATALOGUE }, battery, loadA, shortA);
  test('small before large, each with the smallest fuse that carries the load for good', () => {
    const found = list({ ...agm, terminal: 'm6' }, 8, 100);
    expect(found.length).toBeGreaterThan(1);
    expect(found.map((h) => h.leastA)).toEqual(found.map((h) => h.leastA).toSorted((a, b) => a - b));
    // 8 A at four fifths is a 10 A fuse
    expect(found[0]!.leastA).toBe(10);
    for (const h of found) expect(h.holder.ratingA ?? Infinity).toBeGreaterThanOrEqual(h.leastA);
  });
  test('nothing bolted on a tab', () => {
    const families = (terminal: PartOf<'battery'>['terminal']) =>
      new Set(list({ ...agm, terminal }, 8, 100).map((h) => h.holder.family));
    expect(families('tab-6.3').has('midi') || families('tab-6.3').has('post')).toBe(false);
    expect(families('m6').has('midi') || families('m6').has('post')).toBe(true);
  });
  test('only those whose fuse breaks what the battery drives, with a fifth in hand', () => {
    // a blade fuse breaks 1000 A: 800 A may stand before it
    const blades = (shortA: number) => list(agm, 8, shortA).filter((h) => h.holder.family === 'blade').length;
    expect(blades(799)).toBeGreaterThan(0);
    expect(blades(801)).toBe(0);
  });
  test('none that bears less than its smallest fuse for the load', () => {
    const bears = (loadA: number) => list({ ...agm, terminal: 'm6' }, loadA, 100).map((h) => h.holder.family);
    expect(bears(8)).toContain('blade');
    expect(bears(60)).not.toContain('blade');
  });
});

describe('how currents run', () => {
  const lead = (id: string, from: string, to: string, polarity: Conductor['polarity'] = 'positive'): Conductor => {
    const end = (text: string) => {
      const [part, terminal] = text.split('.') as [string, string];
      return { part, terminal };
    };
    return {
      id,
      from: end(from),
      to: end(to),
      polarity,
      size: null,
      count: 1,
      lengthMm: 100,
      circuitId: null,
      milliOhm: 1
    };
  };
  test('coil and output of a part are places of their own', () => {
    expect(nodeOf({ part: 'K1', terminal: '30' })).toBe('K1');
    expect([nodeOf({ part: 'K1', terminal: '85' }), nodeOf({ part: 'K1', terminal: '86' })]).toEqual([
      `K1${COIL}`,
      `K1${COIL}`
    ]);
    expect(nodeOf({ part: 'VA', terminal: 'out +' })).toBe(`VA${GIVES}`);
    expect(nodeOf({ part: 'VA', terminal: 'out −' })).toBe(`VA${GIVES}`);
    expect(nodeOf({ part: 'VA', terminal: 'in +' })).toBe('VA');
  });
  const flow = new Flow([
    lead('a', 'B.+', 'F0.in'),
    lead('b', 'F0.out', 'S.+'),
    lead('c', 'S.+', 'P1.+'),
    lead('d', 'S.+', 'P2.+'),
    lead('e', 'P2.+', 'P3.+'),
    lead('r1', 'P1.-', 'N.-', 'negative'),
    lead('r2', 'P3.-', 'P2.-', 'negative'),
    lead('r3', 'P2.-', 'N.-', 'negative'),
    lead('r4', 'N.-', 'B.-', 'negative'),
    lead('s', 'P1.+', 'M.s', 'sense')
  ]);
  test('behind a place is all that its current goes on to, itself in', () => {
    expect([...flow.behind('P2')].toSorted()).toEqual(['P2', 'P3']);
    expect([...flow.behind('S')].toSorted()).toEqual(['P1', 'P2', 'P3', 'S']);
    expect([...flow.behind('B')].toSorted()).toEqual(['B', 'F0', 'P1', 'P2', 'P3', 'S']);
    expect([...flow.behind('P3')]).toEqual(['P3']);
  });
  test('over a return comes all that goes back through it', () => {
    expect([...flow.returning('P2')].toSorted()).toEqual(['P2', 'P3']);
    expect([...flow.returning('N')].toSorted()).toEqual(['N', 'P1', 'P2', 'P3']);
    expect([...flow.returning('P1')]).toEqual(['P1']);
  });
  test('a sense lead carries nothing', () => {
    expect(flow.behind('P1').has('M')).toBe(false);
  });
  test('a ring ends', () => {
    const ring = new Flow([lead('x', 'A.+', 'B.+'), lead('y', 'B.+', 'A.+')]);
    expect([...ring.behind('A')].toSorted()).toEqual(['A', 'B']);
  });
});

describe('the table, by hand', () => {
  const plan = planOf(radio);
  const { judge: table, wiring, bank } = plan;

  test('the main fuse carries what can be on at once, and a short there is the battery’s over the wire before it', () => {
    const f0 = table.of('F0')!;
    expect(f0.steadyA).toBeCloseTo(wiring.main.loadA, 9);
    const before = wiring.netlist.conductors.filter((c) => c.to.part === 'F0');
    const ohm = before.reduce((s, c) => s + c.milliOhm, 0);
    // the wire without its joints: no more than the lead is told to have, and no less than a third of it
    const mostA = (bank!.fullV / bank!.faultMilliOhm) * 1000;
    expect(f0.shortA).toBeLessThanOrEqual(mostA);
    expect(f0.shortA).toBeGreaterThan((bank!.fullV / (bank!.faultMilliOhm + 2 * ohm)) * 1000);
    expect(f0.breaksA).toBeGreaterThan(0);
    expect(f0.guard).toBeUndefined();
  });

  test('a circuit’s wire has its own fuse before it, its return the largest of those that come back over it', () => {
    for (const c of wiring.circuits.filter((k) => k.circuit.purpose === 'load' && k.fuseA !== undefined)) {
      const wire = table.of(`${c.circuit.id}/feed`)!;
      expect(wire.guard).toMatchObject({ tag: c.fuseTag, ratingA: c.fuseA });
      expect(wire.unfusedMm).toBe(0);
      expect(wire.letsA2s).toBeCloseTo(letThroughA2s(c.fuseFamily, c.fuseA!), 6);
      expect(wire.steadyA).toBeCloseTo(c.loadA, 9);
      expect(wire.bearsA).toBeCloseTo(c.ampacityA!, 9);
      expect(table.of(`${c.circuit.id}/return`)!.guard!.ratingA!).toBeGreaterThanOrEqual(c.fuseA!);
    }
  });

  test('ahead of the first fuse a wire has nothing, and its length is told', () => {
    const first = wiring.netlist.conductors.find((c) => c.to.part === 'F0' && c.polarity === 'positive')!;
    expect(table.of(first.id)).toMatchObject({ guard: undefined, unfusedMm: first.lengthMm });
  });

  test('while it charges the current runs over inlet, its wire, the main path and the pack', () => {
    const charge = wiring.circuits.find((c) => c.circuit.purpose === 'charge')!;
    const amps = table.sources.find((s) => s.id === 'charger')!.currentA!;
    for (const id of [charge.portTag, `${charge.circuit.id}/feed`, 'F0']) expect(table.of(id)!.chargeA, id).toBe(amps);
    expect(table.of('battery')!.chargeA).toBe(amps);
    expect(table.of(wiring.circuits.find((c) => c.circuit.purpose === 'load')!.portTag)!.chargeA).toBe(0);
  });

  test('less than an ampere while charging is less than an ampere', () => {
    const small = planOf(change(radio, set('charging/chargerA', setTo(0.4)))).judge;
    const charge = wiring.circuits.find((c) => c.circuit.purpose === 'charge')!;
    expect(small.of(`${charge.circuit.id}/feed`)!.chargeA).toBe(0.4);
    expect(small.of('battery')!.chargeA).toBe(0.4);
  });

  test('the voltages and temperatures are those of the plan', () => {
    expect(table.lowV).toBe(wiring.lowV);
    expect(table.hotC).toBe(wiring.ambientC);
    expect(table.coldC).toBe(radio.outing.airC + radio.bank.warmerK);
    // lithium iron phosphate may stand at 14.6 V; a charger set higher brings more
    expect(table.highV).toBe(14.6);
    expect(planOf(change(radio, set('charging/chargerV', setTo(15.2)))).judge.highV).toBe(15.2);
  });

  test('two packs share what is drawn; a changeover puts it all on one', () => {
    const two = (arrangement: 'parallel' | 'changeover') =>
      planOf(change(radio, set('bank/count', 2), set('bank/arrangement', arrangement))).judge;
    const parallel = two('parallel');
    const changeover = two('changeover');
    expect(changeover.packA).toBeCloseTo(planOf(radio).judge.packA, 6);
    expect(parallel.packA).toBeLessThan(changeover.packA);
    expect(parallel.packA).toBeGreaterThanOrEqual(changeover.packA / 2 - 1e-9);
    // what a pack's fuse has to break comes from the other one
    expect(parallel.of('FP1')!.shortA).toBeGreaterThan(0);
    expect(parallel.of('FP1')!.steadyA).toBeCloseTo(parallel.packA, 9);
    expect(parallel.of('battery-1')!.chargeA).toBeCloseTo(planOf(radio).judge.of('battery')!.chargeA / 2, 6);
  });

  test('a relay’s coil is fed apart from its contacts', () => {
    const m = planOf(moor).judge;
    const coil = moor.relays[0]!;
    expect(m.of('K1')!.steadyA).toBeGreaterThan(coil.coilA!);
    const coilWire = m.all.find((h) => h.conductor && nodeOf(h.conductor.to) === `K1${COIL}` && h.kind === 'wire')!;
    expect(coilWire.steadyA).toBeCloseTo(coil.coilA!, 6);
    expect(coilWire.guard!.ratingA!).toBeLessThanOrEqual(5);
  });

  test.each([2, 3, 4])(
    '%i packs: each is charged with its share, and its fuse breaks what all the others drive',
    (count) => {
      const box = change(radio, set('bank/count', count), set('bank/arrangement', 'parallel'));
      const p = planOf(box);
      const one = (p.bank!.fullV / (p.bank!.faultMilliOhm * count)) * 1000;
      expect(p.judge.of('FP1')!.shortA).toBeCloseTo(one * (count - 1), 6);
      expect(p.judge.of(`battery-${count}`)!.chargeA).toBeCloseTo(
        Math.max(...p.judge.sources.map((s) => s.currentA ?? 0)) / count,
        9
      );
      const ofPack = p.wiring.netlist.conductors.filter((c) => c.polarity === 'positive' && c.from.part === 'FP1');
      expect(ofPack.length).toBeGreaterThan(0);
      for (const c of ofPack) expect(p.judge.of(c.id)!.steadyA).toBe(p.judge.packA);
      // unequal leads: the hardest worked one carries at least its share, and never all of it
      expect(p.judge.packA).toBeGreaterThanOrEqual(p.wiring.main.loadA / count - 1e-9);
      expect(p.judge.packA).toBeLessThan(p.wiring.main.loadA);
    }
  );

  test('a relay that is not the first is held by what its own coil takes', () => {
    const [first] = moor.relays;
    const second = { ...first!, id: 'k9', inId: moor.circuits[0]!.id, coilA: 0.3, switchPortId: NONE };
    const j = planOf(change(moor, set('relays', [first!, second]))).judge;
    const coils = j.all.filter((h) => h.kind === 'wire' && h.conductor && nodeOf(h.conductor.to).endsWith(COIL));
    const at = (tag: string) => coils.find((h) => nodeOf(h.conductor!.to) === `${tag}${COIL}`)!.steadyA;
    expect(at('K1')).toBeCloseTo(first!.coilA!, 6);
    expect(at('K2')).toBeCloseTo(0.3, 6);
  });
});

describe('a converter in the table', () => {
  const rail = planOf(railBox());
  const converter = rail.wiring.netlist.parts.find((p) => p.gives)!;
  const on = rail.wiring.circuits.filter((c) => c.rail && c.circuit.purpose === 'load');

  test('takes what hangs on it and its own loss, at the lowest voltage', () => {
    const outW = on.reduce((s, c) => s + c.loadA * converter.gives!.outV, 0);
    expect(outW).toBeGreaterThan(0);
    expect(rail.judge.of(converter.id)!.steadyA).toBeCloseTo(railInputW(converter.gives!, outW) / rail.wiring.lowV, 9);
  });
  test('is what guards the wire behind it, and drives no more than its limit', () => {
    const wire = rail.judge.all.find(
      (h) => h.kind === 'wire' && h.conductor && nodeOf(h.conductor.from) === `${converter.id}${GIVES}`
    )!;
    expect(wire.guard).toMatchObject({ tag: converter.id, limits: true, ratingA: converter.gives!.limitA ?? null });
    expect(wire.letsA2s).toBeUndefined();
    if (converter.gives!.limitA !== undefined) expect(wire.shortA).toBeLessThanOrEqual(converter.gives!.limitA);
  });
  test('a short into the box’s minus comes back over the feed’s return with what it drives', () => {
    const feedId = converter.gives!.feedId;
    const back = rail.judge.of(`${feedId}/return`)!;
    const fuse = rail.wiring.feeds.find((f) => f.circuit.id === feedId)!;
    expect(back.guard!.ratingA!).toBe(Math.max(fuse.fuseA ?? 0, converter.gives!.limitA ?? 0));
  });
});
