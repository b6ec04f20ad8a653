import { filled } from '../filled.ts';
import { isRaw } from '../raw.ts';

/**
 * What came to parts later, by kind, with the value that leaves everything as it was. The schema takes its defaults from here,
 * so that both ways of reading agree.
 */
export const PART_LATER = {
  panel: { cordMinMm: null, cordMaxMm: null, wiredBy: 'unknown' },
  body: { converterRatedW: null, leastInV: null, leastOutV: null, mostOutV: null }
} as const;

/** A part with what came later; anything else comes back as it is. Never throws. */
export const partWithLater = (part: unknown): unknown =>
  isRaw(part) && (part.kind === 'panel' || part.kind === 'body') ? filled(part, PART_LATER[part.kind]) : part;
