import type { Bank } from '@haversack/core/battery/bank';
import type { Box } from '@haversack/core/box/schema';
import type { Demand } from '@haversack/core/demand/demand';
import { Lately } from '@haversack/core/lately';
import { sureQuestion, sureRuns, type Sure } from '@haversack/core/outing/sure';
import type { Feed } from '@haversack/core/wiring/feed';
import { expose } from 'comlink';
import { Pieces } from './pieces.ts';

/** What the many runs want of a plan: handed over, so that the whole is not worked out a second time for every edit. */
export type SureOf = { demand: Demand; bank: Bank; feed: Feed };

/** Between two parts of the answer, ms. */
const TOLD_MS = 120;

const pieces = new Pieces();
/** Undo, a name, a port that is moved a little: what was answered lately is the answer again. */
const answers = new Lately<Sure>(16);

/**
 * The many runs, in a worker of their own: they are asked for after every edit and need a tenth of the program, and neither
 * they nor the long searches wait for each other.
 */
const api = {
  /** How sure the wanted hours are: first answers early, then refined. */
  async sure(version: number, box: Box, of: SureOf, onPart: (part: Sure) => void): Promise<Sure | undefined> {
    pieces.asked(version);
    const question = sureQuestion(box, of.demand, of.bank, of.feed);
    const known = answers.get(question);
    if (known) return known;
    let told = 0;
    const done = await pieces.run(sureRuns(box, of.demand, of.bank, of.feed), version, (part) => {
      if (performance.now() - told < TOLD_MS) return;
      told = performance.now();
      onPart(part);
    });
    return done && answers.keep(question, done);
  },

  /** Drops whatever is being worked on for an older version. */
  stop(version: number): void {
    pieces.asked(version);
  }
};

export type SureApi = typeof api;
expose(api);
