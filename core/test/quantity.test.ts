import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { clockText, durationText, fixed, lengthText, temperatureText } from '../src/quantity/format.ts';
import { parseClockH } from '../src/quantity/duration.ts';
import { inchFraction } from '../src/quantity/length.ts';
import { parseQuantity, quantityText, type ParseOptions } from '../src/quantity/parse.ts';
import type { QuantityKind } from '../src/quantity/units.ts';
import { parseWireSize } from '../src/quantity/wire-size.ts';
import { mechanical } from './vectors.ts';

describe('quantities as people type them', () => {
  test.each([
    ['7Ah', 'capacity', 7],
    ['500 mA', 'current', 0.5],
    ['0.5 A', 'current', 0.5],
    ['18W', 'power', 18],
    ['1 1/8 in', 'length', 28.575],
    ['1-1/8"', 'length', 28.575],
    ['28.6mm', 'length', 28.6],
    ['2.8 cm', 'length', 28],
    ['2,8 cm', 'length', 28],
    ['1h30', 'duration', 1.5],
    ['90 min', 'duration', 1.5],
    ['1:15', 'duration', 1.25],
    ['40F', 'temperature', 40 / 9],
    ['4 °C', 'temperature', 4],
    ['-5', 'temperature', -5],
    ['80 %', 'fraction', 0.8],
    ['12,5', 'voltage', 12.5],
    ['5 lb', 'mass', 2.26796185],
    ['100 J', 'energy', 100 / 3600],
    ['€ 12.50', 'money', 12.5],
    ['−5', 'temperature', -5],
    ['− 12.5 °C', 'temperature', -12.5],
    ['1/2 h', 'duration', 0.5],
    ['½ h', 'duration', 0.5],
    ['1 1/2 h', 'duration', 1.5],
    ['18 months', 'duration', 18 * 30.44 * 24],
    ['2 weeks', 'duration', 336],
    ['1 year', 'duration', 12 * 30.44 * 24],
    ['2 m', 'length', 2000],
    ['1/2 kg', 'mass', 0.5],
    ['32F', 'temperature', 0],
    ['212 °F', 'temperature', 100],
    ['300 K', 'temperature', 26.85],
    ['1.5 kW', 'power', 1500],
    ['2 kWh', 'energy', 2000],
    ['36 kJ', 'energy', 10],
    ['800 mV', 'voltage', 0.8],
    ['250 uA', 'current', 0.00025],
    ['2200 mAh', 'capacity', 2.2],
    ['3 mohm', 'resistance', 0.003],
    ['16 oz', 'mass', 0.45359237],
    ['750 g', 'mass', 0.75],
    ['45 s', 'duration', 0.0125],
    ['1.5 d', 'duration', 36],
    ['50 percent', 'fraction', 0.5]
  ] as [string, QuantityKind, number][])('%s as %s is %d', (text, kind, value) => {
    const read = parseQuantity(text, kind);
    expect(read.ok && read.value).toBeCloseTo(value, 6);
  });

  test.each(mechanical.parse as [string, 'mm' | 'in', string][])(
    'the length %s with default %s gives %s',
    (text, unit, expected) => {
      const read = parseQuantity(text, 'length', { lengthUnit: unit });
      if (expected.startsWith('reject')) expect(read.ok).toBe(false);
      else expect(read.ok && read.value).toBeCloseTo(Number(expected), 6);
    }
  );

  test('4 mAh for a battery is kept but questioned, with 4 Ah as the likely reading', () => {
    const read = parseQuantity('4 mAh', 'capacity', { plausibleMin: 0.5, plausibleMax: 500 });
    expect(read).toMatchObject({ ok: true, value: 0.004, question: { likely: 4 } });
    expect(read.ok && read.question?.message).toBe('4 mAh? Did you mean 4 Ah?');
  });

  test('amp-hours where amps are wanted are refused with what was likely meant', () => {
    const read = parseQuantity('7 Ah', 'current');
    expect(read).toMatchObject({ ok: false, likely: 7 });
    expect(!read.ok && read.message).toContain('Did you mean 7 A?');
  });

  test.each([
    ['5 W', 'current'],
    ['150 Wh', 'capacity'],
    ['6 Ah', 'power'],
    ['12 V', 'current'],
    ['7 Ah', 'energy'],
    ['3 A', 'power']
  ] as [string, QuantityKind][])('%s for a %s is never offered as the same number', (text, kind) => {
    const read = parseQuantity(text, kind);
    expect(read).toMatchObject({ ok: false });
    expect(read).not.toHaveProperty('likely');
  });

  test('with the volts known, watts are offered as amps and watt-hours as amp-hours', () => {
    expect(parseQuantity('5 W', 'current', { atV: 12.5 })).toMatchObject({ ok: false, likely: 0.4 });
    expect(parseQuantity('3 A', 'power', { atV: 12 })).toMatchObject({ ok: false, likely: 36 });
    const read = parseQuantity('128 Wh', 'capacity', { atV: 12.8 });
    expect(read).toMatchObject({ ok: false, likely: 10 });
    expect(!read.ok && read.message).toContain('At 12.8 V that is 10 Ah.');
  });

  test.each(['0.5', '.25', '0,8'])('%s in a field of percent is questioned, with its hundredfold', (text) => {
    const n = Number(text.replace(',', '.'));
    expect(parseQuantity(text, 'fraction', { min: 0, max: 1 })).toMatchObject({
      ok: true,
      value: n / 100,
      question: { likely: n }
    });
  });
  test.each(['0.5 %', '50', '1', '0', '100'])('%s in a field of percent is taken as it stands', (text) => {
    expect(parseQuantity(text, 'fraction', { min: 0, max: 1 })).not.toHaveProperty('question');
  });

  test('two and a half batteries are refused, two are taken', () => {
    const read = parseQuantity('2.5', 'number', { min: 1, max: 4, whole: true });
    expect(!read.ok && read.message).toBe("'2.5' is no whole number: type 2 or 3.");
    expect(parseQuantity('2', 'number', { min: 1, max: 4, whole: true })).toEqual({ ok: true, value: 2 });
  });

  test('a plain number may carry the word of its field', () => {
    const units = { months: 1, month: 1, years: 12 };
    expect(parseQuantity('18 months', 'number', { units, max: 36 })).toEqual({ ok: true, value: 18 });
    expect(parseQuantity('1 years', 'number', { units, max: 36 })).toEqual({ ok: true, value: 12 });
    expect(parseQuantity('1 mile', 'number', { units }).ok).toBe(false);
  });

  test.each([
    [2.5, 'current', {}, '2.5 A'],
    [0.5, 'fraction', {}, '50 %'],
    [28.575, 'length', { lengthUnit: 'in' }, '1 1/8 in'],
    [28.6, 'length', {}, '28.6 mm'],
    [14, 'duration', {}, '14 h']
  ] as [number, QuantityKind, ParseOptions, string][])('%d as a button reads %s', (value, kind, options, text) => {
    expect(quantityText(value, kind, options)).toBe(text);
  });

  test.each([
    ['', 'current', {}, 'Nothing is entered'],
    ['abc', 'power', {}, 'not understood'],
    ['5 bananas', 'current', {}, "unit 'bananas'"],
    ['1,200', 'power', {}, 'ambiguous'],
    ['-3', 'current', { min: 0.001 }, 'too small'],
    ['99999 W', 'power', { max: 2000 }, 'the most here is 2000 W'],
    ['tomorrow', 'duration', {}, 'time span']
  ] as [string, QuantityKind, ParseOptions, string][])(
    '%j as %s is refused in a sentence',
    (text, kind, options, says) => {
      const read = parseQuantity(text, kind, options);
      expect(!read.ok && read.message).toContain(says);
    }
  );

  test('nothing typed ever crashes the reader or gives NaN', () => {
    const kinds: QuantityKind[] = ['length', 'current', 'capacity', 'duration', 'temperature', 'fraction', 'money'];
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...kinds), (text, kind) => {
        const read = parseQuantity(text, kind);
        if (read.ok) expect(Number.isFinite(read.value)).toBe(true);
        else expect(read.message.length).toBeGreaterThan(5);
      }),
      { seed: 20260101, numRuns: 500 }
    );
  });

  test('inch fractions are the nearest 64th, with their error', () => {
    expect(inchFraction(29)).toMatchObject({ text: '1 9/64' });
    expect(inchFraction(29).errorMm).toBeCloseTo(-0.03, 2);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 500, noNaN: true }), (mm) => {
        expect(Math.abs(inchFraction(mm).errorMm)).toBeLessThanOrEqual(25.4 / 128 + 1e-9);
      }),
      { seed: 1 }
    );
  });

  test('wire sizes want their system named', () => {
    expect(parseWireSize('14 AWG')).toEqual({ ok: true, size: { system: 'awg', size: '14' } });
    expect(parseWireSize('2,5mm2')).toEqual({ ok: true, size: { system: 'mm2', size: '2.5' } });
    expect(parseWireSize('14')).toMatchObject({ ok: false });
  });

  test('times of day and spans read back as they are shown', () => {
    expect(parseClockH('5pm')).toEqual({ ok: true, value: 17 });
    expect(parseClockH('25:00').ok).toBe(false);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1439 }), (minute) => {
        const read = parseClockH(clockText(minute / 60));
        expect(read.ok && Math.round(read.value * 60)).toBe(minute);
      }),
      { seed: 2 }
    );
    expect(durationText(13.4333)).toBe('13 h 26 min');
    expect(durationText(Infinity)).toBe('no end');
    expect(fixed(-0.001, 1)).toBe('0.0');
    expect(lengthText(28.575, 'in')).toBe('1 1/8');
  });
});

describe('a bare number in the unit the person prefers', () => {
  test.each([
    ['50', 10],
    ['32', 0],
    ['-40', -40],
    ['212', 100]
  ])('%s °F is %d °C', (typed, tempC) => {
    const parsed = parseQuantity(typed, 'temperature', { temperatureUnit: 'F' });
    expect(parsed.ok && parsed.value).toBeCloseTo(tempC, 9);
    expect(parseQuantity(`${typed} °F`, 'temperature', {})).toMatchObject({
      ok: true,
      value: expect.closeTo(tempC, 9)
    });
    expect(parseQuantity(typed, 'temperature', {})).toMatchObject({ ok: true, value: Number(typed) });
  });
});

test('a temperature is written in the unit the person prefers', () => {
  expect([0, 100, -40, 20.5].map((c) => temperatureText(c, 'F'))).toEqual(['32', '212', '-40', '68.9']);
  expect([0, -3, 20.5].map((c) => temperatureText(c, 'C'))).toEqual(['0', '-3', '20.5']);
});
