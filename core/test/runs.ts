/**
 * How often a property is tried: as often as asked with HAVERSACK_LONG=1 (`npm run test:long`), a quarter of it in every
 * `npm test`, which must stay under twenty minutes on two slow cores. Seeds are fixed: the short run is the beginning of the long.
 */
export const runs = (whole: number): number => (process.env.HAVERSACK_LONG === '1' ? whole : Math.ceil(whole * 0.25));
