import { z } from 'zod';

/** What a column of a meter's file holds. */
export const COLUMNS = ['time', 'date', 'clock', 'volts', 'amps', 'ampHours', 'tempC', 'ignore'] as const;
export type Column = (typeof COLUMNS)[number];
export const COLUMN_NAMES: Record<Column, string> = {
  time: 'Date and time',
  date: 'Date',
  clock: 'Time of day',
  volts: 'Volts',
  amps: 'Amps',
  ampHours: 'Amp-hours',
  tempC: 'Temperature',
  ignore: 'Leave out'
};

export const TIME_FORMATS = ['ymd', 'dmy', 'mdy', 'unix-s', 'unix-ms', 'elapsed-s', 'elapsed-clock'] as const;
export type TimeFormat = (typeof TIME_FORMATS)[number];
export const TIME_FORMAT_NAMES: Record<TimeFormat, string> = {
  ymd: '2026-10-24 17:30:00, year first',
  dmy: '24.10.2026 17:30, day first',
  mdy: '10/24/2026 5:30 PM, month first',
  'unix-s': 'seconds since 1970',
  'unix-ms': 'milliseconds since 1970',
  'elapsed-s': 'seconds since it began',
  'elapsed-clock': 'h:mm:ss since it began'
};

/** How a file of a meter is to be read; what a person settled once is kept for the next file with the same head. */
export const mappingSchema = z.strictObject({
  separator: z.enum([',', ';', '\t', '|']),
  /** Lines before the first row of figures. */
  headLines: z.number().int().min(0).max(50),
  columns: z.array(z.enum(COLUMNS)).min(1).max(60),
  time: z.enum(TIME_FORMATS),
  /** Name of a time zone, 'UTC' or such as 'Europe/Vienna'. Elapsed and Unix times need none. */
  zone: z.string().min(1).max(60),
  decimal: z.enum(['.', ',']),
  amps: z.enum(['A', 'mA']),
  ampHours: z.enum(['Ah', 'mAh']),
  volts: z.enum(['V', 'mV']),
  temperature: z.enum(['C', 'F']),
  /** Sign of a discharge in the file. */
  discharge: z.enum(['minus', 'plus']),
  /** When an elapsed time began, ms since 1970. */
  beginMs: z.number().int().nullable()
});
export type Mapping = z.infer<typeof mappingSchema>;

/** Names that people and meters give their columns. */
const HEADS: [Column, RegExp][] = [
  ['ampHours', /(^|[^a-z])amp.?-?hours?|(^|[^a-z])m?ah([^a-z]|$)|consumed/i],
  ['tempC', /temp|°|deg/i],
  ['volts', /volt|(^|[^a-z])m?v([^a-z]|$)|spannung|tension/i],
  ['amps', /(^|[^a-z])amp|current|strom|courant|(^|[^a-z])m?a([^a-z]|$)/i],
  ['time', /time.?stamp|date.?(and)?.?time|^time$|^t$|elapsed|unix|epoch/i],
  ['date', /date|datum|^day$/i],
  ['clock', /clock|zeit|heure|hour/i]
];

const NUMBER = /^[+-]?\d+(?:[.,]\d+)?(?:e[+-]?\d+)?$/i;
const isFigure = (cell: string): boolean => NUMBER.test(cell.trim());
/** A year or a clock in it: a date, whatever its order. */
const isTime = (cell: string): boolean => /\d[:./-]\d/.test(cell.trim()) && !isFigure(cell);

/** The separator that cuts most lines into equally many pieces, more than one. */
export function guessSeparator(lines: readonly string[]): Mapping['separator'] {
  const score = (s: string): number => {
    const counts = lines.filter((l) => l.trim() !== '').map((l) => l.split(s).length);
    const usual = counts.toSorted((a, b) => a - b)[Math.floor(counts.length / 2)] ?? 1;
    return usual < 2 ? 0 : counts.filter((c) => c === usual).length + usual / 100;
  };
  const all = [';', '\t', '|', ','] as const;
  return all.reduce((best, s) => (score(s) > score(best) ? s : best), ';' as Mapping['separator']);
}

/**
 * A first guess of how a file is to be read, from its first lines; the person sees it beside the figures it makes and
 * changes what is wrong.
 * @param rows first lines, cut at the separator
 */
