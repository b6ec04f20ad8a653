import type { Box } from '../box/schema.ts';
import { differencesOf, differenceText } from '../variant/differences.ts';

/** As many changes as a person reads. */
const MOST = 60;

/** What differs between two documents of one box, a sentence each, in the units of the later. */
export function whatChanged(before: Box, after: Box): string[] {
  const out = differencesOf(before, after).map(differenceText);
  return out.length > MOST ? [...out.slice(0, MOST), `and ${out.length - MOST} more`] : out;
}
