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
import { INLET_MILLIOHM, mainRunCount } from './netlist.ts';
import { smallestFuse, smallestWire, type Laid } from './sizing.ts';
import type { MainPlan, Origin } from './types.ts';
import { mainWorking } from './workings.ts';

/** An unknown wire is judged as the thinnest. */
export const THINNEST: WireSize = { system: 'awg', size: '22' };

export const shuntMilliOhm = (shunt: PartOf<'shunt'> | undefined): number =>
  shunt?.ratingA ? shunt.ratingMilliV / shunt.ratingA : 0;

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

/** Battery, main fuse, master switch, block and the returns: what every circuit shares. @source electrical reference 1 to 5 */
export function mainPlan({ box, catalogue, need, bank, fit }: Sources, circuits: Draft[], x: MainContext): MainPlan {
  const holder = partOf(box, 'fuse-holder', box.wiring.mainHolderPartId);
  const fuse = holder && fuseOf(box, catalogue, holder.family);
  const masterId = masterPortId(box);
  const masterPart = partOf(box, 'panel', box.ports.find((p) => p.id === masterId)?.partId);
  const simultaneous = (need.peakA * need.atV) / x.lowV;
  const assumed = circuits.filter((c) => c.assumedLoad).reduce((s, c) => s + c.loadA, 0);
  const charge = Math.max(0, ...circuits.filter((c) => c.circuit.purpose === 'charge').map((c) => c.loadA));
  const loadA = Math.max(simultaneous + assumed, charge);
  const parts: { name: string; ratingA: number | null | undefined }[] = [
    { name: masterId ? (x.tags[masterId] ?? 'master switch') : 'master switch', ratingA: masterPart?.ratingA },
    { name: 'fuse block', ratingA: x.block?.totalA },
    { name: 'shunt', ratingA: x.shunt?.ratingA },
    { name: 'main fuse holder', ratingA: holder?.ratingA }
  ];
  const weakest = parts
    .filter((p): p is { name: string; ratingA: number } => p.ratingA != null)
    .sort((a, b) => a.ratingA - b.ratingA)[0];
  const setWire = valueOf<WireSize>(box.wiring.mainWire, undefined);
  const wireLimit = setWire && knownSize(setWire) ? ampacityA(setWire, x.laid) : Infinity;
  const biggest = Math.max(0, ...circuits.filter((c) => c.circuit.purpose === 'load').map((c) => c.fuseA ?? 0));
  const limitA = Math.min(weakest?.ratingA ?? Infinity, wireLimit);
  const autoFuse =
    holder && fuse
      ? smallestFuse(holder.family, fuse.ratingsA, { loadA, inrushA2s: 0, leastA: SELECTIVE_RATIO * biggest, limitA })
      : undefined;
  const fuseA = holder ? valueOf(box.wiring.mainFuse, autoFuse) : undefined;
  const wire =
    box.wiring.mainWire.is === 'auto'
      ? smallestWire(box.preferences.wireSystem, x.laid, fuseA ?? loadA, () => true)
      : setWire;
  const judged = wire && knownSize(wire) ? wire : THINNEST;
  const fuseDistanceMm = valueOf(box.wiring.mainFuseFromBatteryMm, holder?.usualDistanceMm);
  const lid = box.ports.find((p) => p.id === masterId)?.face === 'lid' ? fit?.part : undefined;
  const run = runMm(
    bodyPoint(fit, 'battery-1'),
    portPoint(
      fit,
      box.ports.find((p) => p.id === masterId)
    ) ?? bodyPoint(fit, 'fuse-block'),
    lid
  );
  const second = masterId
    ? runMm(
        portPoint(
          fit,
          box.ports.find((p) => p.id === masterId)
        ),
        bodyPoint(fit, 'fuse-block'),
        lid
      )
    : { lengthMm: 0 };
  const leadMm = outsideLeadMm(box);
  const lengthMm = run.lengthMm + second.lengthMm;
  const perM = milliOhmPerM(judged, Math.max(20, x.laid.ambientC), { cca: x.laid.cca });
  const boltHolder = holder?.family === 'midi' || holder?.family === 'post';
  const fuseOhm =
    holder && fuseA
      ? fuseMilliOhm(holder.family, fuseA, loadA) +
        (holder.contactMilliOhm ?? (boltHolder ? R.boltHolder : R.bladeHolder))
      : 0;
  const commonMilliOhm =
    (2 * (lengthMm + leadMm) * perM) / 1000 +
    fuseOhm +
    (masterPart?.contactMilliOhm ?? 0) +
    shuntMilliOhm(x.shunt) +
    (leadMm > 0 ? INLET_MILLIOHM : 0) +
    2 *
      R.ringOnStud *
      mainRunCount({
        hasMainFuse: holder !== undefined && box.wiring.mainFuse.is !== 'none',
        hasMaster: masterId !== undefined,
        hasBlock: x.block !== undefined,
        hasShunt: x.shunt !== undefined,
        outside: leadMm > 0
      });
  const ahead = (2 * (fuseDistanceMm ?? 0) * milliOhmPerM(judged, 20)) / 1000 + 2 * R.ringOnStud;
  const weakOhm = bank
    ? (sagMilliOhm(bank.chemistry, bank.part.capacityAh, box.outing.airC, WEAK_SOC) / bank.count + commonMilliOhm) /
      1000
    : Infinity;
  const plan = {
    holder,
    fuseFamily: holder?.family,
    fuse,
    fuseA,
    fuseOrigin: (holder ? box.wiring.mainFuse.is : box.wiring.mainFuse.is === 'unknown' ? 'unknown' : 'none') as Origin,
    wire,
    wireOrigin: box.wiring.mainWire.is,
    ampacityA: wire && knownSize(wire) ? ampacityA(wire, x.laid) : undefined,
    loadA,
    fuseDistanceMm,
    lengthMm,
    fuseMilliOhm: fuseOhm,
    commonMilliOhm,
    prospectiveA: bank ? (bank.fullV / (bank.faultMilliOhm + ahead)) * 1000 : 0,
    weakFaultA: bank ? openCircuitV(bank.chemistry, WEAK_SOC) / weakOhm : 0,
    weakest,
    masterPortId: masterId,
    masterPart
  };
  return { ...plan, working: mainWorking(plan, biggest) };
}
