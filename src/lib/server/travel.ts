import { FIRST_VARIANT } from '@haversack/core/box/variant-names';
import type { Box } from '@haversack/core/box/schema';
import { partFromOlder } from '@haversack/core/box/older';
import { markSchema } from '@haversack/core/bench/marks-schema';
import { partSchema } from '@haversack/core/catalogue/part';
import { writeBox } from '@haversack/core/exchange/read-box';
import { batterySchema, type Battery } from '@haversack/core/logbook/battery';
import { logEntrySchema, recordMarksSchema } from '@haversack/core/logbook/record';
import { eq, inArray } from 'drizzle-orm';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { z } from 'zod';
import { addPhoto, listMarks, listPhotos, MOST_MARKS, PHOTO_BYTES, readPhoto } from './bench.ts';
import { createBox, getBox, type StoredBox } from './boxes.ts';
import type { Db } from './db/open.ts';
import { batteries, benchMarks, ownParts, photos, records } from './db/schema.ts';
import { parseDocument } from './documents.ts';
import { ApiError } from './errors.ts';
import { refusal } from './refusal.ts';
import { writeRecord } from './logbook.ts';
import { listOwnParts } from './parts.ts';
import { recordsWhere } from './records.ts';
import { keepVariant, listVariants } from './variants.ts';

/** A box as one file: a zip with the box, its variants, logbook, marks and photographs of the bench, its own parts and batteries. */
const FORMAT = 'haversack-travel';
const VERSION = 1;
/** As much as is unpacked: three hundred photographs at their largest would be more than anybody took. */
const MOST_UNPACKED_BYTES = 300_000_000;
/** A battery that stands in the box that travels: its mark is another one where it arrives. */
const THIS_BOX = 'this-box';
const MOST_RECORDS = 20_000;

/** @throws ApiError 404, 422 */
export function packBox(db: Db, id: string): { name: string; bytes: Uint8Array<ArrayBuffer> } {
  const { document } = getBox(db, id);
  const log = recordsWhere(db, eq(records.boxId, id), MOST_RECORDS);
  const batteryIds = [...new Set(log.flatMap((r) => r.batteryIds))];
  const kept = batteryIds.length > 0 ? db.select().from(batteries).where(inArray(batteries.id, batteryIds)).all() : [];
  const pictures = listPhotos(db, id);
  const file = (data: unknown): Uint8Array => strToU8(JSON.stringify(data, null, 1));
  const files: Zippable = {
    'haversack.json': file({ format: FORMAT, version: VERSION }),
    'box.json': strToU8(writeBox(document)),
    'variants.json': file(listVariants(db, id).variants.map((v) => v.document)),
    'logbook.json': file(log),
    'marks.json': file(listMarks(db, id)),
    'parts.json': file(listOwnParts(db).filter((p) => p.id in document.parts)),
    'batteries.json': file(
      kept.map((b) => {
        const battery = JSON.parse(b.document) as Battery;
        return { ...battery, id: b.id, boxId: battery.boxId === id ? THIS_BOX : null };
      })
    ),
    'photos.json': file(pictures)
  };
  for (const p of pictures) {
    const name = `photos/${p.id}.${p.type === 'image/png' ? 'png' : 'jpg'}`;
    // pictures are packed already
    files[name] = [new Uint8Array(readPhoto(db, id, p.id).bytes), { level: 0 }];
  }
  return { name: document.name, bytes: zipSync(files) };
}

const photoSchema = z.strictObject({
  id: z.uuid(),
  key: z.string(),
  type: z.enum(['image/jpeg', 'image/png']),
  bytes: z.number().int().min(0).max(PHOTO_BYTES),
  atMs: z.number().int().min(0)
});
const keptBattery = batterySchema.extend({ id: z.uuid() });

