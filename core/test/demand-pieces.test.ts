import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Claim, Device, Draw } from '../src/box/schema.ts';
import { partSchema, type PartOf, type Supply } from '../src/catalogue/part.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { behindConverterW, claimedPower, contradiction, notCounted, takeClaim } from '../src/demand/claims.ts';
import { CONVERTERS, converterInputW, idleW, portSupply, usbRail } from '../src/demand/converter.ts';
import {
  activeFraction,
  activeLaw,
  barShares,
  converterRatedW,
  drawW,
  greatestW,
  hungriest,
  leadIdle,
  meanDrawW,
  meanOver,
  modesInBar
} from '../src/demand/draw.ts';
import {
  ampsOf,
  drawAmps,
  drawAtV,
  drawKindsFor,
  drawOfKind,
  drawWithAmps,
  drawWithWatts,
  newMode,
  statedV
} from '../src/demand/edit-draw.ts';
import { demand } from '../src/demand/demand.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { madeForV, onRails, toInput } from '../src/demand/on-rail.ts';
import { cardFullAtH, cardHours, unplugged } from '../src/demand/unplugged.ts';
import { railBox } from './rail-box.ts';
import { ownDevicePart } from '../src/demand/own-device.ts';
import { readClaim } from '../src/demand/read-claim.ts';
import { learntOf, modesW, spreadOfDevice } from '../src/demand/spread.ts';

type Mode = Device['modes'][number];
const power = (powerW: number): Draw => ({ kind: 'power', powerW });
const mode = (draw: Draw, dutyFraction = 1, id = 'm1'): Mode => ({ id, name: id, dutyFraction, draw });
const base = saltmarshHideBox().devices[0]!;
const device = (over: Partial<Device> = {}): Device => ({
  ...base,
  supply: '12v',
  converterW: null,
  wantsV: null,
  source: 'label',
  learnt: null,
  inner: null,
  claims: [],
  modes: [mode(power(10))],
  ...over
});
const strip: Draw = { kind: 'led-strip', currentA: 2 };
const event: Draw = { kind: 'event', energyJ: 600, eventsPerDay: 144, eventS: 60 };

describe('watts of a draw', () => {
  test.each([
    [power(7), 7],
    [{ kind: 'resistive', powerW: 30, atV: 13 }, 30],
    [{ kind: 'current', currentA: 0.5, atV: 9 }, 4.5],
    [strip, 24],
    [event, 10]
  ] as [Draw, number][])('%j is %d W', (draw, watts) => expect(drawW(draw)).toBe(watts));
  test('active: by duty, events by their length and number, never more than all the time', () => {
    expect(activeFraction(mode(power(1), 0.3))).toBe(0.3);
    expect(activeFraction(mode(event))).toBeCloseTo(0.1, 12);
    expect(activeFraction(mode(event, 0.5))).toBeCloseTo(0.05, 12);
    expect(activeFraction(mode({ ...event, eventsPerDay: 5000 }))).toBe(1);
    expect(meanDrawW(mode(event))).toBeCloseTo(1, 12);
    expect(meanDrawW(mode(power(8), 0.25))).toBe(2);
  });
  test('the hungriest mode is the one with the most watts, the first of two alike', () => {
    expect(hungriest([mode(power(2)), mode(strip), mode(power(5))])).toBe(1);
    expect(hungriest([mode(power(5)), mode(power(5))])).toBe(0);
    expect(greatestW(device({ modes: [mode(power(2)), mode(strip)] }))).toBe(24);
    expect(greatestW(device({ modes: [] }))).toBe(0);
  });
});

