import { ofKind } from '../catalogue/of-kind.ts';
import { coldestAirC } from '../sun/season-air.ts';
import { fewestWires, leadBearsA } from './lead-section.ts';
import { saidIn } from '../quantity/said.ts';
import { openCircuitV } from '../battery/model.ts';
import { weakestMilliOhm } from '../battery/resistance.ts';
import { mainFeed, masterPortId, switchesOf } from '../box/feeds.ts';
import { fittedPart, partOf, valueOf } from '../box/lookup.ts';
import { holdingA } from '../box/relay.ts';
import { lawCurrentA } from '../network/law.ts';
import type { Box, Feed } from '../box/schema.ts';
import type { Catalogue, FuseFamily, PartOf } from '../catalogue/part.ts';
import { terminalBears } from '../judge/terminals.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { STUB_MM } from './net-coil.ts';
import { fuseInMinus } from './fitted-fuse.ts';
import { switchedAheadOfFuse } from './before-fuse.ts';
import { fusedInMinus } from './poles.ts';
import { pushedInto, pushedOffPost } from './pushed.ts';
import { ampacityA, areaMm2, knownSize, milliOhmPerM } from './conductor.ts';
import { CONTACT_MILLIOHM as R, DROP_BASE_V } from './contacts.ts';
import { WEAK_SOC, type Draft, type Sources } from './draft.ts';
import { packFuseOf } from '../battery/parallel-plan.ts';
import { fuseMilliOhm, heldA, letThroughA2s, LOAD_SHARE, SELECTIVE_RATIO } from './fuse.ts';
import { fusesOffPost } from './charge-fuse.ts';
import { bodyPoint, portPoint, runMm } from './lengths.ts';
import { END_TAKES_MM2, pickSizes, smallestFuse, smallestWire, type Laid } from './sizing.ts';
import type { Tree } from './tree.ts';
import type { MainDraft, MainPlan } from './types.ts';
import { mainWorking } from './workings.ts';

/** An unknown wire is judged as the thinnest. */
export const THINNEST: WireSize = { system: 'awg', size: '22' };

/** A fuse family's part: the box's own copy, else the catalogue's. */
export const fuseOf = (box: Box, catalogue: Catalogue, family: FuseFamily): PartOf<'fuse'> | undefined =>
  Object.values(box.parts).find((p): p is PartOf<'fuse'> => p.kind === 'fuse' && p.family === family) ??
  ofKind(catalogue, 'fuse').find((p) => p.family === family);

type MainContext = {
  laid: Laid;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
  lowV: number;
  tags: Record<string, string>;
  tree: Tree;
};

/** What the main path carries, A: all that its switches allow, the same with the battery low, and the time table's greatest. */
function mainLoads({ box, bank, need }: Sources, circuits: readonly Draft[], lowV: number) {
  // everything its switches allow together; devices without a port hang on it, too
  const onMain = circuits.filter(
    (c) => c.upId === undefined && (c.live === 'master' || c.live === 'always') && c.circuit.purpose === 'load'
  );
  const homeless = need.devices.filter((d) => d.portId === null).reduce((s, d) => s + lawCurrentA(d.peakLaw, lowV), 0);
  const coils = box.relays.reduce((s, r) => s + holdingA(r), 0);
  const assumed = circuits.filter((c) => c.assumedLoad).reduce((s, c) => s + c.loadA, 0);
  const charge = Math.max(0, ...circuits.filter((c) => c.circuit.purpose === 'charge').map((c) => c.loadA));
  // what lives in the box charges beside the charger that is plugged in
  const livesInA = [mainFeed(box).id, ...circuits.flatMap((c) => (c.live === 'direct' ? [] : c.circuit.id))]
    .map((id) => pushedInto(box, bank, id))
    .reduce((sum, a) => sum + a, 0);
  const throughOutletsA = circuits
    .filter((c) => !c.feed && c.live !== 'direct')
    .map((c) => Math.min(c.pushedA, c.fuseA ?? Infinity));
  const together = (of: (c: Draft) => number): number =>
    Math.max(onMain.reduce((s, c) => s + of(c), 0) + homeless + coils, charge);
  return {
    loadA: together((c) => c.carriesA),
    fuseLoadA: together((c) => c.fuseLoadA),
    lowLoadA: together((c) => c.lowCarriesA),
    pushedA: livesInA + Math.max(livesInA > 0 ? charge : 0, ...throughOutletsA),
    timetableA: (need.peakA * need.atV) / lowV + assumed
  };
}

