import { marksSchema, type Mark } from '@haversack/core/bench/marks-schema';
import { and, asc, count, eq, sql } from 'drizzle-orm';
import { getBox } from './boxes.ts';
import type { Db } from './db/open.ts';
import { benchMarks, photos } from './db/schema.ts';
import { ApiError } from './errors.ts';
import { refusal } from './refusal.ts';

/** Marks of one box at most: a big box ticked ten times over. */
export const MOST_MARKS = 20_000;
/** A photograph as it is kept, scaled down before it comes; and how many of one box. */
export const PHOTO_BYTES = 2_000_000;
const MOST_PHOTOS = 300;

export function listMarks(db: Db, boxId: string): Mark[] {
  getBox(db, boxId);
  return db
    .select()
    .from(benchMarks)
    .where(eq(benchMarks.boxId, boxId))
    .orderBy(asc(benchMarks.atMs))
    .all()
    .map((m) => ({ id: m.id, key: m.key, value: JSON.parse(m.value), by: m.by, atMs: m.atMs }));
}

/** Adds marks; one that is there already is left, so that sending twice does no harm. @throws ApiError 422 with what is wrong */
export function addMarks(db: Db, boxId: string, data: unknown): Mark[] {
  getBox(db, boxId);
  const parsed = marksSchema.safeParse(data);
  if (!parsed.success) throw refusal('the list of marks', parsed.error, data);
  const have = db.select({ n: count() }).from(benchMarks).where(eq(benchMarks.boxId, boxId)).get()!.n;
  if (have + parsed.data.length > MOST_MARKS)
    throw new ApiError(422, `This box has ${MOST_MARKS} marks already: that is as many as are kept.`);
  db.transaction((tx) => {
    for (const m of parsed.data)
      tx.insert(benchMarks)
        .values({ ...m, boxId, value: JSON.stringify(m.value) })
        .onConflictDoNothing()
        .run();
  });
  return listMarks(db, boxId);
}

export type PhotoInfo = { id: string; key: string; type: 'image/jpeg' | 'image/png'; bytes: number; atMs: number };

export function listPhotos(db: Db, boxId: string): PhotoInfo[] {
  getBox(db, boxId);
  // their size only: the pictures themselves are fetched one by one
  return db
    .select({
      id: photos.id,
      key: photos.key,
      type: photos.type,
      bytes: sql<number>`length(${photos.bytes})`,
      atMs: photos.atMs
    })
    .from(photos)
    .where(eq(photos.boxId, boxId))
    .orderBy(asc(photos.atMs))
    .all();
}

/** What its first bytes say it is: the name and the header of a request say nothing. */
function typeOf(bytes: Buffer): PhotoInfo['type'] | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  return bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))
    ? 'image/png'
    : undefined;
}

/** Keeps a photograph of a step or a reading. @throws ApiError 413 when it is too large, 422 when it is none */
export function addPhoto(db: Db, boxId: string, key: string, bytes: Buffer, nowMs: number): PhotoInfo {
  getBox(db, boxId);
  if (!/^(step|reading) \S[^\n]{0,150}$/.test(key))
    throw new ApiError(422, 'A photograph belongs to a step or a reading.');
  if (bytes.length > PHOTO_BYTES)
    throw new ApiError(
      413,
      `That photograph has ${(bytes.length / 1e6).toFixed(1)} MB; 2 MB are kept. It is scaled down when it is added on the page.`
    );
  const type = typeOf(bytes);
  if (!type) throw new ApiError(422, 'This is no photograph: JPEG and PNG are kept.');
  const have = db.select({ n: count() }).from(photos).where(eq(photos.boxId, boxId)).get()!.n;
  if (have >= MOST_PHOTOS)
    throw new ApiError(422, `${MOST_PHOTOS} photographs of one box are kept; remove some first.`);
  const photo = { id: crypto.randomUUID(), boxId, key, type, bytes, atMs: nowMs };
  db.insert(photos).values(photo).run();
  return { id: photo.id, key, type, bytes: bytes.length, atMs: nowMs };
}

export function readPhoto(db: Db, boxId: string, id: string): { type: PhotoInfo['type']; bytes: Buffer } {
  const row = db
    .select()
    .from(photos)
    .where(and(eq(photos.boxId, boxId), eq(photos.id, id)))
    .get();
  if (!row) throw new ApiError(404, 'This photograph is not kept here.');
  return row;
}

export function removePhoto(db: Db, boxId: string, id: string): { removed: string } {
  readPhoto(db, boxId, id);
  db.delete(photos)
    .where(and(eq(photos.boxId, boxId), eq(photos.id, id)))
    .run();
  return { removed: id };
}