export function guessMapping(rows: readonly string[][], separator: Mapping['separator'], zone: string): Mapping {
  const width = Math.max(1, ...rows.map((r) => r.length));
  const first = rows.findIndex(
    (r) => r.length > 1 && r.filter((c) => isFigure(c) || isTime(c)).length >= Math.min(2, r.length)
  );
  const headLines = Math.max(0, first);
  const head = rows[headLines - 1] ?? [];
  const body = rows.slice(headLines).filter((r) => r.length > 1);
  const columns = columnsOf(head, body, width);
  const at = (c: Column): number => columns.indexOf(c);
  const cellsOf = (c: Column): string[] => (at(c) < 0 ? [] : body.map((r) => (r[at(c)] ?? '').trim()).filter(Boolean));
  const named = (c: Column, form: RegExp): boolean => at(c) >= 0 && form.test(head[at(c)] ?? '');
  const figures = ['volts', 'amps', 'ampHours', 'tempC'].flatMap((c) => cellsOf(c as Column));
  const amps = cellsOf('amps').map((c) => Number(c.replace(',', '.')));
  const time = timeFormat([...cellsOf('time'), ...cellsOf('date')], head[at('time')] ?? '');
  const milliVolts = cellsOf('volts').some((c) => Number(c.replace(',', '.')) > 1000);
  return {
    separator,
    headLines,
    columns,
    time,
    zone,
    decimal: figures.some((c) => /^\s*[+-]?\d+,\d+\s*$/.test(c)) && !figures.some((c) => /\d\.\d/.test(c)) ? ',' : '.',
    amps: named('amps', /(^|[^a-z])ma([^a-z]|$)/i) ? 'mA' : 'A',
    ampHours: named('ampHours', /mah/i) ? 'mAh' : 'Ah',
    volts: named('volts', /(^|[^a-z])mv([^a-z]|$)/i) || milliVolts ? 'mV' : 'V',
    temperature: named('tempC', /(^|[^a-z])°?f([^a-z]|$)|fahrenheit/i) ? 'F' : 'C',
    // what is mostly below nothing is a discharge: the box feeds far longer than it charges
    discharge: amps.filter((a) => a < 0).length >= amps.filter((a) => a > 0).length ? 'minus' : 'plus',
    beginMs: null
  };
}

function columnsOf(head: readonly string[], body: readonly string[][], width: number): Column[] {
  const taken = new Set<Column>();
  const columns = Array.from({ length: width }, (_, i): Column => {
    const name = (head[i] ?? '').trim();
    if (name === '') return 'ignore';
    const found = HEADS.find(([c, form]) => !taken.has(c) && form.test(name));
    if (!found) return 'ignore';
    taken.add(found[0]);
    return found[0];
  });
  // without a head: the first date is the time, figures between 8 and 17 are volts
  const cells = (i: number): string[] => body.map((r) => (r[i] ?? '').trim()).filter(Boolean);
  if (!taken.has('time') && !taken.has('date')) {
    const place = columns.findIndex((c, i) => c === 'ignore' && cells(i).length > 0 && cells(i).every(isTime));
    if (place >= 0) columns[place] = cells(place).every((c) => /\d[ T]\d/.test(c)) ? 'time' : 'date';
  }
  if (columns.includes('date') && !columns.includes('clock') && !columns.includes('time')) {
    const clock = columns.findIndex(
      (c, i) => c === 'ignore' && cells(i).length > 0 && cells(i).every((v) => /^\d{1,2}:\d{2}/.test(v))
    );
    if (clock >= 0) columns[clock] = 'clock';
    else columns[columns.indexOf('date')] = 'time';
  }
  // a 'time' beside a date is its clock
  if (columns.includes('date') && columns.includes('time')) {
    const place = columns.indexOf('time');
    if (cells(place).every((v) => /^\d{1,2}:\d{2}/.test(v))) columns[place] = 'clock';
    else columns[columns.indexOf('date')] = 'ignore';
  }
  if (!columns.includes('volts')) {
    const place = columns.findIndex((c, i) => {
      const values = cells(i).map((v) => Number(v.replace(',', '.')));
      return c === 'ignore' && values.length > 0 && values.every((v) => v >= 8 && v <= 17);
    });
    if (place >= 0) columns[place] = 'volts';
  }
  return columns;
}

function timeFormat(cells: readonly string[], head: string): TimeFormat {
  const sample = cells.slice(0, 200);
  if (sample.length === 0) return 'ymd';
  if (sample.every(isFigure)) {
    const most = Math.max(...sample.map(Number));
    return most > 1e11 ? 'unix-ms' : most > 1e8 ? 'unix-s' : 'elapsed-s';
  }
  if (sample.every((c) => /^\d+:\d{2}(:\d{2})?([.,]\d+)?$/.test(c)) || /elapsed/i.test(head)) return 'elapsed-clock';
  if (sample.every((c) => /^\d{4}\D/.test(c))) return 'ymd';
  const parts = sample.map((c) => c.split(/\D+/).map(Number));
  if (parts.some((p) => p[0]! > 12)) return 'dmy';
  if (parts.some((p) => p[1]! > 12)) return 'mdy';
  return sample.some((c) => c.includes('/')) && sample.some((c) => /[ap]m/i.test(c)) ? 'mdy' : 'dmy';
}

/** What keeps a mapping from being used; empty when it can be. */
export function mappingProblems(m: Mapping): string[] {
  const count = (c: Column): number => m.columns.filter((k) => k === c).length;
  const out: string[] = [];
  const twice = COLUMNS.find((c) => c !== 'ignore' && count(c) > 1);
  if (twice) out.push(`Two columns are taken for ${COLUMN_NAMES[twice].toLowerCase()}: leave one of them out.`);
  if (count('time') === 0 && count('date') === 0)
    out.push('No column says when: choose the one with the date and time.');
  if (count('time') > 0 && count('date') > 0)
    out.push('Date and time stand in one column, and a date in another: leave one of them out.');
  if (count('volts') + count('amps') + count('ampHours') === 0)
    out.push('Neither volts nor amps nor amp-hours: choose the columns that hold them.');
  if (!zoneKnown(m.zone)) out.push(`'${m.zone}' is no time zone: type for example Europe/London, or UTC.`);
  if (m.time.startsWith('elapsed') && m.beginMs === null)
    out.push('Say when it began: the file only counts from there.');
  return out;
}

function zoneKnown(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}
