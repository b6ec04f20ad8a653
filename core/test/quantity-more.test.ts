import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { capital } from '../src/quantity/capital.ts';
import { DAYS_A_MONTH, GRAVITY } from '../src/quantity/constants.ts';
import { parseClockH, parseDurationH } from '../src/quantity/duration.ts';
import {
  ampsText,
  apart,
  clockText,
  durationText,
  fixed,
  lengthText,
  massText,
  runText,
  temperatureText,
  trimNumber
} from '../src/quantity/format.ts';
import { withDecimals, withPlainMinus, writtenOut } from '../src/quantity/fractions.ts';
import { interpolate } from '../src/quantity/interpolate.ts';
import { inchFraction, parseLengthMm } from '../src/quantity/length.ts';
import { parseQuantity, quantityText, type ParseOptions } from '../src/quantity/parse.ts';
import { METRIC, saidIn, type Units } from '../src/quantity/said.ts';
import { AGE_UNITS, KIND_WORDS, MONTH_UNITS, UNITS, type QuantityKind } from '../src/quantity/units.ts';
import { parseWireSize, wireSizeText } from '../src/quantity/wire-size.ts';
import { dxfText, oneLine, someLines, xmlText } from '../src/quantity/clean-text.ts';

const valueOf = (text: string, kind: QuantityKind, options: ParseOptions = {}): number => {
  const read = parseQuantity(text, kind, options);
  if (!read.ok) throw new Error(read.message);
  return read.value;
};
const refusal = (text: string, kind: QuantityKind, options: ParseOptions = {}): string => {
  const read = parseQuantity(text, kind, options);
  return read.ok ? `taken as ${read.value}` : read.message;
};

describe('what every unit is worth', () => {
  // written down apart from the table it tests: definitions of the units, not of our code
  const WORTH: Record<string, Record<string, number>> = {
    current: { A: 1, amp: 1, amps: 1, mA: 1 / 1000, uA: 1 / 1e6, µA: 1 / 1e6 },
    capacity: { Ah: 1, mAh: 1 / 1000 },
    power: { W: 1, mW: 1 / 1000, kW: 1000, watt: 1, watts: 1, VA: 1 },
    energy: { Wh: 1, kWh: 1000, mWh: 1 / 1000, J: 1 / 3600, kJ: 1000 / 3600 },
    voltage: { V: 1, mV: 1 / 1000, volt: 1, volts: 1 },
    mass: { kg: 1, g: 1 / 1000, lb: 0.45359237, lbs: 0.45359237, oz: 0.45359237 / 16 },
    money: { '€': 1, eur: 1, $: 1, '£': 1, usd: 1, gbp: 1 },
    fraction: { '%': 1 / 100, percent: 1 / 100 },
    resistance: {
      ohm: 1,
      ohms: 1,
      Ω: 1,
      mohm: 1 / 1000,
      mΩ: 1 / 1000,
      kohm: 1000,
      kΩ: 1000,
      k: 1000
    },
    data: { GB: 1, MB: 1 / 1000, TB: 1000 },
    // a byte has eight bits: 1 Mbit/s is 3600 Mbit or 450 MB in an hour
    dataRate: { 'GB/h': 1, 'MB/min': 60 / 1000, 'Mbit/s': 3600 / 8 / 1000, Mbps: 3600 / 8 / 1000, 'GB/day': 1 / 24 },
    number: {},
    temperature: {}
  };
  const rows = Object.entries(WORTH).flatMap(([kind, units]) =>
    Object.entries(units).map(([unit, worth]) => [unit, kind, worth] as [string, QuantityKind, number])
  );
  test.each(rows)('7 %s as %s', (unit, kind, worth) => {
    expect(valueOf(`7 ${unit}`, kind)).toBeCloseTo(7 * worth, 12);
    expect(valueOf(`7${unit.toUpperCase()}`, kind)).toBeCloseTo(7 * worth, 12);
  });
  test('the table has no unit that is not tested here', () => {
    for (const [kind, { units }] of Object.entries(UNITS)) {
      const tested = Object.keys(WORTH[kind]!).map((u) => u.toLowerCase());
      if (kind !== 'temperature')
        expect([kind, Object.keys(units).sort()]).toEqual([kind, [...new Set(tested)].sort()]);
    }
  });
  test.each([
    ['20 C', 20],
    ['20 °C', 20],
    ['68 F', 20],
    ['68 °F', 20],
    ['293.15 K', 20],
    ['0 K', -273.15]
  ])('%s', (text, tempC) => expect(valueOf(text, 'temperature')).toBeCloseTo(tempC, 9));
  test.each([
    ['5 mm', 5],
    ['5 cm', 50],
    ['5 m', 5000],
    ['5 in', 127],
    ['5 inch', 127],
    ['5 inches', 127],
    ['5"', 127],
    ['5”', 127],
    ['ø5', 5],
    ['dia. 5 mm', 5],
    ['d=5', 5]
  ])('the length %s', (text, mm) => expect(valueOf(text, 'length')).toBe(mm));
  test('ages and months', () => {
    expect(AGE_UNITS.months * 12).toBe(AGE_UNITS.years);
    expect([AGE_UNITS.y, AGE_UNITS.yr, AGE_UNITS.year, AGE_UNITS.month * 12]).toEqual([1, 1, 1, 1]);
    expect([MONTH_UNITS.mo, MONTH_UNITS.month, MONTH_UNITS.months]).toEqual([1, 1, 1]);
    expect([MONTH_UNITS.y, MONTH_UNITS.yr, MONTH_UNITS.year, MONTH_UNITS.years]).toEqual([12, 12, 12, 12]);
    expect(MONTH_UNITS.weeks * DAYS_A_MONTH).toBeCloseTo(7, 12);
    expect(MONTH_UNITS.week).toBe(MONTH_UNITS.weeks);
  });
  test('figures of nature', () => {
    expect(GRAVITY).toBe(9.80665);
    expect(Math.abs(DAYS_A_MONTH * 12 - 365.25)).toBeLessThan(0.05);
  });
});

