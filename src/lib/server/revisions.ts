import type { Box } from '@haversack/core/box/schema';
import { whatChanged } from '@haversack/core/logbook/what-changed';
import { and, desc, eq, inArray } from 'drizzle-orm';
import type { Db, Tx } from './db/open.ts';
import { boxes, revisions } from './db/schema.ts';
import { readable, readDocument } from './documents.ts';
import { ApiError } from './errors.ts';
import { versionsToDrop, type Version, type VersionWhy } from './versions.ts';

type Stored = { id: string; revision: number; document: string; updatedMs: number };

/** Keeps what stood before a save as an earlier version, and thins those of the box by age. */
export function keepVersion(tx: Tx, stored: Stored, why: VersionWhy, nowMs: number): void {
  const { id: boxId, revision, document, updatedMs } = stored;
  tx.insert(revisions).values({ boxId, revision, document, savedMs: updatedMs, why }).onConflictDoNothing().run();
  const gone = versionsToDrop(headsOf(tx, boxId), nowMs).map((v) => v.revision);
  if (gone.length > 0)
    tx.delete(revisions)
      .where(and(eq(revisions.boxId, boxId), inArray(revisions.revision, gone)))
      .run();
}

const headsOf = (db: Pick<Db, 'select'>, boxId: string): Version[] =>
  db
    .select({ revision: revisions.revision, savedMs: revisions.savedMs, why: revisions.why })
    .from(revisions)
    .where(eq(revisions.boxId, boxId))
    .orderBy(desc(revisions.revision))
    .all();

/** Earlier versions, newest first, without what is in them. */
export const listRevisions = (db: Db, id: string): Version[] => headsOf(db, id);

/** Sentences told of each earlier version. */
const TOLD = 6;

export type Told = Version & { variant: string; changes: string[]; more: number };

/** Earlier versions with what the save after each changed, newest first; one that cannot be read says so. @throws ApiError 404 */
export function revisionHistory(db: Db, id: string): Told[] {
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
  return rows.map(({ revision, savedMs, why, document: text }) => {
    const document = read(text);
    const all =
      document === undefined
        ? ['this version cannot be read']
        : later === undefined
          ? ['the version after it cannot be read']
          : whatChanged(document, later);
    later = document;
    return {
      revision,
      savedMs,
      why,
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
