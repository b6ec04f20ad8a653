import type { Box } from '../box/schema.ts';
import { LOAD_SHARE } from './fuse.ts';

/** Sizes in the lead of a charge source or a module, A: none is smaller, which is what their contacts bear. @source blade fuses as sold */
const SIZES_A = [5, 7.5, 10, 15, 20, 25, 30];

/** The next step that carries a current for good, A; undefined when none does. */
export const stepFuseA = (amps: number): number | undefined => SIZES_A.find((r) => LOAD_SHARE * r >= amps);

/** The next step over a charge source's current, A. @param mostA what it drives at most */
export const chargeFuseA = (mostA: number): number => stepFuseA(mostA) ?? SIZES_A[SIZES_A.length - 1]!;

/** A built-in solar controller's fuse: set, or the next step over its current; undefined for none, null when nobody knows. */
export function controllerFuseA(box: Box): number | null | undefined {
  const { solar } = box.charging;
  if (!solar || solar.fuse.is === 'none') return undefined;
  if (solar.fuse.is === 'unknown') return null;
  if (solar.fuse.is === 'set') return solar.fuse.value;
  return chargeFuseA(solar.controllerMaxA ?? solar.panelW / 12);
}
