import { answersOf } from '../answers-of.ts';
import type { Db } from '../db/open.ts';
import { keepAnswers, listBoxes, type BoxSummary } from '../shelf.ts';

/** The shelf once everything on it is worked out, as after a moment in the running program. */
export function shelfNow(db: Db, program = 'this'): BoxSummary[] {
  for (const { id, pending } of listBoxes(db, program))
    if (pending) keepAnswers(db, answersOf(db, { boxId: id })!, program);
  return listBoxes(db, program);
}
