import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { ApiError } from '../errors.ts';
import type { JobArgs, JobName, JobResult } from './jobs.ts';
import type { Told } from './messages.ts';

/** A job that takes longer is stopped: no box worth answering for needs a tenth of it. */
const LIMIT_MS = 30_000;
/** More than a household asks at once; beyond it something asks in a circle. */
const MOST_WAITING = 200;

/** The thread's program: beside the built server, else its source, as the development server runs it. */
function program(): string {
  if (process.env.HAVERSACK_WORKER) return process.env.HAVERSACK_WORKER;
  const here = fileURLToPath(import.meta.url);
  for (let folder = dirname(here); ; folder = dirname(folder)) {
    const built = join(folder, 'worker', 'worker.mjs');
    if (existsSync(built)) return built;
    if (folder === dirname(folder)) break;
  }
  return join(dirname(here), 'from-source.mjs');
}

type Job = {
  name: JobName;
  args: unknown;
  signal: AbortSignal | undefined;
  done: (result: unknown) => void;
  fail: (error: Error) => void;
};

/** A job that was stopped at its limit. */
export class TooLong extends ApiError {
  constructor(limitMs: number) {
    super(503, `This took longer than ${limitMs / 1000} s and was stopped; nothing was changed.`);
  }
}
const gone = (): Error => new ApiError(499, 'Nobody waits for this answer any more.');

/** One working thread: does what it is asked one after the other, each within a limit, and stops when nobody waits any more. */
export class Thread {
  readonly #file: string;
  readonly #limitMs: number;
  readonly #waiting: Job[] = [];
  #worker: Worker | undefined;
  #running: { job: Job; id: number; timer: NodeJS.Timeout; leave: () => void } | undefined;
  #ids = 0;
  #closed = false;

  /** @param file the database it reads */
  constructor(file: string, limitMs = LIMIT_MS) {
    this.#file = file;
    this.#limitMs = limitMs;
  }

  /** Jobs that wait or run. */
  get load(): number {
    return this.#waiting.length + (this.#running ? 1 : 0);
  }

  /** @throws ApiError as the job refuses, 499 when the asker is gone, 503 when it takes too long */
  run<N extends JobName>(name: N, args: JobArgs<N>, signal?: AbortSignal): Promise<JobResult<N>> {
    return new Promise<unknown>((done, fail) => {
      if (this.#closed) return fail(new ApiError(503, 'Haversack is being stopped.'));
      if (signal?.aborted) return fail(gone());
      if (this.#waiting.length >= MOST_WAITING)
        return fail(new ApiError(503, 'Haversack has too much to do just now; ask again in a moment.'));
      this.#waiting.push({ name, args, signal, done, fail });
      this.#next();
    }) as Promise<JobResult<N>>;
  }

  /** Ends the thread for good; what waits is refused. */
  async stop(): Promise<void> {
    this.#closed = true;
    for (const job of this.#waiting.splice(0)) job.fail(gone());
    await this.#drop(gone());
  }

  #next(): void {
    if (this.#running) return;
    const job = this.#waiting.shift();
    if (!job) return;
    if (job.signal?.aborted) {
      job.fail(gone());
      return this.#next();
    }
    const worker = (this.#worker ??= this.#begun());
    const id = ++this.#ids;
    const left = (): void => void this.#drop(gone());
    const timer = setTimeout(() => void this.#drop(new TooLong(this.#limitMs)), this.#limitMs);
    job.signal?.addEventListener('abort', left, { once: true });
    this.#running = { job, id, timer, leave: () => job.signal?.removeEventListener('abort', left) };
    // it holds the program open only while somebody waits
    worker.ref();
    worker.postMessage({ id, name: job.name, args: job.args });
  }

  #begun(): Worker {
    const worker = new Worker(program(), { workerData: { file: this.#file } });
    worker.on('message', (told: Told) => this.#told(told));
    worker.on('error', (error) => {
      if (this.#worker === worker) void this.#drop(error instanceof Error ? error : new Error(String(error)));
    });
    worker.unref();
    return worker;
  }

  #finished(id?: number): Job | undefined {
    if (!this.#running || (id !== undefined && this.#running.id !== id)) return undefined;
    const { job, timer, leave } = this.#running;
    clearTimeout(timer);
    leave();
    this.#running = undefined;
    this.#worker?.unref();
    return job;
  }

  #told(told: Told): void {
    const job = this.#finished(told.id);
    if (!job) return;
    if (told.ok) job.done(told.result);
    else if (told.refused) job.fail(new ApiError(told.refused.status, told.refused.message, told.refused.details));
    else job.fail(Object.assign(new Error(told.failed!.message), { code: told.failed!.code }));
    this.#next();
  }

  /** The thread cannot be asked to leave off, so it is ended; the next job begins a new one. */
  async #drop(why: Error): Promise<void> {
    const worker = this.#worker;
    this.#worker = undefined;
    this.#finished()?.fail(why);
    await worker?.terminate();
    this.#next();
  }
}
