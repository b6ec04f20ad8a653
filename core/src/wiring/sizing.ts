import type { Feed } from '../box/schema.ts';
import type { FuseFamily, PartOf } from '../catalogue/part.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { adiabaticA2s, ampacityA, areaMm2, AWG_SIZES, knownSize, MM2_SIZES } from './conductor.ts';
import { INRUSH_SHARE, LOAD_SHARE, meltingA2s } from './fuse.ts';

export type Laid = { insulationC: number; ambientC: number; bundledCount: number; cca: boolean };

/** Ampacities are never raised for cold air. @source electrical reference 2: tables at 30 °C */
export const LEAST_AIR_C = 30;
/** Insulation nobody read. */
export const WORST_INSULATION_C = 60;

/** Sizes this tool picks by itself, thin to thick; thinner ones break too easily. @source electrical reference 12, gauge-too-thin */
export const pickSizes = (system: 'awg' | 'mm2'): WireSize[] =>
  (system === 'awg' ? AWG_SIZES : MM2_SIZES)
    .map((size): WireSize => ({ system, size }))
    .filter((w) => areaMm2(w) >= LEAST_PICK_MM2);
/** Between 20 AWG and 18 AWG, of which 0.75 mm² is the metric neighbour. */
const LEAST_PICK_MM2 = 0.75;

/** Whether a rating carries the steady load at 80 % and survives the inrush again and again. @source electrical reference 4, rules 1 and inrush */
const fuseCarries = (family: FuseFamily, ratingA: number, loadA: number, inrushA2s: number): boolean => {
  if (loadA > LOAD_SHARE * ratingA + 1e-9) return false;
  const melt = meltingA2s(family, ratingA);
  return melt === undefined || inrushA2s <= INRUSH_SHARE * melt;
};

/**
 * Smallest standard rating that carries load and inrush and stays within a limit. The limit counts more than the inrush:
 * when nothing holds both, the largest within it that carries the load. When none carries the load within the limit, the
 * smallest that carries it (the checks then say what is wrong); undefined when the family has none large enough.
 */
export function smallestFuse(
  family: FuseFamily,
  ratingsA: readonly number[],
  need: { loadA: number; inrushA2s: number; leastA?: number; limitA?: number }
): number | undefined {
  const sorted = [...ratingsA].sort((a, b) => a - b);
  const carries = sorted.filter((r) => fuseCarries(family, r, need.loadA, 0));
  const within = carries.filter((r) => r <= (need.limitA ?? Infinity));
  const wanted = (r: number): boolean => r >= (need.leastA ?? 0) && fuseCarries(family, r, need.loadA, need.inrushA2s);
  return within.find(wanted) ?? within[within.length - 1] ?? carries[0];
}

/** Insulation stands this once. @source IEC 60364-4-43, PVC */
export const SHORT_C = 160;
/** Heat that equal wires side by side stand in a short, A²s. */
export const standsA2s = (size: WireSize, laid: Pick<Laid, 'insulationC'>, count: number): number =>
  count ** 2 * adiabaticA2s(size, laid.insulationC, SHORT_C);

/** Most copper a push-on receptacle, a socket's tab or a ferrule of a small connector takes, mm². @source usual receptacles 6.3 mm: 6 mm² */
export const TAB_MOST_MM2 = 6;

/** What a connector with clamping screws takes that bears more than this, mm². @source usual range of sealed screw connectors over 25 A */
const SCREWS = { overA: 25, mm2: 10 } as const;

/** Thickest wire that goes onto a port, mm². */
export const portTakesMm2 = (part: Pick<PartOf<'panel'>, 'wiredBy' | 'ratingA'> | undefined): number =>
  part?.wiredBy === 'screws' && (part.ratingA ?? 0) > SCREWS.overA ? SCREWS.mm2 : TAB_MOST_MM2;

/** Thickest wire that goes where a feed ends, mm²; a stud, a bus bar or a splice takes any. @source usual range of each kind as sold */
export const END_TAKES_MM2: Partial<Record<Feed['ends'], number>> = { lever: 4, 'push-in': 2.5 };

/**
 * First size that carries the fuse's rating and keeps the drop, no thicker than its terminals take: then the first that
 * carries the rating, else the thickest that goes on. Wire that lies at home is taken first, its thinnest that holds.
 */
export function smallestWire(
  system: 'awg' | 'mm2',
  laid: Laid,
  fuseA: number,
  dropHolds: (size: WireSize) => boolean,
  reels: readonly WireSize[] = [],
  limits: { mostMm2?: number | undefined; letsA2s?: number | undefined; count?: number } = {}
): WireSize {
  const { mostMm2 = Infinity, letsA2s = 0, count = 1 } = limits;
  const carries = (s: WireSize) =>
    ampacityA(s, laid) >= fuseA && areaMm2(s) <= mostMm2 && standsA2s(s, laid, count) >= letsA2s;
  const holds = (s: WireSize) => carries(s) && dropHolds(s);
  const own = reels.length
    ? [...reels]
        .filter(knownSize)
        .sort((a, b) => areaMm2(a) - areaMm2(b))
        .find(holds)
    : undefined;
  if (own) return own;
  const sizes = pickSizes(system).filter((s) => areaMm2(s) <= mostMm2);
  // where copper cannot cure the drop more of it is only harder to lay
  return sizes.find(holds) ?? (mostMm2 < Infinity ? sizes.findLast(carries) : undefined) ?? sizes[sizes.length - 1]!;
}
