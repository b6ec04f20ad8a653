import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { allHelps } from '../src/advise/helps.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { deviceFrom, plainDevice, repeatDaily, splitBar } from '../src/box/commands.ts';
import { boxSchema, type Box, type Device } from '../src/box/schema.ts';
import { setTo } from '../src/box/attr.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { partSchema } from '../src/catalogue/part.ts';
import { ownDevicePart } from '../src/demand/own-device.ts';
import { STARTER_DEVICES } from '../src/catalogue/starter-devices.ts';
import { behindConverterW, claimedPower, contradiction, takeClaim } from '../src/demand/claims.ts';
import { CONVERTERS, converterInputW, idleW, usbRail } from '../src/demand/converter.ts';
import { demand } from '../src/demand/demand.ts';
import { activeLaw, drawW, meanDrawW } from '../src/demand/draw.ts';
import { drawOfKind, drawWithWatts } from '../src/demand/edit-draw.ts';
import { readClaim } from '../src/demand/read-claim.ts';
import { canalNightBankBox, demoBoxes, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { evaluate } from '../src/evaluate.ts';
import { lawCurrentA } from '../src/network/law.ts';
import { eventLines } from '../src/outing/event-lines.ts';
import { energyShares } from '../src/outing/shares.ts';
import { sure, sureRuns } from '../src/outing/sure.ts';
import { seasonPlan } from '../src/season/season.ts';
import { dayMeanC } from '../src/sun/season-air.ts';
import { typedLine } from '../src/timeline/typed-line.ts';
import { E, expectDigits } from './vectors.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const hide = saltmarshHideBox();
const radio = fellRaceRadioPost();
const canal = canalNightBankBox();
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const device = (over: Partial<Device> = {}): Device => ({ ...plainDevice(hide, 'Thing'), ...over });

describe('draws', () => {
  test('E7.3: a trail camera of 2.4 mW with 40 pictures and 20 uploads a day takes 0.7798 Wh', () => {
    const box: Box = {
      ...hide,
      bank: { ...hide.bank },
      outing: { ...hide.outing, startH: 0, durationH: 24 },
      ports: [],
      circuits: [],
      devices: [
        device({
          modes: [
            { id: 'm1', name: 'standby', dutyFraction: 1, draw: { kind: 'power', powerW: 0.0024 } },
            {
              id: 'm2',
              name: 'picture',
              dutyFraction: 1,
              draw: { kind: 'event', energyJ: 15, eventsPerDay: 40, eventS: 3 }
            },
            {
              id: 'm3',
              name: 'upload',
              dutyFraction: 1,
              draw: { kind: 'event', energyJ: 100, eventsPerDay: 20, eventS: 30 }
            }
          ],
          spans: [{ startH: 0, endH: 24, dutyFraction: null }]
        })
      ]
    };
    const need = demand(box);
    expectDigits(need.devices[0]!.energyWh, E.l3_wh!);
    expectDigits(need.devices[0]!.meanA * 1000, E.l3_ma!);
    expect(need.devices[0]!.peakA * need.atV).toBeCloseTo(5, 6);
  });

  test('E7.4: a 9.6 W strip takes 1.0743 A at 13.2 V, an 8 W heater 9.68 W', () => {
    const strip = activeLaw(device(), { kind: 'led-strip', currentA: 0.8 }, undefined);
    expectDigits(lawCurrentA(strip, 13.2), E.l4_i!);
    const band = activeLaw(device(), { kind: 'resistive', powerW: 8, atV: 12 }, undefined);
    expectDigits(lawCurrentA(band, 13.2) * 13.2, E.l4_dew!);
    expect(lawCurrentA(strip, 8)).toBe(0);
  });

  test('E7.1, E7.4: a phone on USB-C and a mains load on the inverter cost their converters’ losses', () => {
    expectDigits(converterInputW(CONVERTERS['usb-c'], 18) / 12.8, E.l1_i!);
    const laptop = device({
      supply: 'inverter',
      modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 30 } }]
    });
    const need = demand({ ...hide, devices: [laptop] });
    expectDigits(need.devices[0]!.meanW, E.l5_p!);
    expect(idleW('inverter', 150)).toBe(4);
    expect(idleW('inverter', 600)).toBe(10);
  });

  test('E7.2: a 100 W voice radio averages 42 W and 168 Wh in 4 h, and peaks at 21.6 A', () => {
    const hf = device({
      modes: [
        { id: 'm1', name: 'receive', dutyFraction: 0.75, draw: { kind: 'power', powerW: 18 } },
        { id: 'm2', name: 'speaking, mean', dutyFraction: 0.1, draw: { kind: 'power', powerW: 285 } }
      ],
      spans: [{ startH: 5, endH: 9, dutyFraction: null }]
    });
    const need = demand({ ...hide, devices: [hf] }).devices[0]!;
    expectDigits(need.energyWh, E.l2_wh!);
    expectDigits(lawCurrentA(need.meanLaw, 13.2), E.l2_iavg!);
    expectDigits(lawCurrentA(need.peakLaw, 13.2), E.l2_ipk!);
  });

  test('a device kept in the library comes back with its modes, events and honest range', () => {
    const trail = deviceFrom(
      hide,
      STARTER_DEVICES.find((d) => d.id === 'device-trail-camera')!
    );
    const part = ownDevicePart({ ...trail, name: 'Nest cam é' }, ['my-nest-cam']);
    expect(partSchema.safeParse(part).success).toBe(true);
    expect(part.id).toBe('my-nest-cam-2');
    expect(part.modes[0]!.highW / part.modes[0]!.powerW).toBeCloseTo(1.3, 2);
    const again = deviceFrom(hide, part);
    again.modes.forEach((m, i) => expect(meanDrawW(m) / meanDrawW(trail.modes[i]!)).toBeCloseTo(1, 1));
  });

  test('a USB-C device settles on the rail it needs', () => {
    expect(usbRail(12, null, 12.8)).toMatchObject({ volts: 5, markedCable: false, boosts: false });
    expect(usbRail(18, null, 12.8)).toMatchObject({ volts: 9, boosts: false });
    expect(usbRail(45, null, 12.8)).toMatchObject({ volts: 15, boosts: true });
    expect(usbRail(65, 20, 12.8)).toMatchObject({ volts: 20, markedCable: true, beyond: false });
    expect(usbRail(120, null, 12.8).beyond).toBe(true);
  });

  test('draws keep their watts when they are restated, for every kind', () => {
    const kinds = ['power', 'current', 'resistive', 'led-strip', 'event'] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.constantFrom(...kinds),
        fc.double({ min: 0.01, max: 300, noNaN: true }),
        (a, b, w) => {
          const first = drawWithWatts(drawOfKind({ kind: 'power', powerW: 5 }, a, 12), w);
          expect(drawW(first)).toBeCloseTo(w, 6);
          const second = drawOfKind(first, b, 12);
          expect(Math.abs(drawW(second) / w - 1)).toBeLessThan(0.006); // an event's joules are rounded to three digits
        }
      ),
      { seed: 8 }
    );
  });

  test('a bar of its own duty counts as such: the radio’s last hours cost more', () => {
    const need = demand(radio);
    const vhf = need.devices[0]!;
    expect(vhf.bars).toHaveLength(2);
    const [early, late] = vhf.bars.map((b) => lawCurrentA(b.meanLaw, need.atV));
    expect(late! / early!).toBeCloseTo((0.85 * 6 + 0.15 * 72) / (0.9 * 6 + 0.1 * 72), 6);
  });

  test('an inner battery used first takes hours off the box, used as backup it does not', () => {
    const inner = (first: 'box' | 'inner') => applyEdits(hide, [set('devices/d1/inner', { capacityWh: 14, first })]);
    const [backup, before] = [demand(inner('box')).devices[0]!, demand(inner('inner')).devices[0]!];
    expect(backup.innerH).toBeCloseTo(14 / 5.6, 9);
    expect(before.energyWh).toBeLessThan(backup.energyWh);
    expect(backup.onH).toBe(before.onH);
  });

  test('a panel part behind its own switch draws only while something on it runs', () => {
    const need = demand(hide);
    const whole = need.box.standing.filter((s) => s.bars.length === 1 && s.bars[0]!.endH - s.bars[0]!.startH === 14);
    expect(whole.length).toBeGreaterThan(0);
    const port = hide.circuits.find((c) => c.portId === hide.devices[0]!.portId)!;
    const switched = applyEdits(hide, [
      set(`circuits/${port.id}/switchPortId`, setTo(hide.ports.find((p) => p.name === 'Lamp switch')!.id))
    ]);
    expect(demand(switched).box.energyWh).toBeLessThan(need.box.energyWh);
  });

  test('the library holds at least 60 devices, each with an honest range', () => {
    expect(STARTER_DEVICES.length).toBeGreaterThanOrEqual(60);
    for (const part of STARTER_DEVICES) {
      for (const m of part.modes) expect(m.highW, part.name).toBeGreaterThan(m.lowW);
      for (const e of part.events) expect(e.highJ, part.name).toBeGreaterThan(e.lowJ);
      const made = deviceFrom(hide, part);
      expect(boxSchema.safeParse({ ...hide, devices: [made] }).success, part.name).toBe(true);
      expect(made.modes.reduce((s, m) => s + meanDrawW(m), 0)).toBeGreaterThan(0);
    }
  });
});