/** What lies in such a file, each piece checked; nothing is written yet. @throws ApiError 422 with what is wrong and where */
function readTravel(bytes: Uint8Array) {
  let unpacked = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter: (f) => {
        unpacked += f.originalSize;
        if (unpacked > MOST_UNPACKED_BYTES) throw new ApiError(413, 'There is too much in this file: at most 300 MB.');
        return true;
      }
    });
  } catch (error) {
    if (error instanceof ApiError) throw error;
    throw new ApiError(422, 'This is no whole zip file, or only a part of one. Nothing was taken over.');
  }
  const json = (name: string): unknown => {
    const piece = files[name];
    if (!piece) throw new ApiError(422, `This is not a box taken along: it holds no ${name}. Nothing was taken over.`);
    try {
      return JSON.parse(strFromU8(piece));
    } catch {
      throw new ApiError(422, `In this file ${name} is damaged. Nothing was taken over.`);
    }
  };
  const checked = <T>(name: string, schema: z.ZodType<T>, data: unknown = json(name)): T => {
    const parsed = schema.safeParse(data);
    if (parsed.success) return parsed.data;
    throw refusal(`in ${name} it`, parsed.error, data, `It stands in ${name}. Nothing was taken over.`);
  };
  const head = checked('haversack.json', z.object({ format: z.string(), version: z.number() }));
  if (head.format !== FORMAT)
    throw new ApiError(422, 'This zip file is not a box of Haversack. Nothing was taken over.');
  if (head.version > VERSION)
    throw new ApiError(
      422,
      'This box was packed by a newer Haversack: bring this one up to date. Nothing was taken over.'
    );
  const entries = checked('logbook.json', z.array(z.record(z.string(), z.unknown())).max(MOST_RECORDS)).map((r) => {
    const { id, createdMs, ...entry } = r;
    return {
      ...checked('logbook.json', logEntrySchema, entry),
      ...checked('logbook.json', recordMarksSchema, { id, createdMs })
    };
  });
  return {
    document: parseDocument(json('box.json')),
    variants: checked('variants.json', z.array(z.unknown()).max(200)).map((v) => parseDocument(v)),
    entries,
    marks: checked('marks.json', z.array(markSchema).max(MOST_MARKS)),
    parts: checked('parts.json', z.array(z.unknown()).max(2000)).map((p) =>
      checked('parts.json', partSchema, partFromOlder(p))
    ),
    batteries: checked('batteries.json', z.array(keptBattery).max(2000)),
    pictures: checked('photos.json', z.array(photoSchema).max(300)).map((p) => {
      const bytes = files[`photos/${p.id}.${p.type === 'image/png' ? 'png' : 'jpg'}`];
      if (!bytes) throw new ApiError(422, 'A photograph is missing in this file. Nothing was taken over.');
      return { ...p, bytes };
    })
  };
}

/** Takes a box in with all that came along, or nothing of it. Things that are here already under their own mark are left as they are. @throws ApiError 413, 422 */
export function unpackBox(db: Db, bytes: Uint8Array, nowMs: number): StoredBox {
  const t = readTravel(bytes);
  return db.transaction((tx) => {
    const within = tx as unknown as Db;
    const variant =
      t.variants.length > 0 ? t.document.variant : { ...FIRST_VARIANT, builtDay: t.document.variant.builtDay };
    const box = createBox(within, { ...t.document, variant } satisfies Box, nowMs);
    for (const v of t.variants) keepVariant(within, box.id, v, nowMs);
    for (const p of t.parts)
      tx.insert(ownParts)
        .values({ id: p.id, document: JSON.stringify({ ...p, origin: 'own' }), updatedMs: nowMs })
        .onConflictDoNothing()
        .run();
    for (const { id, ...b } of t.batteries) {
      const document = JSON.stringify({ ...b, boxId: b.boxId === THIS_BOX ? box.id : null });
      tx.insert(batteries).values({ id, document, updatedMs: nowMs }).onConflictDoNothing().run();
    }
    // under marks of their own: the box it came from may stand on this very shelf
    for (const e of t.entries) writeRecord(within, box.id, { ...e, id: crypto.randomUUID() });
    for (const m of t.marks)
      tx.insert(benchMarks)
        .values({ ...m, boxId: box.id, value: JSON.stringify(m.value) })
        .run();
    for (const p of t.pictures) {
      const made = addPhoto(within, box.id, p.key, Buffer.from(p.bytes), p.atMs);
      tx.update(photos).set({ atMs: p.atMs }).where(eq(photos.id, made.id)).run();
    }
    return box;
  });
}