describe('a bare number', () => {
  test.each([
    ['36', 'energy', { bareUnit: 'J' }, 0.01],
    ['36', 'energy', {}, 36],
    ['250', 'mass', { bareUnit: 'g' }, 0.25],
    ['10', 'mass', { bareUnit: 'lb' }, 4.5359237],
    ['10', 'mass', {}, 10],
    ['40', 'resistance', { bareUnit: 'mohm' }, 0.04],
    ['40', 'resistance', {}, 40],
    ['40', 'power', { bareUnit: 'mohm' }, 40],
    ['40', 'mass', { bareUnit: 'J' }, 40],
    ['80', 'fraction', {}, 0.8],
    ['212', 'temperature', { temperatureUnit: 'F' }, 100],
    ['2', 'length', { lengthUnit: 'in' }, 50.8],
    ['2', 'length', {}, 2],
    ['3', 'duration', {}, 3]
  ] as [string, QuantityKind, ParseOptions, number][])('%s as %s with %j', (text, kind, options, value) => {
    expect(valueOf(text, kind, options)).toBeCloseTo(value, 9);
  });
  test('a unit that is typed wins over the preferred one', () => {
    expect(valueOf('2 kg', 'mass', { bareUnit: 'lb' })).toBe(2);
    expect(valueOf('20 C', 'temperature', { temperatureUnit: 'F' })).toBe(20);
    expect(valueOf('3 mm', 'length', { lengthUnit: 'in' })).toBe(3);
  });
  test('a length may be nothing only where that is allowed', () => {
    for (const text of ['0', '0 mm', '0.0 in', '00"']) expect(valueOf(text, 'length', { allowZero: true })).toBe(0);
    expect(refusal('0', 'length')).toBe('A length must be more than zero.');
    expect(refusal('0/4', 'length')).toBe('A length must be more than zero.');
    expect(refusal('-3 mm', 'length')).toBe('A length must be more than zero.');
    expect(valueOf('0.5', 'length', { allowZero: true })).toBe(0.5);
  });
});