describe('what is known about a draw', () => {
  const port = undefined;
  test('readings, labels and experience become watts', () => {
    const d = device();
    expect(claimedPower(d, port, { kind: 'meter', currentA: 0.5, atV: 12.6, where: '12v-lead' }).powerW).toBeCloseTo(
      6.3,
      9
    );
    expect(claimedPower(d, port, { kind: 'label', amount: 800, unit: 'mA', atV: 12 }).powerW).toBeCloseTo(9.6, 9);
    expect(claimedPower(d, port, { kind: 'label', amount: 20, unit: 'VA', atV: 230 }).powerW).toBeCloseTo(14, 9);
    expect(claimedPower(d, port, { kind: 'lasted', durationH: 6, capacityAh: 10, atV: 12.8 }).powerW).toBeCloseTo(
      21.33,
      2
    );
  });
  test('a reading in the 12 V lead is taken back through the converter', () => {
    const usb = device({ supply: 'usb-c' });
    const inputW = converterInputW(CONVERTERS['usb-c'], 18);
    expect(behindConverterW(usb, port, inputW)).toBeCloseTo(18, 6);
    expect(behindConverterW(usb, port, 0.1)).toBe(0);
  });
  test('claims that cannot both be true are told, those that can are not', () => {
    const meter = { kind: 'meter', currentA: 0.5, atV: 12, where: '12v-lead' } as const;
    expect(
      contradiction(device({ claims: [meter, { kind: 'label', amount: 10, unit: 'W', atV: 12 }] }), port)
    ).toBeUndefined();
    const bad = contradiction(
      device({ claims: [meter, { kind: 'lasted', durationH: 4, capacityAh: 20, atV: 12.8 }] }),
      port
    )!;
    expect(bad.a.powerW / bad.b.powerW).toBeGreaterThan(5);
  });
  test('a claim taken over sets draw and source', () => {
    const box = applyEdits(hide, [set('devices', [device()])]);
    const d = box.devices[0]!;
    const after = applyEdits(box, takeClaim(d, port, { kind: 'meter', currentA: 0.75, atV: 12, where: '12v-lead' }))
      .devices[0]!;
    expect(drawW(after.modes[0]!.draw)).toBeCloseTo(9, 6);
    expect(after.source).toBe('measured');
    expect(after.sourceNote).toContain('0.75 A');
  });
  test('typed claims are read or refused at their field', () => {
    expect(readClaim('label', { first: '800 mA', second: '', where: '12v-lead' }, 12.8)).toMatchObject({
      ok: true,
      claim: { amount: 800, unit: 'mA', atV: 12 }
    });
    expect(readClaim('label', { first: '800', second: '', where: '12v-lead' }, 12.8)).toMatchObject({
      ok: false,
      field: 'first'
    });
    expect(readClaim('meter', { first: '0.5 A', second: '12,6', where: '12v-lead' }, 12.8)).toMatchObject({
      ok: true,
      claim: { atV: 12.6 }
    });
    expect(readClaim('lasted', { first: '6h', second: '10 W', where: '12v-lead' }, 12.8)).toMatchObject({
      ok: false,
      field: 'second'
    });
    expect(readClaim('meter', { first: '0 A', second: '', where: '12v-lead' }, 12.8).ok).toBe(false);
  });
});

