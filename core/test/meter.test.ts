import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { crc16, meterLine, MOST_LINE, readMeterLine, type MeterReading } from '../src/meter/line.ts';
import { Listener } from '../src/meter/listen.ts';
import { SimulatedMeter, truthOf, USUAL_FAULTS, type MeterFaults } from '../src/meter/simulate.ts';
import { DEMO_BOXES } from './boxes.ts';

const READING: MeterReading = {
  count: 1042,
  clockS: 521,
  volts: 12.843,
  amps: 1.204,
  ampHours: 3.412,
  socFraction: 0.829,
  tempC: 7.5
};

describe('the line of the meter', () => {
  test('by hand, with the check value of its CRC', () => {
    // the reference value of CRC-16/CCITT-FALSE
    expect(crc16('123456789')).toBe(0x29b1);
    const body = 'n=1042 t=521.0 v=12.843 i=-1.204 q=-3.412 p=0.829 c=7.5';
    expect(meterLine(READING)).toBe(`${body} *${crc16(body).toString(16).toUpperCase().padStart(4, '0')}`);
    expect(readMeterLine(meterLine(READING))).toEqual({ ok: true, reading: READING });
    const bare = { ...READING, socFraction: null, tempC: null };
    expect(readMeterLine(`${meterLine(bare)}\r`)).toEqual({ ok: true, reading: bare });
  });

  test('one changed character anywhere is noticed', () => {
    const line = meterLine(READING);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: line.length - 1 }), fc.constantFrom(...'0123456789.=-? xZ'), (i, c) => {
        fc.pre(line[i] !== c && line[i]!.toLowerCase() !== c.toLowerCase());
        expect(readMeterLine(`${line.slice(0, i)}${c}${line.slice(i + 1)}`).ok).toBe(false);
      }),
      { numRuns: 500 }
    );
  });

  test('text of another thing, figures that cannot be and fields of a later meter', () => {
    const signed = (body: string) => `${body} *${crc16(body).toString(16).padStart(4, '0')}`;
    expect(readMeterLine('$GPGGA,123519')).toEqual({ ok: false, why: 'foreign' });
    expect(readMeterLine('')).toEqual({ ok: false, why: 'foreign' });
    expect(readMeterLine('n=12 t=3 v=12')).toEqual({ ok: false, why: 'damaged' });
    expect(readMeterLine(signed('n=1 t=1 v=900 i=0 q=0'))).toEqual({ ok: false, why: 'damaged' });
    expect(readMeterLine(signed('n=1 t=1 v= i=0 q=0'))).toEqual({ ok: false, why: 'damaged' });
    expect(readMeterLine(signed('n=1 t=1 i=0 q=0'))).toEqual({ ok: false, why: 'foreign' });
    expect(readMeterLine(signed('n=1 t=1 v=12 i=0 q=0 z=7 constructor=1'))).toMatchObject({ ok: true });
    expect(readMeterLine(signed(`n=1 t=1 v=12 i=0 q=0 ${'z=1 '.repeat(60)}`)).ok).toBe(false);
  });

  test('any reading is read back to its last digit', () => {
    const round = (v: number, d: number) => Number(v.toFixed(d)) + 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e9 }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: -400, max: 400, noNaN: true }),
        (count, volts, amps) => {
          const r = readMeterLine(meterLine({ ...READING, count, volts, amps }));
          expect(r.ok && r.reading.volts).toBe(round(volts, 3));
          expect(r.ok && r.reading.amps).toBeCloseTo(round(amps, 3), 9);
        }
      )
    );
  });
});

