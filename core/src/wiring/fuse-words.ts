import type { CircuitPlan } from './types.ts';

/** The fuse of a circuit for labels and papers: 'F1 5 A', 'F1 not known', 'no fuse'. What nobody read is not called missing, nor the other way round. */
export const fuseWords = ({
  fuseA,
  fuseOrigin,
  fuseTag
}: Pick<CircuitPlan, 'fuseA' | 'fuseOrigin' | 'fuseTag'>): string =>
  fuseA !== undefined ? `${fuseTag} ${fuseA} A` : fuseOrigin === 'unknown' ? `${fuseTag} not known` : 'no fuse';
