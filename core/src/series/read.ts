import { CHUNK_ROWS, emptyChunk, type Chunk, type Sample } from './chunk.ts';
import type { Column, Mapping } from './mapping.ts';
import { Moments } from './moment.ts';

/** What was noticed in a series, in the order of its rows. */
export type SeriesNote = {
  kind: 'gap' | 'reset' | 'clock-back' | 'jump' | 'impossible' | 'unread';
  /** Moment, and line of the file. */
  ms: number | null;
  line: number;
  say: string;
};

export type SeriesSummary = {
  rowCount: number;
  refusedCount: number;
  fromMs: number | null;
  toMs: number | null;
  /** Usual time between two rows, s. */
  stepS: number | null;
  notes: SeriesNote[];
  /** How many there are of each kind; the notes hold the first of them. */
  counts: Record<SeriesNote['kind'], number>;
  /** Charge out of the battery: by the meter's own count over its resets, or by the amps. */
  outAh: number | null;
};

/** Bounds outside which a reading is none. @source twice what any 12 V box shows; sensors that fell off read their end of scale */
const POSSIBLE = { volts: [0, 60], amps: [-500, 500], ampHours: [-100_000, 100_000], tempC: [-60, 90] } as const;
/** A pause of so many usual steps is a gap, and of this many seconds at least. */
const GAP_STEPS = 10;
const GAP_LEAST_S = 60;
/** A count that falls by more than this, toward nothing, was set back. */
const RESET_AH = 0.5;
/** Volts from one row to the next that no load makes. */
const JUMP_V = 3;
/** As many notes of a kind as anybody reads. */
const MOST_NOTES = 40;
/** Rows from which the usual step is taken. */
const FIRST_STEPS = 50;

const NONE: Record<SeriesNote['kind'], number> = {
  gap: 0,
  reset: 0,
  'clock-back': 0,
  jump: 0,
  impossible: 0,
  unread: 0
};

