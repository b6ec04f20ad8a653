import type { MeterState } from '$lib/server/meter/link.ts';
import type { MeterSource } from '$lib/server/meter/source.ts';
import type { SeriesHead } from '$lib/server/series.ts';
import { done, request } from './api.ts';

/** Points of the live chart: ten minutes of one a second. */
const KEPT = 600;

/** The meter of one box as the server hears it, over server-sent events. */
export class Meter {
  readonly #path: string;
  state: MeterState | undefined = $state.raw();
  known: MeterSource | null = $state.raw(null);
  loaded = $state(false);
  problem = $state('');
  /** The page's own line to the server broke; the meter may be well. */
  away = $state(false);
  trace: { s: number; volts: number; amps: number }[] = $state.raw([]);
  recorded: SeriesHead | null = $state.raw(null);
  #events: EventSource | undefined;

  constructor(boxId: string) {
    this.#path = `/api/boxes/${boxId}/meter`;
  }

  async load(): Promise<void> {
    await this.#try(async () => {
      const got = await request<{ meter: MeterState | null; known: MeterSource | null }>('GET', this.#path);
      this.known = got.known;
      this.loaded = true;
      if (got.meter) this.#listen(got.meter);
    });
  }

  join(source: MeterSource): Promise<boolean> {
    return this.#try(async () => {
      const { meter } = await request<{ meter: MeterState }>('POST', this.#path, source);
      this.trace = [];
      this.#listen(meter);
    });
  }

  leave(): Promise<boolean> {
    return this.#try(async () => {
      this.close();
      this.recorded = (await request<{ recorded: SeriesHead | null }>('DELETE', this.#path)).recorded;
      this.state = undefined;
    });
  }

  record(name: string): Promise<boolean> {
    this.recorded = null;
    return this.#try(async () => {
      this.state = (await request<{ meter: MeterState }>('POST', `${this.#path}/recording`, { name })).meter;
    });
  }

  stop(): Promise<boolean> {
    return this.#try(async () => {
      this.recorded = (await request<{ recorded: SeriesHead | null }>('DELETE', `${this.#path}/recording`)).recorded;
      if (!this.recorded) this.problem = 'Nothing came while it was recorded: nothing was kept.';
    });
  }

  /** The page is left: it listens no more, the server goes on. */
  close(): void {
    this.#events?.close();
    this.#events = undefined;
  }

  #listen(first: MeterState): void {
    this.#take(first);
    this.close();
    const events = new EventSource(`${this.#path}/events`);
    this.#events = events;
    events.onmessage = (e) => {
      this.away = false;
      this.#take(JSON.parse(e.data as string) as MeterState);
    };
    // let go in another window there is no meter any more; otherwise the browser tries again by itself
    events.onerror = () => void this.#look(events);
  }

  async #look(events: EventSource): Promise<void> {
    try {
      const { meter } = await request<{ meter: MeterState | null }>('GET', this.#path);
      this.away = false;
      if (meter || this.#events !== events) return;
      this.close();
      this.state = undefined;
    } catch {
      this.away = true;
    }
  }

  #take(state: MeterState): void {
    const r = state.reading;
    if (state.state === 'live' && r && r.clockS !== this.trace.at(-1)?.s) {
      const before = r.clockS < (this.trace.at(-1)?.s ?? 0) ? [] : this.trace.slice(1 - KEPT);
      this.trace = [...before, { s: r.clockS, volts: r.volts, amps: r.amps }];
    }
    this.state = state;
  }

  #try(work: () => Promise<void>): Promise<boolean> {
    return done(work, (problem) => (this.problem = problem));
  }
}