const panelAt = (box: Box, id: string | undefined): PartOf<'panel'> | undefined =>
  fittedPart(
    box,
    box.ports.find((p) => p.id === id)
  );

/** The part of the main path that bears least: switches, way in, relay, block, shunt, holder, the battery's own terminal. */
function weakestOfMain({ box, bank }: Sources, x: MainContext): MainPlan['weakest'] {
  const feed = mainFeed(box);
  const terminal = bank && terminalBears(bank.part);
  const through = valueOf(feed.throughPortId, undefined);
  const part = (id: string, word: string) => ({ name: x.tags[id] ?? word, ratingA: panelAt(box, id)?.ratingA });
  const parts: { name: string; ratingA: number | null | undefined; isTerminal?: boolean }[] = [
    ...switchesOf(box, feed).map((id) => part(id, 'the master switch')),
    ...(through === undefined ? [] : [part(through, 'the way in')]),
    { name: 'the main relay', ratingA: box.relays.find((r) => r.inId === feed.id)?.ratingA },
    { name: 'the fuse block', ratingA: x.block?.totalA },
    { name: 'the shunt', ratingA: x.shunt?.ratingA },
    { name: 'the main fuse holder', ratingA: partOf(box, 'fuse-holder', feed.holderPartId)?.ratingA }
  ];
  if (terminal) {
    const name = `the battery’s ${terminal.words(saidIn(box.preferences))}`;
    parts.push({ name, ratingA: terminal.ratingA, isTerminal: true });
  }
  return parts
    .filter((p): p is NonNullable<MainPlan['weakest']> => p.ratingA != null)
    .sort((a, b) => a.ratingA - b.ratingA)[0];
}

type Chosen = { fuse: PartOf<'fuse'> | undefined; fuseA: number | undefined; wire: WireSize | undefined };

/** Main fuse and main wire: as set, else chosen so that each suits the other. */
function fuseAndWire(
  { box, catalogue, bank }: Sources,
  x: MainContext,
  on: Pick<MainDraft, 'loadA' | 'fuseLoadA' | 'pushedA' | 'lowLoadA' | 'biggestA' | 'lengthMm'> & {
    family: FuseFamily | undefined;
    weakestA: number;
    /** Smallest share of the volts that a circuit behind it may lose. */
    dropLimitFraction: number;
  }
): Chosen {
  const feed = mainFeed(box);
  const { family, loadA } = on;
  const count = fewestWires(feed);
  const ends = [bank && terminalBears(bank.part)?.mostMm2, END_TAKES_MM2[feed.ends]].filter((mm2) => mm2 !== undefined);
  const mostMm2 = ends.length > 0 ? Math.min(...ends) : undefined;
  const setWire = valueOf<WireSize>(feed.wire, undefined);
  // the thickest that may still be chosen where nobody set it: what goes onto the terminal
  const most = setWire ?? pickSizes(box.preferences.wireSystem).findLast((w) => areaMm2(w) <= (mostMm2 ?? Infinity));
  // what the wire bears, as a rating of that family: a glass fuse carries more than it says
  const perRating = heldA(family ?? 'blade', 1);
  const wireA = most && knownSize(most) ? count * ampacityA(most, x.laid) : Infinity;
  const wireLimit = Math.min(wireA, leadBearsA(feed, x.laid)) / perRating;
  const fuse = family && fuseOf(box, catalogue, family);
  // charging beyond what stands behind the fuse is told, and no reason for a fuse that lets it burn
  const leastA = Math.max(SELECTIVE_RATIO * on.biggestA, on.pushedA / LOAD_SHARE);
  const limitA = Math.min(on.weakestA, wireLimit);
  const autoFuse =
    family && fuse
      ? smallestFuse(family, fuse.ratingsA, { loadA: on.fuseLoadA, inrushA2s: 0, leastA, limitA })
      : undefined;
  const fuseA = family ? valueOf(feed.fuse, autoFuse) : undefined;
  if (feed.wire.is !== 'auto') return { fuse, fuseA, wire: setWire };
  // the leads of the packs are of the same wire, and what stands in front of them are the packs' own fuses: all of them together
  // where nothing stands behind the joint
  const packs = packFuseOf(box);
  const atOnce = fuseA || box.bank.arrangement === 'changeover' ? 1 : box.bank.count;
  const guards = [
    family && fuseA ? { family, ratingA: fuseA } : undefined,
    packs && { ...packs, ratingA: atOnce * packs.ratingA }
  ].filter((g) => g !== undefined);
  const held = guards.map((g) => heldA(g.family, g.ratingA));
  const wire = smallestWire(
    box.preferences.wireSystem,
    x.laid,
    Math.max(fuseA ? 0 : loadA, fuseA ? 0 : on.pushedA, ...held) / count,
    (size) => mainLossV(box, x.laid, { ...on, size }) <= MAIN_LOSES * on.dropLimitFraction * DROP_BASE_V,
    box.wiring.reels,
    { mostMm2, letsA2s: Math.max(0, ...guards.map((g) => letThroughA2s(g.family, g.ratingA))), count }
  );
  return { fuse, fuseA, wire };
}

