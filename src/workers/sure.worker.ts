import type { Bank } from '@haversack/core/battery/bank';
import type { Box } from '@haversack/core/box/schema';
import type { Demand } from '@haversack/core/demand/demand';
import { sureRuns, type Sure } from '@haversack/core/outing/sure';
import type { Feed } from '@haversack/core/wiring/feed';
import { expose } from 'comlink';
import { Pieces } from './pieces.ts';

/** What the many runs want of a plan: handed over, so that the whole is not worked out a second time for every edit. */
export type SureOf = { demand: Demand; bank: Bank; feed: Feed };

/** Between two parts of the answer, ms. */
const TOLD_MS = 120;

const pieces = new Pieces();

/**
 * The many runs, in a worker of their own: they are asked for after every edit and need a tenth of the program, and neither
 * they nor the long searches wait for each other.
 */
const api = {
  /** How sure the wanted hours are: first answers early, then refined. */
  async sure(version: number, box: Box, of: SureOf, onPart: (part: Sure) => void): Promise<Sure | undefined> {
    pieces.asked(version);
    let told = 0;
    return pieces.run(sureRuns(box, of.demand, of.bank, of.feed), version, (part) => {
      if (performance.now() - told < TOLD_MS) return;
      told = performance.now();
      onPart(part);
    });
  },

  /** Drops whatever is being worked on for an older version. */
  stop(version: number): void {
    pieces.asked(version);
  }
};

export type SureApi = typeof api;
expose(api);
