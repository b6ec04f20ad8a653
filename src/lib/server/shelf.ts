import { count, desc, eq, sql } from 'drizzle-orm';
import type { Answers, AnswersOf } from './answers-of.ts';
import { answers as kept, boxes } from './db/schema.ts';
import type { Db } from './db/open.ts';
import { ownPartsMark } from './parts.ts';

export type BoxSummary = Answers & {
  id: string;
  name: string;
  archived: boolean;
  revision: number;
  updatedMs: number;
  /** Its answers are of another revision, other parts or another program, or none: they are being worked out. */
  pending: boolean;
};

/** Nothing is said of a box yet. */
const NOTHING: Answers = { notes: '', verdicts: [], unreadable: null };

/** The shelf as the text that goes to the page, and the boxes on it that are to be worked out. */
export type ShelfText = { text: string; pending: string[] };

/**
 * All boxes, newest first, with the answers that were kept of them; nothing is worked out here. Kept answers go out as they are
 * kept, without being read: with a thousand boxes that is a third of the time, and a save waits for it.
 * @param program which program's answers count
 */
export function shelfText(db: Db, program: string): ShelfText {
  const own = ownPartsMark(db);
  const pending: string[] = [];
  const rows = db
    .select({
      id: boxes.id,
      name: boxes.name,
      archived: boxes.archived,
      revision: boxes.revision,
      updatedMs: boxes.updatedMs,
      bytes: sql<number>`octet_length(${boxes.document})`,
      of: kept.revision,
      ofBytes: kept.bytes,
      program: kept.program,
      own: kept.own,
      answers: kept.answers
    })
    .from(boxes)
    .leftJoin(kept, eq(kept.boxId, boxes.id))
    .orderBy(desc(boxes.updatedMs))
    .all()
    .map(({ bytes, of, ofBytes, program: by, own: with_, answers, ...head }) => {
      const stamp = { revision: head.revision, bytes, of, ofBytes, program: by, own: with_ };
      if (answers !== null && areOf(stamp, program, own))
        return joined(JSON.stringify({ ...head, pending: false }), answers);
      pending.push(head.id);
      // what was true of an older state would be false comfort: only its notes stay
      const notes = answers === null ? '' : (JSON.parse(answers) as Answers).notes;
      return JSON.stringify({ ...head, ...NOTHING, notes, pending: true });
    });
  return { text: `{"boxes":[${rows.join(',')}]}`, pending };
}

/** The five answers of one box as they were kept; none when they are of another state of it. Nothing is worked out here. */
export function keptVerdicts(db: Db, id: string, program: string): Answers['verdicts'] {
  const row = db
    .select({
      revision: boxes.revision,
      bytes: sql<number>`octet_length(${boxes.document})`,
      of: kept.revision,
      ofBytes: kept.bytes,
      program: kept.program,
      own: kept.own,
      answers: kept.answers
    })
    .from(boxes)
    .innerJoin(kept, eq(kept.boxId, boxes.id))
    .where(eq(boxes.id, id))
    .get();
  return row && areOf(row, program, ownPartsMark(db)) ? (JSON.parse(row.answers) as Answers).verdicts : [];
}

type KeptOf = {
  revision: number;
  bytes: number;
  of: number | null;
  ofBytes: number | null;
  program: string | null;
  own: string | null;
};

/** Whether kept answers are of the box as it stands, with the parts as they stand, by this program. */
const areOf = (row: KeptOf, program: string, own: string): boolean =>
  row.of === row.revision && row.ofBytes === row.bytes && row.program === program && row.own === own;

/** Two objects as texts, neither of them empty, as the text of one. */
const joined = (one: string, other: string): string => `${one.slice(0, -1)},${other.slice(1)}`;

/** The same read. */
export const listBoxes = (db: Db, program: string): BoxSummary[] =>
  (JSON.parse(shelfText(db, program).text) as { boxes: BoxSummary[] }).boxes;

/** How many boxes there are. */
export const boxCount = (db: Db): number => db.select({ n: count() }).from(boxes).get()!.n;

/** Keeps what was worked out; a box that is gone by now keeps nothing. */
export function keepAnswers(db: Db, { boxId, answers, ...of }: AnswersOf, program: string): void {
  if (!db.select({ id: boxes.id }).from(boxes).where(eq(boxes.id, boxId)).get()) return;
  const row = { ...of, program, answers: JSON.stringify(answers) };
  db.insert(kept)
    .values({ boxId, ...row })
    .onConflictDoUpdate({ target: kept.boxId, set: row })
    .run();
}