/** The way back, as thick as the main wire: thicker where feeds and charge sources that begin at a post come back over it, too. */
function autoReturn(
  { box, bank }: Sources,
  x: MainContext,
  circuits: readonly Draft[],
  { wire, pushedA }: { wire: WireSize; pushedA: number }
): WireSize {
  // what a circuit off the post draws comes back to the post by itself, where nothing counts it
  const overIt = circuits.filter((c) => c.upId === undefined && (c.live !== 'direct' || c.feed || x.shunt));
  const offPost = overIt.filter((c) => c.live === 'direct');
  const guards = [
    ...offPost.flatMap((c) => (c.fuseA === undefined ? [] : { family: c.fuseFamily, ratingA: c.fuseA })),
    ...fusesOffPost(box)
  ];
  if (offPost.length === 0 && guards.length === 0) return wire;
  const drawnA = overIt.reduce((sum, c) => sum + c.carriesA, 0);
  const carriesA = Math.max(drawnA, pushedA + pushedOffPost(box, bank));
  return smallestWire(
    box.preferences.wireSystem,
    x.laid,
    Math.max(carriesA, ...guards.map((g) => heldA(g.family, g.ratingA))) / mainFeed(box).wireCount,
    (size) => areaMm2(size) >= areaMm2(wire),
    box.wiring.reels,
    {
      mostMm2: bank && terminalBears(bank.part)?.mostMm2,
      letsA2s: Math.max(0, ...guards.map((g) => letThroughA2s(g.family, g.ratingA))),
      count: mainFeed(box).wireCount
    }
  );
}

/** Of what a circuit may lose on its way the main wire may take half: the rest is for the circuit's own. @source rule of thumb */
const MAIN_LOSES = 0.5;

/** What the main wire loses out and back with everything on and the battery low, V; its lead outside counts where it is of the same wire. */
function mainLossV(
  box: Box,
  laid: Laid,
  { lowLoadA, lengthMm, size }: Pick<MainDraft, 'lowLoadA' | 'lengthMm'> & { size: WireSize }
): number {
  const { lead, wireCount } = mainFeed(box);
  const outside = lead?.wire.is === 'auto' ? lead.lengthMm / lead.wireCount : 0;
  const warmC = Math.max(20, laid.ambientC);
  return (lowLoadA * 2 * (lengthMm / wireCount + outside) * milliOhmPerM(size, warmC, { cca: laid.cca })) / 1e6;
}

/** One way from the battery over the master switch to the block, by the layout. */
function mainWayMm({ box, fit }: Sources, masterId: string | undefined): number {
  const master = box.ports.find((p) => p.id === masterId);
  const lid = master?.face === 'lid' ? fit?.part : undefined;
  const [battery, block, at] = [bodyPoint(fit, 'battery-1'), bodyPoint(fit, 'fuse-block'), portPoint(fit, master)];
  const run = runMm(battery, at ?? block, lid);
  return run.lengthMm + (masterId ? runMm(at, block, lid).lengthMm : 0);
}

/** Where a main fuse sits that comes behind relay and switches, mm from the battery: right behind the last; undefined where it comes first. */
function behindSwitchesMm(
  box: Box,
  x: { lengthMm: number; holder: PartOf<'fuse-holder'> | undefined }
): number | undefined {
  const feed = mainFeed(box);
  const count = switchesOf(box, feed).length + (box.relays.some((r) => r.inId === feed.id) ? 1 : 0);
  if (count === 0 || !switchedAheadOfFuse(feed)) return undefined;
  const stretchMm = x.lengthMm / (count + 1);
  const stubMm = Math.min(stretchMm, x.holder?.usualDistanceMm ?? STUB_MM);
  return (feed.lead?.lengthMm ?? 0) + count * stretchMm + stubMm;
}

