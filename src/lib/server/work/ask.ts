import { version } from '$app/environment';
import { eq } from 'drizzle-orm';
import { boxes } from '../db/schema.ts';
import { databaseFile } from '../db/file.ts';
import type { Db } from '../db/open.ts';
import { ownPartsMark } from '../parts.ts';
import { theDb } from '../store.ts';
import { Refresh } from '../refresh.ts';
import { keepAnswers, shelfText } from '../shelf.ts';
import type { JobArgs, JobName, JobResult } from './jobs.ts';
import { Thread, TooLong } from './thread.ts';

/** One thread for what somebody waits for, one for the shelf: neither holds up the other, nor a save. */
let asked: Thread | undefined;
let beside: Thread | undefined;
let refresh: Refresh | undefined;

/** Works something out in a thread beside. @param signal ends it when nobody waits any more. @throws ApiError as the job refuses, 503 while the database cannot be used */
export function ask<N extends JobName>(name: N, args: JobArgs<N>, signal?: AbortSignal): Promise<JobResult<N>> {
  theDb();
  return (asked ??= new Thread(databaseFile())).run(name, args, signal);
}

/** How long a box rests before its answers are worked out: longer where a machine has more urgent things to do. */
const restMs = (): number | undefined => Number(process.env.HAVERSACK_REST_MS) || undefined;

function refreshOf(db: Db): Refresh {
  beside ??= new Thread(databaseFile());
  return (refresh ??= new Refresh(
    {
      answersOf: (boxId) => beside!.run('answers', { boxId }),
      keep: (of) => keepAnswers(db, of, version),
      failed: (boxId, error) => {
        // what is no fault of the box, such as a database that is busy, is tried again with the next look at the shelf
        if (!(error instanceof TooLong)) return void console.error(error);
        const row = db.select().from(boxes).where(eq(boxes.id, boxId)).get();
        if (!row) return;
        const why = 'working its plan out takes too long';
        const answers = { notes: '', verdicts: [], unreadable: { why, goodRevision: null } };
        const bytes = Buffer.byteLength(row.document);
        keepAnswers(db, { boxId, revision: row.revision, bytes, own: ownPartsMark(db), answers }, version);
      }
    },
    restMs()
  ));
}

/** The shelf as it is known, as the text of an answer; what is not known is begun to be worked out. */
export function shelf(db: Db): string {
  const { text, pending } = shelfText(db, version);
  refreshOf(db).now(pending);
  return text;
}

/** A box was saved: its answers are worked out when the hand rests. */
export const savedBox = (db: Db, boxId: string): void => refreshOf(db).soon(boxId);

/** Ends the threads, before the database is replaced or the program ends. */
export async function endWork(): Promise<void> {
  refresh?.stop();
  const threads = [asked, beside];
  asked = beside = refresh = undefined;
  for (const thread of threads) await thread?.stop();
}