/** Takes the rows of a file one after the other; gives them in chunks and says what is odd about them. */
export class SeriesReader {
  readonly #mapping: Mapping;
  readonly #moments: Moments;
  readonly #place: Partial<Record<Column, number>>;
  readonly #onChunk: (chunk: Chunk) => void;
  #chunk = emptyChunk(CHUNK_ROWS);
  #filled = 0;
  #line: number;
  #last: Sample | undefined;
  #steps: number[] = [];
  /** Settled after the first rows. */
  #usual: number | undefined;
  #outAh = 0;
  #byCount = false;
  readonly #summary: SeriesSummary = {
    rowCount: 0,
    refusedCount: 0,
    fromMs: null,
    toMs: null,
    stepS: null,
    notes: [],
    counts: { ...NONE },
    outAh: null
  };

  constructor(mapping: Mapping, onChunk: (chunk: Chunk) => void) {
    this.#mapping = mapping;
    this.#moments = new Moments(mapping);
    this.#onChunk = onChunk;
    this.#line = mapping.headLines;
    this.#place = Object.fromEntries(mapping.columns.flatMap((c, i) => (c === 'ignore' ? [] : [[c, i]]))) as Partial<
      Record<Column, number>
    >;
  }

  /** One line of the file, cut at its separator. */
  row(cells: readonly string[]): void {
    this.#line++;
    if (cells.length === 1 && cells[0]!.trim() === '') return;
    const sample = this.#sample(cells);
    if (!sample) return;
    const last = this.#last;
    if (last) {
      if (sample.ms < last.ms) {
        this.#note(
          'clock-back',
          sample.ms,
          `The clock went back by ${ago(last.ms - sample.ms)}: this row was left out.`
        );
        this.#summary.refusedCount++;
        return;
      }
      this.#follow(last, sample);
    }
    this.#summary.fromMs ??= sample.ms;
    this.#summary.toMs = sample.ms;
    this.#last = sample;
    this.#put(sample);
  }

  /** @returns what there is to say of all rows together */
  end(): SeriesSummary {
    if (this.#filled > 0) this.#send();
    const steps = this.#steps.toSorted((a, b) => a - b);
    this.#summary.stepS = steps.length > 0 ? steps[Math.floor(steps.length / 2)]! : null;
    const counts = this.#place.ampHours !== undefined || this.#place.amps !== undefined;
    this.#summary.outAh = counts && this.#summary.rowCount > 1 ? this.#outAh : null;
    return this.#summary;
  }

  /** Rows taken so far. */
  get rowCount(): number {
    return this.#summary.rowCount;
  }

  #sample(cells: readonly string[]): Sample | undefined {
    const cell = (c: Column): string => {
      const place = this.#place[c];
      return place === undefined ? '' : (cells[place] ?? '');
    };
    const ms = this.#moments.read(this.#place.time === undefined ? cell('date') : cell('time'), cell('clock'));
    if (!Number.isFinite(ms)) {
      this.#summary.refusedCount++;
      this.#note(
        'unread',
        null,
        `“${cells.join(this.#mapping.separator).slice(0, 60)}” has no readable time: left out.`
      );
      return undefined;
    }
    const sign = this.#mapping.discharge === 'minus' ? -1 : 1;
    const sample: Sample = {
      ms,
      volts: this.#figure(cell('volts')) * (this.#mapping.volts === 'mV' ? 1e-3 : 1),
      amps: sign * this.#figure(cell('amps')) * (this.#mapping.amps === 'mA' ? 1e-3 : 1),
      ampHours: sign * this.#figure(cell('ampHours')) * (this.#mapping.ampHours === 'mAh' ? 1e-3 : 1),
      tempC: celsius(this.#figure(cell('tempC')), this.#mapping.temperature)
    };
    return this.#possible(sample);
  }

  /** Readings outside of what can be are taken out one by one; the row stays with the rest. */
  #possible(sample: Sample): Sample {
    for (const f of ['volts', 'amps', 'ampHours', 'tempC'] as const) {
      const [least, most] = POSSIBLE[f];
      if (sample[f] < least || sample[f] > most) {
        this.#note('impossible', sample.ms, `${Number(sample[f].toPrecision(6))} ${UNITS[f]} cannot be: left out.`);
        sample[f] = NaN;
      }
    }
    return sample;
  }

  #figure(text: string): number {
    const t = text.trim();
    if (t === '') return NaN;
    const value = Number(
      this.#mapping.decimal === ',' ? t.replaceAll('.', '').replace(',', '.') : t.replaceAll(',', '')
    );
    if (Number.isFinite(value)) return value;
    if (!/^(nan|n\/?a|-+|null|none)$/i.test(t))
      this.#note('unread', null, `“${t.slice(0, 30)}” is no figure: left out.`);
    return NaN;
  }

  #follow(last: Sample, now: Sample): void {
    const stepS = (now.ms - last.ms) / 1000;
    const usual = this.#usualStepS();
    const gap = usual !== undefined && stepS > Math.max(GAP_LEAST_S, GAP_STEPS * usual);
    if (gap) this.#note('gap', last.ms, `Nothing for ${ago(now.ms - last.ms)}.`);
    else if (stepS > 0 && this.#steps.length < FIRST_STEPS) this.#steps.push(stepS);
    const counted = now.ampHours - last.ampHours;
    if (Number.isFinite(counted)) {
      this.#byCount = true;
      const set =
        Math.abs(counted) > RESET_AH && Math.abs(now.ampHours) < Math.abs(last.ampHours) / 2 && jumped(last, now);
      if (set)
        this.#note(
          'reset',
          now.ms,
          `The count was set back from ${figure(last.ampHours)} to ${figure(now.ampHours)} Ah.`
        );
      else this.#outAh += counted;
    } else if (!this.#byCount && !gap && Number.isFinite(now.amps) && Number.isFinite(last.amps))
      this.#outAh += ((now.amps + last.amps) / 2) * (stepS / 3600);
    if (!gap && Math.abs(now.volts - last.volts) > JUMP_V)
      this.#note('jump', now.ms, `From ${figure(last.volts)} to ${figure(now.volts)} V at once: was it unplugged?`);
  }

  #usualStepS(): number | undefined {
    if (this.#usual !== undefined) return this.#usual;
    if (this.#steps.length < 3) return undefined;
    const middle = this.#steps.toSorted((a, b) => a - b)[Math.floor(this.#steps.length / 2)];
    if (this.#steps.length === FIRST_STEPS) this.#usual = middle;
    return middle;
  }

  #note(kind: SeriesNote['kind'], ms: number | null, say: string): void {
    if (++this.#summary.counts[kind] <= MOST_NOTES) this.#summary.notes.push({ kind, ms, line: this.#line, say });
  }

  #put(s: Sample): void {
    const { ms, volts, amps, ampHours, tempC } = this.#chunk;
    const i = this.#filled++;
    ms[i] = s.ms;
    volts[i] = s.volts;
    amps[i] = s.amps;
    ampHours[i] = s.ampHours;
    tempC[i] = s.tempC;
    this.#summary.rowCount++;
    if (this.#filled === CHUNK_ROWS) this.#send();
  }

  #send(): void {
    const n = this.#filled;
    const c = this.#chunk;
    this.#onChunk({
      ms: c.ms.slice(0, n),
      volts: c.volts.slice(0, n),
      amps: c.amps.slice(0, n),
      ampHours: c.ampHours.slice(0, n),
      tempC: c.tempC.slice(0, n)
    });
    this.#filled = 0;
  }
}

/** A count that changes far faster than its current could: somebody set it. */
function jumped(last: Sample, now: Sample): boolean {
  const hours = Math.max((now.ms - last.ms) / 3_600_000, 1 / 3600);
  const most = Number.isFinite(now.amps) ? Math.abs(now.amps) : 0;
  return Math.abs(now.ampHours - last.ampHours) > 3 * most * hours + RESET_AH;
}

const UNITS = { volts: 'V', amps: 'A', ampHours: 'Ah', tempC: '°C' } as const;
const figure = (v: number): string => String(Number(v.toPrecision(4)));
const celsius = (v: number, unit: Mapping['temperature']): number => (unit === 'F' ? ((v - 32) * 5) / 9 : v);

/** A stretch of time in words. */
function ago(ms: number): string {
  const s = ms / 1000;
  if (s < 120) return `${Math.round(s)} s`;
  if (s < 7200) return `${Math.round(s / 60)} min`;
  if (s < 172_800) return `${Math.round(s / 3600)} h`;
  return `${Math.round(s / 86_400)} days`;
}
