import type { Box } from '../box/schema.ts';
import { LOAD_SHARE } from './fuse.ts';

/** Sizes that are chosen in the lead of a charge source, A: none is smaller. */
const SIZES_A = [5, 7.5, 10, 15, 20, 25, 30];

/** The next step over a charge source's current, A. @param mostA what it drives at most */
export const chargeFuseA = (mostA: number): number =>
  SIZES_A.find((r) => LOAD_SHARE * r >= mostA) ?? SIZES_A[SIZES_A.length - 1]!;

/** A built-in solar controller's fuse: set, or the next step over its current; undefined for none, null when nobody knows. */
export function controllerFuseA(box: Box): number | null | undefined {
  const { solar } = box.charging;
  if (!solar || solar.fuse.is === 'none') return undefined;
  if (solar.fuse.is === 'unknown') return null;
  if (solar.fuse.is === 'set') return solar.fuse.value;
  return chargeFuseA(solar.controllerMaxA ?? solar.panelW / 12);
}
