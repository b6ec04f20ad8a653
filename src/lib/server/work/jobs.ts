import { answersOf } from '../answers-of.ts';
import type { Db } from '../db/open.ts';
import { calendarOf, todayOf } from '../due.ts';
import { circuitFile, faceFile, labelsFile, paperFile, runsFile, templateFile, travelFile } from '../export/files.ts';
import { revisionHistory } from '../revisions.ts';
import { known, shelfToday } from '../today.ts';

/**
 * Everything that works out plans for an answer, by name. A thread of its own does it, with a database it can only read: a
 * save never waits for it. What goes in and out is copied, so it is plain data.
 */
export const JOBS = {
  answers: answersOf,
  circuit: circuitFile,
  face: faceFile,
  template: templateFile,
  labels: labelsFile,
  paper: paperFile,
  runs: runsFile,
  travel: travelFile,
  shelfToday: (db: Db, { day }: { day: string | null }) => shelfToday(db, day),
  known: (db: Db) => known(db),
  today: todayOf,
  calendar: calendarOf,
  history: (db: Db, { boxId }: { boxId: string }) => revisionHistory(db, boxId)
};

export type JobName = keyof typeof JOBS;
type Args<N extends JobName> = Parameters<(typeof JOBS)[N]>;
/** What a job is asked with; nothing for one that asks nothing. */
export type JobArgs<N extends JobName> = Args<N> extends [Db, infer A] ? A : undefined;
export type JobResult<N extends JobName> = Awaited<ReturnType<(typeof JOBS)[N]>>;
