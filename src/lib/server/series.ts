import { CHUNK_ROWS, FIGURES, fromBytes, type Chunk, type Figure } from '@haversack/core/series/chunk';
import { mappingSchema, type Mapping } from '@haversack/core/series/mapping';
import { extremes, type Point } from '@haversack/core/series/thin';
import type { SeriesSummary } from '@haversack/core/series/read';
import { and, asc, desc, eq, gte, lte } from 'drizzle-orm';
import { LTTB } from 'downsample/methods/LTTB.js';
import { z } from 'zod';
import { getBox } from './boxes.ts';
import type { Db } from './db/open.ts';
import { series, seriesChunks, settings } from './db/schema.ts';
import { ApiError } from './errors.ts';

export type SeriesHead = {
  id: string;
  name: string;
  fromMs: number | null;
  toMs: number | null;
  rowCount: number;
  summary: SeriesSummary | null;
  createdMs: number;
};

/** Rows of one series at most: a year of every five seconds. */
const MOST_ROWS = 6_500_000;
/** A series whose sender said nothing for so long is not coming any more. */
const FORGOTTEN_MS = 3_600_000;
/** Points of one figure that a chart is given at most. */
const MOST_POINTS = 4000;

const headOf = (row: typeof series.$inferSelect): SeriesHead => ({
  id: row.id,
  name: row.name,
  fromMs: row.fromMs,
  toMs: row.toMs,
  rowCount: row.rowCount,
  summary: row.state === 'coming' ? null : (JSON.parse(row.summary) as SeriesSummary),
  createdMs: row.createdMs
});

export function listSeries(db: Db, boxId: string): SeriesHead[] {
  getBox(db, boxId);
  return db
    .select()
    .from(series)
    .where(and(eq(series.boxId, boxId), eq(series.state, 'whole')))
    .orderBy(desc(series.createdMs))
    .all()
    .map(headOf);
}

function rowOf(db: Db, id: string): typeof series.$inferSelect {
  const row = db.select().from(series).where(eq(series.id, id)).get();
  if (!row) throw new ApiError(404, 'This series is not kept here any more.');
  return row;
}

export const getSeries = (db: Db, id: string): SeriesHead => headOf(rowOf(db, id));

const nameSchema = z.string().trim().min(1).max(120);

/** Begins a series; it is seen once it is whole. What was begun long ago and never ended goes. @throws ApiError 404, 422 */
export function beginSeries(
  db: Db,
  boxId: string,
  name: unknown,
  nowMs: number,
  from: 'file' | 'recording' = 'file'
): { id: string } {
  getBox(db, boxId);
  const parsed = nameSchema.safeParse(name);
  if (!parsed.success) throw new ApiError(422, 'A series has a name of 1 to 120 characters.');
  db.delete(series)
    .where(and(eq(series.state, 'coming'), eq(series.summary, 'file'), lte(series.createdMs, nowMs - FORGOTTEN_MS)))
    .run();
  const id = crypto.randomUUID();
  db.insert(series)
    .values({
      id,
      boxId,
      name: parsed.data,
      state: 'coming',
      fromMs: null,
      toMs: null,
      rowCount: 0,
      summary: from,
      createdMs: nowMs
    })
    .run();
  return { id };
}

/** The next rows of a series that is coming. @throws ApiError 404, 409, 422 */
export function addChunk(db: Db, id: string, place: number, bytes: Uint8Array): { rowCount: number } {
  const row = rowOf(db, id);
  if (row.state !== 'coming') throw new ApiError(409, 'This series is whole already.');
  if (!Number.isInteger(place) || place < 0 || place > MOST_ROWS / 100)
    throw new ApiError(422, 'The pieces are counted from 0.');
  let chunk: Chunk;
  try {
    chunk = fromBytes(bytes);
  } catch {
    throw new ApiError(422, `A piece holds whole rows, at most ${CHUNK_ROWS}.`);
  }
  const n = chunk.ms.length;
  if (n === 0) throw new ApiError(422, 'A piece holds one row at least.');
  for (let i = 0; i < n; i++)
    if (!Number.isFinite(chunk.ms[i]!) || (i > 0 && chunk.ms[i]! < chunk.ms[i - 1]!))
      throw new ApiError(422, 'The rows of a piece are in the order of their time.');
  if (row.rowCount + n > MOST_ROWS) throw new ApiError(422, `${MOST_ROWS} rows of one series are kept.`);
  const [fromMs, toMs] = [chunk.ms[0]!, chunk.ms[n - 1]!];
  db.transaction((tx) => {
    // the same piece sent twice counts once
    const fresh = tx
      .insert(seriesChunks)
      .values({ seriesId: id, place, fromMs, toMs, bytes: Buffer.from(bytes) })
      .onConflictDoNothing()
      .run();
    if (fresh.changes === 0) return;
    tx.update(series)
      .set({
        rowCount: row.rowCount + n,
        fromMs: Math.min(row.fromMs ?? fromMs, fromMs),
        toMs: Math.max(row.toMs ?? toMs, toMs)
      })
      .where(eq(series.id, id))
      .run();
  });
  return { rowCount: rowOf(db, id).rowCount };
}

