import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { CHUNK_ROWS, emptyChunk, FIGURES, fromBytes, toBytes, type Chunk } from '../src/series/chunk.ts';
import { guessMapping, guessSeparator, mappingProblems, mappingSchema, type Mapping } from '../src/series/mapping.ts';
import { Moments } from '../src/series/moment.ts';
import { SeriesReader, type SeriesSummary } from '../src/series/read.ts';
import { extremes } from '../src/series/thin.ts';

const PLAIN: Mapping = {
  separator: ',',
  headLines: 1,
  columns: ['time', 'volts', 'amps', 'ampHours', 'tempC'],
  time: 'ymd',
  zone: 'UTC',
  decimal: '.',
  amps: 'A',
  ampHours: 'Ah',
  volts: 'V',
  temperature: 'C',
  discharge: 'minus',
  beginMs: null
};

/** Reads lines with a mapping; gives all rows in one chunk and what was said. */
function readAll(lines: readonly string[], mapping: Mapping = PLAIN): { chunk: Chunk; summary: SeriesSummary } {
  const chunks: Chunk[] = [];
  const reader = new SeriesReader(mapping, (c) => chunks.push(c));
  for (const line of lines) reader.row(line.split(mapping.separator));
  const summary = reader.end();
  const chunk = chunks[0] ?? emptyChunk(0);
  return { chunk, summary };
}
const guessed = (lines: readonly string[], zone = 'UTC'): Mapping => {
  const separator = guessSeparator(lines);
  return guessMapping(
    lines.map((l) => l.split(separator)),
    separator,
    zone
  );
};
const at = (iso: string): number => Date.parse(iso);

describe('a first guess of a meter’s file', () => {
  test('comma, names with units, year first', () => {
    const m = guessed([
      'Timestamp,Voltage (V),Current (mA),Consumed (Ah),Temp (°F)',
      '2026-10-24 17:30:00,12.91,-850,-0.12,41',
      '2026-10-24 17:30:10,12.90,-860,-0.13,41'
    ]);
    expect(m).toMatchObject({
      separator: ',',
      headLines: 1,
      columns: ['time', 'volts', 'amps', 'ampHours', 'tempC'],
      time: 'ymd',
      amps: 'mA',
      ampHours: 'Ah',
      temperature: 'F',
      discharge: 'minus',
      decimal: '.'
    });
  });

  test('semicolon, decimal comma, date and clock apart, other order, lines above the head, amps counted the other way', () => {
    const m = guessed([
      'Logger 3',
      'exported by hand',
      'Datum;Zeit;Temperatur;Strom A;Spannung V;Bemerkung',
      '24.10.2026;17:30:00;4,5;0,85;12,91;x',
      '24.10.2026;17:30:10;4,5;0,86;12,90;',
      '24.10.2026;17:30:20;4,5;0,86;12,90;'
    ]);
    expect(m).toMatchObject({
      separator: ';',
      headLines: 3,
      columns: ['date', 'clock', 'tempC', 'amps', 'volts', 'ignore'],
      time: 'dmy',
      decimal: ',',
      discharge: 'plus'
    });
    expect(mappingProblems(m)).toEqual([]);
  });

  test('without a head: the date is found by its look, volts by what a battery shows', () => {
    const m = guessed(['10/24/2026 5:30 PM\t3\t12.8', '10/24/2026 5:31 PM\t4\t12.7']);
    expect(m).toMatchObject({ separator: '\t', headLines: 0, columns: ['time', 'ignore', 'volts'], time: 'mdy' });
  });

  test('seconds since 1970, milliseconds, and seconds since it began are told apart', () => {
    const of = (cell: string) => guessed(['time,volts', `${cell},12.8`, `${cell},12.7`]).time;
    expect(of('1792863000')).toBe('unix-s');
    expect(of('1792863000000')).toBe('unix-ms');
    expect(of('12.5')).toBe('elapsed-s');
    expect(guessed(['elapsed,mV', '0:00:10,12800', '0:00:20,12790'])).toMatchObject({
      time: 'elapsed-clock',
      volts: 'mV'
    });
  });

  test('what it cannot be used with is said', () => {
    expect(mappingProblems(PLAIN)).toEqual([]);
    expect(mappingProblems({ ...PLAIN, columns: ['volts', 'volts'] }).join(' ')).toMatch(
      /Two columns.*No column says when/
    );
    expect(mappingProblems({ ...PLAIN, columns: ['time', 'ignore'] })[0]).toMatch(/Neither volts/);
    expect(mappingProblems({ ...PLAIN, columns: ['time', 'date', 'volts'] })[0]).toMatch(/leave one of them out/);
    expect(mappingProblems({ ...PLAIN, zone: 'Middle/Earth' })[0]).toMatch(/no time zone/);
    expect(mappingProblems({ ...PLAIN, time: 'elapsed-s' })[0]).toMatch(/when it began/);
  });

  test('any text at all gets a mapping that can be kept', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 40 }), { minLength: 1, maxLength: 12 }), (lines) => {
        expect(mappingSchema.safeParse(guessed(lines)).success).toBe(true);
      }),
      { numRuns: 300, seed: 11 }
    );
  });
});

