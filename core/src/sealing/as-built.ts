import type { Box, Port } from '../box/schema.ts';
import type { OpeningKind, SealedBy } from '../box/seal-names.ts';
import type { PartOf, SealMark } from '../catalogue/part.ts';

/** What is wrong with a cord in its gland. */
export type CordFault = 'flat-cord' | 'thin-cord' | 'thick-cord';
/** Why a place holds less weather than its part is sold for. */
export type SealHow = Exclude<SealedBy, 'ring'> | OpeningKind | CordFault | 'bare' | 'unread';

const NOTHING: SealMark = { jet: 0, dunk: 0 };
/** Kept out as long as nobody tested it. @source mechanical reference 7.1: home-made seals jet 4, dunk 0 */
const HOME_MADE: SealMark = { jet: 4, dunk: 0 };
/** Drips from above and no more: water stands in the thread, or creeps along a rivet. @source rule of thumb */
const DRIPS: SealMark = { jet: 3, dunk: 0 };

/** The most that a place holds when it is sealed so. */
const AT_MOST: Readonly<Record<SealHow, SealMark>> = {
  'home-made': HOME_MADE,
  sealant: HOME_MADE,
  vinegar: HOME_MADE,
  behind: DRIPS,
  bare: NOTHING,
  unread: NOTHING,
  'flat-cord': NOTHING,
  'thin-cord': NOTHING,
  'thick-cord': NOTHING,
  vents: NOTHING,
  'cord-hole': NOTHING,
  'under-lid': NOTHING,
  rivets: DRIPS,
  screws: DRIPS,
  'lid-gasket': HOME_MADE,
  cracked: NOTHING
};

/** No sealant bonds to them: it peels off. @source mechanical reference 7.2 */
const GREASY: readonly PartOf<'case'>['material'][] = ['PP'];
export const peelsOff = (material: PartOf<'case'>['material']): boolean => GREASY.includes(material);
const SMEARED: readonly SealHow[] = ['sealant', 'vinegar'];

export const atMost = (how: SealHow, material: PartOf<'case'>['material']): SealMark =>
  SMEARED.includes(how) && peelsOff(material) ? DRIPS : AT_MOST[how];

export const weaker = (a: SealMark, b: SealMark): SealMark => ({
  jet: Math.min(a.jet, b.jet),
  dunk: a.dunk < b.dunk ? a.dunk : b.dunk
});

/** What is wrong with the cord in a gland; undefined where it fits, or nobody described it. @source mechanical reference 7.2: one round cable, in a strict range */
export function cordFault(port: Pick<Port, 'cord'>, part: PartOf<'panel'>): CordFault | undefined {
  const { cord } = port;
  if (part.role !== 'gland' || cord === null) return undefined;
  if (cord.shape === 'flat') return 'flat-cord';
  if (cord.acrossMm === null) return undefined;
  if (part.cordMinMm !== null && cord.acrossMm < part.cordMinMm) return 'thin-cord';
  return part.cordMaxMm !== null && cord.acrossMm > part.cordMaxMm ? 'thick-cord' : undefined;
}

/** How a part sits sealed in its wall, where that is not as it came. */
export function wallSeal(port: Pick<Port, 'sealedBy'>): SealHow | undefined {
  const { sealedBy } = port;
  if (sealedBy.is === 'auto') return undefined;
  if (sealedBy.is !== 'set') return sealedBy.is === 'none' ? 'bare' : 'unread';
  return sealedBy.value === 'ring' ? undefined : sealedBy.value;
}

/** Through which air goes in and out. */
const LEAKY: readonly OpeningKind[] = ['vents', 'cord-hole', 'under-lid', 'cracked'];

/** Closed it lets no air in or out: it sucks when it cools, floats, and keeps gas in. */
export const isTight = (box: Pick<Box, 'openings'>, part: PartOf<'case'>): boolean =>
  part.gasTight && !box.openings.some((o) => LEAKY.includes(o.kind));

/**
 * Hydrogen gets out by itself: the case is open anyhow, or has two vents of the area that the battery asks for, one of them
 * where air comes in: through the lid alone it only leaves. A chance leak is no vent. @param eachCm2 free area of each opening
 */
export function letsGasOut(box: Pick<Box, 'openings'>, part: PartOf<'case'>, eachCm2: number): boolean {
  const vents = box.openings.filter((o) => o.kind === 'vents' && (o.areaCm2 ?? 0) >= eachCm2);
  return !part.gasTight || (vents.length >= 2 && vents.some((o) => o.face !== 'lid'));
}