describe('typed lines', () => {
  const after = (text: string, box: Box = hide) => {
    const read = typedLine(box, STARTER_CATALOGUE, text);
    if (read.ok !== true) throw new Error(read.message);
    const next = applyEdits(box, read.edits);
    expect(boxSchema.safeParse(next).success).toBe(true);
    return next.devices.find((d) => d.id === read.deviceId)!;
  };
  const night: Box = { ...hide, outing: { ...hide.outing, startH: 18, durationH: 14 } };
  test('lamp 6W 20:00-02:00', () => {
    const d = after('lamp 6W 20:00-02:00', night);
    expect(d.spans).toEqual([{ startH: 20, endH: 26, dutyFraction: null }]);
    expect(d.modes[0]!.draw).toEqual({ kind: 'power', powerW: 6 });
  });
  test('radio rx 0.35A tx 5A 10% 08:00-18:00', () => {
    const d = after('radio rx 0.35A tx 5A 10% 08:00-18:00');
    expect(d.modes.map((m) => [m.name, m.dutyFraction])).toEqual([
      ['receive', 0.9],
      ['transmit', 0.1]
    ]);
    expect(d.spans[0]).toMatchObject({ startH: 8, endH: 18 });
  });
  test('phone 12Wh at 13:00 takes the library’s supply and charges as long as its power needs', () => {
    const d = after('phone 12Wh at 13:00');
    expect(d.supply).toBe('usb-c');
    expect(d.spans[0]!.startH).toBe(13);
    expect((d.spans[0]!.endH - 13) * drawW(d.modes[0]!.draw)).toBeCloseTo(12, 6);
  });
  test('a device that is there gets the bar, and a bar over another cuts it', () => {
    const line = typedLine(hide, STARTER_CATALOGUE, 'camera b 10:00-11:00');
    if (line.ok !== 'ask') throw new Error('it was not asked');
    const d = applyEdits(hide, line.asSame.edits).devices.find((x) => x.id === line.asSame.deviceId)!;
    expect(applyEdits(hide, line.asNew.edits).devices.map((x) => x.name)).toContain('Camera B 2');
    expect(d.id).toBe('d2');
    expect(d.modes).toEqual(hide.devices[1]!.modes);
    expect(d.spans).toHaveLength(3);
  });
  test('daily repeats over several days, all means the whole outing, spaces before units are fine', () => {
    const days: Box = { ...hide, outing: { ...hide.outing, startH: 6, durationH: 66 } };
    expect(after('heater 8 W 60 % 20:00-22:00 daily', days).spans.map((s) => s.startH)).toEqual([20, 44, 68]);
    expect(after('tracker 0.5W all', days).spans).toEqual([{ startH: 6, endH: 72, dutyFraction: null }]);
  });
  test.each([
    ['', ''],
    ['lamp 6 20:00-22:00', '6'],
    ['lamp 6W 25:00-26:00', '25:00'],
    ['lamp 6W 20:00-22:00 bright', 'bright'],
    ['lamp 10%', '10%'],
    ['gizmo', 'gizmo'],
    ['lamp 7Ah', '7Ah'],
    ['lamp 0W', '0W'],
    ['lamp 6W at', 'at'],
    ['6W 20:00-22:00', '6W'],
    ['radio rx 1A 80% tx 5A 40% 08:00-10:00', '%'],
    ['lamp 6W 04:00-04:30', '']
  ])('%s is not understood, and says where', (text, part) => {
    const read = typedLine(
      text.startsWith('lamp 6W 04') ? { ...hide, outing: { ...hide.outing, durationH: 4 } } : hide,
      STARTER_CATALOGUE,
      text
    );
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.message.length).toBeGreaterThan(10);
      if (part) expect(read.part).toBe(part);
    }
  });
  test('bars split and repeat without running into each other', () => {
    const spans = [{ startH: 8, endH: 12, dutyFraction: null }];
    expect(splitBar(spans, 0, 9)).toHaveLength(2);
    expect(splitBar(spans, 0, 12)).toHaveLength(1);
    const daily = repeatDaily(spans, 0, { startH: 6, durationH: 50 });
    expect(daily.map((s) => s.startH)).toEqual([8, 32]);
    expect(repeatDaily(daily, 0, { startH: 6, durationH: 50 })).toEqual(daily);
  });
});

