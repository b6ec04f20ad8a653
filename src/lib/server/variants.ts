import { and, asc, eq } from 'drizzle-orm';
import type { Box } from '@haversack/core/box/schema';
import type { Db, Tx } from './db/open.ts';
import { boxes, variants } from './db/schema.ts';
import { readable, readDocument } from './documents.ts';
import { ApiError } from './errors.ts';

/** Variants that one box may have beside its document. */
const MOST = 12;

export type StoredVariant = { id: string; name: string; builtDay: string | null; changedMs: number; document: Box };
/** One that cannot be read; the others are not touched by it. */
export type BrokenVariant = { id: string; why: string };

/** Every variant beside the document, the oldest first. @throws ApiError 404 for a box that is not there */
export function listVariants(db: Db, boxId: string): { variants: StoredVariant[]; broken: BrokenVariant[] } {
  presentOf(db, boxId);
  const out: StoredVariant[] = [];
  const broken: BrokenVariant[] = [];
  for (const row of db.select().from(variants).where(eq(variants.boxId, boxId)).orderBy(asc(variants.changedMs)).all())
    try {
      const document = readDocument(row.document);
      const { name, builtDay } = document.variant;
      out.push({ id: row.id, name, builtDay, changedMs: row.changedMs, document });
    } catch (error) {
      broken.push({ id: row.id, why: error instanceof Error ? error.message : String(error) });
    }
  return { variants: out, broken };
}

/** Text of the document a box is now. @throws ApiError 404 */
function presentOf(tx: Tx, boxId: string): string {
  const row = tx.select({ document: boxes.document }).from(boxes).where(eq(boxes.id, boxId)).get();
  if (!row) throw new ApiError(404, 'This box is not on the shelf any more.');
  return row.document;
}

const at = (boxId: string, id: string) => and(eq(variants.boxId, boxId), eq(variants.id, id));

function put(tx: Tx, boxId: string, document: Box, nowMs: number): void {
  const row = { document: JSON.stringify(document), changedMs: nowMs };
  tx.insert(variants)
    .values({ id: document.variant.id, boxId, ...row })
    .onConflictDoUpdate({ target: [variants.boxId, variants.id], set: row })
    .run();
}

/**
 * Keeps a document as a variant beside the box's own.
 * @throws ApiError 404, 409 when the box itself is that variant, 422 without a name or when there are too many
 */
export function keepVariant(db: Db, boxId: string, document: Box, nowMs: number): void {
  if (document.variant.name.trim() === '')
    throw new ApiError(422, 'A variant needs a name, such as ‘lighter’ or ‘with the old battery’.');
  db.transaction((tx) => {
    if (readable(presentOf(tx, boxId)).variant.id === document.variant.id)
      throw new ApiError(409, 'The open box is this variant itself.');
    const known = tx.select({ id: variants.id }).from(variants).where(eq(variants.boxId, boxId)).all();
    if (known.length >= MOST && !known.some((k) => k.id === document.variant.id))
      throw new ApiError(422, `A box keeps ${MOST} variants at most: take one out, or make one a box of its own.`);
    put(tx, boxId, document, nowMs);
  });
}

/** Takes a variant out for good. @throws ApiError 404 */
export function dropVariant(db: Db, boxId: string, id: string): void {
  if (db.delete(variants).where(at(boxId, id)).run().changes === 0)
    throw new ApiError(404, 'This variant is not kept any more.');
}

/**
 * What a save does to the variants: where the document became another variant, the one before it is kept beside, and the
 * one that was opened is beside no longer. So the newest work of each is in one place only.
 */
export function swapVariants(tx: Tx, boxId: string, before: Box, after: Box, nowMs: number): void {
  if (before.variant.id === after.variant.id) return;
  put(tx, boxId, before, nowMs);
  tx.delete(variants).where(at(boxId, after.variant.id)).run();
}