describe('bounds', () => {
  const small = { min: 2, max: 50 };
  test('both ends are still taken', () => {
    expect(valueOf('2', 'current', small)).toBe(2);
    expect(valueOf('50', 'current', small)).toBe(50);
    expect(refusal('1.9', 'current', small)).toBe('1.9 A is too small: the least here is 2 A.');
    expect(refusal('50.1', 'current', small)).toBe('50.1 A is too large: the most here is 50 A.');
  });
  test.each([
    ['3000', { min: 1, max: 50 }, 3],
    ['0.003', { min: 1, max: 50 }, 3],
    ['0.4', { min: 1, max: 50 }, 4],
    ['400', { min: 1, max: 50 }, 40],
    // a thousandfold slip is likelier than a tenfold one where both would do
    ['20', { min: 0.01, max: 5 }, 0.02],
    ['0', { min: 1, max: 50 }, undefined],
    ['70000000', { min: 1, max: 50 }, undefined]
  ] as [string, ParseOptions, number | undefined][])('%s within %j was likely %s', (text, options, likely) => {
    const read = parseQuantity(text, 'current', options);
    expect(read).toMatchObject({ ok: false });
    expect('likely' in read ? read.likely : undefined).toBe(likely);
  });
  test('a likely value is free of binary noise', () => {
    expect(parseQuantity('0.0123', 'current', { min: 1 })).toMatchObject({ likely: 12.3 });
    expect(parseQuantity('0.007', 'current', { min: 1 })).toMatchObject({ likely: 7 });
  });
  test('the ends of what is plausible raise no question, what lies beyond does when a slip explains it', () => {
    const options = { plausibleMin: 1, plausibleMax: 20 };
    for (const text of ['1', '20', '7'])
      expect(parseQuantity(text, 'capacity', options)).not.toHaveProperty('question');
    expect(parseQuantity('7000', 'capacity', options)).toMatchObject({
      ok: true,
      value: 7000,
      question: { likely: 7 }
    });
    expect(parseQuantity('20.5', 'capacity', options)).toMatchObject({ question: { likely: 2.05 } });
    expect(parseQuantity('900000', 'capacity', options)).toEqual({ ok: true, value: 900000 });
  });
  test('a number beyond all numbers is none', () => {
    expect(refusal(`1${'0'.repeat(400)}`, 'current')).toContain('is not a finite number');
  });
});

describe('a wrong unit', () => {
  test.each([
    [
      '7 Ah',
      'current',
      {},
      "'7 Ah' is a capacity, but this wants a current, such as 0.5 A or 500 mA. Did you mean 7 A?",
      7
    ],
    [
      '250 mA',
      'capacity',
      {},
      "'250 mA' is a current, but this wants a capacity, such as 7 Ah. Did you mean 0.25 Ah?",
      0.25
    ],
    ['9 Wh', 'power', {}, "'9 Wh' is an energy, but this wants a power, such as 18 W. Did you mean 9 W?", 9],
    ['9 kW', 'energy', {}, "'9 kW' is a power, but this wants an energy, such as 12 Wh. Did you mean 9000 Wh?", 9000],
    [
      '48 Wh',
      'capacity',
      { atV: 12.8 },
      "'48 Wh' is an energy, but this wants a capacity, such as 7 Ah. At 12.8 V that is 3.75 Ah.",
      3.75
    ],
    [
      '10 Ah',
      'energy',
      { atV: 12.8 },
      "'10 Ah' is a capacity, but this wants an energy, such as 12 Wh. At 12.8 V that is 128 Wh.",
      128
    ],
    [
      '1 W',
      'current',
      { atV: 12.3 },
      "'1 W' is a power, but this wants a current, such as 0.5 A or 500 mA. At 12.3 V that is 0.0813 A.",
      0.0813
    ],
    [
      '2 A',
      'power',
      { atV: 12.5 },
      "'2 A' is a current, but this wants a power, such as 18 W. At 12.5 V that is 25 W.",
      25
    ],
    ['12 V', 'mass', { atV: 12.5 }, "'12 V' is a voltage, but this wants a mass, such as 2.4 kg or 5 lb.", undefined],
    ['2 A', 'voltage', { atV: 12.5 }, "'2 A' is a current, but this wants a voltage, such as 12.8 V.", undefined],
    [
      '3 furlongs',
      'mass',
      {},
      "The unit 'furlongs' in '3 furlongs' was not understood; type a mass, such as 2.4 kg or 5 lb.",
      undefined
    ]
  ] as [string, QuantityKind, ParseOptions, string, number | undefined][])(
    '%s for a %s with %j',
    (text, kind, options, message, likely) => {
      expect(parseQuantity(text, kind, options)).toEqual(
        likely === undefined ? { ok: false, message } : { ok: false, message, likely }
      );
    }
  );
  test('every kind has words that begin with its article, and are understood themselves', () => {
    for (const [kind, words] of Object.entries(KIND_WORDS) as [QuantityKind, string][]) {
      expect(words).toMatch(/^(a|an|what) /);
      const example = / such as (.+?)( or .+)?$/.exec(words)?.[1];
      if (example) expect([kind, parseQuantity(example, kind).ok]).toEqual([kind, true]);
    }
  });
});

