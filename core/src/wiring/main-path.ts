import { saidIn } from '../quantity/said.ts';
import { openCircuitV } from '../battery/model.ts';
import { weakestMilliOhm } from '../battery/resistance.ts';
import { mainFeed, masterPortId, switchesOf } from '../box/feeds.ts';
import { fittedPart, partOf, valueOf } from '../box/lookup.ts';
import { holdingA } from '../box/relay.ts';
import { lawCurrentA } from '../network/law.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue, FuseFamily, PartOf } from '../catalogue/part.ts';
import { terminalBears } from '../judge/terminals.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { ampacityA, knownSize, milliOhmPerM } from './conductor.ts';
import { CONTACT_MILLIOHM as R } from './contacts.ts';
import { WEAK_SOC, type Draft, type Sources } from './draft.ts';
import { fuseMilliOhm, letThroughA2s, SELECTIVE_RATIO } from './fuse.ts';
import { bodyPoint, portPoint, runMm } from './lengths.ts';
import { smallestFuse, smallestWire, type Laid } from './sizing.ts';
import type { Tree } from './tree.ts';
import type { MainPlan, Origin } from './types.ts';
import { mainWorking } from './workings.ts';

/** An unknown wire is judged as the thinnest. */
export const THINNEST: WireSize = { system: 'awg', size: '22' };

/** A fuse family's part: the box's own copy, else the catalogue's. */
export const fuseOf = (box: Box, catalogue: Catalogue, family: FuseFamily): PartOf<'fuse'> | undefined =>
  [...Object.values(box.parts), ...catalogue].find(
    (p): p is PartOf<'fuse'> => p.kind === 'fuse' && p.family === family
  );

type MainContext = {
  laid: Laid;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
  lowV: number;
  tags: Record<string, string>;
  tree: Tree;
};

/** The main path before its resistance is known: that follows from the circuit built with it. */
export type MainDraft = Omit<MainPlan, 'commonMilliOhm' | 'prospectiveA' | 'weakFaultA' | 'working'> & {
  biggestA: number;
};

