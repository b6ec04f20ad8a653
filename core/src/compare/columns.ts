import { fixed } from '../quantity/format.ts';
import { KG_PER_LB } from '../quantity/units.ts';
import type { Candidate } from './candidate.ts';

export type ColumnId =
  | 'lasts'
  | 'surely'
  | 'chance'
  | 'endV'
  | 'mass'
  | 'price'
  | 'perOuting'
  | 'charge'
  | 'cold'
  | 'air'
  | 'fits';

type Show = { currency: string; massUnit: 'kg' | 'lb' };
export type Column = {
  id: ColumnId;
  name: string;
  help: string;
  numeric: boolean;
  moreIsBetter: boolean;
  /** For sorting; null sorts last. */
  value: (c: Candidate) => number | null;
  show: (c: Candidate, x: Show) => string;
  /** Worth a warning colour. */
  bad: (c: Candidate, wantedH: number) => boolean;
};

const never = (): boolean => false;
const hours = (h: number | null): string => (h === null ? 'over 6 ×' : `${fixed(h, h >= 100 ? 0 : 1)} h`);

/** The columns of the comparison of batteries, in their order. */
export const COLUMNS: readonly Column[] = [
  {
    id: 'lasts',
    name: 'Lasts',
    help: 'As often as not',
    numeric: true,
    moreIsBetter: true,
    value: (c) => c.lastsH ?? Infinity,
    show: (c) => hours(c.lastsH),
    bad: (c, wantedH) => c.lastsH !== null && c.lastsH < wantedH
  },
  {
    id: 'surely',
    name: '9 of 10',
    help: 'Reached in nine of ten cases',
    numeric: true,
    moreIsBetter: true,
    value: (c) => c.surelyH ?? Infinity,
    show: (c) => hours(c.surelyH),
    bad: (c, wantedH) => c.surelyH !== null && c.surelyH < wantedH
  },
  {
    id: 'chance',
    name: 'Sure',
    help: 'Chance of the wanted hours',
    numeric: true,
    moreIsBetter: true,
    value: (c) => c.chanceFraction,
    show: (c) => `${Math.min(99, Math.max(1, Math.round(c.chanceFraction * 100)))} %`,
    bad: never
  },
  {
    id: 'endV',
    name: 'End V',
    help: 'Volts at the plug of the device that wants most, when it last runs',
    numeric: true,
    moreIsBetter: true,
    value: (c) => c.endV,
    show: (c) => (c.endV === null ? '–' : fixed(c.endV, 2)),
    bad: never
  },
  {
    id: 'mass',
    name: 'Mass',
    help: 'Of the whole box',
    numeric: true,
    moreIsBetter: false,
    value: (c) => c.massKg,
    show: (c, x) => `${fixed(x.massUnit === 'lb' ? c.massKg / KG_PER_LB : c.massKg, 1)} ${x.massUnit}`,
    bad: never
  },
  {
    id: 'price',
    name: 'Price',
    help: 'Of the battery or batteries',
    numeric: true,
    moreIsBetter: false,
    value: (c) => c.priceAmount,
    show: (c, x) => (c.priceAmount === null ? 'unknown' : `${x.currency}${fixed(c.priceAmount, 0)}`),
    bad: never
  },
  {
    id: 'perOuting',
    name: 'Outing',
    help: 'Price over the outings of its life',
    numeric: true,
    moreIsBetter: false,
    value: (c) => c.pricePerOuting,
    show: (c, x) => (c.pricePerOuting === null ? '–' : `${x.currency}${fixed(c.pricePerOuting, 2)}`),
    bad: never
  },
  {
    id: 'charge',
    name: 'Charge',
    help: 'From what is kept back to full, with this box’s charger',
    numeric: true,
    moreIsBetter: false,
    value: (c) => c.chargeH,
    show: (c) => hours(c.chargeH).replace('over 6 ×', '–'),
    bad: never
  },
  {
    id: 'cold',
    name: 'Frost',
    help: 'Charging below 0 °C',
    numeric: false,
    moreIsBetter: true,
    value: (c) => (c.coldCharging ? 1 : 0),
    show: (c) => (c.coldCharging ? 'charges' : 'no'),
    bad: never
  },
  {
    id: 'air',
    name: 'Flying',
    help: 'Air travel in passenger baggage, by watt-hours',
    numeric: false,
    moreIsBetter: true,
    value: (c) => ['no', 'ask the airline', 'with approval', 'cabin'].indexOf(c.airTravel),
    show: (c) => c.airTravel.replace('ask the airline', 'ask').replace('with approval', 'ask first'),
    bad: never
  },
  {
    id: 'fits',
    name: 'Fits',
    help: 'Goes into the chosen case',
    numeric: false,
    moreIsBetter: true,
    value: (c) => ['no', 'not proven', 'no case yet', 'yes'].indexOf(c.fits),
    show: (c) => c.fits,
    bad: (c) => c.fits === 'no'
  }
];

/** Rows in order: pinned ones first, then by the column; rows not worked out yet last. */
export function sortedRows<R extends { facts: Candidate | undefined; pinned: boolean }>(
  rows: readonly R[],
  sort: { column: ColumnId; down: boolean }
): R[] {
  const column = COLUMNS.find((c) => c.id === sort.column)!;
  const worst = sort.down ? -Infinity : Infinity;
  const valueOf = (r: R): number => (r.facts ? (column.value(r.facts) ?? worst) : worst);
  return [...rows].sort((a, b) => {
    if (a.pinned !== b.pinned) return a.pinned ? -1 : 1;
    const [x, y] = [valueOf(a), valueOf(b)];
    if (x === y) return 0;
    return (x < y ? -1 : 1) * (sort.down ? -1 : 1);
  });
}