describe('spans of time and times of day', () => {
  test.each([
    ['1:30', 1.5],
    ['1 : 05', 1 + 5 / 60],
    ['2h5', 2 + 5 / 60],
    ['2 h 45 min', 2.75],
    ['2h45m', 2.75],
    ['14', 14],
    ['14 hrs', 14],
    ['1 hour', 1],
    ['45 m', 0.75],
    ['45 mins', 0.75],
    ['90 sec', 0.025],
    ['2 days', 48],
    ['3d', 72],
    ['2 wks', 336],
    ['1 mo', 30.44 * 24],
    ['2 yrs', 2 * 12 * 30.44 * 24],
    ['1,5 h', 1.5]
  ])('%s', (text, hours) => expect(parseDurationH(text)).toEqual({ ok: true, value: expect.closeTo(hours, 9) }));
  test.each(['', 'soon', '1:75', '1,200 h', '4 parsecs', '1h99'])('%j is no span', (text) => {
    const read = parseDurationH(text);
    expect(read.ok ? read.value : read.message).toContain('was not understood as a time span');
  });
  test.each([
    ['5', 5],
    ['05:00', 5],
    ['17.30', 17.5],
    ['17h45', 17.75],
    ['5pm', 17],
    ['5 PM', 17],
    ['12am', 0],
    ['12pm', 12],
    ['12:30 am', 0.5],
    ['11:59pm', 23 + 59 / 60],
    ['24:00', 24],
    ['0', 0]
  ])('%s o’clock', (text, hours) => expect(parseClockH(text)).toEqual({ ok: true, value: expect.closeTo(hours, 9) }));
  test.each(['24:01', '25', '7:60', '0am', '13pm', 'noon', '', '1:5'])('%j is no time of day', (text) => {
    expect(parseClockH(text)).toMatchObject({ ok: false, message: expect.stringContaining('is not a time of day') });
  });
});

