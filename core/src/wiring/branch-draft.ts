import type { RunMm } from './lengths.ts';
import { leadBearsA } from './lead-section.ts';
import { blockOf, mainFeed } from '../box/feeds.ts';
import { partOf, valueOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { FuseFamily, PartOf } from '../catalogue/part.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { behind, feedOfBranch, startOf, wayTo, type Branch, type Tree } from './tree.ts';
import { railInputW, railOfFeed, type SharedRail } from './rails.ts';
import { sharedBundles } from './bundles.ts';
import { ampacityA, knownSize } from './conductor.ts';
import { DROP_LIMIT_FUSSY, DROP_LIMIT_GENERAL } from './contacts.ts';
import { BLOCK_WAY, type Draft, type Sources } from './draft.ts';
import { ownLaid } from './laid.ts';
import { capacitorInrushA2s, heldA, LOAD_SHARE, SELECTIVE_RATIO } from './fuse.ts';
import type { Laid } from './sizing.ts';
import { smallestFuse } from './sizing.ts';
import { fuseOf } from './main-path.ts';
import {
  MODULE_FARAD,
  MODULE_LOOP_OHM,
  FULL_V,
  type DraftContext,
  type Load,
  feedLoad,
  loadOf
} from './branch-load.ts';
import { fuseInMinus } from './fitted-fuse.ts';
import { fusedInMinus, plusFuse } from './poles.ts';
import { fusedInLine, overSwitchesMm, switchedFirst } from './switch-place.ts';
import { pushedInto } from './pushed.ts';

/** A meter's supply is fused no larger. @source electrical reference 12, meter-unfused */
export const METER_FUSE_A = 3;
/** Post to the fuse of a lead straight off the battery, as usual, mm. @source rule of thumb: in-line holder at the ring */
const DIRECT_FUSE_MM = 100;

/** Every feed and circuit before main path and wires are known: loads, fuses, weakest parts. */
export function draftBranches(sources: Sources, runs: ReadonlyMap<string, RunMm>, x: DraftContext): Draft[] {
  const { order } = x.tree;
  const loads = new Map(order.map((b) => [b.id, b.feed ? feedLoad(sources, b, x) : loadOf(sources, b, x)]));
  const bundles = sharedBundles(sources.box, x.tree, runs);
  const ratingsOf = new Map<FuseFamily, readonly number[]>();
  const feedIds = sources.box.feeds.map((f) => f.id);
  const circuitIds = sources.box.circuits.map((c) => c.id);
  return order.map((b) => {
    const { circuit, switches } = loads.get(b.id)!.load;
    const inLine = fusedInLine(sources.box, { circuit, switches, fuseOrigin: circuit.fuse.is });
    const block = inLine ? undefined : wayBlock(sources.box, x.tree, b);
    const holder = b.feed && partOf(sources.box, 'fuse-holder', b.feed.holderPartId);
    // only what sits in the block is of its family; a fuse in a wire sits in the usual in-line holder
    const family: FuseFamily = valueOf(b.circuit.fuseFamily, block?.family ?? holder?.family) ?? IN_LINE_FAMILY;
    const ratings = ratingsOf.get(family) ?? fuseOf(sources.box, sources.catalogue, family)?.ratingsA ?? [];
    ratingsOf.set(family, ratings);
    const letter = b.feed ? feedLetter(feedIds.indexOf(b.id)) : '';
    const number = circuitIds.indexOf(b.id) + 1;
    return draftOf(sources, loads, b, {
      ...x,
      laid: laidFor(sources.box, x.laid, b, bundles),
      family,
      ratings,
      block,
      holder,
      names: b.feed
        ? { tag: letter, fuseTag: `F${letter}`, portTag: `J${letter}` }
        : { tag: `C${number}`, fuseTag: `F${number}`, portTag: x.tags[b.circuit.portId] ?? b.circuit.portId },
      run: runs.get(b.id)!
    });
  });
}

/** A, B … for the feeds behind the main one. */
const feedLetter = (n: number): string => (n <= 26 ? String.fromCharCode(64 + n) : `A${n}`);

/** The fuse block in which a branch has its way: that of the feed at whose end it hangs. */
function wayBlock(box: Box, t: Tree, b: Branch): PartOf<'fuse-block'> | undefined {
  const upId = t.upOf.get(b.id);
  if (upId === undefined) return t.startOf.get(b.id) === 'main' ? blockOf(box, mainFeed(box)) : undefined;
  const feed = box.feeds.find((f) => f.id === upId);
  return feed && !t.aheadOf.get(b.id) ? blockOf(box, feed) : undefined;
}

/** How one branch's wire lies: its own insulation and bundle where they are said, else those of the box. */
function laidFor(box: Box, laid: Laid, b: Branch, bundles: ReadonlyMap<string, number>): Laid {
  const all = valueOf(box.wiring.bundledCount, undefined);
  return ownLaid(laid, b.circuit, { usual: all ?? bundles.get(b.id) ?? 1, unknown: 2 * box.circuits.length });
}

/** The part of a lead up to its switch, where the layout tells: the shares stay when the whole was set by hand. */
const toSwitchMm = (lengthMm: number, run: RunMm): number | undefined =>
  run.legs && run.lengthMm > 0 ? (lengthMm * run.legs[0]!.lengthMm) / run.lengthMm : undefined;

/** What the converters behind a branch take from it with the battery low, each for all that hangs on it, A. */
function intoConverters(all: readonly Load[], alike: readonly Load[], x: DraftContext): number {
  if (alike.length === all.length) return 0;
  const outW = new Map<string, { rail: SharedRail; watts: number }>();
  for (const l of all) {
    const rail = x.rails.get(l.load.circuit.id);
    if (!rail || alike.includes(l) || l.load.circuit.purpose !== 'load') continue;
    const watts = (outW.get(rail.feedId)?.watts ?? 0) + l.load.loadA * rail.outV;
    outW.set(rail.feedId, { rail, watts });
  }
  return [...outW.values()].reduce((sum, { rail, watts }) => sum + railInputW(rail, watts) / x.lowV, 0);
}

/** Fuses that sit in a wire of their own. @source the sealed in-line holder of the catalogue */
const IN_LINE_FAMILY: FuseFamily = 'blade';

type Own = DraftContext & {
  family: FuseFamily;
  ratings: readonly number[];
  block: PartOf<'fuse-block'> | undefined;
  holder: PartOf<'fuse-holder'> | undefined;
  names: { tag: string; fuseTag: string; portTag: string };
  run: RunMm;
};

/** What runs through a branch: what it carries, as its fuse counts it, what is pushed back, and with the battery low, A. */
function flowsThrough(box: Box, bank: Sources['bank'], all: readonly Load[], alike: readonly Load[], x: DraftContext) {
  const takers = alike.filter((l) => l.load.circuit.purpose === 'load');
  const convertersA = intoConverters(all, alike, x);
  // a charge lead behind a feed carries its charger's current, the loads theirs: never both the same way
  const loadsA = takers.reduce((s, l) => s + l.load.loadA, convertersA);
  const chargeA = all.filter((l) => l.load.circuit.purpose === 'charge').reduce((s, l) => s + l.load.loadA, 0);
  // what lives in the box charges beside the charger that is plugged in
  const livesInA = all.reduce((s, l) => s + pushedInto(box, bank, l.load.circuit.id), 0);
  const carriesA = Math.max(loadsA, chargeA, livesInA);
  const fuseLoadA = Math.max(
    takers.reduce((s, l) => s + l.load.fuseLoadA, convertersA),
    chargeA,
    livesInA
  );
  const pushedA = livesInA + Math.max(livesInA > 0 ? chargeA : 0, ...alike.map((l) => l.load.pushedA));
  const lowCarriesA = Math.max(
    takers.reduce((s, l) => s + l.load.lowLoadA, convertersA),
    chargeA
  );
  return { carriesA, fuseLoadA, pushedA, lowCarriesA };
}

/** A branch with its own load and those behind it on the same voltage. */
type Behind = { b: Branch; own: Load; alike: readonly Load[] };

/** The weakest part its fuse stands for, and the largest fuse that part and a wire somebody set bear. */
function limitsOf(
  box: Box,
  loads: ReadonlyMap<string, Load>,
  { b, own, alike }: Behind,
  x: Own
): { weakest: Draft['weakest']; limitA: number } {
  const { circuit } = b;
  const { family } = x;
  const fusedBetween = (id: string): boolean => {
    const way = wayTo(x.tree, id);
    return way.slice(way.indexOf(b.id) + 1).some((k) => {
      const between = loads.get(k)?.load.circuit;
      return between !== undefined && plusFuse(between).is === 'set';
    });
  };
  // behind a fuse stand all parts of the chain that have none of their own and none on the way to them
  const candidates = [
    ...own.rated,
    ...alike
      .filter((l) => l !== own && isCovered(box, x.tree, l.load) && !fusedBetween(l.load.circuit.id))
      .flatMap((l) => l.rated),
    ...(x.block?.perWayA != null ? [{ name: BLOCK_WAY, ratingA: x.block.perWayA }] : [])
  ];
  const weakest = candidates.sort((a, c) => a.ratingA - c.ratingA)[0];
  const setWire = valueOf<WireSize>(circuit.wire, undefined);
  // what the wire bears, as a rating of that family: a glass fuse carries more than it says
  const wireA = setWire && knownSize(setWire) ? circuit.wireCount * ampacityA(setWire, x.laid) : Infinity;
  const wireLimit = Math.min(wireA, leadBearsA(b.feed, x.laid)) / heldA(family, 1);
  const limitA = Math.min(weakest?.ratingA ?? Infinity, wireLimit);
  return { weakest, limitA };
}

function inrushThrough(all: readonly Load[], alike: readonly Load[]): number {
  return Math.max(
    ...alike.map((l) => l.load.inrushA2s),
    alike.length < all.length ? capacitorInrushA2s(FULL_V, MODULE_FARAD, MODULE_LOOP_OHM) : 0
  );
}

/** The smallest fuse of its family that carries what runs there and does not open before what stands behind it. */
function automaticFuse(
  { b, own, alike }: Behind,
  x: { fuseLoadA: number; pushedA: number; inrushA2s: number; limitA: number },
  { family, ratings }: Pick<Own, 'family' | 'ratings'>
): number | undefined {
  const needA = own.load.portPart?.role === 'meter' ? Math.min(x.limitA, METER_FUSE_A) : x.limitA;
  const setBehind = b.feed
    ? alike.filter((l) => l !== own).flatMap((l) => valueOf(plusFuse(l.load.circuit), undefined) ?? [])
    : [];
  return smallestFuse(family, ratings, {
    loadA: x.fuseLoadA,
    inrushA2s: x.inrushA2s,
    limitA: needA,
    // a charger beyond what stands behind the fuse is told, and no reason for a fuse that lets it burn
    leastA: Math.max(SELECTIVE_RATIO * Math.max(0, ...setBehind), x.pushedA / LOAD_SHARE)
  });
}

/** Share of the voltage it may lose: less where electronics or a converter hang on it. */
const mayLose = (circuit: Branch['circuit'], load: Load['load']): number =>
  circuit.purpose !== 'charge' && (load.fussy || (load.portPart?.converterRatedW ?? null) !== null)
    ? DROP_LIMIT_FUSSY
    : DROP_LIMIT_GENERAL;

/** What the load of a circuit says of it by itself. Named one by one: this runs for every circuit on every edit. */
function asLoaded(load: Load['load']) {
  const [first] = load.switches;
  return {
    portPart: load.portPart,
    switches: load.switches,
    ...(load.throughMilliOhm === undefined ? {} : { throughMilliOhm: load.throughMilliOhm }),
    switchTag: first?.tag,
    loadA: load.loadA,
    lowLoadA: load.lowLoadA,
    meanA: load.meanA,
    assumedLoad: load.assumedLoad,
    fussy: load.fussy,
    hasMotor: load.hasMotor,
    feeds: load.feeds,
    devices: load.devices
  };
}

/** Its fuse in the lead it sits in: one in the negative is none for the positive. */
function fuseIn(
  circuit: Branch['circuit'],
  { names, family, holder }: Own,
  of: { covered: boolean; fittedA: number | undefined; fromPost: boolean; overSwitchesMm: number }
): Pick<Draft, 'fuseA' | 'fuseOrigin' | 'returnFuse' | 'fuseDistanceMm'> {
  if (fusedInMinus(circuit) && circuit.fuse.is !== 'none')
    return fuseInMinus({ tag: names.fuseTag, family, ratingA: of.fittedA });
  return {
    fuseA: of.fittedA,
    fuseOrigin: of.covered ? 'none' : circuit.fuse.is,
    returnFuse: undefined,
    fuseDistanceMm: valueOf(
      circuit.fuseFromStartMm,
      of.fromPost ? of.overSwitchesMm + (holder?.usualDistanceMm ?? DIRECT_FUSE_MM) : undefined
    )
  };
}

/** What lies ahead of its fuse up to its last switch, mm; none where they come behind it. */
function unfusedOverMm(
  box: Box,
  { load: { circuit, switches } }: Load,
  x: { covered: boolean; toSwitchMm: number | undefined; lengthMm: number }
): number {
  const fuseOrigin = x.covered ? 'none' : circuit.fuse.is;
  return switchedFirst(box, { circuit, fuseOrigin, switches }) ? overSwitchesMm(x) : 0;
}

function draftOf({ box, bank }: Sources, loads: ReadonlyMap<string, Load>, b: Branch, x: Own): Draft {
  const { circuit } = b;
  const own = loads.get(b.id)!;
  const all = behind(x.tree, b.id).map((id) => loads.get(id)!);
  const rail = x.rails.get(b.id);
  const alike = all.filter((l) => x.rails.get(l.load.circuit.id)?.feedId === rail?.feedId);
  const flows = flowsThrough(box, bank, all, alike, x);
  const upId = x.tree.upOf.get(b.id);
  const start = startOf(x.tree, b.id);
  const { weakest, limitA } = limitsOf(box, loads, { b, own, alike }, x);
  const setWire = valueOf<WireSize>(circuit.wire, undefined);
  const gives = b.feed && railOfFeed(box, b.feed);
  const inrushA2s = inrushThrough(all, alike);
  const covered = isLeftToOther(box, x.tree, own.load);
  const lengthMm = valueOf(circuit.lengthMm, x.run.lengthMm) ?? x.run.lengthMm;
  const upToSwitchMm = toSwitchMm(lengthMm, x.run);
  const fuse = fuseIn(circuit, x, {
    covered,
    overSwitchesMm: unfusedOverMm(box, own, { covered, toSwitchMm: upToSwitchMm, lengthMm }),
    fittedA: covered
      ? undefined
      : valueOf(circuit.fuse, automaticFuse({ b, own, alike }, { ...flows, inrushA2s, limitA }, x)),
    fromPost: start === 'post' && upId === undefined
  });
  return {
    // named one by one: this runs for every circuit on every edit, and a spread of so many is slow
    circuit,
    feed: b.feed,
    rail,
    gives,
    live: start === 'post' ? 'direct' : start === 'ahead' ? 'always' : 'master',
    laid: x.laid,
    run: x.run,
    ratingsA: x.ratings,
    ...asLoaded(own.load),
    lowCarriesA: flows.lowCarriesA,
    inrushA2s,
    carriesA: flows.carriesA,
    fuseLoadA: flows.fuseLoadA,
    pushedA: flows.pushedA,
    upId,
    sharesFuse: rail !== undefined || sharesFuse(box, x.tree, b),
    ...x.names,
    lengthMm,
    neededMm: x.run.assumed ? undefined : x.run.lengthMm,
    toSwitchMm: upToSwitchMm,
    lengthOrigin: circuit.lengthMm.is,
    lengthAssumed: circuit.lengthMm.is === 'auto' && x.run.assumed,
    wire: setWire,
    wireOrigin: circuit.wire.is,
    fuseFamily: x.family,
    fuseA: fuse.fuseA,
    fuseOrigin: fuse.fuseOrigin,
    returnFuse: fuse.returnFuse,
    fuseDistanceMm: fuse.fuseDistanceMm,
    weakest,
    dropLimitFraction: mayLose(circuit, own.load)
  };
}

/** Has no fuse of its own: somebody said so, or it is left to Haversack and hangs where the one ahead is meant for all. */
function isCovered(box: Box, t: Tree, l: Load['load']): boolean {
  const fuse = plusFuse(l.circuit);
  if (fuse.is !== 'auto') return fuse.is === 'none';
  return hangsOnCircuit(box, t, l.circuit.id) || sharesWay(box, t, l);
}

/** Automatic, and behind one that is meant for all: left without a fuse of its own. One that sits in the negative lead is there. */
const isLeftToOther = (box: Box, t: Tree, l: Load['load']): boolean =>
  l.circuit.fuse.is === 'auto' && !fusedInMinus(l.circuit) && isCovered(box, t, l);

/** Fed from another circuit, not from a feed. */
function hangsOnCircuit(box: Box, t: Tree, id: string): boolean {
  const upId = t.upOf.get(id);
  return upId !== undefined && !box.feeds.some((f) => f.id === upId);
}

/** Behind a feed whose own fuse is meant for all its circuits: it ends in a joint without fuses. */
function onJoint(box: Box, t: Tree, b: Pick<Branch, 'circuit'>): boolean {
  const feed = feedOfBranch(box, t, b.circuit.id);
  // behind a converter each has its own: the feed's opens for nothing there
  if (!feed || feed.converter || b.circuit.purpose !== 'load' || startOf(t, b.circuit.id) === 'ahead') return false;
  return feed.ends === 'chain' || (feed.ends !== 'fuse-block' && plusFuse(feed).is !== 'none');
}

/** Meant to stand behind a fuse that others share. */
const sharesFuse = (box: Box, t: Tree, b: Branch): boolean =>
  b.feed !== undefined || hangsOnCircuit(box, t, b.id) || startOf(t, b.id) === 'load-terminal' || onJoint(box, t, b);

/** Automatic, a circuit at the joint of a fused feed has no fuse of its own. */
const sharesWay = (box: Box, t: Tree, b: Pick<Branch, 'circuit' | 'feed'>): boolean =>
  t.upOf.get(b.circuit.id) !== undefined && b.feed === undefined && onJoint(box, t, b);