describe('as a load on 12 V', () => {
  const at = (law: { powerW: number; currentA: number; conductanceS: number }, volts: number): number =>
    law.powerW / volts + law.currentA + law.conductanceS * volts;
  test('constant power, constant current, a heater by the square of its volts, a strip in a straight line from 8.5 V', () => {
    expect(at(activeLaw(device(), power(12), undefined), 10)).toBeCloseTo(1.2, 12);
    expect(at(activeLaw(device(), { kind: 'current', currentA: 0.4, atV: 12 }, undefined), 14)).toBe(0.4);
    const heater = activeLaw(device(), { kind: 'resistive', powerW: 24, atV: 12 }, undefined);
    expect(at(heater, 12) * 12).toBeCloseTo(24, 12);
    expect(at(heater, 6) * 6).toBeCloseTo(6, 12);
    const lamp = activeLaw(device(), strip, undefined);
    expect([8.5, 12, 15.5].map((v) => at(lamp, v))).toEqual([0, 2, 4].map((a) => expect.closeTo(a, 9)));
    expect(at(activeLaw(device(), event, undefined), 12.5)).toBeCloseTo(0.8, 12);
  });
  test('behind a converter everything is power, with the losses of its size', () => {
    const usb = device({ supply: 'usb-a' });
    // 1.08 × 6 W and 0.06 × 36 W² / 12 W
    expect(activeLaw(usb, { kind: 'current', currentA: 1.2, atV: 5 }, undefined)).toEqual({
      powerW: expect.closeTo(6.48 + 0.18, 9),
      currentA: 0,
      conductanceS: 0
    });
    const small = device({ supply: 'usb-a', converterW: 6 });
    expect(activeLaw(small, power(6), undefined).powerW).toBeCloseTo(6.48 + 0.36, 9);
  });
  test('the size of a converter: the device’s own figure, the port’s, else the usual', () => {
    const port = { converterRatedW: 18 } as PartOf<'panel'>;
    expect(converterRatedW(device({ supply: 'usb-c', converterW: 45 }), port)).toBe(45);
    expect(converterRatedW(device({ supply: 'usb-c' }), port)).toBe(18);
    expect(converterRatedW(device({ supply: 'usb-c' }), undefined)).toBe(60);
    expect(converterRatedW(device(), undefined)).toBe(0);
  });
  test('a converter in the lead idles with its device, one in the port with the port', () => {
    expect(leadIdle(device({ supply: 'dc-converter' }), undefined).powerW).toBe(0.25);
    expect(leadIdle(device({ supply: 'inverter' }), undefined).powerW).toBeCloseTo(6, 9);
    expect(leadIdle(device({ supply: 'dc-converter' }), { converterRatedW: 60 } as PartOf<'panel'>).powerW).toBe(0);
    expect(leadIdle(device({ supply: 'usb-a' }), undefined).powerW).toBe(0);
    expect(leadIdle(device(), undefined).powerW).toBe(0);
  });
  test('over a bar modes add up, with what reaches the device', () => {
    const { law, outW } = meanOver(
      device({ supply: 'dc-converter' }),
      [mode(power(10), 0.5), mode(power(4), 0.25)],
      undefined
    );
    expect(outW).toBe(6);
    const one = (w: number) => 1.05 * w + (0.05 * w * w) / 60;
    expect(law.powerW).toBeCloseTo(0.25 + 0.5 * one(10) + 0.25 * one(4), 9);
  });
});

describe('shares of a bar', () => {
  const modes = [mode(power(2), 0.6, 'a'), mode(power(20), 0.1, 'b'), mode(power(5), 0.3, 'c')];
  test('the hungriest takes what it is given, the others share the rest as before', () => {
    expect(modesInBar(modes, null)).toBe(modes);
    expect(modesInBar(modes, 0.4).map((m) => m.dutyFraction)).toEqual(
      [0.4, 0.4, 0.2].map((v) => expect.closeTo(v, 12))
    );
    const none = modes.map((m) => ({ ...m, dutyFraction: m.id === 'b' ? 1 : 0 }));
    expect(modesInBar(none, 0.5).map((m) => m.dutyFraction)).toEqual([0.25, 0.5, 0.25]);
    // events go on as often as they did, however much they take
    const camera = [mode(power(0.5), 0.9, 'a'), mode(power(3), 0.1, 'b'), mode(event, 1, 'c')];
    expect(modesInBar(camera, 0.3).map((m) => m.dutyFraction)).toEqual([0.7, 0.3, 1].map((v) => expect.closeTo(v, 12)));
    expect(modesInBar([mode(event)], 0.5).map((m) => m.dutyFraction)).toEqual([0.5]);
    expect(modesInBar([mode(power(3))], 0.2).map((m) => m.dutyFraction)).toEqual([0.2]);
  });
  test('what a bar shows', () => {
    expect(barShares(device({ modes: [mode(power(3), 0.4)] }), null)).toEqual({ onFraction: 0.4, topFraction: 0.4 });
    expect(barShares(device({ modes }), null)).toEqual({ onFraction: expect.closeTo(1, 12), topFraction: 0.1 });
    expect(barShares(device({ modes: [mode(power(3), 0.7), mode(power(1), 0.6, 'b')] }), null).onFraction).toBe(1);
    expect(barShares(device({ modes: [mode(event)] }), null)).toEqual({ onFraction: 0, topFraction: 0 });
    expect(barShares(device({ modes: [mode(power(3), 0.4), mode(event)] }), 0.2)).toEqual({
      onFraction: 0.2,
      topFraction: 0.2
    });
  });
});

