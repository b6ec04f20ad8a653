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

/**
 * All boxes, newest first, with the answers that were kept of them; nothing is worked out here.
 * @param program which program's answers count
 */
export function listBoxes(db: Db, program: string): BoxSummary[] {
  const own = ownPartsMark(db);
  return db
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
      const told = answers === null ? NOTHING : (JSON.parse(answers) as Answers);
      const current = of === head.revision && ofBytes === bytes && by === program && with_ === own;
      // what was true of an older state would be false comfort: only its notes stay
      return { ...head, ...(current ? told : { ...NOTHING, notes: told.notes }), pending: !current };
    });
}

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
