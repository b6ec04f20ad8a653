import type { MeterReading } from '@haversack/core/meter/line';
import { emptyChunk, FIGURES, toBytes, type Chunk } from '@haversack/core/series/chunk';
import type { Mapping } from '@haversack/core/series/mapping';
import { SeriesReader, type SeriesSummary } from '@haversack/core/series/read';
import type { Db } from '../db/open.ts';
import { addChunk, beginSeries, chunksOf, endSeries, type SeriesHead } from '../series.ts';

/** A series of the meter's own: what it sends has these columns. */
const OWN: Mapping = {
  separator: ',',
  headLines: 0,
  columns: ['time', 'volts', 'amps', 'ampHours', 'tempC'],
  time: 'unix-ms',
  zone: 'UTC',
  decimal: '.',
  amps: 'A',
  ampHours: 'Ah',
  volts: 'V',
  temperature: 'C',
  discharge: 'plus',
  beginMs: null
};

/** Rows are kept at the latest after so long, or so many. */
const KEPT_AFTER_MS = 5000;
const KEPT_ROWS = 500;

type Row = { ms: number; volts: number; amps: number; ampHours: number; tempC: number };

/** Writes what a meter says into a series, a few seconds at a time: what was heard before a cut cable or a kill stays. */
export class Recorder {
  readonly #db: Db;
  readonly #seriesId: string;
  readonly #sinceMs: number;
  readonly #reader = new SeriesReader(OWN, () => {});
  #rows: Row[] = [];
  #place = 0;
  #rowCount = 0;
  #oldestMs = Infinity;
  /** The meter's clock at a moment of ours: time is that of the meter, which may run faster. */
  #base: { clockS: number; ms: number } | undefined;
  #lastMs = -Infinity;

  constructor(db: Db, boxId: string, name: string, nowMs: number) {
    this.#db = db;
    this.#sinceMs = nowMs;
    this.#seriesId = beginSeries(db, boxId, name, nowMs, 'recording').id;
  }

  get now(): { seriesId: string; rowCount: number; sinceMs: number } {
    return { seriesId: this.#seriesId, rowCount: this.#rowCount, sinceMs: this.#sinceMs };
  }

  take(r: MeterReading, nowMs: number): void {
    // switched on anew its clock begins again
    if (!this.#base || r.clockS < this.#base.clockS)
      this.#base = { clockS: r.clockS, ms: Math.max(nowMs, this.#lastMs) };
    const ms = Math.max(this.#lastMs, this.#base.ms + (r.clockS - this.#base.clockS) * 1000);
    this.#lastMs = ms;
    const row = { ms, volts: r.volts, amps: r.amps, ampHours: r.ampHours, tempC: r.tempC ?? NaN };
    this.#reader.row([ms, row.volts, row.amps, row.ampHours, r.tempC ?? ''].map(String));
    this.#rows.push(row);
    this.#rowCount++;
    this.#oldestMs = Math.min(this.#oldestMs, nowMs);
    if (this.#rows.length >= KEPT_ROWS) this.#keep();
  }

  flush(): void {
    this.#keep();
  }

  flushOld(): void {
    if (this.#rows.length > 0 && Date.now() - this.#oldestMs >= KEPT_AFTER_MS) this.#keep();
  }

  /** Ends the series; undefined when nothing came. */
  end(): SeriesHead | undefined {
    this.#keep();
    if (this.#rowCount === 0) return undefined;
    return endSeries(this.#db, this.#seriesId, this.#reader.end());
  }

  #keep(): void {
    if (this.#rows.length === 0) return;
    addChunk(this.#db, this.#seriesId, this.#place++, toBytes(chunkOf(this.#rows)));
    this.#rows = [];
    this.#oldestMs = Infinity;
  }
}

function chunkOf(rows: readonly Row[]): Chunk {
  const chunk = emptyChunk(rows.length);
  rows.forEach((r, i) => {
    chunk.ms[i] = r.ms;
    for (const f of FIGURES) chunk[f][i] = r[f];
  });
  return chunk;
}

/** What is to be said of rows that are kept already: for a recording whose process was ended. */
export function summaryOf(db: Db, seriesId: string): SeriesSummary {
  const reader = new SeriesReader(OWN, () => {});
  for (const c of chunksOf(db, seriesId))
    c.ms.forEach((ms, i) =>
      reader.row(
        [ms, c.volts[i]!, c.amps[i]!, c.ampHours[i]!, c.tempC[i]!].map((v) => (Number.isNaN(v) ? '' : String(v)))
      )
    );
  return reader.end();
}