describe('figures as they are written', () => {
  test('a number keeps six figures and no more', () => {
    expect([1234567, 0.1234567, 12.5, 100, 0].map(trimNumber)).toEqual(['1234570', '0.123457', '12.5', '100', '0']);
    expect([NaN, Infinity].map(trimNumber)).toEqual(['–', '–']);
  });
  test('decimals are fixed, nought has no sign', () => {
    expect(fixed(-0.04, 1)).toBe('0.0');
    expect(fixed(-0.06, 1)).toBe('-0.1');
    expect(fixed(-0.4, 0)).toBe('0');
    expect(fixed(2.345, 1)).toBe('2.3');
    expect(fixed(NaN, 1)).toBe('–');
  });
  test('amps have two decimals below ten', () => {
    expect([0.5, 9.994, 9.995, 12.34].map(ampsText)).toEqual(['0.50', '9.99', '10.0', '12.3']);
  });
  test('lengths and runs', () => {
    expect([lengthText(12.34, 'mm'), lengthText(12.34, 'mm', 0), lengthText(-6.35, 'in'), lengthText(0, 'in')]).toEqual(
      ['12.3', '12', '-1/4', '0']
    );
    expect(runText(1234, 'mm')).toEqual({ value: '1.23', unit: 'm' });
    expect(runText(1234, 'in')).toEqual({ value: '48.6', unit: 'in' });
  });
  test.each([
    [0, '0 min'],
    [0.99, '59 min'],
    [0.999, '1 h'],
    [1, '1 h'],
    [13.0834, '13 h 05 min'],
    [1.99, '1 h 59 min'],
    [239.9, '239 h 54 min'],
    [240, '10 days'],
    [250, '10 days'],
    [264, '11 days'],
    [Infinity, 'no end']
  ])('%d h are %s', (hours, text) => expect(durationText(hours)).toBe(text));
  test.each([
    [5.5, '05:30'],
    [24, '24:00'],
    [25, '01:00'],
    [-1, '23:00'],
    [0, '00:00'],
    [23.9999, '24:00'],
    [10 / 60, '00:10']
  ])('%d h after midnight is %s', (hours, text) => expect(clockText(hours)).toBe(text));
  test('masses and temperatures', () => {
    expect([massText(1, 'kg'), massText(1, 'lb'), massText(1, 'lb', 3), massText(2.26, 'kg', 0)]).toEqual([
      '1.0',
      '2.2',
      '2.205',
      '2'
    ]);
    expect([temperatureText(20, 'C'), temperatureText(20.25, 'C'), temperatureText(10, 'F')]).toEqual([
      '20',
      '20.3',
      '50'
    ]);
  });
  test('two figures that differ only far behind are shown equal, not with a tail', () => {
    expect(apart(1.00001, 1.00002, 2)).toEqual(['1.00', '1.00']);
    expect(apart(1.0001, 1.0002, 2)).toEqual(['1.0001', '1.0002']);
    expect(apart(1.00004, 1.00006, 4)).toEqual(['1.0000', '1.0001']);
  });
  test('a value on a button carries its unit', () => {
    expect(quantityText(0.256, 'fraction')).toBe('25.6 %');
    expect(quantityText(3, 'number')).toBe('3');
    expect(quantityText(12.5, 'money')).toBe('12.5');
    expect(quantityText(6.35, 'length', { lengthUnit: 'in' })).toBe('1/4 in');
  });
  test('sentences begin large', () =>
    expect([capital('two fuses'), capital(''), capital('µA')]).toEqual(['Two fuses', '', 'ΜA']));
});

describe('figures in a person’s units', () => {
  const us = saidIn({ lengthUnit: 'in', massUnit: 'lb', temperatureUnit: 'F' } satisfies Units);
  test('metric', () => {
    expect(METRIC.mm(12.5)).toBe('12.5 mm');
    expect(METRIC.mm(12.5, 0)).toBe('13 mm');
    expect(METRIC.mms(' × ', 50, 25)).toBe('50 × 25 mm');
    expect(METRIC.mmApart(4.96, 5)).toEqual(['4.96 mm', '5.00 mm']);
    expect(METRIC.fine(1.234)).toBe('1.23');
    expect(METRIC.fineMm(1.234, 1)).toBe('1.2 mm');
    expect(METRIC.kg(1.25)).toBe('1.25 kg');
    expect(METRIC.kg(1.25, 1)).toBe('1.3 kg');
    expect(METRIC.degC(20.5)).toBe('20.5 °C');
    expect(METRIC.kelvin(5)).toBe('5 K');
    expect(METRIC.mvPerDegree(-18)).toBe('-18 mV for each °C');
  });
  test('inches, pounds, Fahrenheit', () => {
    expect(us.mm(25.4)).toBe('1 in');
    expect(us.mms(' to ', 6.35, 12.7)).toBe('1/4 to 1/2 in');
    expect(us.mmApart(6.35, 12.7)).toEqual(['1/4 in', '1/2 in']);
    expect(us.fine(25.4)).toBe('1.000');
    expect(us.fineMm(0.254)).toBe('0.010 in');
    expect(us.kg(1)).toBe('2.2 lb');
    expect(us.kg(1, 2)).toBe('2.20 lb');
    expect(us.degC(20)).toBe('68 °F');
    expect(us.degC(20.5, 1)).toBe('68.9 °F');
    expect(us.kelvin(5)).toBe('9 °F');
    expect(us.mvPerDegree(-18)).toBe('-10.0 mV for each °F');
  });
});