/** The main fuse in the lead it sits in: one in the negative is none for the positive. */
function mainFuseIn(
  feed: Feed,
  family: FuseFamily | undefined,
  { fittedA, usualMm }: { fittedA: number | undefined; usualMm: number | undefined }
): Pick<MainDraft, 'fuseA' | 'fuseOrigin' | 'returnFuse' | 'fuseDistanceMm'> {
  if (family && fusedInMinus(feed) && feed.fuse.is !== 'none')
    return fuseInMinus({ tag: 'F0', family, ratingA: fittedA });
  return {
    fuseA: fittedA,
    fuseOrigin: family ? feed.fuse.is : feed.fuse.is === 'unknown' ? 'unknown' : 'none',
    returnFuse: undefined,
    fuseDistanceMm: valueOf(feed.fuseFromStartMm, usualMm)
  };
}

/** Battery, main fuse, switches, block and the returns: what every circuit shares. @source electrical reference 1 to 5 */
export function mainDraft(sources: Sources, circuits: Draft[], x: MainContext): MainDraft {
  const { box } = sources;
  const feed = mainFeed(box);
  const holder = partOf(box, 'fuse-holder', feed.holderPartId);
  // a fuse somebody read counts without its holder, too
  const named = feed.fuse.is === 'set' || feed.fuseFamily.is === 'set';
  const fuseFamily: FuseFamily | undefined = valueOf(feed.fuseFamily, holder?.family ?? (named ? 'blade' : undefined));
  const masterId = masterPortId(box);
  const relay = box.relays.find((r) => r.inId === feed.id);
  const loads = mainLoads(sources, circuits, x.lowV);
  const weakest = weakestOfMain(sources, x);
  const onIt = circuits.filter((c) => c.circuit.purpose === 'load' && c.live !== 'direct' && !c.rail);
  const biggestA = Math.max(0, ...onIt.map((c) => c.fuseA ?? 0));
  const lengthMm = valueOf(feed.lengthMm, undefined) ?? mainWayMm(sources, masterId);
  const {
    fuse,
    fuseA: fittedA,
    wire
  } = fuseAndWire(sources, x, {
    ...loads,
    family: fuseFamily,
    weakestA: weakest?.ratingA ?? Infinity,
    biggestA,
    lengthMm,
    dropLimitFraction: Math.min(...onIt.map((c) => c.dropLimitFraction))
  });
  const returnWire =
    wire && feed.wire.is === 'auto' ? autoReturn(sources, x, circuits, { wire, pushedA: loads.pushedA }) : wire;
  const aheadMm = fuseFamily && behindSwitchesMm(box, { lengthMm, holder });
  const boltHolder = fuseFamily === 'midi' || fuseFamily === 'post';
  const one = wire && knownSize(wire) ? ampacityA(wire, x.laid) : undefined;
  return {
    ...loads,
    holder,
    fuseFamily,
    fuse,
    ...mainFuseIn(feed, fuseFamily, { fittedA, usualMm: aheadMm ?? holder?.usualDistanceMm }),
    switchedFirst: aheadMm !== undefined,
    wire,
    wireCount: feed.wireCount,
    wireOrigin: feed.wire.is,
    returnWire: valueOf<WireSize>(feed.returnWire, returnWire),
    laid: x.laid,
    ampacityA: one === undefined ? undefined : feed.wireCount * one,
    oneAmpacityA: one,
    lengthMm,
    fuseMilliOhm:
      fuseFamily && fittedA
        ? fuseMilliOhm(fuseFamily, fittedA, loads.loadA) +
          (holder?.contactMilliOhm ?? (boltHolder ? R.boltHolder : R.bladeHolder))
        : 0,
    weakest,
    masterPortId: masterId,
    masterPart: panelAt(box, masterId),
    canSwitchOff:
      masterId !== undefined || (feed.leverSwitches && fuseFamily === 'breaker') || relay?.switchPortId.is === 'set',
    biggestA
  };
}

/** The main path with its resistance, and what a weak short behind it drives. @source electrical reference 5 */
export function mainPlan(
  { box, bank }: Sources,
  draft: MainDraft,
  { commonMilliOhm, commonWireMilliOhm }: Pick<MainPlan, 'commonMilliOhm' | 'commonWireMilliOhm'>
): MainPlan {
  const weakOhm = bank
    ? (weakestMilliOhm(bank, box.bank.arrangement === 'changeover', coldestAirC(box), WEAK_SOC) + commonMilliOhm) / 1000
    : Infinity;
  return {
    ...draft,
    commonMilliOhm,
    commonWireMilliOhm,
    weakFaultA: bank ? openCircuitV(bank.chemistry, WEAK_SOC) / weakOhm : 0,
    working: mainWorking(draft)
  };
}
