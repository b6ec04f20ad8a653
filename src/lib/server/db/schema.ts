import { sql } from 'drizzle-orm';
import { check, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row a box: its document as JSON and the revision that a save must start from. */
export const boxes = sqliteTable(
  'boxes',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    document: text('document').notNull(),
    revision: integer('revision').notNull(),
    archived: integer('archived', { mode: 'boolean' }).notNull().default(false),
    createdMs: integer('created_ms').notNull(),
    updatedMs: integer('updated_ms').notNull()
  },
  (t) => [check('boxes_revision_positive', sql`${t.revision} > 0`)]
);

/** Earlier documents of a box, so that nothing saved is ever lost by a later save. */
export const revisions = sqliteTable(
  'revisions',
  {
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    document: text('document').notNull(),
    savedMs: integer('saved_ms').notNull()
  },
  (t) => [primaryKey({ columns: [t.boxId, t.revision] })]
);

export const ownParts = sqliteTable('own_parts', {
  id: text('id').primaryKey(),
  document: text('document').notNull(),
  updatedMs: integer('updated_ms').notNull()
});

export const settings = sqliteTable('settings', {
  key: text('key').primaryKey(),
  value: text('value').notNull()
});

/** How outings, charges and faults went; what was planned is kept beside it as it was on that day. */
export const logbook = sqliteTable(
  'logbook',
  {
    id: text('id').primaryKey(),
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    kind: text('kind', { enum: ['outing', 'charge', 'fault'] }).notNull(),
    day: text('day').notNull(),
    durationH: real('duration_h'),
    chargeAh: real('charge_ah'),
    endV: real('end_v'),
    airC: real('air_c'),
    notes: text('notes').notNull(),
    planned: text('planned').notNull(),
    createdMs: integer('created_ms').notNull()
  },
  (t) => [
    index('logbook_box').on(t.boxId, t.day),
    check('logbook_duration', sql`${t.durationH} is null or ${t.durationH} >= 0`),
    check('logbook_charge', sql`${t.chargeAh} is null or ${t.chargeAh} >= 0`)
  ]
);