describe('converters', () => {
  test('their figures stand as the reference has them', () => {
    expect(
      Object.fromEntries(Object.entries(CONVERTERS).map(([k, c]) => [k, [c.idleW, c.k1, c.k2, c.ratedW, c.inLead]]))
    ).toEqual({
      'usb-a': [0.08, 0.08, 0.06, 12, false],
      'usb-c': [0.15, 0.04, 0.06, 60, false],
      'regulated-12v': [0.25, 0.05, 0.05, 60, true],
      'dc-converter': [0.25, 0.05, 0.05, 60, true],
      inverter: [6, 0.06, 0.06, 300, true]
    });
  });
  test.each([
    [150, 4],
    [300, 6],
    [600, 10]
  ])('an inverter of %d W idles at %d W', (ratedW, w) => expect(idleW('inverter', ratedW)).toBeCloseTo(w, 9));
  test('the others idle alike at any size', () => {
    expect([idleW('usb-a', 5), idleW('usb-c', 100), idleW('regulated-12v', 10), idleW('dc-converter', 90)]).toEqual([
      0.08, 0.15, 0.25, 0.25
    ]);
  });
  test('what a port must offer', () => {
    const of: [Supply, Supply][] = [
      ['12v', '12v'],
      ['usb-a', 'usb-a'],
      ['usb-c', 'usb-c'],
      ['regulated-12v', '12v'],
      ['dc-converter', '12v'],
      ['inverter', '12v']
    ];
    for (const [supply, port] of of) expect(portSupply(supply)).toBe(port);
  });
  test('what goes in for what comes out', () => {
    const c = { idleW: 1, k1: 0.1, k2: 0.2, ratedW: 50 };
    expect(converterInputW(c, 0)).toBe(1);
    expect(converterInputW(c, 50)).toBeCloseTo(1 + 55 + 10, 12);
    expect(converterInputW(c, 50, 100)).toBeCloseTo(1 + 55 + 5, 12);
  });
  test.each([
    [10, null, 12.8, { volts: 5, currentA: 2, markedCable: false, beyond: false, boosts: false }],
    [15, null, 12.8, { volts: 5, currentA: 3, markedCable: false, beyond: false, boosts: false }],
    [15.1, null, 12.8, { volts: 9, markedCable: false, boosts: false }],
    [45, null, 12.8, { volts: 15, currentA: 3, boosts: true }],
    [60, null, 12.8, { volts: 20, currentA: 3, markedCable: false, boosts: true }],
    [90, null, 12.8, { volts: 20, currentA: 4.5, markedCable: true, beyond: false }],
    [110, null, 12.8, { volts: 20, currentA: 5.5, markedCable: true, beyond: true }],
    [100, null, 24, { volts: 20, currentA: 5, beyond: false, boosts: false }],
    [18, 9, 12.8, { volts: 9, currentA: 2 }],
    [18, 12, 12.8, { volts: 15, currentA: 1.2 }],
    [18, 48, 12.8, { volts: 20 }]
  ] as const)('%d W that want %s V of USB-C', (w, wants, sourceV, rail) => {
    expect(usbRail(w, wants, sourceV)).toMatchObject(rail);
  });
});

const meter = (over: object = {}): Claim =>
  ({ kind: 'meter', currentA: 0.8, atV: 12.5, where: '12v-lead', ...over }) as Claim;
const label = (amount: number, unit: string, atV = 12): Claim => ({ kind: 'label', amount, unit, atV }) as Claim;
const lasted: Claim = { kind: 'lasted', durationH: 10, capacityAh: 7, atV: 12.5 };

