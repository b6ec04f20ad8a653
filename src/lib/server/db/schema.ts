import { sql } from 'drizzle-orm';
import { blob, check, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { VERSION_WHYS } from '../versions.ts';

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
  (t) => [
    check('boxes_revision_positive', sql`${t.revision} > 0`),
    // the shelf is listed from it: behind the document every column costs a walk through all of its pages
    index('boxes_shelf').on(t.updatedMs, t.id, t.name, t.archived, t.revision)
  ]
);

/** The five answers of a box as they were worked out last, for the shelf: of which revision, by which program, with which own parts. */
export const answers = sqliteTable('answers', {
  boxId: text('box_id')
    .primaryKey()
    .references(() => boxes.id, { onDelete: 'cascade' }),
  revision: integer('revision').notNull(),
  /** How long the document was: one that was damaged behind its back is looked at again. */
  bytes: integer('bytes').notNull(),
  program: text('program').notNull(),
  own: text('own').notNull(),
  answers: text('answers').notNull()
});

/** Earlier documents of a box, so that nothing saved is ever lost by a later save. */
export const revisions = sqliteTable(
  'revisions',
  {
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    document: text('document').notNull(),
    savedMs: integer('saved_ms').notNull(),
    /** What the save after it was: more work, a remedy, one side of a conflict, a way back. */
    why: text('why', { enum: VERSION_WHYS }).notNull().default('work')
  },
  // each save thins them by these columns: behind the document they would cost a walk through all of its pages
  (t) => [
    primaryKey({ columns: [t.boxId, t.revision] }),
    index('revisions_heads').on(t.boxId, t.revision, t.savedMs, t.why)
  ]
);

/** Variants of a box beside the one its document is: each a whole document, under the id that stands in it. */
export const variants = sqliteTable(
  'variants',
  {
    id: text('id').notNull(),
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    document: text('document').notNull(),
    changedMs: integer('changed_ms').notNull()
  },
  (t) => [primaryKey({ columns: [t.boxId, t.id] })]
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

/**
 * The logbook: what happened, a document each. What was planned is kept with an outing as it was on that day; kind, moment
 * and words are taken out of the document for finding it.
 */
export const records = sqliteTable(
  'records',
  {
    id: text('id').primaryKey(),
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    kind: text('kind').notNull(),
    /** Hours since 1970 by the clock that stood where it was written. */
    atH: real('at_h').notNull(),
    words: text('words').notNull(),
    document: text('document').notNull(),
    createdMs: integer('created_ms').notNull()
  },
  (t) => [index('records_box').on(t.boxId, t.atH), index('records_kind').on(t.boxId, t.kind, t.atH)]
);

/** Batteries as things of their own, with where they stood when. */
export const batteries = sqliteTable('batteries', {
  id: text('id').primaryKey(),
  document: text('document').notNull(),
  updatedMs: integer('updated_ms').notNull()
});

/** Which batteries a record was done with. */
export const recordBatteries = sqliteTable(
  'record_batteries',
  {
    recordId: text('record_id')
      .notNull()
      .references(() => records.id, { onDelete: 'cascade' }),
    batteryId: text('battery_id').notNull()
  },
  (t) => [primaryKey({ columns: [t.batteryId, t.recordId] })]
);

/** The box as it was at its last outing: what changed since is written into the logbook with the next. */
export const logSnapshots = sqliteTable('log_snapshots', {
  boxId: text('box_id')
    .primaryKey()
    .references(() => boxes.id, { onDelete: 'cascade' }),
  document: text('document').notNull(),
  day: text('day').notNull()
});

/** What is due and was put off. */
export const dueSnoozes = sqliteTable(
  'due_snoozes',
  {
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    until: text('until').notNull()
  },
  (t) => [primaryKey({ columns: [t.boxId, t.key] })]
);

/** Readings of a meter over time; one that is still coming is not shown and is cleared away when its sender is gone. */
export const series = sqliteTable(
  'series',
  {
    id: text('id').primaryKey(),
    boxId: text('box_id')
      .notNull()
      .references(() => boxes.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    state: text('state', { enum: ['coming', 'whole'] }).notNull(),
    fromMs: real('from_ms'),
    toMs: real('to_ms'),
    rowCount: integer('row_count').notNull(),
    summary: text('summary').notNull(),
    createdMs: integer('created_ms').notNull()
  },
  (t) => [index('series_box').on(t.boxId, t.createdMs)]
);

/** Rows of a series in pieces, column by column (core/series/chunk). */
export const seriesChunks = sqliteTable(
  'series_chunks',
  {
    seriesId: text('series_id')
      .notNull()
      .references(() => series.id, { onDelete: 'cascade' }),
    place: integer('place').notNull(),
    fromMs: real('from_ms').notNull(),
    toMs: real('to_ms').notNull(),
    bytes: blob('bytes', { mode: 'buffer' }).notNull()
  },
  (t) => [primaryKey({ columns: [t.seriesId, t.place] })]
);
