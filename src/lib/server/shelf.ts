import { desc, eq } from 'drizzle-orm';
import { boxSchema, type Box } from '@haversack/core/box/schema';
import type { Catalogue } from '@haversack/core/catalogue/part';
import { evaluate } from '@haversack/core/evaluate';
import type { VerdictState } from '@haversack/core/verdict';
import { boxes, revisions } from './db/schema.ts';
import type { Db } from './db/open.ts';
import { readDocument } from './documents.ts';

export type BoxSummary = {
  id: string;
  name: string;
  notes: string;
  archived: boolean;
  revision: number;
  updatedMs: number;
  verdicts: { id: string; name: string; state: VerdictState; text: string }[];
  /** Why this one cannot be read, and the newest earlier version that can; the others on the shelf are not touched by it. */
  unreadable: { why: string; goodRevision: { revision: number; savedMs: number } | null } | null;
};
/** All boxes, newest first, with their five answers. */
export function listBoxes(db: Db, catalogue: Catalogue): BoxSummary[] {
  const rows = db.select().from(boxes).orderBy(desc(boxes.updatedMs)).all();
  const told = toldIn(db);
  const here = new Set(rows.map((row) => row.id));
  for (const id of told.keys()) if (!here.has(id)) told.delete(id);
  // the starter's parts never change while the program runs
  const own = JSON.stringify(catalogue.filter((p) => p.origin === 'own'));
  return rows.map((row) => ({ ...headOf(row), ...answersOf(db, row, catalogue, own, told) }));
}

type Answers = Pick<BoxSummary, 'notes' | 'verdicts' | 'unreadable'>;
type Told = Map<string, { text: string; own: string; answers: Answers }>;
/** What was told of each box last, by database: its plan is a pure function of its document and the parts there are. */
const ANSWERS = new WeakMap<Db, Told>();
function toldIn(db: Db): Told {
  const told = ANSWERS.get(db) ?? new Map();
  ANSWERS.set(db, told);
  return told;
}

const headOf = (row: typeof boxes.$inferSelect) => ({
  id: row.id,
  name: row.name,
  archived: row.archived,
  revision: row.revision,
  updatedMs: row.updatedMs
});

function answersOf(db: Db, row: typeof boxes.$inferSelect, catalogue: Catalogue, own: string, told: Told): Answers {
  const before = told.get(row.id);
  if (before && before.text === row.document && before.own === own) return before.answers;
  const answers = workedOut(db, row, catalogue);
  // earlier versions come and go without the box: what is said of them is looked up each time
  if (!answers.unreadable) told.set(row.id, { text: row.document, own, answers });
  return answers;
}

function workedOut(db: Db, row: typeof boxes.$inferSelect, catalogue: Catalogue): Answers {
  let document: Box | undefined;
  try {
    document = readDocument(row.document);
    const verdicts = evaluate(document, catalogue).verdicts.map((v) => ({
      id: v.id,
      name: v.name,
      state: v.state,
      text: v.way ?? (v.value.map((p) => `${p.number} ${p.unit}`.trim()).join(' ') || v.say)
    }));
    return { notes: document.notes, verdicts, unreadable: null };
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    const why = document ? damageOf(document, said) : said;
    return { notes: '', verdicts: [], unreadable: { why, goodRevision: newestGood(db, row.id, catalogue) } };
  }
}

/** Why no plan came of a document: what is wrong with it, else what the computation said. */
function damageOf(document: Box, said: string): string {
  const checked = boxSchema.safeParse(document);
  if (checked.success) return `its plan cannot be worked out (${said})`;
  const first = checked.error.issues[0]!;
  return `what is stored is no whole box any more (${first.path.join('/') || 'the box'}: ${first.message})`;
}

/** The newest earlier version of a box that can be read. */
function newestGood(db: Db, id: string, catalogue: Catalogue): { revision: number; savedMs: number } | null {
  const rows = db.select().from(revisions).where(eq(revisions.boxId, id)).orderBy(desc(revisions.revision)).all();
  for (const row of rows)
    try {
      evaluate(readDocument(row.document), catalogue);
      return { revision: row.revision, savedMs: row.savedMs };
    } catch {
      // look further back
    }
  return null;
}
