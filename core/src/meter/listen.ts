import { MOST_LINE, readMeterLine, type MeterReading } from './line.ts';

/** Cuts what a meter sends into lines and counts what did not come whole; a line too long is dropped. */
export class Listener {
  #rest = '';
  #last: MeterReading | undefined;
  #damagedSince = 0;
  lostCount = 0;
  damagedCount = 0;
  foreignCount = 0;

  /** @returns the readings that came whole with this piece */
  hear(piece: string): MeterReading[] {
    const lines = (this.#rest + piece).split(/\r?\n/);
    this.#rest = lines.pop()!;
    if (this.#rest.length > MOST_LINE) {
      this.foreignCount++;
      this.#rest = '';
    }
    return lines.filter((l) => l.trim() !== '').flatMap((l) => this.#line(l));
  }

  #line(line: string): MeterReading[] {
    const read = readMeterLine(line);
    if (!read.ok) {
      if (read.why === 'damaged') {
        this.damagedCount++;
        this.#damagedSince++;
      } else this.foreignCount++;
      return [];
    }
    const { reading } = read;
    // a count that fell: the meter was switched on anew
    const missed = this.#last && reading.count > this.#last.count ? reading.count - this.#last.count - 1 : 0;
    // those that came damaged are counted already
    this.lostCount += Math.max(0, missed - this.#damagedSince);
    this.#damagedSince = 0;
    this.#last = reading;
    return [reading];
  }
}
