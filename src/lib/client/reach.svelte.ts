/** Whether the server answers. Everything that asks it tells here; while it does not, it is looked for every few seconds. */
const LOOK_AGAIN_MS = 3000;

class Reach {
  away = $state(false);
  /** How old what is shown may be, while away: when it was last answered. */
  answeredMs = $state(0);
  readonly #back = new Set<() => void>();
  #timer: ReturnType<typeof setInterval> | undefined;

  answered(): void {
    this.answeredMs = Date.now();
    if (!this.away) return;
    this.away = false;
    clearInterval(this.#timer);
    for (const tell of this.#back) tell();
  }

  lost(): void {
    if (this.away) return;
    this.away = true;
    clearInterval(this.#timer);
    this.#timer = setInterval(() => void this.look(), LOOK_AGAIN_MS);
  }

  /** Asks whether the server is there again. */
  async look(): Promise<void> {
    try {
      await fetch('/api/health', { cache: 'no-store' });
      this.answered();
    } catch {
      // not yet
    }
  }

  /** Told each time the server is there again. @returns to be called when nobody wants to know any more */
  whenBack(tell: () => void): () => void {
    this.#back.add(tell);
    return () => this.#back.delete(tell);
  }
}

export const reach = new Reach();