describe('the run', () => {
  test('energy in, out and lost agree to 0.05 % for every demo box, with sun and charger, too', () => {
    const sunny = applyEdits(hide, [
      set('charging/solar/duringOuting', true),
      set('charging/plugged', [{ startH: 9, endH: 10 }]),
      set('bank/count', 2),
      set('bank/packs', [
        { ageYears: 0, startFraction: 1 },
        { ageYears: 5, startFraction: 0.7 }
      ])
    ]);
    for (const box of [...demoBoxes(), crowdedBox(12), sunny]) {
      const shares = energyShares(planOf(box).outing!.run.balance);
      expect(shares.residualFraction, box.name).toBeLessThan(0.0005);
      expect(shares.out.reduce((s, o) => s + o.fraction, 0)).toBeCloseTo(1, 9);
    }
  });

  test('the energy out of the battery is what left its charge, by the open voltage', () => {
    const run = planOf(canal).outing!.run;
    expect(run.balance.batteryWh).toBeCloseTo(run.sourceWh, 9);
    expect(run.balance.devicesWh + run.balance.convertersWh).toBeCloseTo(run.deliveredWh, 9);
  });

  test('a low-voltage disconnect ends the plan before the pack’s protection would', () => {
    const cut = applyEdits(canal, [
      set('bank/keepBack', { is: 'none' }),
      set('outing/durationH', 60),
      set('devices/d1/spans', [{ startH: 18, endH: 78, dutyFraction: null }]),
      set('devices/d1/modes', [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 20 } }]),
      set('bank/disconnect', setTo({ cutV: 11.8, backV: 12.8 }))
    ]);
    const o = planOf(cut).outing!;
    expect(o.reason).toBe('disconnect');
    const stop = o.run.timeH.findIndex((t) => t >= o.endsAtH!);
    expect(Math.max(...o.run.currentA.slice(stop + 1))).toBe(0);
    expect(eventLines(cut, o).some((l) => l.what.includes('disconnect opens'))).toBe(true);
  });

  test('what a device does under its least voltage: stops, resets, works badly, or lives on its own battery', () => {
    const low = (over: Partial<Device>) =>
      planOf(
        applyEdits(
          canal,
          Object.entries({ minV: 12.7, ...over }).map(([k, v]) => set(`devices/d1/${k}`, v))
        )
      ).outing!;
    expect(low({ belowMin: 'stops' }).reason).toBe('device');
    expect(low({ belowMin: 'resets' }).reason).toBe('device');
    expect(low({ belowMin: 'resets' }).run.events.some((e) => e.reason === 'resets')).toBe(true);
    expect(low({ belowMin: 'degrades' }).reason).toBeUndefined();
    const lives = low({ belowMin: 'stops', inner: { capacityWh: 40, first: 'box' } });
    expect(lives.reason).toBeUndefined();
    expect(lives.run.events.some((e) => e.reason === 'on-inner')).toBe(true);
    const short = low({ belowMin: 'stops', inner: { capacityWh: 1, first: 'box' } });
    expect(short.reason).toBe('device');
    expect(short.endsAtH!).toBeGreaterThan(low({ belowMin: 'stops' }).endsAtH!);
  });

  test('more load never lasts longer, a warmer battery never shorter', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        fc.integer({ min: 0, max: 15 }),
        (w, by, warmerK) => {
          const at = (powerW: number, k: number) =>
            planOf(
              applyEdits(canal, [
                set('devices/d2/modes', [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW } }]),
                set('bank/warmerK', k)
              ])
            ).outing!.lastsH;
          expect(at(w * by, 0)).toBeLessThanOrEqual(at(w, 0) + 1e-6);
          expect(at(w, warmerK)).toBeGreaterThanOrEqual(at(w, 0) - 1e-6);
        }
      ),
      { seed: 9, numRuns: 12 }
    );
  });

  test('nothing in a run is ever not a number, however odd the box', () => {
    const odd = [
      applyEdits(hide, [
        set('devices/d1/modes', [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 2000 } }])
      ]),
      applyEdits(hide, [set('bank/startFraction', 0)]),
      applyEdits(hide, [set('bank/keepBack', setTo(0.95))]),
      applyEdits(hide, [set('outing/airC', -40)])
    ];
    for (const box of odd) {
      const plan = planOf(box);
      const o = plan.outing!;
      for (const curve of [
        o.run.timeH,
        o.run.socFraction,
        o.run.batteryV,
        o.run.currentA,
        ...o.run.loadA,
        ...o.run.portV
      ])
        expect(curve.every(Number.isFinite), box.notes).toBe(true);
      for (const v of plan.verdicts) expect(JSON.stringify(v)).not.toContain('NaN');
    }
    expect(planOf(odd[0]!).findings.map((f) => f.id)).toContain('power-limit');
  });
});

