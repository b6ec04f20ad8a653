/** Between two looks at whether a newer job has come, ms. */
const MOST_MS = 12;

/** Lets waiting messages in: a newer job, or the word to stop. */
const breathe = (): Promise<void> =>
  new Promise((done) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      done();
    };
    port2.postMessage(0);
  });

/** Long work of a worker done a few steps at a time, so that a newer document ends what was asked of an older one. */
export class Pieces {
  #newest = 0;

  /** Something was asked of this version of the document: what an older one asked is dropped. */
  asked(version: number): void {
    this.#newest = Math.max(this.#newest, version);
  }

  /** Runs a generator a few steps at a time; undefined when a newer job has come meanwhile. */
  async run<Y, R>(work: Generator<Y, R>, version: number, onPart?: (part: Y) => void): Promise<R | undefined> {
    let since = performance.now();
    for (let next = work.next(); ; next = work.next()) {
      if (next.done) return next.value;
      onPart?.(next.value);
      if (performance.now() - since < MOST_MS) continue;
      await breathe();
      if (version < this.#newest) return undefined;
      since = performance.now();
    }
  }
}
