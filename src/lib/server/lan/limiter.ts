/** Wrong phrases from one address before it must wait. */
const MOST_WRONG = 5;
/** Wrong phrases from all addresses together before everybody must wait. */
const MOST_WRONG_IN_ALL = 30;
const WINDOW_MS = 10 * 60_000;

/** Counts wrong tries; keeps no more than the addresses of the last minutes. */
export class Limiter {
  #wrong: { from: string; atMs: number }[] = [];

  /** How long an address must wait before its next try, ms; 0 when it may. */
  waitMs(from: string, nowMs: number): number {
    this.#wrong = this.#wrong.filter((w) => nowMs - w.atMs < WINDOW_MS);
    const own = this.#wrong.filter((w) => w.from === from);
    const [list, most] = own.length >= MOST_WRONG ? [own, MOST_WRONG] : [this.#wrong, MOST_WRONG_IN_ALL];
    if (list.length < most) return 0;
    return list[list.length - most]!.atMs + WINDOW_MS - nowMs;
  }

  wrong(from: string, nowMs: number): void {
    this.#wrong.push({ from, atMs: nowMs });
  }

  right(from: string): void {
    this.#wrong = this.#wrong.filter((w) => w.from !== from);
  }
}