describe('what a meter, a label and an experience say', () => {
  test('a meter is within seven in a hundred', () => {
    expect(claimedPower(device(), undefined, meter())).toEqual({
      powerW: 10,
      lowW: expect.closeTo(9.3, 9),
      highW: expect.closeTo(10.7, 9),
      say: 'a meter showed 0.80 A at 12.5 V'
    });
  });
  test.each([
    [label(18, 'W'), 18, 'its label says 18 W'],
    [label(20, 'VA', 230), 14, 'its label says 20 VA'],
    [label(500, 'mA'), 6, 'its label says 500 mA at 12 V'],
    [label(2, 'A', 5), 10, 'its label says 2 A at 5 V']
  ])('%j', (claim, watts, say) => {
    const known = claimedPower(device(), undefined, claim);
    expect([known.powerW, known.say]).toEqual([expect.closeTo(watts, 9), say]);
    expect([known.lowW, known.highW]).toEqual([expect.closeTo(watts * 0.3, 9), expect.closeTo(watts * 1.05, 9)]);
  });
  test('what it lasted on', () => {
    const known = claimedPower(device(), undefined, lasted);
    expect([known.powerW, known.lowW, known.highW]).toEqual([8.75, 6.125, 9.625].map((v) => expect.closeTo(v, 9)));
    expect(known.say).toBe('it lasted 10.0 h on 7.0 Ah');
  });
  test('behind a converter its loss is taken off, and what it takes for the rest comes back to the reading', () => {
    for (const supply of ['usb-a', 'usb-c', 'dc-converter', 'inverter'] as const)
      for (const inW of [7, 12, 40]) {
        const on = device({ supply });
        const out = behindConverterW(on, undefined, inW);
        const { ratedW } = CONVERTERS[supply];
        expect(converterInputW({ ...CONVERTERS[supply], idleW: idleW(supply, ratedW) }, out)).toBeCloseTo(inW, 9);
      }
    expect(behindConverterW(device({ supply: 'inverter' }), undefined, 5)).toBe(0);
    expect(behindConverterW(device(), undefined, 5)).toBe(5);
    // a meter between port and device reads what the device takes
    const usb = device({ supply: 'usb-a' });
    expect(claimedPower(usb, undefined, meter({ currentA: 2, atV: 5, where: 'usb-plug' })).powerW).toBe(10);
    expect(claimedPower(usb, undefined, meter()).powerW).toBeLessThan(10);
    expect(claimedPower(usb, undefined, lasted).powerW).toBeLessThan(8.75);
  });
  test('two that cannot both be true are told, the pair that is furthest apart', () => {
    const claims = [label(18, 'W'), meter(), { ...lasted, durationH: 30 }];
    const found = contradiction(device({ claims }), undefined)!;
    // 18 W of the label may be 5.4 W, 2.92 W of the experience at the most 3.2 W; the meter is nearer to it
    expect([found.a.say, found.b.say]).toEqual(['its label says 18 W', 'it lasted 30.0 h on 7.0 Ah']);
    expect(found.factor).toBeCloseTo(18 / (87.5 / 30), 6);
    expect(contradiction(device({ claims: [label(18, 'W'), meter()] }), undefined)).toBeUndefined();
    expect(contradiction(device({ claims: [meter()] }), undefined)).toBeUndefined();
    const wide = contradiction(
      device({ claims: [meter({ currentA: 8 }), meter(), meter({ currentA: 0.08 })] }),
      undefined
    )!;
    expect(wide.factor).toBeCloseTo(100, 6);
  });
  test('taken over, modes keep their proportions and the source is said', () => {
    const box = saltmarshHideBox();
    const on = device({ modes: [mode(power(4), 0.5, 'a'), mode(power(16), 0.5, 'b')] });
    const taken = (claim: Claim) => {
      const after = applyEdits({ ...box, devices: [on, ...box.devices.slice(1)] }, takeClaim(on, undefined, claim));
      const { modes, source, sourceNote } = after.devices[0]!;
      return { watts: modes.map((m) => drawW(m.draw)), source, sourceNote };
    };
    // the meter saw the mean of 10 W as it stands
    expect(taken(meter({ currentA: 1.6 }))).toEqual({
      watts: [8, 32],
      source: 'measured',
      sourceNote: 'a meter showed 1.60 A at 12.5 V'
    });
    // a label names the most
    expect(taken(label(8, 'W'))).toEqual({ watts: [2, 8], source: 'label', sourceNote: 'its label says 8 W' });
    expect(taken(lasted)).toMatchObject({ watts: [3.5, 14], source: 'measured' });
    const nothing = device({ modes: [mode(power(0))] });
    expect(takeClaim(nothing, undefined, meter())[0]).toMatchObject({ value: [{ draw: { powerW: 0 } }] });
  });
});

describe('a claim as it is typed', () => {
  const f = (first: string, second = '', where: 'usb-plug' | '12v-lead' = '12v-lead') => ({ first, second, where });
  test('an empty voltage is the usual one', () => {
    expect(readClaim('meter', f('0.8'), 12.7)).toEqual({
      ok: true,
      claim: { kind: 'meter', currentA: 0.8, atV: 12.7, where: '12v-lead' }
    });
    expect(readClaim('meter', f('800 mA', '', 'usb-plug'), 12.7)).toMatchObject({
      claim: { currentA: 0.8, atV: 5, where: 'usb-plug' }
    });
    expect(readClaim('label', f('2 A'), 12.7)).toEqual({
      ok: true,
      claim: { kind: 'label', amount: 2, unit: 'A', atV: 12 }
    });
    expect(readClaim('label', f('2 A', '', 'usb-plug'), 12.7)).toMatchObject({ claim: { atV: 5 } });
    expect(readClaim('meter', f('1', '13.2 V'), 12.7)).toMatchObject({ claim: { atV: 13.2 } });
  });
  test.each([
    ['500 mA', 500, 'mA'],
    ['18W', 18, 'W'],
    ['20 va', 20, 'VA'],
    ['1.5 A', 1.5, 'A']
  ])('the label %s', (text, amount, unit) => {
    expect(readClaim('label', f(text, '230'), 12.7)).toEqual({
      ok: true,
      claim: { kind: 'label', amount: expect.closeTo(amount, 9), unit, atV: 230 }
    });
  });
  test('what it lasted on, at the battery’s volts', () => {
    expect(readClaim('lasted', f('10 h', '7 Ah'), 12.9)).toEqual({
      ok: true,
      claim: { kind: 'lasted', durationH: 10, capacityAh: 7, atV: 12.9 }
    });
  });
  test.each([
    ['lasted', f('long', '7'), 'first'],
    ['lasted', f('0', '7'), 'first'],
    ['lasted', f('10', 'much'), 'second'],
    ['meter', f('much'), 'first'],
    ['meter', f('1', '70'), 'second'],
    ['meter', f('0'), 'first'],
    ['label', f('18'), 'first'],
    ['label', f('x W'), 'first'],
    ['label', f('18 W', '500'), 'second']
  ] as const)('%s %j is refused at its field', (kind, fields, field) => {
    expect(readClaim(kind, fields, 12.7)).toMatchObject({ ok: false, field });
  });
  test('a label without its unit is asked for it', () => {
    expect(readClaim('label', f('18'), 12.7)).toMatchObject({
      message: "'18' needs its unit: mA, A, W or VA, as the label prints it."
    });
  });
});