describe('between the lines of a table', () => {
  const xs = [0, 10, 20];
  const ys = [5, 7, 1];
  test.each([
    [-5, 5],
    [0, 5],
    [5, 6],
    [10, 7],
    [15, 4],
    [20, 1],
    [99, 1]
  ])('at %d it is %d', (x, y) => expect(interpolate(xs, ys, x)).toBeCloseTo(y, 12));
  test('a table of one line holds everywhere', () => {
    for (const x of [-1, 3, 9]) expect(interpolate([3], [8], x)).toBe(8);
  });
  test('never outside the two lines it lies between', () => {
    fc.assert(
      fc.property(fc.double({ min: -30, max: 50, noNaN: true }), (x) => {
        const y = interpolate(xs, ys, x);
        expect(y).toBeGreaterThanOrEqual(1);
        expect(y).toBeLessThanOrEqual(7);
      }),
      { seed: 3 }
    );
  });
});

describe('fractions, signs, wire sizes', () => {
  test('fraction characters are written out, the whole before them parted', () => {
    expect(['½', '1½', '2¾', '⅛', '3⅜', '⅝', '⅞', '⅓', '⅔', '¼', '5'].map(writtenOut)).toEqual([
      '1/2',
      '1 1/2',
      '2 3/4',
      '1/8',
      '3 3/8',
      '5/8',
      '7/8',
      '1/3',
      '2/3',
      '1/4',
      '5'
    ]);
  });
  test('as decimals', () => {
    expect(['1/2 h', '1 1/2', '1-1/4 kg', '3/0', '1/2/3', 'x 1/2'].map(withDecimals)).toEqual([
      '0.5 h',
      '1.5',
      '1.25 kg',
      '3/0',
      '1/2/3',
      'x 1/2'
    ]);
    expect(['−5', '– 5', '-5', '–x'].map(withPlainMinus)).toEqual(['-5', '-5', '-5', '–x']);
  });
  test.each(['2-3 mm', '2 to 3', '2..3 in', '4–5'])('%s is a range, no length', (text) => {
    expect(parseLengthMm(text, 'mm')).toMatchObject({ ok: false, message: expect.stringContaining('is a range') });
  });
  test.each([
    ['M12', 'is a thread'],
    ['1/2 mm', 'mixes a fraction with a metric unit'],
    ['1/2 cm', 'mixes a fraction'],
    ['1/2 m', 'mixes a fraction'],
    ['3/0 in', 'divides by zero'],
    ['1,200', 'is ambiguous: write 1200 or 1.200'],
    ['long', 'was not understood as a length']
  ])('the length %s %s', (text, says) => {
    expect(parseLengthMm(text, 'mm')).toMatchObject({ ok: false, message: expect.stringContaining(says) });
  });
  test.each([
    ['2 ft', 609.6],
    ['2ft', 609.6],
    ["2'", 609.6],
    ['2.5 feet', 762],
    ['2,5 ft', 762],
    ['2 ft 6 in', 762],
    ['2\' 6"', 762],
    ['2 ft 6', 762],
    ['5\'3 1/2"', 1612.9],
    ['6 foot 0.5 in', 1841.5]
  ])('%s are feet', (text, mm) => {
    expect(parseLengthMm(text, 'mm')).toEqual({ ok: true, value: mm });
    expect(parseLengthMm(text, 'in')).toEqual({ ok: true, value: mm });
  });
  test.each([
    ['2 ft 14 in', 'more than a foot of inches'],
    ['2 ft foo', 'was not understood as a length'],
    ['2 ft 1/0', 'type for example 2 ft 6 in'],
    ['0 ft', 'must be more than zero'],
    ['8-32', 'is a thread, not a length: its screw is 4.17 mm across'],
    ['#10-24', 'is a thread'],
    ['1/4-20', 'is a thread']
  ])('feet and threads: %s %s', (text, says) => {
    expect(parseLengthMm(text, 'mm')).toMatchObject({ ok: false, message: expect.stringContaining(says) });
  });
  test.each([
    ['5 lb 3 oz', (5 + 3 / 16) * 0.45359237],
    ['5lbs 3.5oz', (5 + 3.5 / 16) * 0.45359237],
    ['0 lb 8 oz', 0.5 * 0.45359237]
  ])('%s on a scale', (text, kg) => {
    expect(parseQuantity(text, 'mass')).toMatchObject({ ok: true, value: expect.closeTo(kg, 9) });
    expect(parseQuantity('5 lb 3', 'mass').ok).toBe(false);
  });
  test('fractions are in lowest terms', () => {
    expect([0, 0.4, 3.175, 6.35, 12.7, 25.4, 38.1, 25.8].map((mm) => inchFraction(mm).text)).toEqual([
      '0',
      '1/64',
      '1/8',
      '1/4',
      '1/2',
      '1',
      '1 1/2',
      '1 1/64'
    ]);
    expect(inchFraction(6.35).errorMm).toBeCloseTo(0, 12);
    expect(inchFraction(6.5).errorMm).toBeCloseTo((16 / 64) * 25.4 - 6.5, 12);
  });
  test.each([
    ['14 AWG', 'awg', '14'],
    ['awg 14', 'awg', '14'],
    ['14ga', 'awg', '14'],
    ['14 gauge', 'awg', '14'],
    ['2/0 awg', 'awg', '2/0'],
    ['2.5mm2', 'mm2', '2.5'],
    ['2,50 mm²', 'mm2', '2.5'],
    ['4 qmm', 'mm2', '4'],
    ['4 sqmm', 'mm2', '4']
  ] as const)('the wire %s', (text, system, size) => {
    expect(parseWireSize(text)).toEqual({ ok: true, size: { system, size } });
  });
  test('a wire without its system is asked for it', () => {
    expect(parseWireSize('14')).toEqual({
      ok: false,
      message: "Is '14' AWG or mm2? Write the unit, such as 14 AWG or 2.5 mm2."
    });
    expect(parseWireSize('thick')).toMatchObject({ ok: false, message: expect.stringContaining('is not a wire size') });
    expect([wireSizeText({ system: 'awg', size: '14' }), wireSizeText({ system: 'mm2', size: '2.5' })]).toEqual([
      '14 AWG',
      '2.5 mm²'
    ]);
  });
});

describe('text for other writers', () => {
  test('a name is one line', () => {
    expect(oneLine('Lamp\r\n\tleft')).toBe('Lamp left');
    expect(oneLine('a\u202eb\ufeffc')).toBe('a b c');
    expect(oneLine('half \ud83d sign')).toBe('half  sign');
    expect(oneLine('whole 🔋 sign')).toBe('whole 🔋 sign');
  });
  test('notes keep their lines, written one way', () => {
    expect(someLines('one\r\ntwo\rthree\n\tfour\u0000five')).toBe('one\ntwo\nthree\n\tfour five');
  });
  test('signs of XML and of DXF are written as text', () => {
    expect(xmlText(`a<b>&"c'`)).toBe('a&lt;b&gt;&amp;&quot;c&#39;');
    expect(dxfText('100%%c ^J \\U+2300 \\M+1 \\n')).toBe('100% %c ^ J \\ U+2300 \\ M+1 \\n');
  });
});