describe('moments', () => {
  const moment = (over: Partial<Mapping>, ...texts: string[]): number[] => {
    const m = new Moments({ ...PLAIN, ...over });
    return texts.map((t) => m.read(t));
  };

  test('each order of day, month and year, with and without seconds, morning and evening', () => {
    expect(moment({ time: 'ymd' }, '2026-10-24T17:30:05.5')[0]).toBe(at('2026-10-24T17:30:05.500Z'));
    expect(moment({ time: 'dmy' }, '24.10.2026 17:30')[0]).toBe(at('2026-10-24T17:30:00Z'));
    expect(moment({ time: 'dmy' }, '24.10.26 17:30')[0]).toBe(at('2026-10-24T17:30:00Z'));
    expect(moment({ time: 'mdy' }, '10/24/2026 5:30 PM', '10/24/2026 12:05 AM')).toEqual([
      at('2026-10-24T17:30:00Z'),
      at('2026-10-24T00:05:00Z')
    ]);
    expect(moment({ time: 'unix-s' }, '1792863000')[0]).toBe(1_792_863_000_000);
    expect(moment({ time: 'elapsed-s', beginMs: 5000 }, '12.5')[0]).toBe(17_500);
    expect(moment({ time: 'elapsed-clock', beginMs: 0 }, '26:00:10')[0]).toBe(26 * 3_600_000 + 10_000);
  });

  test('what is no moment is none', () => {
    for (const text of ['', 'n/a', '2026-02-30 10:00', '2026-13-01', '2026-10-24 25:00', '12', 'Total'])
      expect(moment({ time: 'ymd' }, text)[0], text).toBeNaN();
    expect(moment({ time: 'unix-s' }, '')[0]).toBeNaN();
    expect(moment({ time: 'mdy' }, '10/24/2026 13:30 PM')[0]).toBeNaN();
  });

  test('a zone with summer time: the hour that comes twice goes on, an offset in the text wins', () => {
    const zone = 'Europe/Vienna';
    // 25 October 2026: 03:00 becomes 02:00
    const [a, b, c, d] = moment(
      { zone },
      '2026-10-25 02:50',
      '2026-10-25 02:10',
      '2026-10-25 02:59',
      '2026-10-25 03:10'
    );
    expect(a).toBe(at('2026-10-25T00:50:00Z'));
    expect(b).toBe(at('2026-10-25T01:10:00Z'));
    expect(c).toBe(at('2026-10-25T01:59:00Z'));
    expect(d).toBe(at('2026-10-25T02:10:00Z'));
    expect(moment({ zone }, '2026-07-01 12:00')[0]).toBe(at('2026-07-01T10:00:00Z'));
    expect(moment({ zone }, '2026-07-01 12:00+05:30', '2026-07-01T12:00Z')).toEqual([
      at('2026-07-01T06:30:00Z'),
      at('2026-07-01T12:00:00Z')
    ]);
  });
});