describe('listening', () => {
  test('lines that come in pieces, lost ones and damaged ones are counted, each once', () => {
    const ear = new Listener();
    const line = (count: number) => `${meterLine({ ...READING, count })}\r\n`;
    const text = line(1) + line(2);
    expect(ear.hear(text.slice(0, 20))).toEqual([]);
    expect(ear.hear(text.slice(20)).map((r) => r.count)).toEqual([1, 2]);
    // 3 lost on the way, 4 damaged, 5 whole
    expect(ear.hear(line(4).replace('v=12', 'v=13') + line(5)).map((r) => r.count)).toEqual([5]);
    expect([ear.lostCount, ear.damagedCount, ear.foreignCount]).toEqual([1, 1, 0]);
    // switched on anew: its count begins again and nothing was lost
    expect(ear.hear(line(0)).map((r) => r.count)).toEqual([0]);
    expect(ear.lostCount).toBe(1);
    expect(ear.hear('hello\n')).toEqual([]);
    expect(ear.hear('x'.repeat(MOST_LINE + 1))).toEqual([]);
    expect(ear.foreignCount).toBe(2);
    expect(ear.hear(line(1)).length).toBe(1);
  });
});

describe('the simulated meter', () => {
  const [, box] = DEMO_BOXES[0]!;
  const plan = evaluate(box, STARTER_CATALOGUE);
  const truth = truthOf(plan)!;
  const EXACT: MeterFaults = {
    voltNoiseV: 0,
    ampNoiseA: 0,
    ampOffsetA: 0,
    gainDriftPerH: 0,
    lostFraction: 0,
    damagedFraction: 0
  };

  test('without faults it shows the plan’s own run, and counts what the run drew', () => {
    const meter = new SimulatedMeter(truth, EXACT);
    const run = plan.outing!.run;
    const endH = run.timeH.at(-1)! - run.timeH[0]!;
    let last = meter.reading(0);
    for (let s = 30; s < endH * 3600; s += 30) last = meter.reading(s);
    expect(last.ampHours).toBeCloseTo(plan.outing!.drawnAh, 0);
    expect(meter.reading(endH * 3600 - 1).volts).toBeCloseTo(run.batteryV.at(-1)!, 1);
    const half = new SimulatedMeter(truth, EXACT).reading((endH / 2) * 3600);
    const place = run.timeH.findIndex((t) => t >= run.timeH[0]! + endH / 2);
    expect(half.amps).toBeCloseTo(run.currentA[place]!, 1);
  });

  test('the outing over, it begins again from full', () => {
    const meter = new SimulatedMeter(truth, EXACT);
    const lengthS = (truth.timeH.at(-1)! - truth.startH) * 3600;
    for (let s = 0; s < lengthS; s += 600) meter.reading(s);
    const again = meter.reading(lengthS + 60);
    expect(again.ampHours).toBeLessThan(0.5);
    expect(again.socFraction).toBeGreaterThan(0.9);
  });

  test('its faults are those that it was given: noise, offset, lost and damaged lines, the same for a seed', () => {
    const lines = (seed: number) => {
      const meter = new SimulatedMeter(truth, { ...USUAL_FAULTS, lostFraction: 0.1, damagedFraction: 0.1 }, seed);
      return Array.from({ length: 2000 }, (_, i) => meter.line(i * 2));
    };
    const said = lines(5);
    expect(lines(5)).toEqual(said);
    expect(lines(6)).not.toEqual(said);
    expect(said.filter((l) => l === undefined).length / 2000).toBeCloseTo(0.1, 1);
    const ear = new Listener();
    const heard = ear.hear(`${said.filter((l) => l !== undefined).join('\n')}\n`);
    expect(ear.damagedCount).toBeGreaterThan(100);
    expect(heard.length + ear.damagedCount + ear.lostCount).toBeGreaterThan(1990);
    const plain = new SimulatedMeter(truth, EXACT);
    const off = new SimulatedMeter(truth, { ...EXACT, ampOffsetA: 0.05 });
    expect(off.reading(100).amps - plain.reading(100).amps).toBeCloseTo(0.05, 9);
  });

  test('every demo box that runs can drive it; one without a battery cannot', () => {
    for (const [, b] of DEMO_BOXES) {
      const t = truthOf(evaluate(b, STARTER_CATALOGUE));
      if (!t) continue;
      const meter = new SimulatedMeter(t);
      for (const s of [0, 1, 3600, 1e6]) expect(Number.isFinite(meter.reading(s).volts)).toBe(true);
    }
    expect(truthOf({ outing: undefined, bank: undefined })).toBeUndefined();
  });
});
