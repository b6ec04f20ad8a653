import { DAYS_A_MONTH } from './constants.ts';
/** Exact unit factors and the kinds of quantity people type. All values inside Haversack are in the first unit named. */
export const MM_PER_INCH = 25.4; // exact, international inch
/** Pound in kilograms, exact. @source international yard and pound agreement */
export const KG_PER_LB = 0.45359237;

export type QuantityKind =
  | 'length'
  | 'current'
  | 'capacity'
  | 'power'
  | 'energy'
  | 'voltage'
  | 'duration'
  | 'temperature'
  | 'mass'
  | 'money'
  | 'fraction'
  | 'resistance'
  | 'data'
  | 'dataRate'
  | 'number';

type UnitTable = Record<string, (value: number) => number>;
const by = (factor: number) => (value: number) => value * factor;

/** Unit spellings (lower case, no spaces) for each kind, with the way to the kind's own unit. */
export const UNITS: Record<Exclude<QuantityKind, 'length' | 'duration'>, { unit: string; units: UnitTable }> = {
  current: { unit: 'A', units: { a: by(1), amp: by(1), amps: by(1), ma: by(1e-3), ua: by(1e-6), µa: by(1e-6) } },
  capacity: { unit: 'Ah', units: { ah: by(1), mah: by(1e-3) } },
  power: { unit: 'W', units: { w: by(1), mw: by(1e-3), kw: by(1e3), watt: by(1), watts: by(1), va: by(1) } },
  energy: { unit: 'Wh', units: { wh: by(1), kwh: by(1e3), mwh: by(1e-3), j: by(1 / 3600), kj: by(1 / 3.6) } },
  voltage: { unit: 'V', units: { v: by(1), mv: by(1e-3), volt: by(1), volts: by(1) } },
  temperature: {
    unit: '°C',
    units: {
      c: by(1),
      '°c': by(1),
      f: (v) => ((v - 32) * 5) / 9,
      '°f': (v) => ((v - 32) * 5) / 9,
      k: (v) => v - 273.15
    }
  },
  mass: {
    unit: 'kg',
    units: { kg: by(1), g: by(1e-3), lb: by(KG_PER_LB), lbs: by(KG_PER_LB), oz: by(KG_PER_LB / 16) }
  },
  money: { unit: '', units: { '€': by(1), eur: by(1), $: by(1), '£': by(1), usd: by(1), gbp: by(1) } },
  fraction: { unit: '%', units: { '%': by(0.01), percent: by(0.01) } },
  resistance: {
    unit: 'ohm',
    units: {
      ohm: by(1),
      ohms: by(1),
      mohm: by(1e-3),
      k: by(1e3),
      kohm: by(1e3),
      kω: by(1e3),
      ω: by(1),
      mω: by(1e-3)
    }
  },
  data: { unit: 'GB', units: { gb: by(1), mb: by(1e-3), tb: by(1e3) } },
  // 'Mb/s' and 'MB/s' differ by eight and are typed alike: only the spelled-out bit is taken
  dataRate: {
    unit: 'GB/h',
    units: { 'gb/h': by(1), 'mb/min': by(0.06), 'mbit/s': by(0.45), mbps: by(0.45), 'gb/day': by(1 / 24) }
  },
  number: { unit: '', units: {} }
};

/** What a kind is called in a sentence. */
export const KIND_WORDS: Record<QuantityKind, string> = {
  length: 'a length, such as 28.6 mm or 1 1/8 in',
  current: 'a current, such as 0.5 A or 500 mA',
  capacity: 'a capacity, such as 7 Ah',
  power: 'a power, such as 18 W',
  energy: 'an energy, such as 12 Wh',
  voltage: 'a voltage, such as 12.8 V',
  duration: 'a time span, such as 1h30 or 90 min',
  temperature: 'a temperature, such as 4 C or 40 F',
  mass: 'a mass, such as 2.4 kg or 5 lb',
  money: 'a price, such as 12.50',
  fraction: 'a share, such as 80 %',
  resistance: 'a resistance, such as 0.1 ohm',
  data: 'a size of a card, such as 128 GB',
  dataRate: 'what is written in an hour, such as 12 GB/h or 60 Mbit/s',
  number: 'a number'
};

/** What may be typed behind a number of years, or of months. */
export const AGE_UNITS = { y: 1, yr: 1, year: 1, years: 1, month: 1 / 12, months: 1 / 12 } as const;
export const MONTH_UNITS = {
  mo: 1,
  month: 1,
  months: 1,
  y: 12,
  yr: 12,
  year: 12,
  years: 12,
  week: 7 / DAYS_A_MONTH,
  weeks: 7 / DAYS_A_MONTH
} as const;
