import { trimNumber } from '../quantity/format.ts';
import { parseQuantity, type ParseOptions } from '../quantity/parse.ts';
import type { QuantityKind } from '../quantity/units.ts';
import { blankEntry } from './kinds.ts';
import { logEntrySchema, type LogEntry, type LogKind, type Planned } from './record.ts';

/** One field of the form of a record. */
export type FormField = {
  /** Name of the field in the record. */
  key: string;
  label: string;
  /** Seen at once; the rest unfolds. */
  first: boolean;
} & (
  | { as: 'quantity'; kind: QuantityKind; example: string; options: ParseOptions }
  | { as: 'text'; most: number; example?: string }
  | { as: 'choice'; options: readonly (readonly [value: string, label: string])[] }
  | { as: 'flag' }
);

type Units = { temperatureUnit: 'C' | 'F' };

const quantity = (
  key: string,
  label: string,
  kind: QuantityKind,
  example: string,
  options: ParseOptions,
  first = true
): FormField => ({ as: 'quantity', key, label, kind, example, options, first });
const words = (key: string, label: string, most: number, first = true, example?: string): FormField => ({
  as: 'text',
  key,
  label,
  most,
  first,
  ...(example === undefined ? {} : { example })
});

/** A 12 V battery shows between these; outside of them the entry is questioned. */
const LIKELY_V: ParseOptions = { min: 0, max: 60, plausibleMin: 8, plausibleMax: 17 };
const SHARE: ParseOptions = { min: 0, max: 1 };
const HOURS: ParseOptions = { min: 0, max: 2000, plausibleMax: 400 };
const AH: ParseOptions = { min: 0, max: 10_000, plausibleMax: 500 };
const AMPS: ParseOptions = { min: -500, max: 500 };

const air = ({ temperatureUnit }: Units, first = true): FormField =>
  quantity(
    'airC',
    'Coldest air',
    'temperature',
    temperatureUnit === 'C' ? '3 C' : '37 F',
    { temperatureUnit, min: -60, max: 80 },
    first
  );

