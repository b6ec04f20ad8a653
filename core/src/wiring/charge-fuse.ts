import { valueOf } from '../box/lookup.ts';
import type { Box, BuiltInCharger } from '../box/schema.ts';
import type { FuseFamily } from '../catalogue/part.ts';
import { LOAD_SHARE } from './fuse.ts';
import { startsUnfused } from './before-fuse.ts';

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

/** What a charger that lives in the box gives while nobody says, A. @source rule of thumb: maintainers of small boxes */
const USUAL_MAINTAINER_A = 1;
/** What a built-in charger gives; undefined when nobody knows. */
export const builtInA = (c: BuiltInCharger): number | undefined => valueOf(c.currentA, USUAL_MAINTAINER_A);

/** Fuse of a built-in charger; undefined for none, null when nobody knows. */
export function builtInFuseA(c: BuiltInCharger): number | null | undefined {
  if (c.fuse.is === 'none') return undefined;
  if (c.fuse.is === 'unknown') return null;
  return c.fuse.is === 'set' ? c.fuse.value : chargeFuseA(builtInA(c) ?? USUAL_MAINTAINER_A);
}

/** The kind of fuse in the lead of a charge source. */
export const SOURCE_FUSE: FuseFamily = 'blade';

/** Fuses of the controllers and chargers in the box that hang straight on a post: they guard their own return to it, too. */
export function fusesOffPost(box: Box): { family: FuseFamily; ratingA: number }[] {
  const { solar, builtIn } = box.charging;
  const sources = [
    ...(solar?.fit === 'inside' ? [{ from: solar.from, fuseA: controllerFuseA(box) }] : []),
    ...builtIn.map((c) => ({ from: c.from, fuseA: builtInFuseA(c) }))
  ];
  return sources.flatMap(({ from, fuseA }) =>
    fuseA != null && startsUnfused(box, from) ? [{ family: SOURCE_FUSE, ratingA: fuseA }] : []
  );
}
