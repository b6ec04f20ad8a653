import type { CircuitPlan, ReturnFuse } from './types.ts';

/** What a fuse is rated, whichever lead it sits in; undefined where there is none or nobody read it. */
export const fittedFuseA = ({ fuseA, returnFuse }: Pick<CircuitPlan, 'fuseA' | 'returnFuse'>): number | undefined =>
  returnFuse ? returnFuse.ratingA : fuseA;

/** What a plan says of a stretch whose fuse sits in the negative lead: none for its positive wire. */
export const fuseInMinus = (returnFuse: ReturnFuse) =>
  ({ fuseA: undefined, fuseOrigin: 'none', returnFuse, fuseDistanceMm: undefined }) as const;
