import { eq } from 'drizzle-orm';
import type { Box } from '@haversack/core/box/schema';
import { boxes } from './db/schema.ts';
import type { Db } from './db/open.ts';
import { readable } from './documents.ts';
import { ApiError } from './errors.ts';
import { getRevision, keepVersion } from './revisions.ts';
import { swapVariants } from './variants.ts';
import type { VersionWhy } from './versions.ts';

export type StoredBox = { id: string; document: Box; revision: number; archived: boolean; updatedMs: number };

/** The text of a box as it stands in the database, readable or not. @throws ApiError 404 */
export function rawDocument(db: Db, id: string): { name: string; text: string } {
  const row = db.select().from(boxes).where(eq(boxes.id, id)).get();
  if (!row) throw new ApiError(404, 'This box is not on the shelf any more.');
  return { name: row.name, text: row.document };
}

/** Goes back to an earlier version of a box that cannot be read; its unreadable text is kept as a version, too. @throws ApiError 404 */
export function backTo(db: Db, id: string, revision: number, nowMs: number): StoredBox {
  const document = getRevision(db, id, revision);
  return db.transaction((tx) => {
    const row = tx.select().from(boxes).where(eq(boxes.id, id)).get();
    if (!row) throw new ApiError(404, 'This box is not on the shelf any more.');
    keepVersion(tx, row, 'back', nowMs);
    const next = row.revision + 1;
    tx.update(boxes)
      .set({ name: document.name, document: JSON.stringify(document), revision: next, updatedMs: nowMs })
      .where(eq(boxes.id, id))
      .run();
    return { id, document, revision: next, archived: row.archived, updatedMs: nowMs };
  });
}

export function createBox(db: Db, document: Box, nowMs: number): StoredBox {
  const id = crypto.randomUUID();
  db.insert(boxes)
    .values({
      id,
      name: document.name,
      document: JSON.stringify(document),
      revision: 1,
      createdMs: nowMs,
      updatedMs: nowMs
    })
    .run();
  return { id, document, revision: 1, archived: false, updatedMs: nowMs };
}

/** @throws ApiError 404, 422 */
export function getBox(db: Db, id: string): StoredBox {
  const row = db.select().from(boxes).where(eq(boxes.id, id)).get();
  if (!row) throw new ApiError(404, 'This box is not on the shelf any more.');
  return {
    id: row.id,
    document: readable(row.document),
    revision: row.revision,
    archived: row.archived,
    updatedMs: row.updatedMs
  };
}

/**
 * Saves a document that started from a revision; keeps what was there as an earlier version.
 * @param why what this save is, for the version before it
 * @throws ApiError 409 with the stored version when another save was first
 */
export function saveBox(
  db: Db,
  id: string,
  document: Box,
  fromRevision: number,
  nowMs: number,
  why: VersionWhy = 'work'
): StoredBox {
  return db.transaction((tx) => {
    const stored = getBox(tx as unknown as Db, id);
    if (stored.revision !== fromRevision)
      throw new ApiError(409, 'This box was changed in another window after you opened it.', { stored });
    keepVersion(tx, { ...stored, document: JSON.stringify(stored.document) }, why, nowMs);
    swapVariants(tx, id, stored.document, document, nowMs);
    const revision = stored.revision + 1;
    tx.update(boxes)
      .set({ name: document.name, document: JSON.stringify(document), revision, updatedMs: nowMs })
      .where(eq(boxes.id, id))
      .run();
    return { id, document, revision, archived: stored.archived, updatedMs: nowMs };
  });
}

export function setArchived(db: Db, id: string, archived: boolean): void {
  rawDocument(db, id);
  db.update(boxes).set({ archived }).where(eq(boxes.id, id)).run();
}

/** Takes a box away for good; only from the archive. */
export function deleteBox(db: Db, id: string): void {
  if (!db.select().from(boxes).where(eq(boxes.id, id)).get()?.archived)
    throw new ApiError(409, 'Only archived boxes can be deleted; archive it first.');
  db.delete(boxes).where(eq(boxes.id, id)).run();
}
