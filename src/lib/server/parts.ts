import { partFromOlder } from '@haversack/core/box/older';
import { partSchema, type Part } from '@haversack/core/catalogue/part';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { asc, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Db } from './db/open.ts';
import { ownParts } from './db/schema.ts';
import { ApiError } from './errors.ts';
import { refusal } from './refusal.ts';

/** The person's own parts. */
export const listOwnParts = (db: Db): Part[] =>
  db
    .select()
    .from(ownParts)
    .all()
    .map((row) => partFromOlder(JSON.parse(row.document)) as Part);

/** The same as long as no part of one's own was added, changed or taken away: plans hang on them. */
export function ownPartsMark(db: Db): string {
  const hash = createHash('sha1');
  for (const { document } of db.select({ document: ownParts.document }).from(ownParts).orderBy(asc(ownParts.id)).all())
    hash.update(document).update('\n');
  return hash.digest('base64url');
}

/** Everything to choose from: own parts first, then the starter catalogue. */
export const fullCatalogue = (db: Db): Part[] => [...listOwnParts(db), ...STARTER_CATALOGUE];

/** Adds or replaces an own part. @throws ApiError 422, 409 */
export function saveOwnPart(db: Db, data: unknown, nowMs: number): Part {
  const parsed = partSchema.safeParse(partFromOlder(data));
  if (!parsed.success) throw refusal('the part', parsed.error, data);
  const part: Part = { ...parsed.data, origin: 'own' };
  if (STARTER_CATALOGUE.some((p) => p.id === part.id))
    throw new ApiError(409, `'${part.id}' belongs to the starter catalogue; give your part another name.`);
  db.insert(ownParts)
    .values({ id: part.id, document: JSON.stringify(part), updatedMs: nowMs })
    .onConflictDoUpdate({ target: ownParts.id, set: { document: JSON.stringify(part), updatedMs: nowMs } })
    .run();
  return part;
}

/** Boxes keep their own copies, so nothing breaks. */
export function deleteOwnPart(db: Db, id: string): void {
  db.delete(ownParts).where(eq(ownParts.id, id)).run();
}