describe('a draw restated', () => {
  test('with other watts, each kind stays what it is', () => {
    expect(drawWithWatts(power(1), 6)).toEqual(power(6));
    expect(drawWithWatts({ kind: 'resistive', powerW: 1, atV: 13 }, 6)).toEqual({
      kind: 'resistive',
      powerW: 6,
      atV: 13
    });
    expect(drawWithWatts({ kind: 'current', currentA: 1, atV: 9 }, 18)).toEqual({
      kind: 'current',
      currentA: 2,
      atV: 9
    });
    expect(drawWithWatts(strip, 6)).toEqual({ kind: 'led-strip', currentA: 0.5 });
    expect(drawWithWatts(event, 5)).toEqual({ ...event, energyJ: 300 });
  });
  test('as another kind the watts stay', () => {
    for (const from of [power(6), strip, event, { kind: 'current', currentA: 0.5, atV: 9 } as Draw])
      for (const kind of ['power', 'resistive', 'current', 'led-strip', 'event'] as const)
        expect(drawW(drawOfKind(from, kind, 12))).toBeCloseTo(drawW(from), 2);
    expect(drawOfKind(power(6), 'event', 12)).toEqual({ kind: 'event', energyJ: 60, eventsPerDay: 24, eventS: 10 });
    expect(drawOfKind(power(6), 'current', 5)).toEqual({ kind: 'current', currentA: 1.2, atV: 5 });
    expect(drawOfKind(strip, 'resistive', 5)).toEqual({ kind: 'resistive', powerW: 24, atV: 12 });
  });
  test('amps at the volts that are meant', () => {
    expect([
      ampsOf(device({ supply: 'usb-a', wantsV: 9 })),
      ampsOf(device({ supply: 'usb-c' })),
      ampsOf(device({ supply: 'usb-c', wantsV: 15 }))
    ]).toEqual([5, 5, 15]);
    expect([
      ampsOf(device({ supply: 'dc-converter', wantsV: 7.4 })),
      ampsOf(device({ supply: 'dc-converter' })),
      ampsOf(device({ wantsV: 5 }))
    ]).toEqual([7.4, 12, 12]);
    expect([statedV({ kind: 'current', currentA: 1, atV: 9 }, 5), statedV(strip, 5), statedV(power(1), 5)]).toEqual([
      9, 12, 5
    ]);
    expect([drawAmps(strip, 5), drawAmps(power(10), 5)]).toEqual([2, 2]);
    expect(drawWithAmps(power(1), 2, 5)).toEqual(power(10));
    expect(drawWithAmps(strip, 3, 5)).toEqual({ ...strip, currentA: 3 });
    expect(drawAtV({ kind: 'current', currentA: 1, atV: 9 }, 5)).toEqual({ kind: 'current', currentA: 1, atV: 5 });
    expect(drawAtV(power(4), 5)).toEqual(power(4));
  });
  test('behind a converter there is power, current and event by event', () => {
    expect(drawKindsFor('12v')).toHaveLength(5);
    expect(drawKindsFor('usb-c')).toEqual(['power', 'current', 'event']);
  });
  test('one more mode has an id of its own, a tenth of the time and 5 W', () => {
    const on = device({ modes: [mode(power(1), 1, 'm1'), mode(power(1), 1, 'm2')] });
    const made = newMode(on);
    expect(on.modes.map((m) => m.id)).not.toContain(made.id);
    expect(made).toMatchObject({ dutyFraction: 0.1, draw: power(5) });
  });
  test('the volts a device is made for', () => {
    expect([
      madeForV({ supply: 'usb-a', wantsV: 9 }),
      madeForV({ supply: 'dc-converter', wantsV: 7.4 }),
      madeForV({ supply: 'dc-converter', wantsV: null }),
      madeForV({ supply: '12v', wantsV: 5 })
    ]).toEqual([5, 7.4, undefined, 12]);
  });
});

