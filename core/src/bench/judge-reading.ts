import { set } from '../box/edit.ts';
import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { drawW } from '../demand/draw.ts';
import { drawWithWatts } from '../demand/edit-draw.ts';
import { fixed, temperatureText, trimNumber } from '../quantity/format.ts';
import { METRIC, saidIn, type Units } from '../quantity/said.ts';
import type { Marks, TakenReading } from './marks.ts';
import type { TestRow } from './tests.ts';

/** A reading as it was entered: a figure in the row's own unit (A, V, ohm, °C, Ah), or that it is so. */
export type Entered = { value: number | boolean };

export type Judged = {
  passes: boolean;
  say: string;
  /** The likely cause where it does not pass. */
  cause: string;
};

export type Day = {
  /** Battery at rest as measured the same day: drops are judged against it, not against the sheet's charge. */
  restV?: number | undefined;
  /** What the meter shows too much, in the unit of the reading; taken off first. */
  offset?: number;
  units?: Units;
};

/**
 * Judges a reading.
 * @param day what was measured beside it: see `Day`
 */
export function judgeReading(row: TestRow, entered: Entered, day: Day = {}): Judged {
  const { value } = entered;
  const { restV, offset = 0 } = day;
  const figure = (v: number): string => figureText(row, v, day.units);
  if (typeof value === 'boolean')
    return value
      ? { passes: true, say: 'It is so.', cause: '' }
      : { passes: false, say: 'It is not so.', cause: row.causes.low };
  const read = value - offset;
  const base = row.drop ? (restV ?? row.drop.atRestV) : 0;
  const low = row.low === undefined ? -Infinity : base + row.low;
  const high = row.high === undefined ? Infinity : base + row.high;
  const between = Number.isFinite(low)
    ? Number.isFinite(high)
      ? `${figure(low)} to ${figure(high)}`
      : `over ${figure(low)}`
    : `under ${figure(high)}`;
  if (read < low) return { passes: false, say: `Too little: ${between} is right.`, cause: row.causes.low };
  if (read > high) return { passes: false, say: `Too much: ${between} is right.`, cause: row.causes.high };
  return { passes: true, say: `Right: ${between}.`, cause: '' };
}

/** Figures of a range: as many decimals as a meter of that range shows, milliamps where the sheet says milliamps. */
function figureText(row: TestRow, value: number, units: Units | undefined): string {
  if (row.kind === 'temperature') return (units ? saidIn(units) : METRIC).degC(value, 0);
  const milli = row.unit === 'mA';
  const shown = milli ? value * 1000 : value;
  const decimals = milli ? 0 : Math.abs(shown) < 1 ? 3 : Math.abs(shown) < 100 ? 2 : 0;
  return `${fixed(shown, decimals)} ${row.unit}`;
}

/** A figure of a reading as the sheet's own unit shows it: milliamps, a temperature as the person reads it, 'OL' for no end. */
export function shownReading(row: TestRow, value: number, units: Units): string {
  if (row.kind === 'resistance' && value >= OPEN_OHM) return 'OL';
  if (row.kind === 'temperature') return trimNumber(Number(temperatureText(value, units.temperatureUnit)));
  return trimNumber(row.unit === 'mA' ? value * 1000 : value);
}

/** The unit a row is read in. */
export const unitOf = (row: TestRow, units: Units): string =>
  row.kind === 'temperature' ? `°${units.temperatureUnit}` : row.unit;

/** What a meter shows as over its range, ohms: as good as not joined. */
export const OPEN_OHM = 1e9;

/** The battery at rest as it was measured, what the meter shows too much taken off. */
export function restVolts(marks: Marks): number | undefined {
  const rest = marks.reading('rest');
  return typeof rest?.value === 'number' ? rest.value - rest.offset : undefined;
}

