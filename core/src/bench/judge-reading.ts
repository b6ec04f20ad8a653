import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { ampsOf } from '../demand/edit-draw.ts';
import { fixed } from '../quantity/format.ts';
import { METRIC, saidIn, type Units } from '../quantity/said.ts';
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

/** Plan figures a reading can take the place of: a device's draw, the battery's amp-hours. Empty where it stands for none. */
export function takeOver(box: Box, row: TestRow, value: number, day: string): Edit[] {
  if (row.id === 'capacity' && box.bank.partId) {
    const path = `parts/${box.bank.partId}`;
    const part = box.parts[box.bank.partId];
    return [
      { op: 'set', path: `${path}/capacityAh`, value: Number((value / box.bank.count).toFixed(2)) },
      // what came out has its age in it
      { op: 'set', path: 'bank/ageYears', value: 0 },
      { op: 'set', path: 'bank/packs', value: [] },
      ...(part?.kind === 'battery'
        ? [
            {
              op: 'set' as const,
              path: `${path}/notKnown`,
              value: part.notKnown.filter((k) => k !== 'capacity')
            }
          ]
        : [])
    ];
  }
  const device = box.devices.find((d) => d.id === row.deviceId);
  const mode = device?.modes.toSorted((a, b) => b.dutyFraction - a.dutyFraction)[0];
  if (!device || !mode || device.supply !== '12v') return [];
  return [
    {
      op: 'set',
      path: `devices/${device.id}/modes/${mode.id}/draw`,
      value: { kind: 'current', currentA: Number(value.toPrecision(4)), atV: ampsOf(device) }
    },
    { op: 'set', path: `devices/${device.id}/source`, value: 'measured' },
    { op: 'set', path: `devices/${device.id}/sourceNote`, value: `test sheet, ${day}` }
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