/** Battery, main fuse, switches, block and the returns: what every circuit shares. @source electrical reference 1 to 5 */
export function mainDraft({ box, catalogue, need, fit, bank }: Sources, circuits: Draft[], x: MainContext): MainDraft {
  const feed = mainFeed(box);
  const holder = partOf(box, 'fuse-holder', feed.holderPartId);
  // a fuse somebody read counts without its holder, too
  const named = feed.fuse.is === 'set' || feed.fuseFamily.is === 'set';
  const fuseFamily: FuseFamily | undefined = valueOf(feed.fuseFamily, holder?.family ?? (named ? 'blade' : undefined));
  const fuse = fuseFamily && fuseOf(box, catalogue, fuseFamily);
  const masterId = masterPortId(box);
  const panelAt = (id: string | undefined) =>
    fittedPart(
      box,
      box.ports.find((p) => p.id === id)
    );
  const masterPart = panelAt(masterId);
  const relay = box.relays.find((r) => r.inId === feed.id);
  // everything its switches allow together; devices without a port hang on it, too
  const onMain = circuits.filter((c) => c.upId === undefined && (c.live === 'master' || c.live === 'always'));
  const loads = onMain.filter((c) => c.circuit.purpose === 'load').reduce((s, c) => s + c.carriesA, 0);
  const homeless = need.devices
    .filter((d) => d.portId === null)
    .reduce((s, d) => s + lawCurrentA(d.peakLaw, x.lowV), 0);
  const coils = box.relays.reduce((s, r) => s + holdingA(r), 0);
  const assumed = circuits.filter((c) => c.assumedLoad).reduce((s, c) => s + c.loadA, 0);
  const charge = Math.max(0, ...circuits.filter((c) => c.circuit.purpose === 'charge').map((c) => c.loadA));
  const timetableA = (need.peakA * need.atV) / x.lowV + assumed;
  const loadA = Math.max(loads + homeless + coils, charge);
  const lowLoads = onMain.filter((c) => c.circuit.purpose === 'load').reduce((s, c) => s + c.lowCarriesA, 0);
  const lowLoadA = Math.max(lowLoads + homeless + coils, charge);
  const terminal = bank && terminalBears(bank.part);
  const through = valueOf(feed.throughPortId, undefined);
  const part = (id: string, word: string) => ({ name: x.tags[id] ?? word, ratingA: panelAt(id)?.ratingA });
  const parts: { name: string; ratingA: number | null | undefined }[] = [
    ...switchesOf(box, feed).map((id) => part(id, 'master switch')),
    ...(through === undefined ? [] : [part(through, 'way in')]),
    { name: 'main relay', ratingA: relay?.ratingA },
    { name: 'fuse block', ratingA: x.block?.totalA },
    { name: 'shunt', ratingA: x.shunt?.ratingA },
    { name: 'main fuse holder', ratingA: holder?.ratingA },
    ...(terminal ? [{ name: `battery’s ${terminal.words(saidIn(box.preferences))}`, ratingA: terminal.ratingA }] : [])
  ];
  const weakest = parts
    .filter((p): p is { name: string; ratingA: number } => p.ratingA != null)
    .sort((a, b) => a.ratingA - b.ratingA)[0];
  const count = feed.wireCount;
  const setWire = valueOf<WireSize>(feed.wire, undefined);
  const wireLimit = setWire && knownSize(setWire) ? count * ampacityA(setWire, x.laid) : Infinity;
  const onIt = circuits.filter((c) => c.circuit.purpose === 'load' && c.live !== 'direct' && !c.rail);
  const biggest = Math.max(0, ...onIt.map((c) => c.fuseA ?? 0));
  const limitA = Math.min(weakest?.ratingA ?? Infinity, wireLimit);
  const autoFuse =
    fuseFamily && fuse
      ? smallestFuse(fuseFamily, fuse.ratingsA, { loadA, inrushA2s: 0, leastA: SELECTIVE_RATIO * biggest, limitA })
      : undefined;
  const fuseA = fuseFamily ? valueOf(feed.fuse, autoFuse) : undefined;
  const wire =
    feed.wire.is === 'auto'
      ? smallestWire(box.preferences.wireSystem, x.laid, (fuseA ?? loadA) / count, () => true, box.wiring.reels, {
          mostMm2: terminal?.mostMm2,
          letsA2s: fuseFamily && fuseA ? letThroughA2s(fuseFamily, fuseA) : 0,
          count
        })
      : setWire;
  const lid = box.ports.find((p) => p.id === masterId)?.face === 'lid' ? fit?.part : undefined;
  const masterAt = portPoint(
    fit,
    box.ports.find((p) => p.id === masterId)
  );
  const run = runMm(bodyPoint(fit, 'battery-1'), masterAt ?? bodyPoint(fit, 'fuse-block'), lid);
  const second = masterId ? runMm(masterAt, bodyPoint(fit, 'fuse-block'), lid) : { lengthMm: 0 };
  const boltHolder = fuseFamily === 'midi' || fuseFamily === 'post';
  const one = wire && knownSize(wire) ? ampacityA(wire, x.laid) : undefined;
  return {
    holder,
    fuseFamily,
    fuse,
    fuseA,
    fuseOrigin: (fuseFamily ? feed.fuse.is : feed.fuse.is === 'unknown' ? 'unknown' : 'none') as Origin,
    wire,
    wireCount: count,
    wireOrigin: feed.wire.is,
    returnWire: valueOf<WireSize>(feed.returnWire, wire),
    laid: x.laid,
    ampacityA: one === undefined ? undefined : count * one,
    oneAmpacityA: one,
    loadA,
    lowLoadA,
    timetableA,
    fuseDistanceMm: valueOf(feed.fuseFromStartMm, holder?.usualDistanceMm),
    lengthMm: valueOf(feed.lengthMm, undefined) ?? run.lengthMm + second.lengthMm,
    fuseMilliOhm:
      fuseFamily && fuseA
        ? fuseMilliOhm(fuseFamily, fuseA, loadA) +
          (holder?.contactMilliOhm ?? (boltHolder ? R.boltHolder : R.bladeHolder))
        : 0,
    weakest,
    masterPortId: masterId,
    masterPart,
    canSwitchOff:
      masterId !== undefined || (feed.leverSwitches && fuseFamily === 'breaker') || relay?.switchPortId.is === 'set',
    biggestA: biggest
  };
}

/** The main path with its resistance, and what a short behind it drives. @source electrical reference 5 */
export function mainPlan({ box, bank }: Sources, draft: MainDraft, commonMilliOhm: number): MainPlan {
  const { biggestA, ...main } = draft;
  const judged = main.wire && knownSize(main.wire) ? main.wire : THINNEST;
  const ahead =
    (2 * (main.fuseDistanceMm ?? 0) * milliOhmPerM(judged, 20, { cca: main.laid.cca })) / 1000 / main.wireCount +
    2 * R.ringOnStud;
  const weakOhm = bank
    ? (weakestMilliOhm(bank, box.bank.arrangement === 'changeover', box.outing.airC, WEAK_SOC) + commonMilliOhm) / 1000
    : Infinity;
  const plan = {
    ...main,
    commonMilliOhm,
    prospectiveA: bank ? (bank.fullV / (bank.faultMilliOhm + ahead)) * 1000 : 0,
    weakFaultA: bank ? openCircuitV(bank.chemistry, WEAK_SOC) / weakOhm : 0
  };
  return { ...plan, working: mainWorking(plan, biggestA) };
}
