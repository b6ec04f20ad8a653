import { parseQuantity } from '../quantity/parse.ts';
import { blankEntry } from './kinds.ts';
import type { EntryOf, LogEntry, LogKind, Planned } from './record.ts';
import { LIMITS, NotUnderstood, readTokens, type Read } from './typed-tokens.ts';

export type TypedRecord =
  | { ok: true; entry: LogEntry }
  /** part: the piece of text that was not understood. */
  | { ok: false; message: string; part: string };

export const TYPED_RECORD_EXAMPLES = [
  'out 9h 12.4Ah 3C rain',
  'out 14h 100-35% 12.9V rested',
  'charged to 14.4, 5h',
  'read 12.7V rested',
  'fault lamp dark: fuse blown, new fuse',
  'renewed desiccant',
  'test 18.6Ah 1A',
  'wish a longer camera lead'
] as const;

/** What can be typed: changes are written by the box itself. */
type Typed = Exclude<LogKind, 'change'>;

/** The first word says what happened. */
const FIRST: Record<string, Typed> = {
  out: 'outing',
  outing: 'outing',
  went: 'outing',
  charged: 'charge',
  charge: 'charge',
  charging: 'charge',
  stored: 'storage',
  storage: 'storage',
  'top-up': 'storage',
  topped: 'storage',
  read: 'reading',
  reading: 'reading',
  meter: 'reading',
  fault: 'fault',
  broke: 'fault',
  broken: 'fault',
  renewed: 'renewal',
  replaced: 'renewal',
  tightened: 'renewal',
  test: 'capacity',
  tested: 'capacity',
  capacity: 'capacity',
  damp: 'moisture',
  wet: 'moisture',
  water: 'moisture',
  dry: 'moisture',
  wish: 'wish',
  'next-time': 'wish'
};

const RENEWED: Record<string, EntryOf<'renewal'>['what']> = {
  desiccant: 'desiccant',
  gel: 'desiccant',
  silica: 'desiccant',
  gasket: 'gasket',
  seal: 'gasket',
  fuse: 'fuse',
  fuses: 'fuse',
  bolts: 'torque',
  screws: 'torque',
  terminals: 'torque',
  torque: 'torque'
};

/**
 * Reads one line as somebody types or speaks it. The first word says what happened, figures are told by their units, every
 * other word is kept as note, place or name. Never throws.
 * @param today ISO day that stands where none is typed; planned: what the plan says of the outing
 */
export function readRecord(line: string, today: string, planned?: (durationH: number | null) => Planned): TypedRecord {
  const text = line.trim().replace(/^next time\b/i, 'next-time');
  const first = /^\S+/.exec(text)?.[0].toLowerCase().replace(/[:,]$/, '') ?? '';
  const kind = FIRST[first];
  if (!kind)
    return {
      ok: false,
      part: first,
      message:
        first === ''
          ? 'Nothing is typed yet.'
          : `A record begins with what happened: ${['out', 'charged', 'stored', 'read', 'fault', 'renewed', 'test', 'damp', 'wish'].join(', ')}. '${first}' is none of these.`
    };
  try {
    const rest = text.slice(first.length).replace(/^[\s:,]+/, '');
    if (kind === 'fault') return { ok: true, entry: faultOf(rest, today) };
    if (kind === 'wish') return { ok: true, entry: wishOf(rest, today) };
    return { ok: true, entry: FIGURES[kind](readTokens(rest, today), first, planned) };
  } catch (e) {
    if (e instanceof NotUnderstood) return { ok: false, message: e.message, part: e.part };
    throw e;
  }
}

function faultOf(rest: string, today: string): EntryOf<'fault'> {
  const [what, how = ''] = split(rest, ':');
  const [cause, cure = ''] = split(how, ',');
  if (what === '')
    throw new NotUnderstood('What went wrong? Type for example: fault lamp dark: fuse blown, new fuse', '');
  return {
    ...blankEntry('fault', today),
    what: what.slice(0, 300),
    cause: cause.slice(0, 300),
    cure: cure.slice(0, 300)
  };
}

const split = (text: string, by: string): [string, string?] => {
  const place = text.indexOf(by);
  return place < 0 ? [text.trim()] : [text.slice(0, place).trim(), text.slice(place + 1).trim()];
};

function wishOf(rest: string, today: string): EntryOf<'wish'> {
  if (rest === '') throw new NotUnderstood('What should the next version have?', '');
  return { ...blankEntry('wish', today), wish: rest.slice(0, 500) };
}

/** Takes words that say something out of the rest. */
function taken(r: Read, ...names: string[]): boolean {
  const has = r.words.some((w) => names.includes(w.toLowerCase()));
  r.words = r.words.filter((w) => !names.includes(w.toLowerCase()));
  return has;
}

const notesOf = (r: Read): string => r.words.filter((w) => !['to', 'and', 'then'].includes(w.toLowerCase())).join(' ');

function onlyOne(list: readonly number[], what: string): number | null {
  if (list.length > 1)
    throw new NotUnderstood(`${what} stand there twice: ${list.join(' and ')}. One is taken.`, String(list[1]));
  return list[0] ?? null;
}

const stated = (r: Read): 'rested' | 'loaded' | null =>
  taken(r, 'rested', 'rest', 'resting') ? 'rested' : taken(r, 'loaded', 'load') ? 'loaded' : null;

type Maker = (r: Read, first: string, planned?: (durationH: number | null) => Planned) => LogEntry;

/** A bare number where only one meaning is left. */
function bareAs(r: Read, what: string, allowed: boolean): number | undefined {
  if (r.bare.length === 0) return undefined;
  if (!allowed || r.bare.length > 1)
    throw new NotUnderstood(`${r.bare[0]} of what? Type it with its unit, such as ${what}.`, String(r.bare[0]));
  return r.bare[0];
}

