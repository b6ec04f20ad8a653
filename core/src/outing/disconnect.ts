import type { Run, RunEvent } from './run-types.ts';

/** A low-voltage disconnect within one moment: what has opened in it stays open, and a closing that does not last was none. */
export class DisconnectMoment {
  readonly #events: RunEvent[];
  readonly #timeH: number;
  #hasOpened = false;
  #closing: RunEvent | undefined;

  constructor({ events }: Pick<Run, 'events'>, timeH: number) {
    this.#events = events;
    this.#timeH = timeH;
  }

  opened(volts: number): void {
    this.#hasOpened = true;
    if (this.#closing) this.#events.splice(this.#events.indexOf(this.#closing), 1);
    // the first time it ends the plan; whenever it has closed since, it is told again
    if (this.#events.findLast((e) => e.reason === 'disconnect' || e.reason === 'back')?.reason === 'back')
      this.#tell('disconnect', volts);
  }

  /** @returns false when it opened just now: the load alone pulls the battery down, and it would go on so without end */
  closes(volts: number): boolean {
    if (!this.#hasOpened) this.#closing = this.#tell('back', volts);
    else if (!this.#events.some((e) => e.reason === 'hunts')) this.#tell('hunts', volts);
    return !this.#hasOpened;
  }

  #tell(reason: 'disconnect' | 'back' | 'hunts', volts: number): RunEvent {
    const event: RunEvent = { timeH: this.#timeH, reason, loadId: null, volts };
    this.#events.push(event);
    return event;
  }
}