describe('how well a draw is known', () => {
  test.each([
    ['measured', 0.05],
    ['label', 0.15],
    ['guess', 0.3]
  ] as const)('%s: %d', (source, spread) => expect(spreadOfDevice(device({ source }))).toBe(spread));
  test('what was learnt holds until the draw or its source is set otherwise', () => {
    const learnt = { meanW: 10, spreadFraction: 0.02 } as Device['learnt'];
    const on = device({ source: 'measured', learnt });
    expect(modesW(on)).toBe(10);
    expect(spreadOfDevice(on)).toBe(0.02);
    expect(learntOf({ ...on, source: 'label' })).toBeUndefined();
    expect(spreadOfDevice({ ...on, modes: [mode(power(10.1))] })).toBe(0.05);
    expect(learntOf({ ...on, modes: [mode(power(10.000005))] })).toBe(learnt);
    expect(learntOf({ ...on, modes: [mode(power(10.00002))] })).toBeUndefined();
  });
  test('as a part of one’s own its range follows from it', () => {
    const on = device({
      name: 'Lamp & fan!',
      source: 'guess',
      sourceNote: '',
      supply: 'usb-c',
      modes: [mode(power(10)), mode(event, 1, 'm2')]
    });
    const part = ownDevicePart(on, []);
    expect(partSchema.safeParse(part).success).toBe(true);
    expect(part).toMatchObject({ id: 'my-lamp-fan', origin: 'own', behaves: 'power', note: 'Draw guessed.' });
    expect(part.modes).toEqual([{ name: 'm1', powerW: 10, lowW: 7, highW: 13, dutyFraction: 1 }]);
    expect(part.events).toEqual([{ name: 'm2', lowJ: 420, highJ: 780, perDay: 144, eventS: 60 }]);
    expect(ownDevicePart(on, ['my-lamp-fan', 'my-lamp-fan-2']).id).toBe('my-lamp-fan-3');
    expect(ownDevicePart({ ...on, name: '…' }, []).id).toBe('my');
    expect(
      ownDevicePart({ ...on, source: 'label', modes: [mode({ kind: 'current', currentA: 1, atV: 12 })] }, [])
    ).toMatchObject({
      behaves: 'current',
      note: 'Draw from label.'
    });
    expect(ownDevicePart({ ...on, modes: [mode(event)] }, []).behaves).toBe('power');
  });
});

describe('the demand of a whole box', () => {
  const box = saltmarshHideBox();
  const need = demand(box);
  test('of each device: mean watts are mean amps at the battery’s volts, energy its charge at them', () => {
    for (const d of need.devices) {
      expect(d.meanW).toBeCloseTo(d.meanA * need.atV, 9);
      expect(d.energyWh).toBeCloseTo(d.chargeAh * need.atV, 9);
    }
    expect(need.totalWh).toBeCloseTo(need.devices.reduce((s, d) => s + d.energyWh, 0) + need.box.energyWh, 9);
    expect(need.box.chargeAh).toBeCloseTo(
      need.box.standing.reduce((s, d) => s + d.currentA * d.bars.reduce((h, b) => h + b.endH - b.startH, 0), 0),
      9
    );
  });
  test('the peak is the largest sum of what is on together with what the box itself draws', () => {
    const on = (timeH: number): number =>
      need.devices.reduce((s, d, i) => {
        const lit = box.devices[i]!.spans.some((b) => timeH >= b.startH && timeH < b.endH);
        return s + (lit ? d.peakA : 0);
      }, need.box.currentA);
    const { startH, durationH } = box.outing;
    // every ten minutes: no switch of the demo lies between
    const sums = Array.from({ length: durationH * 6 }, (_, n) => on(startH + n / 6));
    expect(need.peakA).toBeCloseTo(Math.max(...sums), 9);
    expect(on(need.peakAtH)).toBeCloseTo(need.peakA, 9);
  });
  test('a part behind a switch of its own draws while something on it is on, the others as long as the box is', () => {
    const port = box.ports.find(
      (p) =>
        (box.parts[p.partId] as PartOf<'panel'>).quiescentA > 0 &&
        box.devices.some((d) => d.portId === p.id && d.spans.length > 0)
    )!;
    const user = box.devices.find((d) => d.portId === port.id && d.spans.length > 0)!;
    const circuit = box.circuits.find((c) => c.portId === port.id)!;
    const standing = (switchPortId: unknown) =>
      demand(
        applyEdits(box, [
          { op: 'set', path: `circuits/${circuit.id}/switchPortId`, value: switchPortId },
          { op: 'set', path: 'devices', value: [user] }
        ])
      ).box.standing.find((s) => s.portId === port.id)!;
    const whole = [{ startH: box.outing.startH, endH: box.outing.startH + box.outing.durationH }];
    expect(standing({ is: 'auto' }).bars).toEqual(whole);
    const behind = standing({ is: 'set', value: 'some-switch' }).bars;
    expect(behind[0]!.startH).toBeCloseTo(Math.max(box.outing.startH, Math.min(...user.spans.map((s) => s.startH))), 9);
  });
  test('pulled: it ends at once, runs on from its own, or has what is left of it', () => {
    const inner = (first: 'box' | 'inner') => ({ capacityWh: 10, first }) as NonNullable<Device['inner']>;
    expect(unplugged({ inner: null, card: null }, 5)).toEqual({
      runsOnH: 0,
      first: undefined,
      say: 'Pulled, it goes off at once.'
    });
    expect(unplugged({ inner: inner('box'), card: null }, 0).runsOnH).toBe(0);
    expect(unplugged({ inner: inner('box'), card: null }, 5)).toMatchObject({
      runsOnH: 2,
      first: 'box',
      say: expect.stringContaining('it runs on for 2 h')
    });
    expect(unplugged({ inner: inner('inner'), card: null }, 4)).toMatchObject({
      runsOnH: 2.5,
      first: 'inner',
      say: expect.stringContaining('2 h 30 min at most')
    });
    const card = { sizeGB: 64, gbPerHour: 8 } as NonNullable<Device['card']>;
    expect(unplugged({ inner: null, card }, 5).say).toContain('the recording ends');
    expect(cardHours(card)).toBe(8);
    const outing = { startH: 6, durationH: 20 };
    const span = (startH: number, endH: number) =>
      ({ id: `s${startH}`, startH, endH, dutyFraction: null }) as Device['spans'][number];
    expect(cardFullAtH({ card, spans: [span(6, 9), span(12, 20)] }, outing)).toBeCloseTo(17, 9);
    expect(cardFullAtH({ card, spans: [span(6, 9), span(12, 17)] }, outing)).toBeUndefined();
    expect(cardFullAtH({ card: null, spans: [span(6, 26)] }, outing)).toBeUndefined();
  });
});

