import { and, desc, eq, lt } from 'drizzle-orm';
import type { Box } from '@haversack/core/box/schema';
import { whatChanged } from '@haversack/core/logbook/what-changed';
import { boxes, revisions } from './db/schema.ts';
import type { Db } from './db/open.ts';
import { readable, readDocument } from './documents.ts';
import { ApiError } from './errors.ts';
import { swapVariants } from './variants.ts';

const KEPT_REVISIONS = 40;

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
    tx.insert(revisions)
      .values({ boxId: id, revision: row.revision, document: row.document, savedMs: row.updatedMs })
      .onConflictDoNothing()
      .run();
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
 * Saves a document that started from a revision; keeps what was there as a revision.
 * @throws ApiError 409 with the stored version when another save was first
 */
export function saveBox(db: Db, id: string, document: Box, fromRevision: number, nowMs: number): StoredBox {
  return db.transaction((tx) => {
    const stored = getBox(tx as unknown as Db, id);
    if (stored.revision !== fromRevision)
      throw new ApiError(409, 'This box was changed in another window after you opened it.', { stored });
    tx.insert(revisions)
      .values({
        boxId: id,
        revision: stored.revision,
        document: JSON.stringify(stored.document),
        savedMs: stored.updatedMs
      })
      .onConflictDoNothing()
      .run();
    swapVariants(tx, id, stored.document, document, nowMs);
    const revision = stored.revision + 1;
    tx.update(boxes)
      .set({ name: document.name, document: JSON.stringify(document), revision, updatedMs: nowMs })
      .where(eq(boxes.id, id))
      .run();
    tx.delete(revisions)
      .where(and(eq(revisions.boxId, id), lt(revisions.revision, revision - KEPT_REVISIONS)))
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

export function listRevisions(db: Db, id: string): { revision: number; savedMs: number }[] {
  return db
    .select({ revision: revisions.revision, savedMs: revisions.savedMs })
    .from(revisions)
    .where(eq(revisions.boxId, id))
    .orderBy(desc(revisions.revision))
    .all();
}

/** Sentences told of each earlier version. */
const TOLD = 6;

/** Earlier versions with what the save after each changed, newest first; one that cannot be read says so. */
export function revisionHistory(
  db: Db,
  id: string
): { revision: number; savedMs: number; variant: string; changes: string[]; more: number }[] {
  const now = db.select().from(boxes).where(eq(boxes.id, id)).get();
  if (!now) throw new ApiError(404, 'This box is not on the shelf any more.');
  const rows = db.select().from(revisions).where(eq(revisions.boxId, id)).orderBy(desc(revisions.revision)).all();
  const read = (text: string): Box | undefined => {
    try {
      return readDocument(text);
    } catch {
      return undefined;
    }
  };
  let later = read(now.document);
  return rows.map((row) => {
    const document = read(row.document);
    const all =
      document === undefined
        ? ['this version cannot be read']
        : later === undefined
          ? ['the version after it cannot be read']
          : whatChanged(document, later);
    later = document;
    return {
      revision: row.revision,
      savedMs: row.savedMs,
      variant: document?.variant.name ?? '',
      changes: all.slice(0, TOLD),
      more: Math.max(0, all.length - TOLD)
    };
  });
}

/** An earlier document of a box. @throws ApiError 404 */
export function getRevision(db: Db, id: string, revision: number): Box {
  const row = db
    .select()
    .from(revisions)
    .where(and(eq(revisions.boxId, id), eq(revisions.revision, revision)))
    .get();
  if (!row) throw new ApiError(404, 'That earlier version is not kept any more.');
  return readable(row.document);
}
