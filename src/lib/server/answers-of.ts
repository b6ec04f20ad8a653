import { boxSchema, type Box } from '@haversack/core/box/schema';
import type { Catalogue } from '@haversack/core/catalogue/part';
import { evaluate } from '@haversack/core/evaluate';
import { seasonPlan } from '@haversack/core/season/season';
import { withSeason } from '@haversack/core/season/season-answer';
import type { VerdictState } from '@haversack/core/verdict';
import { desc, eq } from 'drizzle-orm';
import { boxes, revisions } from './db/schema.ts';
import type { Db } from './db/open.ts';
import { readDocument } from './documents.ts';
import { fullCatalogue, ownPartsMark } from './parts.ts';

/** What the shelf says of a box. */
export type Answers = {
  notes: string;
  verdicts: { id: string; name: string; state: VerdictState; text: string }[];
  /** Why this one cannot be read, and the newest earlier version that can; the others on the shelf are not touched by it. */
  unreadable: { why: string; goodRevision: { revision: number; savedMs: number } | null } | null;
};
/** Of which document they are, with which own parts. */
export type AnswersOf = { boxId: string; revision: number; bytes: number; own: string; answers: Answers };

/** The five answers of a box as it stands in the database; none when it is not there any more. */
export function answersOf(db: Db, { boxId }: { boxId: string }): AnswersOf | undefined {
  const row = db.select().from(boxes).where(eq(boxes.id, boxId)).get();
  if (!row) return undefined;
  const own = ownPartsMark(db);
  const bytes = Buffer.byteLength(row.document);
  return { boxId, revision: row.revision, bytes, own, answers: workedOut(db, row, fullCatalogue(db)) };
}

function workedOut(db: Db, row: typeof boxes.$inferSelect, catalogue: Catalogue): Answers {
  let document: Box | undefined;
  try {
    document = readDocument(row.document);
    const plan = evaluate(document, catalogue);
    // a box that is left alone is judged by its season here, too
    const answers = withSeason(plan.verdicts, document.season ? seasonPlan(document, plan) : undefined);
    const verdicts = answers.map((v) => ({
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
