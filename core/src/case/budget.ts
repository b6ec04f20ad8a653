/**
 * Work that a search may still do, in looks at pairs of bodies: shared by all searches of one question, so that the whole of it
 * ends in time whatever stands in the case. Counted, not timed: the same box gets the same answer on every machine.
 */
export type Budget = { left: number };

/** For a worker, which goes on until its own limit of nodes. */
export const unlimited = (): Budget => ({ left: Infinity });
