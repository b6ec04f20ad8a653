import { describe, expect, test } from 'vitest';
import { bank } from '../src/battery/bank.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Solar } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { campTableBox } from '../src/demo/fed.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { set } from '../src/findings/rule.ts';
import { evaluate } from '../src/evaluate.ts';
import { niceTop, runCurves } from '../src/outing/curves.ts';
import { eventLines } from '../src/outing/event-lines.ts';
import { hoursWorking } from '../src/outing/hours-working.ts';
import { runInput, skyFractionOf, solarCurrent } from '../src/outing/input.ts';
import type { Outing } from '../src/outing/outing.ts';
import { followIdle, portState, portVWith, setActive, solvePorts, wiringLossW } from '../src/outing/ports.ts';
import type { RunEvent, StopReason } from '../src/outing/run-types.ts';
import { energyShares } from '../src/outing/shares.ts';
import {
  acceptedA,
  acceptedShare,
  advance,
  meanSoc,
  refresh,
  setTemperature,
  stateOf,
  TAPER,
  together
} from '../src/outing/sources.ts';
import { CHEMISTRY } from '../src/battery/chemistry.ts';
import { openCircuitV } from '../src/battery/model.ts';

const hide = saltmarshHideBox();
const plan = evaluate(hide, STARTER_CATALOGUE);

describe('curves of a run', () => {
  /** Four moments; one device on port 0, the meter on port 1. */
  const outing = (over: object = {}, run: object = {}): Outing =>
    ({
      meterPort: 1,
      portOfLoad: [0],
      run: {
        timeH: [6, 7, 8, 9],
        currentA: [1, 3, 3, 0],
        batteryV: [12.9, 12.6, 12.3, 0],
        loadA: [[0, 2, 2, 0]],
        portV: [
          [12.8, 12.2, 11.9, 0],
          [12.9, 12.5, 12.2, 0]
        ],
        failsAtH: undefined,
        ...run
      },
      ...over
    }) as unknown as Outing;
  test('the largest current and when it first flows, a round top over it', () => {
    expect(runCurves(outing(), 0)).toMatchObject({ servedCount: 4, mostA: 3, mostAtH: 7, topA: 4 });
  });
  test('the lowest its plug has counts while it draws, and only until it gives up', () => {
    expect(runCurves(outing(), 0)).toMatchObject({ plug: 0, plugLowV: 11.9 });
    expect(runCurves(outing({}, { failsAtH: 7 }), 0)).toMatchObject({
      servedCount: 2,
      plugLowV: 12.2,
      meterEndV: 12.5
    });
    expect(runCurves(outing({}, { loadA: [[0, 0, 0, 0]] }), 0).plugLowV).toBeUndefined();
    expect(runCurves(outing(), -1)).toMatchObject({ plug: undefined, plugLowV: undefined });
  });
  test('the meter’s last reading is the last that shows anything, none without a meter', () => {
    expect(runCurves(outing(), 0).meterEndV).toBe(12.2);
    expect(runCurves(outing({ meterPort: null }), 0).meterEndV).toBeUndefined();
  });
  test('the scale goes in halves round what is shown, dead circuits left out', () => {
    expect(runCurves(outing(), 0)).toMatchObject({ lowV: 11.5, highV: 13 });
    expect(runCurves(outing(), -1)).toMatchObject({ lowV: 12, highV: 13 });
  });
  test.each([
    [0, 0.01],
    [0.019, 0.02],
    [0.02, 0.04],
    [0.97, 1],
    [0.99, 1],
    [1.9, 2],
    [3, 4],
    [4.5, 5],
    [4.95, 10],
    [7, 10],
    [9.9, 10],
    [42, 50]
  ])('over %d stands %d', (most, top) => expect(niceTop(most)).toBeCloseTo(top, 9));
});