describe('rows of a series', () => {
  const row = (s: number, v = 12.8, i = -1, q = -0.1, c = 5) =>
    `${new Date(at('2026-10-24T17:00:00Z') + s * 1000).toISOString().slice(0, 19)},${v},${i},${q},${c}`;

  test('figures with their units and signs: out of the battery is positive', () => {
    const { chunk, summary } = readAll([row(0, 12.9, -0.85, -0.1, 4), row(10, 12.8, 2, 0.4, 4)]);
    expect([...chunk.amps]).toEqual([Math.fround(0.85), -2]);
    expect(chunk.ampHours[0]).toBeCloseTo(0.1, 6);
    expect(summary).toMatchObject({ rowCount: 2, refusedCount: 0, stepS: 10, fromMs: at('2026-10-24T17:00:00Z') });
    const other = readAll(['2026-10-24 17:00:00;12.800,5;850;39,2'], {
      ...PLAIN,
      separator: ';',
      decimal: ',',
      columns: ['time', 'volts', 'amps', 'tempC'],
      volts: 'mV',
      amps: 'mA',
      temperature: 'F',
      discharge: 'plus'
    });
    expect(other.chunk.volts[0]).toBeCloseTo(12.8005, 4);
    expect(other.chunk.amps[0]).toBeCloseTo(0.85, 6);
    expect(other.chunk.tempC[0]).toBeCloseTo(4, 5);
    expect(other.chunk.ampHours[0]).toBeNaN();
  });

  test('a gap, a count set back, a cable pulled and a clock that went back are found and said', () => {
    const lines = [
      ...Array.from({ length: 20 }, (_, i) => row(10 * i, 12.8, -1, -0.1 * i)),
      row(4000, 12.7, -1, -3),
      row(4010, 12.7, -1, 0),
      row(4020, 4, -1, -0.01),
      row(3000, 12.7, -1, -0.02),
      row(4030, 12.7, -1, -0.02)
    ];
    const { summary } = readAll(lines);
    expect(summary.counts).toEqual({ gap: 1, reset: 1, 'clock-back': 1, jump: 2, impossible: 0, unread: 0 });
    expect(summary.rowCount).toBe(24);
    expect(summary.refusedCount).toBe(1);
    expect(summary.notes.map((n) => n.kind)).toEqual(['gap', 'reset', 'jump', 'clock-back', 'jump']);
    expect(summary.notes[0]!.say).toBe('Nothing for 64 min.');
    expect(summary.notes[1]!.say).toMatch(/set back from 3 to 0 Ah/);
    // over the reset the count goes on
    expect(summary.outAh).toBeCloseTo(3 + 0.02, 4);
  });

  test('200 °C, 999 V and words are left out one by one, and the row stays', () => {
    const { chunk, summary } = readAll([row(0, 12.8, -1, -0.1, 200), row(10, 999), row(20).replace('12.8', 'err')]);
    expect(chunk.tempC[0]).toBeNaN();
    expect(chunk.volts[1]).toBeNaN();
    expect(summary).toMatchObject({ rowCount: 3, refusedCount: 0 });
    expect(summary.counts).toMatchObject({ impossible: 2, unread: 1 });
    expect(summary.notes.map((n) => n.line)).toEqual([2, 3, 4]);
  });

  test('another thing altogether: no row is taken, each is said', () => {
    const { summary } = readAll(['name,street,town', 'a,b,c', 'd,e,f']);
    expect(summary).toMatchObject({ rowCount: 0, refusedCount: 3, fromMs: null, outAh: null });
  });

  test('without a count the amps are summed, but never over a gap', () => {
    const noCount = { ...PLAIN, columns: ['time', 'volts', 'amps', 'ignore', 'ignore'] as Mapping['columns'] };
    const lines = Array.from({ length: 361 }, (_, i) => row(10 * i, 12.8, -2));
    expect(readAll(lines, noCount).summary.outAh).toBeCloseTo(2, 6);
    expect(readAll([...lines, row(100_000, 12.8, -2)], noCount).summary.outAh).toBeCloseTo(2, 6);
  });

  test('more rows than a chunk holds come in several, none lost', () => {
    const chunks: Chunk[] = [];
    const reader = new SeriesReader(PLAIN, (c) => chunks.push(c));
    const count = CHUNK_ROWS + 7;
    for (let i = 0; i < count; i++) reader.row(row(i).split(','));
    expect(reader.end().rowCount).toBe(count);
    expect(chunks.map((c) => c.ms.length)).toEqual([CHUNK_ROWS, 7]);
    expect(chunks[1]!.ms[0]! - chunks[0]!.ms.at(-1)!).toBe(1000);
  });
});

describe('what is kept and drawn', () => {
  const chunkOf = (rows: [ms: number, volts: number][]): Chunk => {
    const c = emptyChunk(rows.length);
    rows.forEach(([ms, v], i) => {
      c.ms[i] = ms;
      c.volts[i] = v;
      c.amps[i] = NaN;
    });
    return c;
  };

  test('bytes give back what went in, missing figures too', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 2e12 }), fc.float({ noNaN: true })), { maxLength: 50 }),
        (rows) => {
          const chunk = chunkOf(rows);
          const back = fromBytes(toBytes(chunk));
          expect([...back.ms]).toEqual([...chunk.ms]);
          for (const f of FIGURES) expect([...back[f]]).toEqual([...chunk[f]]);
        }
      )
    );
    expect(() => fromBytes(new Uint8Array(25))).toThrow(RangeError);
    // a view into a larger buffer, at an odd place
    const bytes = toBytes(chunkOf([[1000, 12.5]]));
    const within = new Uint8Array([9, ...bytes]).subarray(1);
    expect(fromBytes(within).volts[0]).toBe(12.5);
  });

  test('thinned, the least and greatest of each stretch are there, in order, and nothing is made up', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 8, max: 16, noNaN: true }), { minLength: 1, maxLength: 400 }),
        fc.integer({ min: 2, max: 40 }),
        (values, buckets) => {
          const rows = values.map((v, i): [number, number] => [1000 * i, v]);
          const chunk = chunkOf(rows);
          const points = extremes([chunk], 'volts', { fromMs: 0, toMs: 1000 * values.length }, buckets);
          expect(points.length).toBeLessThanOrEqual(2 * buckets);
          const kept = [...chunk.volts];
          const shown = points.map((p) => p[1]);
          expect(Math.min(...shown)).toBe(Math.min(...kept));
          expect(Math.max(...shown)).toBe(Math.max(...kept));
          for (let i = 1; i < points.length; i++) expect(points[i]![0]).toBeGreaterThan(points[i - 1]![0]);
          for (const [ms, v] of points) expect(kept[ms / 1000]).toBe(v);
        }
      ),
      { numRuns: 200, seed: 2 }
    );
    // a figure that is nowhere has no points; a window cuts
    const chunk = chunkOf([
      [0, 12],
      [1000, 13],
      [2000, 14]
    ]);
    expect(extremes([chunk], 'amps', { fromMs: 0, toMs: 2000 }, 10)).toEqual([]);
    expect(extremes([chunk], 'volts', { fromMs: 500, toMs: 1500 }, 10)).toEqual([[1000, 13]]);
  });
});