const FIGURES: Record<Exclude<Typed, 'fault' | 'wish'>, Maker> = {
  outing: (r, _first, planned) => {
    const bare = bareAs(r, '9h or 12.4Ah', r.duration.length === 0);
    const durationH = onlyOne(r.duration, 'Hours') ?? bare ?? null;
    if (durationH === null) throw new NotUnderstood('How long was it out? Type the hours, for example 9h or 9h30.', '');
    if (durationH > 2000)
      throw new NotUnderstood(`${durationH} hours are more than are kept for one outing: 2000.`, String(durationH));
    if (r.voltage.length > 2)
      throw new NotUnderstood('Volts at the start and at the end: two are taken.', `${r.voltage[2]}`);
    const empty = taken(r, 'empty', 'flat', 'died', 'dead');
    const endState = stated(r);
    return {
      ...blankEntry('outing', r.day, planned?.(durationH)),
      time: r.time,
      durationH,
      chargeAh: onlyOne(r.capacity, 'Amp-hours'),
      startPercent: r.fraction.length > 1 ? r.fraction[0]! : null,
      endPercent: r.fraction.at(-1) ?? null,
      startV: r.voltage.length > 1 ? r.voltage[0]! : null,
      endV: r.voltage.at(-1) ?? null,
      endState,
      airC: onlyOne(r.temperature, 'Temperatures'),
      ended: empty ? 'battery-empty' : null,
      notes: notesOf(r)
    };
  },
  charge: (r) => {
    const bare = bareAs(r, '14.4V or 5h', r.voltage.length === 0);
    const full = taken(r, 'full');
    return {
      ...blankEntry('charge', r.day),
      time: r.time,
      currentA: onlyOne(r.current, 'Amps'),
      durationH: onlyOne(r.duration, 'Hours'),
      chargeAh: onlyOne(r.capacity, 'Amp-hours'),
      endV: onlyOne(r.voltage, 'Volts') ?? checkedV(bare),
      airC: onlyOne(r.temperature, 'Temperatures'),
      full: full ? true : null,
      way: notesOf(r).slice(0, 80)
    };
  },
  storage: (r, first) => {
    bareAs(r, '60% or 13.1V', false);
    const entry = {
      ...blankEntry('storage', r.day),
      time: r.time,
      percent: onlyOne(r.fraction, 'Percent'),
      endV: onlyOne(r.voltage, 'Volts'),
      topUpAh: onlyOne(r.capacity, 'Amp-hours'),
      notes: notesOf(r).replace(/^up\b\s*/, '')
    };
    if (first.startsWith('top') && entry.topUpAh === null && entry.percent === null && entry.endV === null)
      throw new NotUnderstood('How much went in, or how full is it now? Type for example: topped up 1.2Ah', '');
    return entry;
  },
  reading: (r) => {
    const bare = bareAs(r, '12.7V', r.voltage.length === 0);
    const justCharged = taken(r, 'just-charged', 'charged');
    const state = justCharged ? ('just-charged' as const) : stated(r);
    const allOff = taken(r, 'off', 'all-off');
    const entry = {
      ...blankEntry('reading', r.day),
      time: r.time,
      volts: onlyOne(r.voltage, 'Volts') ?? checkedV(bare),
      state,
      currentA: onlyOne(r.current, 'Amps'),
      percent: onlyOne(r.fraction, 'Percent'),
      allOff,
      airC: onlyOne(r.temperature, 'Temperatures'),
      notes: notesOf(r)
    };
    if (entry.volts === null && entry.currentA === null && entry.percent === null)
      throw new NotUnderstood('What did it show? Type for example: read 12.7V rested', '');
    return entry;
  },
  renewal: (r, first) => {
    const found = r.words.map((w) => w.toLowerCase()).find((w) => RENEWED[w]);
    if (found) taken(r, found);
    const what = found ? RENEWED[found]! : first === 'tightened' ? 'torque' : 'other';
    return { ...blankEntry('renewal', r.day), time: r.time, what, detail: notesOf(r).slice(0, 300) };
  },
  capacity: (r) => {
    const bare = bareAs(r, '18.6Ah', r.capacity.length === 0);
    const chargeAh = onlyOne(r.capacity, 'Amp-hours') ?? bare;
    if (!chargeAh) throw new NotUnderstood('How many amp-hours came out? Type for example: test 18.6Ah 1A', '');
    return {
      ...blankEntry('capacity', r.day),
      time: r.time,
      chargeAh,
      currentA: onlyOne(r.current, 'Amps'),
      endV: onlyOne(r.voltage, 'Volts'),
      airC: onlyOne(r.temperature, 'Temperatures'),
      notes: notesOf(r)
    };
  },
  moisture: (r, first) => ({
    ...blankEntry('moisture', r.day),
    time: r.time,
    seen: first === 'dry' ? 'dry' : first === 'damp' ? 'damp' : 'water',
    where: notesOf(r).slice(0, 300)
  })
};

/** A number without a unit is taken for volts where a 12 V battery can show it. */
const LIKELY_V = { least: 8, most: 17 } as const;

function checkedV(value: number | undefined): number | null {
  if (value === undefined) return null;
  if (value < LIKELY_V.least || value > LIKELY_V.most)
    throw new NotUnderstood(`${value} of what? Type it with its unit, such as 13.2V, 5h or 2A.`, String(value));
  const parsed = parseQuantity(`${value} V`, 'voltage', LIMITS.voltage);
  if (!parsed.ok) throw new NotUnderstood(parsed.message, String(value));
  return parsed.value;
}