describe('how the hours come about', () => {
  const served = (over: Partial<Outing>): Outing => ({ ...plan.outing!, ...over });
  const lineOf = (o: Outing, label: string) => hoursWorking(hide, o)!.lines.find((l) => l.label === label)?.value;
  test('until it ends: what was drawn, step by step, over the mean of it', () => {
    const run = { ...plan.outing!.run, timeH: [5, 6, 8, 10], currentA: [1, 2, 4, 0] };
    const o = served({ run, endsAtH: 9, lastsH: 4, reason: 'kept-back' });
    // 1 A for an hour, 2 A for two, 4 A for the one that is left until nine
    expect(lineOf(o, 'Drawn until then')).toBe('9.0000');
    expect(lineOf(o, 'Mean current until then')).toBe('2.25000');
    expect(lineOf(o, 'Ends')).toBe('09:00');
    expect(hoursWorking(hide, o)!.result).toEqual({ value: '4.00', unit: 'h' });
    expect(lineOf(served({ run, endsAtH: 8, lastsH: 3 }), 'Drawn until then')).toBe('5.0000');
  });
  test('served to its end it goes on after it; at once at nothing; without an end there is no working', () => {
    const on = served({ endsAtH: undefined, lastsH: 20, wantedH: 14, endSocFraction: 0.255, meanA: 1.5 });
    expect([
      lineOf(on, 'The outing itself'),
      lineOf(on, 'Goes on for'),
      lineOf(on, 'Mean load'),
      lineOf(on, 'Charge left at pack-up')
    ]).toEqual(['14.000', '6.000', '1.500', '25.5']);
    for (const lastsH of [0, -1])
      expect(hoursWorking(hide, served({ lastsH }))!.formula).toBe('it gives up as soon as it is switched on');
    expect(hoursWorking(hide, served({ lastsH: 0.01 }))!.formula).not.toContain('as soon as');
    expect(hoursWorking(hide, served({ lastsH: Infinity }))).toBeUndefined();
  });
});

describe('what happened, in words', () => {
  const said = (reason: StopReason | RunEvent['reason'], volts = 11.234, box: Box = hide): string =>
    eventLines(box, {
      ...plan.outing!,
      endsAtH: 18.5,
      run: { ...plan.outing!.run, events: [{ timeH: 18, reason, loadId: box.devices[0]!.id, volts } as RunEvent] }
    })[0]!.what;
  const name = hide.devices[0]!.name;
  test.each([
    ['kept-back', 'Only what is kept back is left: the plan ends here.'],
    ['device', `${name} stops: 11.23 V reach it.`],
    ['resets', `${name} begins to reset: 11.23 V reach it.`],
    ['degrades', `${name} works badly: 11.23 V reach it.`],
    ['on-inner', `${name} goes over to its own battery: 11.23 V reach it.`],
    ['inner-empty', `${name}: its own battery is empty.`],
    ['protection', 'The pack’s protection opens at 11.23 V: everything is off.'],
    ['disconnect', 'The low-voltage disconnect opens at 11.23 V: everything is off.'],
    ['back', 'The battery stands at 11.23 V again: the disconnect closes.'],
    ['changeover', 'Change over to the next battery.'],
    ['empty', 'The battery is empty.'],
    ['power-limit', 'The load is more than battery and wiring can pass: the voltage collapses.']
  ] as const)('%s', (reason, words) => expect(said(reason)).toBe(words));
  test('a device whose own battery ran out has no volts to tell', () => {
    expect(said('device', 0)).toBe(`${name} stops: its own battery is empty.`);
  });
  test('a cut-off in one feed switches off what hangs behind it, and no more', () => {
    const camp = campTableBox();
    const partly = applyEdits(camp, [set('bank/disconnectIn', { is: 'set', value: camp.feeds.at(-1)!.id })]);
    expect(said('disconnect', 11, partly)).toBe(
      'The low-voltage disconnect opens at 11.00 V: what hangs behind it is off.'
    );
  });
  test('in order, the end of the plan where it is reckoned to lie', () => {
    const events = [
      { timeH: 18, reason: 'kept-back', loadId: null, volts: 12 },
      { timeH: 7, reason: 'changeover', loadId: null, volts: 12 }
    ] as RunEvent[];
    const lines = eventLines(hide, { ...plan.outing!, endsAtH: 18.5, run: { ...plan.outing!.run, events } });
    expect(lines.map((l) => l.when)).toEqual(['07:00', '18:30']);
  });
});

