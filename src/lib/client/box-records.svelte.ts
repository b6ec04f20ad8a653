import type { LogRecord } from '@haversack/core/logbook/record';
import { request } from './api.ts';

/** What the logbook of a box tells. */
export class BoxRecords {
  /** Records that tell of draws and battery, newest first. */
  telling: LogRecord[] = $state.raw([]);
  /** How many there are of all kinds. */
  count = $state(0);
  known = $state(false);
  readonly #boxId: string;

  constructor(boxId: string) {
    this.#boxId = boxId;
  }

  /** Reads them anew. @throws RequestError */
  async load(): Promise<void> {
    const path = `/api/boxes/${this.#boxId}/logbook`;
    const [telling, all] = await Promise.all([
      request<{ records: LogRecord[] }>('GET', `${path}?telling=1`),
      request<{ total: number }>('GET', `${path}?limit=1`)
    ]);
    this.telling = telling.records;
    this.count = all.total;
    this.known = true;
  }
}