/** Every reading that was made, judged: drops against the battery as it stood at rest. */
export function judgedReadings(
  rows: readonly TestRow[],
  marks: Marks,
  units?: Units
): Map<string, { reading: TakenReading; judged: Judged }> {
  const restV = restVolts(marks);
  return new Map(
    rows.flatMap((row) => {
      const reading = marks.reading(row.id);
      if (!reading) return [];
      const judged = judgeReading(row, reading, { restV, offset: reading.offset, ...(units ? { units } : {}) });
      return [[row.id, { reading, judged }] as const];
    })
  );
}

/**
 * Plan figures a reading can take the place of: a device's draw, the contacts of a port, the battery's amp-hours. Empty where
 * it stands for none.
 * @param at battery at rest and what the meter shows too much: needed where volts are lost
 */
export function takeOver(box: Box, row: TestRow, value: number, day: string, at: Day = {}): Edit[] {
  if (row.resists) return contactEdits(box, row, value, at);
  if (row.id === 'capacity') return capacityEdits(box, value);
  const device = box.devices.find((d) => d.id === row.draws?.deviceId);
  // the sheet asks for its most: that is its hungriest mode
  const mode = device?.modes.toSorted((a, b) => drawW(b.draw) - drawW(a.draw))[0];
  if (!device || !mode || !row.draws || row.draws.peakA <= 0) return [];
  const ownA = value - row.draws.idleA;
  if (ownA <= 0) return [];
  // whatever stands between, a converter or a cable, takes its share as before
  const watts = Number((drawW(mode.draw) * (ownA / row.draws.peakA)).toPrecision(4));
  return [
    set(`devices/${device.id}/modes/${mode.id}/draw`, drawWithWatts(mode.draw, watts)),
    set(`devices/${device.id}/source`, 'measured'),
    set(`devices/${device.id}/sourceNote`, `test sheet, ${day}`)
  ];
}

/** Less than this of a contact is within what a hobby meter shows, mohm. */
const LEAST_MILLIOHM = 0.1;
/** The most the document keeps of a contact, mohm. */
const MOST_MILLIOHM = 1000;

/** What the way to a plug loses more or less than the plan says is laid to its contacts: everything else is copper of known length. */
function contactEdits(box: Box, { resists, drop }: TestRow, value: number, { restV, offset = 0 }: Day): Edit[] {
  if (!resists || resists.currentA <= 0) return [];
  const lostV = (restV ?? drop?.atRestV ?? 0) - (value - offset);
  const milliOhm = (lostV / resists.currentA) * 1000 - resists.elseMilliOhm;
  const contact = Number(Math.min(MOST_MILLIOHM, Math.max(LEAST_MILLIOHM, milliOhm)).toFixed(1));
  // taken over already
  if (box.ports.find((p) => p.id === resists.portId)?.contactMilliOhm === contact) return [];
  return [set(`ports/${resists.portId}/contactMilliOhm`, contact)];
}

/** A bank that gave so many amp-hours: what came out has its age in it, and is known from now on. */
function capacityEdits(box: Box, bankAh: number): Edit[] {
  const part = box.bank.partId ? box.parts[box.bank.partId] : undefined;
  if (part?.kind !== 'battery' || bankAh <= 0) return [];
  const path = `parts/${part.id}` as const;
  return [
    set(`${path}/capacityAh`, Number((bankAh / box.bank.count).toFixed(2))),
    set(
      `${path}/notKnown`,
      part.notKnown.filter((k) => k !== 'capacity')
    ),
    set('bank/ageYears', 0),
    set('bank/packs', [])
  ];
}

export type OpenPoint = { row: TestRow; why: 'failed' | 'not made' };

/** Rows that keep a box from being called finished: failed, or not yet made, with why. */
export function openPoints(rows: readonly TestRow[], passed: ReadonlyMap<string, boolean>): OpenPoint[] {
  return rows.flatMap((row): OpenPoint[] => {
    const p = passed.get(row.id);
    // a capacity test takes a day and may follow the first outing
    if (p === undefined) return row.stage === 'capacity' ? [] : [{ row, why: 'not made' }];
    return p ? [] : [{ row, why: 'failed' }];
  });
}
