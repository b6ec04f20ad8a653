import { sql } from 'drizzle-orm';
import { blob, check, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

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

/** What was ticked, read and written at the bench: only ever added, the newest of a key counts. */
export const benchMarks = sqliteTable(
  'bench_marks',
  {
    id: text('id').notNull(),
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    value: text('value').notNull(),
    by: text('by').notNull(),
    atMs: integer('at_ms').notNull()
  },
  (t) => [primaryKey({ columns: [t.boxId, t.id] }), index('bench_marks_key').on(t.boxId, t.key)]
);

/** Photographs of steps and readings, scaled down before they come; in the database, so that every backup holds them. */
export const photos = sqliteTable(
  'photos',
  {
    id: text('id').primaryKey(),
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    type: text('type', { enum: ['image/jpeg', 'image/png'] }).notNull(),
    bytes: blob('bytes', { mode: 'buffer' }).notNull(),
    atMs: integer('at_ms').notNull()
  },
  (t) => [index('photos_box').on(t.boxId, t.key)]
);

/** Parts that lie at home, over all boxes. */
export const drawer = sqliteTable(
  'drawer',
  {
    lineId: text('line_id').primaryKey(),
    name: text('name').notNull(),
    unit: text('unit', { enum: ['pc', 'm'] }).notNull(),
    count: real('count').notNull()
  },
  (t) => [check('drawer_count', sql`${t.count} >= 0`)]
);

/** Orders placed, with what came of them. */
export const orders = sqliteTable(
  'orders',
  {
    id: text('id').primaryKey(),
    boxId: text('box_id'),
    day: text('day').notNull(),
    document: text('document').notNull(),
    createdMs: integer('created_ms').notNull()
  },
  (t) => [index('orders_day').on(t.day)]
);