describe('how sure', () => {
  const plan = planOf(hide);
  const many = sure(hide, plan.demand, plan.bank!, plan.feed, { runCount: 600 });
  test('the same box gives the same answer, its middle near the single run, its order right', () => {
    expect(sure(hide, plan.demand, plan.bank!, plan.feed, { runCount: 600 })).toEqual(many);
    expect(Math.abs(many.p50H - plan.outing!.lastsH)).toBeLessThan(0.4);
    expect(many.p10H).toBeLessThan(many.p50H);
    expect(many.p50H).toBeLessThan(many.p90H);
    expect(many.doubts.reduce((s, d) => s + d.shareFraction, 0)).toBeCloseTo(1, 9);
  });
  test('it answers early and refines', () => {
    const runs = sureRuns(hide, plan.demand, plan.bank!, plan.feed, { runCount: 200 });
    const first = runs.next();
    expect(first.done).toBe(false);
    if (!first.done) expect(first.value.runCount).toBeLessThan(60);
  });
  test('a guess that carries most of the energy is what to measure, and measuring it makes it surer', () => {
    const guessed = applyEdits(hide, [set('devices/d2/source', 'guess')]);
    const of = (box: Box) => {
      const p = planOf(box);
      return sure(box, p.demand, p.bank!, p.feed, { runCount: 600 });
    };
    const g = of(guessed);
    expect(g.doubts[0]).toMatchObject({ kind: 'device', name: 'Camera B' });
    expect(g.say).toContain('Measure Camera B');
    const m = of(applyEdits(hide, [set('devices/d2/source', 'measured')]));
    expect(m.p90H - m.p10H).toBeLessThan(g.p90H - g.p10H);
  });
});