describe('packs in a run', () => {
  const b = bank(hide, plan.demand)!;
  const pack = (over: object = {}) => ({
    ...stateOf({
      ...b.groups[0]!,
      chemistry: 'lfp',
      capacityAh: 20,
      count: 1,
      healthFraction: 1,
      resistanceFactor: 1,
      linkOhm: 0,
      startFraction: 1,
      ...over
    })
  });
  test('cold leaves less, and what was drawn stays drawn', () => {
    const p = pack({ startFraction: 0.75 });
    setTemperature(p, 25);
    expect(p.soc).toBe(0.75);
    setTemperature(p, -20);
    // 5 Ah drawn of the 12 Ah that are left at -20 °C
    expect(p.soc).toBeCloseTo(1 - 5 / 12, 9);
    setTemperature(p, 25);
    expect(p.soc).toBeCloseTo(0.75, 9);
  });
  test('drawing: ampere-seconds of what there is, more of them the faster', () => {
    const p = pack();
    setTemperature(p, 25);
    p.packA = 2;
    advance(p, 3600);
    expect(p.soc).toBeCloseTo(1 - 2 / 20, 9);
    const fast = pack();
    setTemperature(fast, 25);
    fast.packA = 20;
    advance(fast, 360);
    expect(fast.soc).toBeCloseTo(1 - (2 * 5 ** 0.03) / 20, 9);
  });
  test('charging: what goes in counts by its efficiency, and it is never more than full', () => {
    const p = pack({ startFraction: 0.5 });
    setTemperature(p, 25);
    p.packA = -4;
    advance(p, 3600);
    expect(p.soc).toBeCloseTo(0.5 + (4 * 0.99) / 20, 9);
    p.packA = -400;
    advance(p, 3600);
    expect(p.soc).toBe(1);
  });
  test('an aged pack empties faster by what it has lost', () => {
    const p = pack({ healthFraction: 0.8 });
    setTemperature(p, 0);
    p.packA = 1;
    advance(p, 3600);
    // 20 Ah × 0.8 × 0.88 at 0 °C
    expect(p.soc).toBeCloseTo(1 - 1 / (20 * 0.8 * 0.88), 9);
  });
  test('voltage and resistance at its charge, with its link', () => {
    const p = pack({ startFraction: 0.5, linkOhm: 0.01 });
    setTemperature(p, 25);
    refresh(p);
    expect(p.openV).toBe(openCircuitV('lfp', 0.5));
    expect(p.ohm).toBeCloseTo(((250 / 20) * 1.02 + 8) / 1000 + 0.01, 9);
  });
  test('together: alike ones share, the changeover has one, unlike ones weigh by what they pass', () => {
    const [p, q] = [pack({ count: 2 }), pack()];
    Object.assign(p, { openV: 13, ohm: 0.02 });
    Object.assign(q, { openV: 12.8, ohm: 0.02 });
    expect(together([p], undefined)).toEqual({ openV: 13, ohm: 0.01 });
    expect(together([p, q], 1)).toEqual({ openV: 12.8, ohm: 0.02 });
    const both = together([p, q], undefined);
    expect(both.ohm).toBeCloseTo(0.02 / 3, 12);
    expect(both.openV).toBeCloseTo((2 * 13 + 12.8) / 3, 12);
  });
  test('charge over all packs goes by what each holds', () => {
    const [p, q] = [pack({ count: 2, startFraction: 1 }), pack({ healthFraction: 0.5, startFraction: 0.2 })];
    expect(meanSoc([p])).toBe(1);
    expect(meanSoc([p, q])).toBeCloseTo((40 + 10 * 0.2) / 50, 12);
  });
  test.each([
    ['lfp', 0.5, 20, 1],
    ['lfp', 0.96, 20, 1],
    ['lfp', 0.98, 20, 0.525],
    ['lfp', 1, 20, 0],
    ['lfp', 0.5, -1, 0],
    ['lfp', 0.5, 0, 1],
    ['agm', 0.5, -20, 0.3],
    ['agm', 0.9, 20, 0.16]
  ] as const)('%s at %d of its charge and %d °C takes %d of its capacity in an hour', (kind, soc, tempC, share) => {
    expect(acceptedShare(CHEMISTRY[kind], soc, tempC)).toBeCloseTo(share, 9);
    const p = pack({ chemistry: kind, count: 2 });
    p.soc = soc;
    expect(acceptedA([p], undefined, tempC)).toBeCloseTo(2 * 20 * share, 9);
    expect(acceptedA([p, p], 1, tempC)).toBeCloseTo(2 * 20 * share, 9);
  });
  test('where charging begins to fall, and its tail', () => {
    expect(TAPER).toEqual({
      lithium: { socFraction: 0.96, tailShare: 0.05 },
      lead: { socFraction: 0.8, tailShare: 0.02 }
    });
  });
});

