import { openCircuitV, sagMilliOhm } from '../battery/model.ts';
import { partOf, valueOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue, FuseFamily, PartOf } from '../catalogue/part.ts';
import { masterPortId } from '../panel/panel.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { ampacityA, knownSize, milliOhmPerM } from './conductor.ts';
import { CONTACT_MILLIOHM as R } from './contacts.ts';
import { WEAK_SOC, type Draft, type Sources } from './draft.ts';
import { fuseMilliOhm, SELECTIVE_RATIO } from './fuse.ts';
import { bodyPoint, portPoint, runMm } from './lengths.ts';
import { smallestFuse, smallestWire, type Laid } from './sizing.ts';
import type { MainPlan, Origin } from './types.ts';
import { mainWorking } from './workings.ts';

/** An unknown wire is judged as the thinnest. */
export const THINNEST: WireSize = { system: 'awg', size: '22' };

/** Lead of a battery that stands outside, one way; 0 for one inside. */
export const outsideLeadMm = (box: Box): number => (box.bank.arrangement === 'outside' ? box.bank.leadMm : 0);

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
};

/** The main path before its resistance is known: that follows from the circuit built with it. */
export type MainDraft = Omit<MainPlan, 'commonMilliOhm' | 'prospectiveA' | 'weakFaultA' | 'working'> & {
  biggestA: number;
};

/** Battery, main fuse, switches, block and the returns: what every circuit shares. @source electrical reference 1 to 5 */
export function mainDraft({ box, catalogue, need, fit }: Sources, circuits: Draft[], x: MainContext): MainDraft {
  const holder = partOf(box, 'fuse-holder', box.wiring.mainHolderPartId);
  const fuse = holder && fuseOf(box, catalogue, holder.family);
  const masterId = masterPortId(box);
  const panelAt = (id: string | undefined) =>
    id === undefined ? undefined : partOf(box, 'panel', box.ports.find((p) => p.id === id)?.partId);
  const masterPart = panelAt(masterId);
  const isolatorId = valueOf(box.switching.isolator, undefined);
  const relay = box.switching.relays.find((r) => r.circuitId === null);
  const simultaneous = (need.peakA * need.atV) / x.lowV;
  const assumed = circuits.filter((c) => c.assumedLoad).reduce((s, c) => s + c.loadA, 0);
  const charge = Math.max(0, ...circuits.filter((c) => c.circuit.purpose === 'charge').map((c) => c.loadA));
  const loadA = Math.max(simultaneous + assumed, charge);
  const parts: { name: string; ratingA: number | null | undefined }[] = [
    { name: masterId ? (x.tags[masterId] ?? 'master switch') : 'master switch', ratingA: masterPart?.ratingA },
    { name: isolatorId ? (x.tags[isolatorId] ?? 'isolator') : 'isolator', ratingA: panelAt(isolatorId)?.ratingA },
    { name: 'main relay', ratingA: relay?.ratingA },
    { name: 'fuse block', ratingA: x.block?.totalA },
    { name: 'shunt', ratingA: x.shunt?.ratingA },
    { name: 'main fuse holder', ratingA: holder?.ratingA }
  ];
  const weakest = parts
    .filter((p): p is { name: string; ratingA: number } => p.ratingA != null)
    .sort((a, b) => a.ratingA - b.ratingA)[0];
  const count = box.wiring.mainWireCount;
  const setWire = valueOf<WireSize>(box.wiring.mainWire, undefined);
  const wireLimit = setWire && knownSize(setWire) ? count * ampacityA(setWire, x.laid) : Infinity;
  const biggest = Math.max(0, ...circuits.filter((c) => c.circuit.purpose === 'load').map((c) => c.fuseA ?? 0));
  const limitA = Math.min(weakest?.ratingA ?? Infinity, wireLimit);
  const autoFuse =
    holder && fuse
      ? smallestFuse(holder.family, fuse.ratingsA, { loadA, inrushA2s: 0, leastA: SELECTIVE_RATIO * biggest, limitA })
      : undefined;
  const fuseA = holder ? valueOf(box.wiring.mainFuse, autoFuse) : undefined;
  const wire =
    box.wiring.mainWire.is === 'auto'
      ? smallestWire(box.preferences.wireSystem, x.laid, (fuseA ?? loadA) / count, () => true, box.wiring.reels)
      : setWire;
  const lid = box.ports.find((p) => p.id === masterId)?.face === 'lid' ? fit?.part : undefined;
  const masterAt = portPoint(
    fit,
    box.ports.find((p) => p.id === masterId)
  );
  const run = runMm(bodyPoint(fit, 'battery-1'), masterAt ?? bodyPoint(fit, 'fuse-block'), lid);
  const second = masterId ? runMm(masterAt, bodyPoint(fit, 'fuse-block'), lid) : { lengthMm: 0 };
  const boltHolder = holder?.family === 'midi' || holder?.family === 'post';
  const one = wire && knownSize(wire) ? ampacityA(wire, x.laid) : undefined;
  return {
    holder,
    fuseFamily: holder?.family,
    fuse,
    fuseA,
    fuseOrigin: (holder ? box.wiring.mainFuse.is : box.wiring.mainFuse.is === 'unknown' ? 'unknown' : 'none') as Origin,
    wire,
    wireCount: count,
    wireOrigin: box.wiring.mainWire.is,
    ampacityA: one === undefined ? undefined : count * one,
    oneAmpacityA: one,
    loadA,
    fuseDistanceMm: valueOf(box.wiring.mainFuseFromBatteryMm, holder?.usualDistanceMm),
    lengthMm: run.lengthMm + second.lengthMm,
    fuseMilliOhm:
      holder && fuseA
        ? fuseMilliOhm(holder.family, fuseA, loadA) +
          (holder.contactMilliOhm ?? (boltHolder ? R.boltHolder : R.bladeHolder))
        : 0,
    weakest,
    masterPortId: masterId,
    masterPart,
    canSwitchOff:
      masterId !== undefined ||
      (box.wiring.breakerIsSwitch && holder?.family === 'breaker') ||
      relay?.switchPortId.is === 'set',
    biggestA: biggest
  };
}

/** The main path with its resistance, and what a short behind it drives. @source electrical reference 5 */
export function mainPlan({ box, bank }: Sources, draft: MainDraft, commonMilliOhm: number, laid: Laid): MainPlan {
  const { biggestA, ...main } = draft;
  const judged = main.wire && knownSize(main.wire) ? main.wire : THINNEST;
  const ahead =
    (2 * (main.fuseDistanceMm ?? 0) * milliOhmPerM(judged, 20, { cca: laid.cca })) / 1000 / main.wireCount +
    2 * R.ringOnStud;
  const weakOhm = bank
    ? (sagMilliOhm(bank.chemistry, bank.part.capacityAh, box.outing.airC, WEAK_SOC) / bank.count + commonMilliOhm) /
      1000
    : Infinity;
  const plan = {
    ...main,
    commonMilliOhm,
    prospectiveA: bank ? (bank.fullV / (bank.faultMilliOhm + ahead)) * 1000 : 0,
    weakFaultA: bank ? openCircuitV(bank.chemistry, WEAK_SOC) / weakOhm : 0
  };
  return { ...plan, working: mainWorking(plan, biggestA) };
}