describe('what would help', () => {
  const plan = planOf(hide);
  const helps = allHelps(hide, plan, STARTER_CATALOGUE);
  test('each change gives a valid box and the hours it promises, best first', () => {
    expect(helps.length).toBeGreaterThan(3);
    for (const h of helps) {
      const after = applyEdits(hide, h.edits);
      expect(boxSchema.safeParse(after).success, h.label).toBe(true);
      expect(planOf(after).outing!.lastsH).toBeCloseTo(h.lastsH, 1);
      expect(h.gainH).toBeGreaterThan(0);
    }
    const fitting = helps.filter((h) => h.fits).map((h) => h.gainH);
    expect(fitting).toEqual([...fitting].sort((a, b) => b - a));
    expect(helps.map((h) => h.id)).toContain('thermostat-d4');
  });
  test('where a device gives up for want of voltage, a thicker wire is among them', () => {
    const thin = applyEdits(radio, [
      set('devices/d1/belowMin', 'stops'),
      set('devices/d1/minV', 12.3),
      set(`circuits/${radio.circuits.find((c) => c.portId === radio.devices[0]!.portId)!.id}/lengthMm`, setTo(3000)),
      set(
        `circuits/${radio.circuits.find((c) => c.portId === radio.devices[0]!.portId)!.id}/wire`,
        setTo({ system: 'awg', size: '20' })
      )
    ]);
    const p = planOf(thin);
    expect(p.outing!.reason).toBe('device');
    expect(allHelps(thin, p, STARTER_CATALOGUE).map((h) => h.id)).toContain('wire');
  });
  test('a radio is asked to transmit less', () => {
    expect(
      allHelps(radio, planOf(radio), STARTER_CATALOGUE).some((h) => h.label.includes('half as much transmit'))
    ).toBe(true);
  });
});