describe('devices on a shared converter', () => {
  const box = railBox();
  const on = onRails(box);
  test('each rail knows all that hangs on it together, and nothing of another', () => {
    expect(on.size).toBeGreaterThan(1);
    for (const of of on.values()) {
      const mates = [...on.values()].filter((o) => o.rail.feedId === of.rail.feedId);
      expect(of.togetherW).toBeCloseTo(
        mates.reduce((s, o) => s + o.peakW, 0),
        9
      );
      expect(of.meanW).toBeLessThanOrEqual(of.peakW + 1e-9);
      // what comes out goes in with its losses
      expect(toInput(of, { powerW: of.peakW, currentA: 0, conductanceS: 0 }).powerW).toBeGreaterThan(of.peakW);
    }
  });
  test('a converter in a device’s own lead falls away where the box gives its volts', () => {
    const [id] = [...on.keys()];
    for (const supply of ['dc-converter', 'regulated-12v'] as const) {
      const fed = onRails(
        applyEdits(box, [
          { op: 'set', path: `devices/${id}/supply`, value: supply },
          { op: 'set', path: `devices/${id}/converterW`, value: 30 }
        ])
      ).get(id!)!;
      expect([fed.device.supply, fed.device.converterW]).toEqual(['12v', null]);
    }
    expect(onRails(saltmarshHideBox()).size).toBe(0);
  });
});

test('hours and charge of a claim have their bounds', () => {
  const lasted = (first: string, second: string) => readClaim('lasted', { first, second, where: '12v-lead' }, 12.7).ok;
  expect([lasted('0.01 h', '7'), lasted('0.009 h', '7'), lasted('10000', '7'), lasted('10001', '7')]).toEqual([
    true,
    false,
    true,
    false
  ]);
  expect([lasted('5', '0.01'), lasted('5', '0.009'), lasted('5', '1000'), lasted('5', '1001')]).toEqual([
    true,
    false,
    true,
    false
  ]);
});

describe('a device with a battery of its own, a box without one', () => {
  const box = saltmarshHideBox();
  const id = box.devices.find((d) => d.spans.length > 0)!.id;
  const at = box.devices.findIndex((d) => d.id === id);
  const with_ = (inner: unknown, more: { path: string; value: unknown }[] = []) =>
    demand(
      applyEdits(box, [
        { op: 'set', path: `devices/${id}/inner`, value: inner },
        ...more.map((m) => ({ op: 'set' as const, ...m }))
      ])
    ).devices[at]!;
  test('emptied first it takes its own hours off the box, those at the beginning', () => {
    const plain = with_(null);
    const own = with_({ capacityWh: plain.outW * 2, first: 'inner' });
    expect(own.innerH).toBeCloseTo(2, 9);
    expect(own.onH).toBeCloseTo(plain.onH, 9);
    const hours = (d: typeof plain) => d.bars.reduce((s, b) => s + b.endH - b.startH, 0);
    expect(hours(own)).toBeCloseTo(hours(plain) - 2, 9);
    expect(own.bars[0]!.startH).toBeCloseTo(plain.bars[0]!.startH + 2, 9);
    expect(own.bars.at(-1)!.endH).toBe(plain.bars.at(-1)!.endH);
    const line = own.working.lines.find((l) => l.label === 'Its inner battery runs first')!;
    expect(line.value).toBe('-2.00');
    // as a reserve it takes nothing off
    const reserve = with_({ capacityWh: plain.outW * 2, first: 'box' });
    expect(hours(reserve)).toBeCloseTo(hours(plain), 9);
    expect(reserve.working.lines.some((l) => l.label === 'Its inner battery runs first')).toBe(false);
    const endless = with_({ capacityWh: plain.outW * 1000, first: 'inner' });
    expect([endless.bars.length, endless.chargeAh]).toEqual([0, 0]);
  });
  test('charge is amps over hours of each bar', () => {
    const d = with_(null);
    const volts = demand(box).atV;
    const sum = d.bars.reduce(
      (s, b) =>
        s + (b.meanLaw.powerW / volts + b.meanLaw.currentA + b.meanLaw.conductanceS * volts) * (b.endH - b.startH),
      0
    );
    expect(d.chargeAh).toBeCloseTo(sum, 9);
  });
  test('without a battery 12.8 V are taken, an unknown one is reckoned as AGM', () => {
    const volts = (edits: { path: string; value: unknown }[]) =>
      demand(
        applyEdits(
          box,
          edits.map((e) => ({ op: 'set' as const, ...e }))
        )
      ).atV;
    expect(volts([{ path: 'bank/partId', value: null }])).toBe(12.8);
    expect(volts([{ path: `parts/${box.bank.partId}/chemistry`, value: 'unknown' }])).toBe(12);
    expect(volts([{ path: `parts/${box.bank.partId}/chemistry`, value: 'nmc4' }])).toBe(14.4);
  });
  test('only a USB-C device settles on a rail', () => {
    for (const d of demand(box).devices) {
      const { supply } = box.devices.find((x) => x.id === d.deviceId)!;
      expect([supply, d.rail !== undefined]).toEqual([supply, supply === 'usb-c']);
    }
  });
  test('what hangs on a shared converter draws its share of the losses at the battery', () => {
    const rails = railBox();
    const of = demand(rails);
    const shared = of.devices.filter((d) => d.shared);
    expect(shared.length).toBeGreaterThan(1);
    for (const d of shared) {
      expect(d.meanLaw.powerW).toBeGreaterThan(d.outW);
      expect(d.meanLaw.currentA).toBe(0);
      expect(d.working.lines.some((l) => l.label === 'Shared converter’s loss')).toBe(true);
    }
  });
});

