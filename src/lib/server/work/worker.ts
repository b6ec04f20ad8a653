import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { parentPort, workerData } from 'node:worker_threads';
import type { Db } from '../db/open.ts';
import * as schema from '../db/schema.ts';
import { ApiError } from '../errors.ts';
import { JOBS, type JobName } from './jobs.ts';
import type { Asked, Told } from './messages.ts';

/** The thread that works out plans: opens the database for reading and does one job after the other. */
const client = new Database((workerData as { file: string }).file, { readonly: true, fileMustExist: true });
client.pragma('busy_timeout = 3000');
const db = drizzle(client, { schema }) as Db;

async function done({ id, name, args }: Asked): Promise<Told> {
  try {
    const work = JOBS[name as JobName] as (db: Db, args: unknown) => unknown;
    return { id, ok: true, result: await work(db, args) };
  } catch (error) {
    if (error instanceof ApiError)
      return {
        id,
        ok: false,
        refused: { status: error.status, message: error.message, details: error.details }
      };
    const { message = String(error), code = '', cause } = error as { message?: string; code?: string; cause?: unknown };
    return { id, ok: false, failed: { message, code: code || ((cause as { code?: string })?.code ?? '') } };
  }
}

parentPort!.on('message', (asked: Asked) => void done(asked).then((told) => parentPort!.postMessage(told)));
