import { wrap, type Remote } from 'comlink';

/** A worker that starts when the first answer is wanted of it. */
export class WorkerOf<Api> {
  #api: Remote<Api> | undefined;
  #worker: Worker | undefined;
  readonly #start: () => Worker;
  readonly #failed: () => void;

  /** @param failed told when the browser cannot start it */
  constructor(start: () => Worker, failed: () => void) {
    this.#start = start;
    this.#failed = failed;
  }

  api(): Remote<Api> {
    if (!this.#api) {
      this.#worker = this.#start();
      this.#worker.onerror = this.#failed;
      this.#api = wrap<Api>(this.#worker);
    }
    return this.#api;
  }

  /** Something for a worker that runs already; none is started for it. */
  tell(work: (api: Remote<Api>) => void): void {
    if (this.#api) work(this.#api);
  }

  close(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
    this.#api = undefined;
  }
}
