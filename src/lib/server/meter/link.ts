import { Listener } from '@haversack/core/meter/listen';
import type { MeterReading } from '@haversack/core/meter/line';
import type { Readable } from 'node:stream';
import type { Recorder } from './recorder.ts';
import { openSource, sourceWords, whyNot, type MeterSource } from './source.ts';

export type MeterState = {
  /** live: readings come; silent: joined, but nothing came for a while; lost: broken off, tried again by itself. */
  state: 'joining' | 'live' | 'silent' | 'lost';
  source: MeterSource;
  where: string;
  say: string;
  reading: MeterReading | null;
  readMs: number | null;
  lostCount: number;
  damagedCount: number;
  foreignCount: number;
  /** Series that is being recorded, and its rows so far. */
  recording: { seriesId: string; rowCount: number; sinceMs: number } | null;
  /** Why a recording had to end; empty otherwise. */
  recordingProblem: string;
};

export type MeterEvent = { kind: 'state' | 'reading' | 'ended'; state: MeterState };

/** Tried again after so long, twice as long each time up to the last. */
const AGAIN_MS = [500, 1000, 2000, 5000, 10_000] as const;
/** Nothing for so long: the meter says nothing, though the line stands. */
const SILENT_MS = 5000;

/** One meter that is listened to: joins, joins again when it broke off, tells whoever wants to know, records. */
export class MeterLink {
  readonly source: MeterSource;
  readonly #tell = new Set<(event: MeterEvent) => void>();
  #stream: Readable | undefined;
  #ear = new Listener();
  #state: MeterState['state'] = 'joining';
  #say = '';
  #last: MeterReading | null = null;
  #readMs: number | null = null;
  #tries = 0;
  #again: ReturnType<typeof setTimeout> | undefined;
  #watch: ReturnType<typeof setInterval>;
  #ended = false;
  recorder: Recorder | undefined;
  #recordingProblem = '';

  constructor(source: MeterSource) {
    this.source = source;
    this.#watch = setInterval(() => this.#look(), 1000);
    this.#watch.unref();
    this.#join();
  }

  get now(): MeterState {
    return {
      state: this.#state,
      source: this.source,
      where: sourceWords(this.source),
      say: this.#say,
      reading: this.#last,
      readMs: this.#readMs,
      lostCount: this.#ear.lostCount,
      damagedCount: this.#ear.damagedCount,
      foreignCount: this.#ear.foreignCount,
      recording: this.recorder?.now ?? null,
      recordingProblem: this.#recordingProblem
    };
  }

  /** @returns the way to hear no more */
  listen(tell: (event: MeterEvent) => void): () => void {
    this.#tell.add(tell);
    tell({ kind: 'state', state: this.now });
    return () => this.#tell.delete(tell);
  }

  /** What is being recorded is kept now: the process ends. */
  flush(): void {
    this.#recording((recorder) => recorder.flush());
  }

  /** A full disk or a box that was deleted ends the recording and nothing else. */
  #recording(work: (recorder: Recorder) => void): void {
    if (!this.recorder) return;
    try {
      work(this.recorder);
    } catch (error) {
      this.recorder = undefined;
      this.#recordingProblem = `The recording had to end: ${error instanceof Error ? error.message : 'it cannot be kept'}`;
      this.#send('state');
    }
  }

  changed(): void {
    this.#recordingProblem = '';
    this.#say = this.#state === 'live' ? '' : this.#say;
    this.#send('state');
  }

  end(): void {
    this.#ended = true;
    clearTimeout(this.#again);
    clearInterval(this.#watch);
    this.#stream?.destroy();
    this.#send('ended');
    this.#tell.clear();
  }

  #send(kind: MeterEvent['kind']): void {
    const event = { kind, state: this.now };
    for (const tell of this.#tell) tell(event);
  }

  #join(): void {
    if (this.#ended) return;
    let stream: Readable;
    try {
      stream = openSource(this.source);
    } catch (error) {
      return this.#broke(whyNot(error as NodeJS.ErrnoException, this.source));
    }
    this.#stream = stream;
    let over = false;
    const gone = (why: string): void => {
      if (over) return;
      over = true;
      stream.destroy();
      if (this.#stream === stream) this.#broke(why);
    };
    stream.on('data', (piece: string | Buffer) => this.#heard(String(piece)));
    stream.on('error', (error) => gone(whyNot(error as NodeJS.ErrnoException, this.source)));
    stream.on('end', () => gone(`${sourceWords(this.source)} broke off.`));
    stream.on('close', () => gone(`${sourceWords(this.source)} broke off.`));
  }

  #heard(piece: string): void {
    const readings = this.#ear.hear(piece);
    if (readings.length === 0) {
      if (this.#last === null && this.#ear.foreignCount > 3) {
        this.#say = 'Something answers, but it does not speak as a meter does: is it the right port?';
        this.#send('state');
      }
      return;
    }
    this.#tries = 0;
    this.#readMs = Date.now();
    this.#last = readings.at(-1)!;
    const was = this.#state;
    this.#state = 'live';
    this.#say = '';
    const atMs = this.#readMs;
    this.#recording((recorder) => readings.forEach((r) => recorder.take(r, atMs)));
    if (was !== 'live') this.#send('state');
    this.#send('reading');
  }

  #broke(why: string): void {
    if (this.#ended) return;
    this.#state = 'lost';
    this.#say = why;
    this.#send('state');
    const wait = AGAIN_MS[Math.min(this.#tries++, AGAIN_MS.length - 1)]!;
    this.#again = setTimeout(() => this.#join(), wait);
    this.#again.unref();
  }

  #look(): void {
    this.#recording((recorder) => recorder.flushOld());
    if (this.#state === 'live' && Date.now() - this.#readMs! > SILENT_MS) {
      this.#state = 'silent';
      this.#say = `Nothing for ${Math.round(SILENT_MS / 1000)} s: the meter is joined, but says nothing.`;
      this.#send('state');
    }
  }
}