/** The fields of each kind of record, in the order they are asked. */
const FIELDS: Readonly<Record<LogKind, (units: Units) => FormField[]>> = {
  outing: (units) => [
    quantity('durationH', 'Hours it ran', 'duration', '9h30', HOURS),
    quantity('chargeAh', 'Amp-hours drawn, by the meter', 'capacity', '12.4 Ah', AH),
    quantity('endV', 'Volts at the end', 'voltage', '12.9 V', LIKELY_V),
    {
      as: 'choice',
      key: 'endState',
      label: 'Volts were read',
      first: true,
      options: [
        ['', 'not noted'],
        ['rested', 'rested'],
        ['loaded', 'with the load on']
      ]
    },
    air(units),
    {
      as: 'choice',
      key: 'ended',
      label: 'It ended because',
      first: true,
      options: [
        ['', 'not noted'],
        ['packed-up', 'we packed up'],
        ['battery-empty', 'the battery was empty'],
        ['device-failed', 'a device failed']
      ]
    },
    quantity('startPercent', 'Percent at the start', 'fraction', '100 %', SHARE, false),
    quantity('endPercent', 'Percent at the end', 'fraction', '35 %', SHARE, false),
    quantity('startV', 'Volts at the start, rested', 'voltage', '13.4 V', LIKELY_V, false),
    words('place', 'Where', 120, false),
    words('purpose', 'What for', 120, false)
  ],
  charge: (units) => [
    {
      as: 'choice',
      key: 'full',
      label: 'Charged',
      first: true,
      options: [
        ['', 'not noted'],
        ['yes', 'until full'],
        ['no', 'not to full']
      ]
    },
    quantity('durationH', 'Hours on the charger', 'duration', '5h', HOURS),
    quantity('endV', 'Volts at the end', 'voltage', '14.4 V', LIKELY_V),
    quantity('chargeAh', 'Amp-hours put in', 'capacity', '11 Ah', AH),
    quantity('currentA', 'Amps', 'current', '2.5 A', AMPS, false),
    air(units, false),
    words('way', 'How', 80, false, 'mains charger, sun, car')
  ],
  storage: () => [
    quantity('percent', 'How full it is stored', 'fraction', '60 %', SHARE),
    quantity('endV', 'Volts, rested', 'voltage', '13.2 V', LIKELY_V),
    quantity('topUpAh', 'Amp-hours topped up', 'capacity', '1.2 Ah', AH)
  ],
  reading: (units) => [
    quantity('volts', 'Volts', 'voltage', '12.7 V', LIKELY_V),
    {
      as: 'choice',
      key: 'state',
      label: 'It was',
      first: true,
      options: [
        ['', 'not noted'],
        ['rested', 'rested'],
        ['loaded', 'with a load on'],
        ['just-charged', 'just charged']
      ]
    },
    quantity('currentA', 'Amps out of the battery', 'current', '0.85 A', AMPS),
    { as: 'flag', key: 'allOff', label: 'Everything was switched off', first: true },
    quantity('percent', 'Percent by the meter', 'fraction', '70 %', SHARE, false),
    air(units, false)
  ],
  fault: () => [
    words('what', 'What went wrong', 300),
    words('cause', 'What it was', 300),
    words('cure', 'What cured it', 300),
    words('partName', 'Part that failed', 120, false)
  ],
  renewal: () => [
    {
      as: 'choice',
      key: 'what',
      label: 'Renewed',
      first: true,
      options: [
        ['desiccant', 'desiccant'],
        ['gasket', 'gasket'],
        ['fuse', 'fuse'],
        ['torque', 'bolts tightened'],
        ['other', 'something else']
      ]
    },
    words('detail', 'Which, and how', 300),
    quantity('costAmount', 'What it cost', 'money', '4.20', { min: 0, max: 100_000 }, false)
  ],
  capacity: (units) => [
    quantity('chargeAh', 'Amp-hours that came out', 'capacity', '18.6 Ah', AH),
    quantity('currentA', 'At so many amps', 'current', '1 A', AMPS),
    quantity('endV', 'Volts at the end', 'voltage', '11.5 V', LIKELY_V, false),
    air(units)
  ],
  moisture: () => [
    {
      as: 'choice',
      key: 'seen',
      label: 'Inside it was',
      first: true,
      options: [
        ['damp', 'damp'],
        ['water', 'wet: water'],
        ['dry', 'dry']
      ]
    },
    words('where', 'Where', 300)
  ],
  wish: () => [words('wish', 'For the next version', 500)],
  change: () => []
};

/** The fields of one kind of record. */
export const formFields = (kind: LogKind, units: Units): FormField[] => FIELDS[kind](units);

export type FormTexts = Readonly<Record<string, string>>;

/** What the fields of a form show for an entry that is to be mended. */
export function formTexts(entry: LogEntry, units: Units): Record<string, string> {
  const values = entry as unknown as Record<string, unknown>;
  const out: Record<string, string> = { notes: entry.notes, day: entry.day, time: entry.time ?? '' };
  for (const f of formFields(entry.kind, units)) {
    const v = values[f.key];
    if (f.key === 'full') out[f.key] = v === true ? 'yes' : v === false ? 'no' : '';
    else if (v === null || v === undefined) out[f.key] = '';
    else if (f.as === 'flag') out[f.key] = v === true ? 'yes' : '';
    else if (f.as === 'quantity' && typeof v === 'number') out[f.key] = quantityWords(v, f.kind, units);
    else out[f.key] = String(v);
  }
  return out;
}

function quantityWords(v: number, kind: QuantityKind, units: Units): string {
  switch (kind) {
    case 'duration':
      return `${trimNumber(v)} h`;
    case 'temperature':
      return units.temperatureUnit === 'C'
        ? `${trimNumber(v)} C`
        : `${trimNumber(Number((v * 1.8 + 32).toFixed(2)))} F`;
    case 'fraction':
      return `${trimNumber(v * 100)} %`;
    case 'capacity':
      return `${trimNumber(v)} Ah`;
    case 'voltage':
      return `${trimNumber(v)} V`;
    case 'current':
      return `${trimNumber(v)} A`;
    default:
      return trimNumber(v);
  }
}

