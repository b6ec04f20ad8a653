import { desc, eq, lt, and } from 'drizzle-orm';
import { fromOlder } from '@haversack/core/box/older';
import type { Box } from '@haversack/core/box/schema';
import type { Catalogue } from '@haversack/core/catalogue/part';
import { evaluate } from '@haversack/core/evaluate';
import { readBoxData, type Problem } from '@haversack/core/exchange/read-box';
import type { VerdictState } from '@haversack/core/verdict';
import { boxes, revisions } from './db/schema.ts';
import type { Db } from './db/open.ts';
import { ApiError } from './errors.ts';

const KEPT_REVISIONS = 40;

export type BoxSummary = {
  id: string;
  name: string;
  notes: string;
  archived: boolean;
  revision: number;
  updatedMs: number;
  verdicts: { id: string; name: string; state: VerdictState; text: string }[];
};
export type StoredBox = { id: string; document: Box; revision: number; archived: boolean; updatedMs: number };

/** A document as it was stored, perhaps by an older Haversack. */
const stored = (text: string): Box => fromOlder(JSON.parse(text)) as Box;

/** A box document from outside, or the problems with it. @throws ApiError 422 */
export function parseDocument(data: unknown): Box {
  const read = readBoxData(data);
  if (!read.ok) throw new ApiError(422, sentenceOf(read.problems), { problems: read.problems });
  return read.box;
}

const sentenceOf = (problems: Problem[]): string => {
  const first = problems[0]!;
  const more = problems.length > 1 ? ` (and ${problems.length - 1} more)` : '';
  return `${first.path ? `At ${first.path}: ` : ''}${first.message}${more} Nothing was taken over.`;
};

/** All boxes, newest first, with their five answers. */
export function listBoxes(db: Db, catalogue: Catalogue): BoxSummary[] {
  return db
    .select()
    .from(boxes)
    .orderBy(desc(boxes.updatedMs))
    .all()
    .map((row) => {
      const document = stored(row.document);
      const plan = evaluate(document, catalogue);
      const verdicts = plan.verdicts.map((v) => ({
        id: v.id,
        name: v.name,
        state: v.state,
        text: v.value.map((p) => `${p.number} ${p.unit}`.trim()).join(' ') || v.say
      }));
      return {
        id: row.id,
        name: row.name,
        notes: document.notes,
        archived: row.archived,
        revision: row.revision,
        updatedMs: row.updatedMs,
        verdicts
      };
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

/** @throws ApiError 404 */
export function getBox(db: Db, id: string): StoredBox {
  const row = db.select().from(boxes).where(eq(boxes.id, id)).get();
  if (!row) throw new ApiError(404, 'This box is not on the shelf any more.');
  return {
    id: row.id,
    document: stored(row.document),
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
  getBox(db, id);
  db.update(boxes).set({ archived }).where(eq(boxes.id, id)).run();
}

/** Takes a box away for good; only from the archive. */
export function deleteBox(db: Db, id: string): void {
  if (!getBox(db, id).archived) throw new ApiError(409, 'Only archived boxes can be deleted; archive it first.');
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

/** An earlier document of a box. @throws ApiError 404 */
export function getRevision(db: Db, id: string, revision: number): Box {
  const row = db
    .select()
    .from(revisions)
    .where(and(eq(revisions.boxId, id), eq(revisions.revision, revision)))
    .get();
  if (!row) throw new ApiError(404, 'That earlier version is not kept any more.');
  return stored(row.document);
}