describe('what was found out, against what is counted', () => {
  const modes = [mode(power(4), 0.5, 'a'), mode(power(16), 0.5, 'b')];
  const odd = (claims: Claim[]) => notCounted(device({ modes, claims }), undefined);

  test('a meter may have been read in any of its modes', () => {
    // 12.5 V: 4 W are 0.32 A, 16 W are 1.28 A
    for (const currentA of [0.32, 0.8, 1.28, 1.37]) expect(odd([meter({ currentA })]), `${currentA} A`).toBeUndefined();
    expect(odd([meter({ currentA: 2.4 })])).toMatchObject({ countedW: 16, known: { powerW: 30 } });
    expect(odd([meter({ currentA: 0.16 })])).toMatchObject({ countedW: 4, known: { powerW: 2 } });
  });
  test('a label names the most it takes, and may be far above it', () => {
    for (const watts of [16, 15.5, 40]) expect(odd([label(watts, 'W')]), `${watts} W`).toBeUndefined();
    expect(odd([label(12, 'W')])).toMatchObject({ countedW: 16, known: { powerW: 12 } });
    expect(odd([label(60, 'W')])).toMatchObject({ countedW: 16, known: { powerW: 60 } });
  });
  test('an experience names the mean', () => {
    // 7 Ah at 12.5 V over 8.75 h: 10 W
    expect(odd([{ ...lasted, durationH: 8.75 }])).toBeUndefined();
    expect(odd([{ ...lasted, durationH: 3 }])).toMatchObject({ countedW: 10 });
    expect(odd([{ ...lasted, durationH: 30 }])).toMatchObject({ countedW: 10 });
  });
  test('of several the one that is furthest off; none where nothing is drawn or nothing known', () => {
    const far = meter({ currentA: 8 });
    expect(odd([meter({ currentA: 2.4 }), far, label(12, 'W')])!.claim).toBe(far);
    expect(odd([])).toBeUndefined();
    expect(notCounted(device({ modes: [mode(power(0))], claims: [far] }), undefined)).toBeUndefined();
  });
  test('is told: a caution where the plan is too hopeful, a note where it is not; taken over it is gone', () => {
    const box = saltmarshHideBox();
    const at = (claims: Claim[]) => {
      const on = { ...box.devices[1]!, source: 'guess' as const, modes: [mode(power(5))], claims };
      return { ...box, devices: [box.devices[0]!, on, ...box.devices.slice(2)] };
    };
    const told = (b: ReturnType<typeof at>) =>
      evaluate(b, STARTER_CATALOGUE).findings.filter((f) => f.id === 'draw-claims-disagree');
    const more = at([label(50, 'W')]);
    expect(told(more).map((f) => f.severity)).toEqual(['caution']);
    expect(told(more)[0]!.why).toContain('ends sooner');
    expect(told(at([label(2, 'W')])).map((f) => f.severity)).toEqual(['note']);
    expect(told(at([label(5000, 'W')]))[0]!.remedies[0]!.label).toMatch(/^Count .+ with 5000(\.0)? W$/);
    const [f] = told(more);
    expect(told(applyEdits(more, f!.remedies[0]!.edits) as ReturnType<typeof at>)).toEqual([]);
    expect(told(at([label(5, 'W')]))).toEqual([]);
  });
});
