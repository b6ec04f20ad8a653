type Action = { label: string; seq: number; undo: () => Promise<void>; redo: () => Promise<void> };

/** Undo and redo of the logbook: each action knows its way back, both are asked of the server. */
export class LogHistory {
  past: Action[] = $state.raw([]);
  future: Action[] = $state.raw([]);
  problem = $state('');
  #busy = $state(false);
  readonly #nextSeq: () => number;

  constructor(nextSeq: () => number) {
    this.#nextSeq = nextSeq;
  }

  get canUndo(): boolean {
    return this.past.length > 0 && !this.#busy;
  }
  get canRedo(): boolean {
    return this.future.length > 0 && !this.#busy;
  }
  get lastLabel(): string | undefined {
    return this.past.at(-1)?.label;
  }
  get lastSeq(): number {
    return this.past.at(-1)?.seq ?? 0;
  }

  /** Does something to the logbook and remembers how to take it back. @throws when it could not be done */
  async act(label: string, redo: () => Promise<void>, undo: () => Promise<void>): Promise<void> {
    await redo();
    this.past = [...this.past, { label, seq: this.#nextSeq(), undo, redo }];
    this.future = [];
    this.problem = '';
  }

  async undo(): Promise<void> {
    const last = this.past.at(-1);
    if (!last || !(await this.#done(last.undo))) return;
    this.past = this.past.slice(0, -1);
    this.future = [last, ...this.future];
  }

  async redo(): Promise<void> {
    const next = this.future[0];
    if (!next || !(await this.#done(next.redo))) return;
    this.future = this.future.slice(1);
    this.past = [...this.past, { ...next, seq: this.#nextSeq() }];
  }

  async #done(work: () => Promise<void>): Promise<boolean> {
    if (this.#busy) return false;
    this.#busy = true;
    try {
      await work();
      this.problem = '';
      return true;
    } catch (e) {
      this.problem = (e as Error).message;
      return false;
    } finally {
      this.#busy = false;
    }
  }
}
