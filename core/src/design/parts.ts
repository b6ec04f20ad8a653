import { ofKind } from '../catalogue/of-kind.ts';
import { rmsShare } from '../judge/rms.ts';
import { priceOf } from '../catalogue/by-price.ts';
import type { Box, Device, SealWord } from '../box/schema.ts';
import type { Catalogue, PartOf } from '../catalogue/part.ts';
import { portSupply } from '../demand/converter.ts';
import type { Demand } from '../demand/demand.ts';
import { bears, usedSeal } from '../advise/suit-port.ts';
import { depthBehindMm, type CaseFit } from '../case/fit.ts';
import { reaches, sealWord } from '../sealing/sealing.ts';
import { atFuseA, LOAD_SHARE } from '../wiring/fuse.ts';
import type { Choice, SocketRank } from './choice.ts';

/** How much of each line of a kit lies at home, pieces or metres. */
export type Home = ReadonlyMap<string, number>;

type Panel = PartOf<'panel'>;

/** What a search stands on: the box, what its devices want, the parts there are, what lies at home, and packings already looked for. */
export type Ground = {
  box: Box;
  catalogue: Catalogue;
  need: Demand;
  home: Home;
  fits: Map<string, CaseFit | undefined>;
};

const byPrice = (a: Panel, b: Panel): number => priceOf(a) - priceOf(b) || (a.id < b.id ? -1 : 1);
const deepMm = (p: Panel): number => depthBehindMm(p, { terminals: 'flag', spacerMm: 0 });

/** Panel parts that may come into question at all: nothing bare and live, nothing to solder where that is not wanted. */
const allowed = (g: Ground): Panel[] =>
  ofKind(g.catalogue, 'panel').filter(
    (p) =>
      !p.exposedLivePins &&
      p.hole.shape !== 'none' &&
      (!g.box.wishes.noSoldering || (p.wiredBy !== 'solder' && p.wiredBy !== 'unknown'))
  );

/** Whether a part can be put through a wall. */
const goesInto = (p: Panel, wallMm: number): boolean => wallMm >= p.panelMinMm && wallMm <= p.panelMaxMm;

/** Current at the lowest voltage over that at the nominal one, for an order of sockets. @source rule of thumb: 12.8 V over 10 V */
const LOW_VOLTAGE_FACTOR = 1.28;
/** Heat in a contact from which another is better, W. @source electrical reference 12 */
const CONTACT_W = 0.5;

/**
 * Sockets for a device in the order in which they are tried: those for which a plug is at hand first, those that need no
 * measuring before those that must be measured, then by
 * rank; those it strains last. Only what holds the weather, bears the draw and goes into the wall.
 */
export function socketsFor(g: Ground, device: Device, rank: SocketRank, wallMm: number): Panel[] {
  const wanted = portSupply(device.supply);
  const { seal } = g.box.outing;
  const atHand = new Set(g.box.wishes.outletPartIds);
  const marks = (p: Panel): number => (p.seal.mated ?? p.seal.open).jet + (p.seal.mated ?? p.seal.open).dunk;
  const by: Record<SocketRank, (a: Panel, b: Panel) => number> = {
    cheapest: byPrice,
    shallowest: (a, b) => deepMm(a) - deepMm(b) || byPrice(a, b),
    sealed: (a, b) => marks(b) - marks(a) || byPrice(a, b)
  };
  const peakA = g.need.devices.find((d) => d.deviceId === device.id)?.peakA ?? 0;
  // an empty battery and a long lead take more; strained contacts come last, the evaluation has the last word
  const strained = (p: Panel): boolean =>
    p.converterRatedW === null &&
    ((p.ratingA ?? 0) * LOAD_SHARE < LOW_VOLTAGE_FACTOR * peakA ||
      ((LOW_VOLTAGE_FACTOR * peakA) ** 2 * (p.contactMilliOhm ?? 0)) / 1000 > CONTACT_W);
  const order = (p: Panel): number =>
    (strained(p) ? 4 : 0) + (atHand.has(p.id) ? 0 : 2) + (p.measureYours === 'must' ? 1 : 0);
  return allowed(g)
    .filter(
      (p) =>
        p.role === 'outlet' &&
        p.supply === wanted &&
        reaches(usedSeal(p), seal) &&
        bears(p, device, g.need) &&
        goesInto(p, wallMm)
    )
    .sort((a, b) => order(a) - order(b) || by[rank](a, b));
}

