import { and, eq } from 'drizzle-orm';
import { getBox } from '../boxes.ts';
import type { Db } from '../db/open.ts';
import { series, settings } from '../db/schema.ts';
import { ApiError } from '../errors.ts';
import { deleteSeries, endSeries, type SeriesHead } from '../series.ts';
import { MeterLink, type MeterState } from './link.ts';
import { Recorder, summaryOf } from './recorder.ts';
import { readSource, sourceSchema, type MeterSource } from './source.ts';

/** Meters that are listened to, by box. */
const links = new Map<string, MeterLink>();

// the last seconds of a recording are kept when the server is ended
process.once('exit', () => links.forEach((link) => link.flush()));

const sourceKey = (boxId: string): string => `meter-${boxId}`;

/** Where this box's meter was listened to the last time; the simulated one where it was started along. */
export function knownSource(db: Db, boxId: string): MeterSource | null {
  const row = db
    .select()
    .from(settings)
    .where(eq(settings.key, sourceKey(boxId)))
    .get();
  const parsed = row ? sourceSchema.safeParse(JSON.parse(row.value)) : undefined;
  if (parsed?.success) return parsed.data;
  const port = Number(process.env.HAVERSACK_METER_PORT ?? '');
  return Number.isInteger(port) && port > 0 ? { kind: 'tcp', port } : null;
}

export const meterOf = (boxId: string): MeterLink | undefined => links.get(boxId);

/** Listens to a meter; one that is listened to already is let go. @throws ApiError 404, 422 */
export function joinMeter(db: Db, boxId: string, data: unknown): MeterState {
  getBox(db, boxId);
  const source = readSource(data);
  leaveMeter(db, boxId);
  const value = JSON.stringify(source);
  const key = sourceKey(boxId);
  db.insert(settings).values({ key, value }).onConflictDoUpdate({ target: settings.key, set: { value } }).run();
  const link = new MeterLink(source);
  links.set(boxId, link);
  return link.now;
}

/** Lets a meter go; what was being recorded is ended first. */
export function leaveMeter(db: Db, boxId: string): { recorded: SeriesHead | null } {
  const link = links.get(boxId);
  if (!link) return { recorded: null };
  const recorded = stopOf(db, link);
  link.end();
  links.delete(boxId);
  return { recorded };
}

function linkOf(boxId: string): MeterLink {
  const link = links.get(boxId);
  if (!link) throw new ApiError(409, 'No meter is listened to: join it first.');
  return link;
}

/** @throws ApiError 409 when no meter is joined or it is recorded already */
export function startRecording(db: Db, boxId: string, name: string, nowMs: number): MeterState {
  const link = linkOf(boxId);
  if (link.recorder) throw new ApiError(409, 'It is being recorded already.');
  link.recorder = new Recorder(db, boxId, name, nowMs);
  link.changed();
  return link.now;
}

function stopOf(db: Db, link: MeterLink): SeriesHead | null {
  const { recorder } = link;
  if (!recorder) return null;
  link.recorder = undefined;
  try {
    const head = recorder.end();
    if (!head) deleteSeries(db, recorder.now.seriesId);
    return head ?? null;
  } catch {
    // its box is gone, and the series with it
    return null;
  }
}

/** @throws ApiError 409 */
export function stopRecording(db: Db, boxId: string): { recorded: SeriesHead | null } {
  const link = linkOf(boxId);
  if (!link.recorder) throw new ApiError(409, 'Nothing is being recorded.');
  const recorded = stopOf(db, link);
  link.changed();
  return { recorded };
}

/** Recordings of a process that was ended are made whole with what they have. */
export function recoverRecordings(db: Db): void {
  const open = db
    .select({ id: series.id, rowCount: series.rowCount })
    .from(series)
    .where(and(eq(series.state, 'coming'), eq(series.summary, 'recording')))
    .all();
  for (const { id, rowCount } of open) {
    if (rowCount === 0) deleteSeries(db, id);
    else endSeries(db, id, { ...summaryOf(db, id), rowCount });
  }
}