describe('ports at one moment', () => {
  // two leads of 0.1 and 0.2 ohm behind a shared 0.05 ohm
  const table = [
    [0.15, 0.05],
    [0.05, 0.25]
  ];
  const amps = (currentA: number) => ({ powerW: 0, currentA, conductanceS: 0 });
  test('each falls by its own lead and by what both share', () => {
    const s = portState(table);
    const laws = [amps(2), amps(1)];
    setActive(s, laws);
    expect(solvePorts(s, laws, 13, 0.02, 0)).toBe(true);
    expect(s.totalA).toBeCloseTo(3, 9);
    expect(s.volts[0]).toBeCloseTo(13 - 3 * 0.02 - 2 * 0.15 - 1 * 0.05, 6);
    expect(s.volts[1]).toBeCloseTo(13 - 3 * 0.02 - 1 * 0.25 - 2 * 0.05, 6);
    expect(wiringLossW(s)).toBeCloseTo(2 * 2 * 0.15 + 2 * 2 * 0.05 + 0.25, 6);
    expect(portVWith(s, 0, amps(4), 0.02)).toBeCloseTo(s.volts[0]! - 2 * 0.17, 6);
  });
  test('what flows in lifts the battery; a port that draws nothing follows', () => {
    const s = portState(table);
    const laws = [amps(2), amps(0)];
    setActive(s, laws);
    expect(solvePorts(s, laws, 13, 0.02, 5)).toBe(true);
    expect(s.volts[0]).toBeCloseTo(13 + 3 * 0.02 - 2 * 0.15, 6);
    followIdle(s, 13.06);
    expect(s.volts[1]).toBeCloseTo(13.06 - 2 * 0.05, 9);
    expect(s.amps[1]).toBe(0);
  });
  test('more than battery and wiring pass is told, and nothing flows', () => {
    const s = portState(table);
    const laws = [{ powerW: 900, currentA: 0, conductanceS: 0 }, amps(1)];
    setActive(s, laws);
    expect(solvePorts(s, laws, 13, 0.02, 0)).toBe(false);
    expect([s.totalA, ...s.amps]).toEqual([0, 0, 0]);
  });
});