/** What a switch, meter or inlet holds off during the outing, in the better of the two ways it may stand. */
const bestSeal = (p: Panel): SealWord => {
  const words = [sealWord(p.seal.open), ...(p.seal.capped ? [sealWord(p.seal.capped)] : [])];
  return words.reduce((best, w) => (reaches(w, best) ? w : best));
};

/** Whether a part stands best with its cap or boot on. */
export const bestUse = (p: Panel, seal: SealWord): 'capped' | 'open' =>
  !reaches(sealWord(p.seal.open), seal) && p.seal.capped !== null && reaches(sealWord(p.seal.capped), seal)
    ? 'capped'
    : 'open';

/** Parts of a role that hold the weather, go into the wall and are rated for so much; the cheapest first, those to be measured last. */
export function partsOfRole(g: Ground, role: Panel['role'], wallMm: number, leastA = 0): Panel[] {
  return allowed(g)
    .filter(
      (p) =>
        p.role === role &&
        (p.role !== 'switch' || (p.tabs === 'two-tabs' && p.also.length === 0)) &&
        (leastA === 0 || (p.ratingA !== null && p.ratingA >= leastA)) &&
        reaches(bestSeal(p), g.box.outing.seal) &&
        goesInto(p, wallMm)
    )
    .sort((a, b) => Number(a.measureYours === 'must') - Number(b.measureYours === 'must') || byPrice(a, b));
}

/** Amps when everything that can be on is on at its hungriest. */
export const allOnA = (need: Demand): number => need.devices.reduce((s, d) => s + d.peakA, 0) + need.box.currentA;

/** Displays that count through a shunt; any other meter shows volts. */
const SHUNT_DISPLAYS: ReadonlySet<string> = new Set(['shunt-display']);

/** Meters of a kind; both hang in a hole of their own. */
export const metersOf = (g: Ground, kind: Choice['meter'], wallMm: number): Panel[] =>
  kind === 'none' ? [] : partsOfRole(g, 'meter', wallMm).filter((p) => (kind === 'shunt') === SHUNT_DISPLAYS.has(p.id));

/** The fuse that one socket's devices want together, A: an empty battery asks for more. */
export const fuseFor = (g: Ground, deviceIds: readonly string[]): number => {
  const share = rmsShare(g.box);
  const peakA = (id: string): number => g.need.devices.find((d) => d.deviceId === id)?.peakA ?? 0;
  return deviceIds.reduce((s, id) => s + atFuseA(LOW_VOLTAGE_FACTOR * peakA(id), share(id)), 0) / LOAD_SHARE;
};

/** Fuse blocks with a way for each circuit, each of which bears so much, the cheapest first. */
export const blocksFor = (catalogue: Catalogue, ways: number, perWayA = 0): PartOf<'fuse-block'>[] =>
  catalogue
    .filter(
      (p): p is PartOf<'fuse-block'> =>
        p.kind === 'fuse-block' && p.wayCount >= ways && (p.perWayA ?? Infinity) >= perWayA
    )
    .sort((a, b) => priceOf(a) - priceOf(b) || a.wayCount - b.wayCount || (a.id < b.id ? -1 : 1));

/** Shunts that bear the load, the smallest first. */
export const shuntsFor = (g: Ground): PartOf<'shunt'>[] =>
  g.catalogue
    .filter((p): p is PartOf<'shunt'> => p.kind === 'shunt' && (p.ratingA ?? 0) * LOAD_SHARE >= allOnA(g.need))
    .sort((a, b) => priceOf(a) - priceOf(b) || (a.id < b.id ? -1 : 1));