const summarySchema = z.object({
  rowCount: z.number().int().min(0),
  refusedCount: z.number().int().min(0),
  fromMs: z.number().nullable(),
  toMs: z.number().nullable(),
  stepS: z.number().nullable(),
  notes: z
    .array(
      z.object({
        kind: z.enum(['gap', 'reset', 'clock-back', 'jump', 'impossible', 'unread']),
        ms: z.number().nullable(),
        line: z.number(),
        say: z.string().max(300)
      })
    )
    .max(400),
  counts: z.record(z.string(), z.number()),
  outAh: z.number().nullable()
});

/** All rows came: from now on it is shown. One whose rows are not all there is refused and stays unseen. @throws ApiError 404, 409, 422 */
export function endSeries(db: Db, id: string, summary: unknown): SeriesHead {
  const row = rowOf(db, id);
  if (row.state === 'whole') throw new ApiError(409, 'This series is whole already.');
  const parsed = summarySchema.safeParse(summary);
  if (!parsed.success) throw new ApiError(422, 'What was noticed in the series is not readable.');
  if (parsed.data.rowCount !== row.rowCount || row.rowCount === 0)
    throw new ApiError(422, `${row.rowCount} rows came of ${parsed.data.rowCount}: send it again.`);
  db.update(series)
    .set({ state: 'whole', summary: JSON.stringify(parsed.data) })
    .where(eq(series.id, id))
    .run();
  return getSeries(db, id);
}

export function deleteSeries(db: Db, id: string): void {
  rowOf(db, id);
  db.delete(series).where(eq(series.id, id)).run();
}

/** @throws ApiError 404, 422 */
export function renameSeries(db: Db, id: string, name: unknown): SeriesHead {
  rowOf(db, id);
  const parsed = nameSchema.safeParse(name);
  if (!parsed.success) throw new ApiError(422, 'A series has a name of 1 to 120 characters.');
  db.update(series).set({ name: parsed.data }).where(eq(series.id, id)).run();
  return getSeries(db, id);
}

/** The pieces of a series one after the other, so that never all of it is in memory. */
export function* chunksOf(db: Db, id: string, fromMs = -Infinity, toMs = Infinity): Generator<Chunk> {
  const places = db
    .select({ place: seriesChunks.place })
    .from(seriesChunks)
    .where(
      and(
        eq(seriesChunks.seriesId, id),
        ...(Number.isFinite(toMs) ? [lte(seriesChunks.fromMs, toMs)] : []),
        ...(Number.isFinite(fromMs) ? [gte(seriesChunks.toMs, fromMs)] : [])
      )
    )
    .orderBy(asc(seriesChunks.place))
    .all();
  for (const { place } of places) {
    const row = db
      .select({ bytes: seriesChunks.bytes })
      .from(seriesChunks)
      .where(and(eq(seriesChunks.seriesId, id), eq(seriesChunks.place, place)))
      .get();
    if (row) yield fromBytes(row.bytes);
  }
}

/** Each figure of a stretch, thinned to so many points: first the extremes of each small stretch, of these the ones that make the shape. */
export function drawnSeries(
  db: Db,
  id: string,
  window: { fromMs: number; toMs: number },
  points: number
): Record<Figure, Point[]> {
  const most = Math.min(MOST_POINTS, Math.max(10, points));
  const chunks = [...chunksOf(db, id, window.fromMs, window.toMs)];
  return Object.fromEntries(
    FIGURES.map((f) => {
      const rough = extremes(chunks, f, window, 2 * most);
      return [f, rough.length > most ? (LTTB(rough, most) as Point[]) : rough];
    })
  ) as Record<Figure, Point[]>;
}

/** A series as CSV, line by line: time in UTC, amps and amp-hours out of the battery above nothing. */
export function* seriesCsv(db: Db, id: string): Generator<string> {
  yield 'time_utc,volts_V,amps_out_A,amp_hours_out_Ah,temperature_C\r\n';
  const cell = (v: number): string => (Number.isNaN(v) ? '' : String(Number(v.toPrecision(6))));
  for (const chunk of chunksOf(db, id)) {
    let text = '';
    for (let i = 0; i < chunk.ms.length; i++)
      text += `${new Date(chunk.ms[i]!).toISOString()},${FIGURES.map((f) => cell(chunk[f][i]!)).join(',')}\r\n`;
    yield text;
  }
}

const MAPPINGS = 'series-mappings';
const MOST_MAPPINGS = 30;
const keptSchema = z.array(z.object({ head: z.string().max(2000), mapping: mappingSchema })).max(MOST_MAPPINGS);

/** How files with a head like that were read the last time, newest first. */
export function keptMappings(db: Db): { head: string; mapping: Mapping }[] {
  const row = db.select().from(settings).where(eq(settings.key, MAPPINGS)).get();
  const parsed = keptSchema.safeParse(row ? JSON.parse(row.value) : []);
  return parsed.success ? parsed.data : [];
}

/** @throws ApiError 422 */
export function keepMapping(db: Db, data: unknown): { head: string; mapping: Mapping }[] {
  const parsed = keptSchema.element.safeParse(data);
  if (!parsed.success) throw new ApiError(422, 'This is no way to read a file.');
  const kept = [parsed.data, ...keptMappings(db).filter((k) => k.head !== parsed.data.head)].slice(0, MOST_MAPPINGS);
  const value = JSON.stringify(kept);
  db.insert(settings)
    .values({ key: MAPPINGS, value })
    .onConflictDoUpdate({ target: settings.key, set: { value } })
    .run();
  return kept;
}
