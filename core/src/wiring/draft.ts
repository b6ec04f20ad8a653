import type { Bank } from '../battery/bank.ts';
import type { Box } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Catalogue } from '../catalogue/part.ts';
import type { Demand } from '../demand/demand.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import type { RunMm } from './lengths.ts';
import type { CircuitPlan } from './types.ts';

/** What the wiring is worked out from. */
export type Sources = {
  box: Box;
  catalogue: Catalogue;
  need: Demand;
  bank: Bank | undefined;
  fit: CaseFit | undefined;
};

/** What one way of a fuse block is called where it is the weakest. */
export const BLOCK_WAY = 'fuse block way';

/** State of charge at which the weakest fault is judged. @source electrical reference 5 */
export const WEAK_SOC = 0.2;

/** What is known of a circuit only with its wire and the main path. */
export type Late =
  | 'wire'
  | 'ampacityA'
  | 'oneAmpacityA'
  | 'guard'
  | 'opensFirst'
  | 'branchMilliOhm'
  | 'fuseMilliOhm'
  | 'dropV'
  | 'dropFraction'
  | 'plugV'
  | 'weakFaultA'
  | 'fuseWorking'
  | 'lengthWorking'
  | 'dropPieces'
  | 'dropWorking'
  | 'windowA'
  | 'returnWire';

/** A circuit before the main path and its wire are known. */
export type Draft = Omit<CircuitPlan, Late> & {
  wire: WireSize | undefined;
  /** By the layout, whatever was set. */
  run: RunMm;
  /** Sizes of its fuse's family. */
  ratingsA: readonly number[];
};