describe('the season', () => {
  const plan = seasonPlan(hide, planOf(hide))!;
  test('a camera of 4 W lives days, its visits keep it alive, and coming less often does not', () => {
    expect(plan.dayCount).toBe(21);
    expect(plan.diesOnDay).toBeUndefined();
    const alone = applyEdits(hide, [set('season/visitEveryDays', null)]);
    const lonely = seasonPlan(alone, planOf(alone))!;
    expect(lonely.diesOnDay!).toBeGreaterThan(1);
    expect(lonely.diesOnDay!).toBeLessThan(5);
    expect(lonely.visitPlan.length).toBeGreaterThan(3);
    const every = lonely.everyDays!;
    const often = applyEdits(alone, [set('season/visitEveryDays', every)]);
    expect(seasonPlan(often, planOf(often))!.diesOnDay).toBeUndefined();
    const rare = applyEdits(alone, [set('season/visitEveryDays', 2 * every + 2)]);
    expect(seasonPlan(rare, planOf(rare))!.diesOnDay).toBeDefined();
  });
  test('its own cells carry a device past the box', () => {
    const alone = applyEdits(hide, [set('season/visitEveryDays', null)]);
    const p = seasonPlan(alone, planOf(alone))!;
    const camera = p.devices.find((d) => d.name === 'Camera B')!;
    expect(camera.innerDays).toBeCloseTo(7 / 3.9 / 24, 6);
    expect(camera.day!).toBeCloseTo(p.diesOnDay! + camera.innerDays, 9);
  });
  test('a trail camera on AGM lives for months; self-discharge counts, warmth makes it worse', () => {
    const trail = STARTER_DEVICES.find((d) => d.id === 'device-trail-camera')!;
    const season = {
      startDay: '2026-04-01',
      dayCount: 240,
      monthC: [3, 3, 5, 8, 12, 15, 17, 17, 14, 10, 6, 4],
      swingK: 8,
      boxOn: false,
      useSun: false,
      visitEveryDays: null,
      visit: 'swap' as const
    };
    const box: Box = { ...canal, devices: [{ ...deviceFrom(canal, trail), inSeason: true }], season };
    const cool = seasonPlan(box, planOf(box))!;
    expect(cool.perDayWh).toBeGreaterThan(0.1);
    expect(cool.perDayWh).toBeLessThan(2);
    expect(cool.selfDischargeAh).toBeGreaterThan(1);
    const hot: Box = { ...box, season: { ...season, monthC: season.monthC.map((c) => c + 15) } };
    expect(seasonPlan(hot, planOf(hot))!.selfDischargeAh).toBeGreaterThan(cool.selfDischargeAh);
  });
  test('the air runs smoothly from month to month', () => {
    const season = { ...hide.season!, startDay: '2026-01-01', dayCount: 365 };
    for (let d = 1; d < 364; d++) expect(Math.abs(dayMeanC(season, d) - dayMeanC(season, d - 1))).toBeLessThan(0.35);
  });
  test('without anything in it there is no season to show', () => {
    const none = {
      ...hide,
      devices: hide.devices.map((d) => ({ ...d, inSeason: false })),
      season: { ...hide.season!, boxOn: false }
    };
    expect(seasonPlan(none, planOf(none))).toBeUndefined();
  });
});
