import { START_SETS, type BitSet } from '@haversack/core/drill/bits';
import { bitSetsSchema } from '@haversack/core/drill/bits-schema';
import { eq } from 'drizzle-orm';
import type { Db } from './db/open.ts';
import { settings } from './db/schema.ts';
import { refusal } from './refusal.ts';

const BITS = 'bits';

/** The person's own bits; a usual handful until they say otherwise. */
export function ownBits(db: Db): BitSet[] {
  const row = db.select().from(settings).where(eq(settings.key, BITS)).get();
  if (!row) return [...START_SETS];
  const parsed = bitSetsSchema.safeParse(JSON.parse(row.value));
  return parsed.success ? parsed.data : [...START_SETS];
}

/** @throws ApiError 422 */
export function saveOwnBits(db: Db, data: unknown): BitSet[] {
  const parsed = bitSetsSchema.safeParse(data);
  if (!parsed.success) throw refusal('the list of bits', parsed.error, data);
  const value = JSON.stringify(parsed.data);
  db.insert(settings).values({ key: BITS, value }).onConflictDoUpdate({ target: settings.key, set: { value } }).run();
  return parsed.data;
}