describe('what comes in', () => {
  const sun = (over: Partial<Solar> = {}): Solar => ({ ...hide.charging.solar!, ...over });
  const sited = applyEdits(hide, [
    set('outing/site', { latitudeDeg: 52, longitudeDeg: 1, utcOffsetH: 0 }),
    set('outing/day', '2026-06-21')
  ]);
  test('a panel without place, day or controller gives nothing that could be counted on', () => {
    expect(solarCurrent(sited, sun({ controller: 'pwm' }))).toBeDefined();
    expect(solarCurrent(sited, sun({ controller: 'mppt' }))).toBeDefined();
    for (const wrong of [set('outing/site', null), set('outing/day', null)])
      expect(solarCurrent(applyEdits(sited, [wrong]), sun({ controller: 'mppt' }))).toBeUndefined();
    for (const controller of ['none', 'unknown'] as unknown as Solar['controller'][])
      expect(solarCurrent(sited, sun({ controller }))).toBeUndefined();
  });
  test('most at noon, none at night, never more than the controller passes', () => {
    const at = solarCurrent(sited, sun({ controller: 'mppt', controllerMaxA: null }))!;
    const [noon, morning, night] = [12, 7, 0].map((h) => at(h, 12.8, 20));
    expect(noon).toBeGreaterThan(morning!);
    expect(morning).toBeGreaterThan(0);
    expect(night).toBe(0);
    // the same hour of the next day, and of the day before
    expect(at(36, 12.8, 20)).toBeCloseTo(noon!, 2);
    expect(at(-12, 12.8, 20)).toBeCloseTo(noon!, 2);
    const limited = solarCurrent(sited, sun({ controller: 'mppt', controllerMaxA: noon! / 2 }))!;
    expect(limited(12, 12.8, 20)).toBe(noon! / 2);
  });
  test('the sky as set, else as usual for the place and month', () => {
    const set6 = sun({ skyFraction: { is: 'set', value: 0.6 } });
    expect(skyFractionOf(set6, { latitudeDeg: 52 }, 6)).toBe(0.6);
    const usual = (month: number) => skyFractionOf(sun({ skyFraction: { is: 'auto' } }), { latitudeDeg: 52 }, month);
    expect(usual(6)).toBeGreaterThan(usual(12));
    expect(usual(6)).toBeLessThan(1);
  });
  test('a charger that is plugged in gives its amps in those hours and no others', () => {
    const box = applyEdits(hide, [
      set('charging/plugged', [{ startH: 8, endH: 10 }]),
      set('charging/chargerA', { is: 'set', value: 5 }),
      set('charging/solar', null)
    ]);
    const input = runInput(box, plan.demand, plan.bank!, plan.feed);
    expect([7.9, 8, 9.9, 10].map((h) => input.inflowA!(h, 12.8, 10))).toEqual([0, 5, 5, 0]);
    expect(
      runInput(
        applyEdits(hide, [set('charging/plugged', []), set('charging/solar', null)]),
        plan.demand,
        plan.bank!,
        plan.feed
      ).inflowA
    ).toBeUndefined();
  });
});

test('the charge drawn is the sum of the curve, its mean that over the hours', () => {
  const { run, drawnAh, meanA, wantedH } = plan.outing!;
  const sum = run.timeH.slice(0, -1).reduce((s, t, i) => s + run.currentA[i]! * (run.timeH[i + 1]! - t), 0);
  expect(drawnAh).toBeCloseTo(sum, 6);
  expect(meanA).toBeCloseTo(drawnAh / wantedH, 12);
});

test('energy by where it went adds up, and what came in beside the battery is named only when there is any', () => {
  const b = { devicesWh: 60, convertersWh: 10, boxWh: 5, wiringWh: 15, batteryHeatWh: 10, batteryWh: 90, inflowWh: 10 };
  const shares = energyShares(b);
  expect(shares.out.map((s) => s.fraction)).toEqual([0.6, 0.1, 0.05, 0.15, 0.1]);
  expect(shares.in.map((s) => [s.name, s.energyWh])).toEqual([
    ['Out of the battery', 90],
    ['From charger or sun', 10]
  ]);
  expect(shares.residualFraction).toBe(0);
  expect(energyShares({ ...b, inflowWh: 0 }).in).toHaveLength(1);
  expect(energyShares({ ...b, inflowWh: 0 }).residualFraction).toBeCloseTo(0.1, 12);
  const nothing = Object.fromEntries(Object.keys(b).map((k) => [k, 0])) as typeof b;
  expect(energyShares(nothing)).toMatchObject({ residualFraction: 0 });
  expect(energyShares(nothing).out.every((s) => s.fraction === 0)).toBe(true);
});