export type FormRead =
  | { ok: true; entry: LogEntry }
  /** asked: doubtful texts, taken when they come again in `sure`. */
  | { ok: false; problems: Record<string, string>; asked: Record<string, string> };

/** What must stand in a record of a kind, in words. */
function missing(entry: LogEntry): Record<string, string> {
  switch (entry.kind) {
    case 'outing':
      return entry.durationH === null ? { durationH: 'How long was it out? Type for example 9h30.' } : {};
    case 'storage':
      return entry.percent === null && entry.endV === null && entry.topUpAh === null
        ? { percent: 'How full is it, or how much was topped up?' }
        : {};
    case 'reading':
      return entry.volts === null && entry.currentA === null && entry.percent === null
        ? { volts: 'What did the meter show?' }
        : {};
    case 'fault':
      return entry.what.trim() === '' ? { what: 'What went wrong?' } : {};
    case 'wish':
      return entry.wish.trim() === '' ? { wish: 'What should the next version have?' } : {};
    case 'capacity':
      return entry.chargeAh > 0 ? {} : { chargeAh: 'How many amp-hours came out?' };
    case 'charge':
    case 'renewal':
    case 'moisture':
    case 'change':
      return {};
  }
}

/**
 * Reads a form that somebody filled. What is wrong comes back field by field, and nothing typed is lost.
 * @param base batteries and what did not run as planned, which are chosen and not typed; what was asked before
 */
export function readForm(
  kind: LogKind,
  texts: FormTexts,
  units: Units,
  base: {
    batteryIds: string[];
    ran: { deviceId: string; name: string; onH: number }[];
    planned: (durationH: number | null) => Planned;
    /** Doubtful texts that somebody was asked about already, by field. */
    sure: FormTexts;
  }
): FormRead {
  const problems: Record<string, string> = {};
  const asked: Record<string, string> = {};
  const values: Record<string, unknown> = {};
  for (const f of formFields(kind, units)) {
    const text = (texts[f.key] ?? '').trim();
    if (f.as === 'flag') values[f.key] = text === 'yes';
    else if (f.as === 'choice') {
      // untouched it stands at its first choice
      const chosen = text === '' ? f.options[0]![0] : text;
      values[f.key] = chosen === '' ? null : f.key === 'full' ? chosen === 'yes' : chosen;
    } else if (f.as === 'text') values[f.key] = text.slice(0, f.most);
    else if (text === '') values[f.key] = null;
    else {
      const parsed = parseQuantity(text, f.kind, f.options);
      if (!parsed.ok) problems[f.key] = parsed.message;
      else if (parsed.question && base.sure[f.key] !== text) {
        problems[f.key] = `${parsed.question.message} Type it with its unit, or record it again if it is so.`;
        asked[f.key] = text;
      } else values[f.key] = parsed.value;
    }
  }
  const blank = blankEntry(kind, texts.day ?? '');
  const durationH = typeof values.durationH === 'number' ? values.durationH : null;
  const entry = {
    ...blank,
    ...Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)),
    ...(kind === 'outing' ? { planned: base.planned(durationH), ran: base.ran } : {}),
    ...(kind === 'capacity' && values.chargeAh === null ? { chargeAh: 0 } : {}),
    time: texts.time?.trim() ? texts.time.trim() : null,
    batteryIds: base.batteryIds,
    notes: (texts.notes ?? '').slice(0, 5000)
  } as LogEntry;
  const lacking = Object.fromEntries(Object.entries(missing(entry)).filter(([name]) => !(name in problems)));
  Object.assign(problems, lacking);
  if (Object.keys(problems).length > 0) return { ok: false, problems, asked };
  const checked = logEntrySchema.safeParse(entry);
  if (checked.success) return { ok: true, entry: checked.data };
  return {
    ok: false,
    asked,
    problems: Object.fromEntries(
      checked.error.issues.map((i) => [String(i.path[0] ?? 'notes'), `${i.message}.`.replace('..', '.')])
    )
  };
}
