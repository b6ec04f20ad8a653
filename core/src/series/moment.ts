import type { Mapping } from './mapping.ts';

const HOUR_MS = 3_600_000;
const PARTS =
  /^\s*(\d{1,4})\D+(\d{1,2})\D+(\d{1,4})(?:[\sT,]+(\d{1,2})[:.h](\d{2})(?:[:.](\d{2})(?:[.,](\d+))?)?\s*([ap])?\.?m?\.?)?\s*(Z|[+-]\d{2}:?\d{2})?\s*$/i;
const CLOCK = /^\s*(\d+):(\d{2})(?::(\d{2})(?:[.,](\d+))?)?\s*([ap])?\.?m?\.?\s*$/i;

/** Reads the moments of one file: ms since 1970, NaN for what is none. It remembers hours of the zone already looked up. */
export class Moments {
  readonly #mapping: Mapping;
  readonly #zone: Zone;
  readonly #offsets = new Map<number, { earlier: number; later: number }>();
  #lastMs = -Infinity;

  constructor(mapping: Mapping) {
    this.#mapping = mapping;
    this.#zone = new Zone(mapping.zone);
  }

  /** @param text date and time, or the date; clock: the time of day where it stands in a column of its own */
  read(text: string, clock = ''): number {
    const m = this.#mapping;
    switch (m.time) {
      case 'unix-s':
      case 'unix-ms': {
        const value = text.trim() === '' ? NaN : Number(text.replace(',', '.'));
        return value * (m.time === 'unix-s' ? 1000 : 1);
      }
      case 'elapsed-s':
        return text.trim() === '' ? NaN : (m.beginMs ?? 0) + Number(text.replace(',', '.')) * 1000;
      case 'elapsed-clock':
        return (m.beginMs ?? 0) + clockMs(text);
      case 'ymd':
      case 'dmy':
      case 'mdy':
        return this.#calendar(clock === '' ? text : `${text.trim()} ${clock.trim()}`);
    }
  }

  #calendar(text: string): number {
    const p = PARTS.exec(text);
    if (!p) return NaN;
    const [a, b, c] = [Number(p[1]), Number(p[2]), Number(p[3])] as const;
    const [year, month, day] =
      this.#mapping.time === 'ymd' ? [a, b, c] : this.#mapping.time === 'dmy' ? [c, b, a] : [c, a, b];
    const hour = hourOf(Number(p[4] ?? 0), p[8]);
    const minute = Number(p[5] ?? 0);
    const second = Number(p[6] ?? 0);
    const fullYear = year < 100 ? 2000 + year : year;
    const days = month >= 1 && month <= 12 ? new Date(Date.UTC(fullYear, month, 0)).getUTCDate() : 0;
    if (day < 1 || day > days || !(hour <= 23) || minute > 59 || second > 59 || fullYear < 1990 || fullYear > 2200)
      return NaN;
    const restMs = minute * 60_000 + second * 1000 + (p[7] ? Math.round(Number(`0.${p[7]}`) * 1000) : 0);
    if (p[9]) return Date.UTC(fullYear, month - 1, day, hour) + restMs - offsetMs(p[9]);
    const { earlier, later } = this.#hourOfZone(fullYear, month, day, hour);
    // in the hour that comes twice when summer ends, time goes on rather than back
    const ms = earlier + restMs;
    const chosen = ms < this.#lastMs && later !== earlier ? later + restMs : ms;
    this.#lastMs = chosen;
    return chosen;
  }

  #hourOfZone(year: number, month: number, day: number, hour: number): { earlier: number; later: number } {
    const localMs = Date.UTC(year, month - 1, day, hour);
    const known = this.#offsets.get(localMs);
    if (known) return known;
    const answer = this.#zone.moments(localMs);
    this.#offsets.set(localMs, answer);
    return answer;
  }
}

const DAY_MS = 24 * HOUR_MS;

/** A time zone, by what the platform knows of it. */
class Zone {
  readonly #format: Intl.DateTimeFormat;

  constructor(name: string) {
    this.#format = new Intl.DateTimeFormat('en-US', {
      timeZone: name,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric'
    });
  }

  /** How far its clock is ahead of universal time at a moment, ms. */
  #aheadMs(atMs: number): number {
    const p = Object.fromEntries(this.#format.formatToParts(atMs).map((x) => [x.type, Number(x.value)]));
    return Date.UTC(p.year!, p.month! - 1, p.day!, p.hour!, p.minute!, p.second!) - atMs;
  }

  /** The moments at which its clock shows this: two when summer ends, and where spring leaves an hour out the one by the clock before. */
  moments(localMs: number): { earlier: number; later: number } {
    const [before, after] = [this.#aheadMs(localMs - DAY_MS), this.#aheadMs(localMs + DAY_MS)];
    const found = [...new Set([before, after])]
      .map((o) => localMs - o)
      .filter((ms) => ms + this.#aheadMs(ms) === localMs);
    if (found.length === 0) return { earlier: localMs - before, later: localMs - before };
    return { earlier: Math.min(...found), later: Math.max(...found) };
  }
}

const hourOf = (hour: number, half: string | undefined): number => {
  if (!half) return hour;
  if (hour < 1 || hour > 12) return NaN;
  return (hour % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
};

function offsetMs(text: string): number {
  if (text.toUpperCase() === 'Z') return 0;
  const [, sign, h, m] = /^([+-])(\d{2}):?(\d{2})$/.exec(text)!;
  return (sign === '-' ? -1 : 1) * (Number(h) * 60 + Number(m)) * 60_000;
}

function clockMs(text: string): number {
  const p = CLOCK.exec(text);
  if (!p) return NaN;
  return (Number(p[1]) * 3600 + Number(p[2]) * 60 + Number(p[3] ?? 0)) * 1000 + (p[4] ? Number(`0.${p[4]}`) * 1000 : 0);
}
