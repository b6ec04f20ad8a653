import type { AnswersOf } from './answers-of.ts';

/** A save is followed by others: its answers are worked out when the hand rests. */
const REST_MS = 4_000;

type Work = {
  /** Works out the answers of one box. */
  answersOf: (boxId: string) => Promise<AnswersOf | undefined>;
  keep: (of: AnswersOf) => void;
  /** What could not be worked out at all, such as one that took too long. */
  failed: (boxId: string, error: unknown) => void;
};

/** Boxes whose answers are to be worked out, one after the other, in a thread beside; each stands in the queue once. */
export class Refresh {
  readonly #work: Work;
  readonly #restMs: number;
  readonly #waiting = new Set<string>();
  readonly #soon = new Map<string, NodeJS.Timeout>();
  #busy = false;
  #stopped = false;

  constructor(work: Work, restMs = REST_MS) {
    this.#work = work;
    this.#restMs = restMs;
  }

  /** How many wait or are being worked out. */
  get left(): number {
    return this.#waiting.size + (this.#busy ? 1 : 0);
  }

  /** These now, in this order, before what waits already. */
  now(boxIds: readonly string[]): void {
    if (boxIds.length === 0 || this.#stopped) return;
    const before = [...this.#waiting];
    this.#waiting.clear();
    for (const id of [...boxIds, ...before]) this.#waiting.add(id);
    void this.#go();
  }

  /** This one when nothing was asked of it for a moment. */
  soon(boxId: string): void {
    clearTimeout(this.#soon.get(boxId));
    const timer = setTimeout(() => {
      this.#soon.delete(boxId);
      this.now([boxId]);
    }, this.#restMs);
    timer.unref();
    this.#soon.set(boxId, timer);
  }

  stop(): void {
    this.#stopped = true;
    this.#waiting.clear();
    for (const timer of this.#soon.values()) clearTimeout(timer);
  }

  async #go(): Promise<void> {
    if (this.#busy) return;
    this.#busy = true;
    for (;;) {
      const [id] = this.#waiting;
      if (id === undefined || this.#stopped) break;
      this.#waiting.delete(id);
      try {
        const of = await this.#work.answersOf(id);
        if (of && !this.#stopped) this.#work.keep(of);
      } catch (error) {
        if (!this.#stopped) this.#work.failed(id, error);
      }
    }
    this.#busy = false;
  }
}
