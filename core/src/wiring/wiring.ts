import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { openCircuitV, sagMilliOhm } from '../battery/model.ts';
import { partOf, portTags, valueOf } from '../box/lookup.ts';
import type { Box, Circuit } from '../box/schema.ts';
import { lossesOf } from '../case/losses.ts';
import { insideRiseK, outsideOf, SUN_W_PER_M2 } from '../case/heat.ts';
import type { CaseFit } from '../case/fit.ts';
import {} from '../demand/converter.ts';
import type { FuseFamily, PartOf } from '../catalogue/part.ts';
import { type Demand } from '../demand/demand.ts';
import { lawCurrentA } from '../network/law.ts';
import { masterPortId } from '../panel/panel.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { ampacityA, conductorC, knownSize, milliOhmPerM } from './conductor.ts';
import {
  BUNDLE_LENGTH_MM,
  CONTACT_MILLIOHM as R,
  DROP_BASE_V,
  DROP_LIMIT_FUSSY,
  DROP_LIMIT_GENERAL
} from './contacts.ts';
import { capacitorInrushA2s, fuseMilliOhm, motorInrushA2s } from './fuse.ts';
import { bodyPoint, portPoint, runMm } from './lengths.ts';
import { netlist } from './netlist.ts';
import { smallestFuse, smallestWire, type Laid } from './sizing.ts';
import { fuseOf, mainPlan, outsideLeadMm, shuntMilliOhm, THINNEST } from './main-path.ts';
import { WEAK_SOC, type Draft, type Sources } from './draft.ts';
import type { CircuitPlan, MainPlan, WiringPlan } from './types.ts';
import { dropWorking, fuseWorking } from './workings.ts';

/** Load taken for an outlet that no device is named for yet, A; said wherever it counts. */
export const ASSUMED_OUTLET_A = 4;
/** Input capacitor of an ordinary 12 V module and the loop that fills it. @source electrical reference 4, E4.4 */
const MODULE_FARAD = 1e-3;
const MODULE_LOOP_OHM = 0.1;
/** Charge current taken while none is named, share of capacity per hour. @source electrical reference 6, recommended rates */
const CHARGE_RATE = { lithium: 0.25, lead: 0.15 };

/** Charger current: named, or the usual one for the bank, within 80 % of what the inlet bears. */
export function chargerA(box: Box, b: Bank | undefined): number | undefined {
  const rate = b && CHEMISTRY[b.chemistry].isLithium ? CHARGE_RATE.lithium : CHARGE_RATE.lead;
  const inlet = box.circuits.find((c) => c.purpose === 'charge');
  const rating = partOf(box, 'panel', box.ports.find((p) => p.id === inlet?.portId)?.partId)?.ratingA;
  return valueOf(
    box.charging.chargerA,
    b && Math.max(1, Math.floor(Math.min(b.ratedAh * rate, 0.8 * (rating ?? Infinity))))
  );
}

/** Air inside the box that wires and parts lie in at the warmest hour, °C. */
export function boxAirC(box: Box, need: Demand, fit: CaseFit | undefined): number {
  const airC = Math.max(box.outing.airC, box.outing.warmestC ?? box.outing.airC);
  if (!fit) return airC;
  const lossW = lossesOf(box, need).reduce((s, l) => s + l.lossW, 0);
  return airC + insideRiseK(outsideOf(fit.part), { lossW, sunWPerM2: box.outing.inSun ? SUN_W_PER_M2 : 0 });
}

/**
 * The wiring of the fuse-block school: sizes, fuses, lengths, drops and fault currents of the main path and of every
 * circuit, and the netlist. Set values are kept as they are; the checks judge them.
 * @source electrical reference 1 to 5
 */
export function wiringPlan(sources: Sources): WiringPlan {
  const { box, need, bank, fit } = sources;
  const insulationC = valueOf<number>(box.wiring.insulationC, 75) ?? 60; // unknown: the worst class, with an open finding
  const cca = box.wiring.conductor.is === 'set' && box.wiring.conductor.value === 'copper-clad-aluminium';
  const tags = portTags(box, masterPortId(box));
  const runs = box.circuits.map((c) =>
    runMm(
      bodyPoint(fit, 'fuse-block') ?? bodyPoint(fit, 'battery-1'),
      portPoint(
        fit,
        box.ports.find((p) => p.id === c.portId)
      ),
      box.ports.find((p) => p.id === c.portId)?.face === 'lid' ? fit?.part : undefined
    )
  );
  const longest = Math.max(0, ...box.circuits.map((c, i) => valueOf(c.lengthMm, runs[i]!.lengthMm) ?? 0));
  const bundledCount =
    valueOf(
      box.wiring.bundledCount,
      longest > BUNDLE_LENGTH_MM ? 2 * box.circuits.filter((c) => c.purpose === 'load').length : 1
    ) ?? 2 * box.circuits.length;
  const ambientC = boxAirC(box, need, fit);
  const laid: Laid = { insulationC, ambientC: Math.max(30, ambientC), bundledCount: Math.max(1, bundledCount), cca };
  const block = partOf(box, 'fuse-block', box.wiring.fuseBlockPartId);
  const shunt = partOf(box, 'shunt', box.wiring.shuntPartId);
  const lowV = bank ? CHEMISTRY[bank.chemistry].loadedCutoffV : DROP_BASE_V;

  const drafts = box.circuits.map((c, i) =>
    draftCircuit(sources, c, { index: i, laid, tags, run: runs[i]!, block, lowV })
  );
  const main = mainPlan(sources, drafts, { laid, block, shunt, lowV, tags });
  const circuits = drafts.map((d) => finishCircuit(sources, d, main, laid, lowV));
  const net = netlist({
    mainFuseA: main.fuseA ?? null,
    hasMainFuse: main.holder !== undefined && main.fuseOrigin !== 'none',
    mainSize: main.wire ?? null,
    mainLengthMm: main.lengthMm,
    fuseDistanceMm: main.fuseDistanceMm ?? 0,
    masterTag: main.masterPortId ? (tags[main.masterPortId] ?? null) : null,
    masterA: main.masterPart?.ratingA ?? null,
    hasBlock: block !== undefined,
    hasShunt: shunt !== undefined,
    shuntA: shunt?.ratingA ?? null,
    milliOhmPerM: (size) => milliOhmPerM(size && knownSize(size) ? size : THINNEST, Math.max(20, ambientC), { cca }),
    mainFuseMilliOhm: main.fuseMilliOhm,
    masterMilliOhm: main.masterPart?.contactMilliOhm ?? 0,
    shuntMilliOhm: shuntMilliOhm(shunt),
    leadMm: outsideLeadMm(box),
    branches: circuits.map((c) => ({
      fuseMilliOhm: c.fuseMilliOhm,
      switchMilliOhm: c.switchPart?.contactMilliOhm ?? 0,
      portMilliOhm: c.portPart?.contactMilliOhm ?? 0,
      circuitId: c.circuit.id,
      fuseTag: c.fuseTag,
      fuseA: c.fuseA ?? null,
      hasFuse: c.fuseOrigin !== 'none',
      switchTag: c.switchTag ?? null,
      switchA: c.switchPart?.ratingA ?? null,
      portTag: c.portTag,
      portA: c.portPart?.ratingA ?? null,
      always: c.circuit.live === 'always',
      returnToBattery: c.circuit.returnTo === 'battery',
      isMeter: c.portPart?.role === 'meter',
      size: c.wire ?? null,
      lengthMm: c.lengthMm
    }))
  });
  return { ambientC, insulationC, bundledCount, cca, main, block, shunt, circuits, netlist: net, lowV };
}

type DraftContext = {
  index: number;
  laid: Laid;
  tags: Record<string, string>;
  run: { lengthMm: number; assumed: boolean };
  block: PartOf<'fuse-block'> | undefined;
  lowV: number;
};

function draftCircuit({ box, catalogue, need, bank }: Sources, circuit: Circuit, x: DraftContext): Draft {
  const port = box.ports.find((p) => p.id === circuit.portId);
  const portPart = partOf(box, 'panel', port?.partId);
  const switchPortId = valueOf(circuit.switchPortId, undefined);
  const switchPart = partOf(box, 'panel', box.ports.find((p) => p.id === switchPortId)?.partId);
  const devices = box.devices.filter((d) => d.portId === circuit.portId);
  const demands = need.devices.filter((d) => d.portId === circuit.portId);
  const charge = circuit.purpose === 'charge';
  const quiescent = portPart?.quiescentA ?? 0;
  const assumedLoad = !charge && devices.length === 0 && portPart?.role === 'outlet';
  const assumedA = Math.min(
    ASSUMED_OUTLET_A,
    portPart?.ratingA ?? ASSUMED_OUTLET_A,
    portPart?.converterRatedW ? portPart.converterRatedW / x.lowV : Infinity
  );
  const deviceA = demands.reduce((s, d) => s + lawCurrentA(d.peakLaw, x.lowV), 0);
  const loadA = charge ? (chargerA(box, bank) ?? 0) : quiescent + (assumedLoad ? assumedA : deviceA);
  const motor = devices.some((d) => d.hasMotor);
  const electronic = !charge && (portPart?.converterRatedW != null || devices.some((d) => d.fussy));
  const inrushA2s = motor
    ? motorInrushA2s(deviceA)
    : electronic
      ? capacitorInrushA2s(13.3, MODULE_FARAD, MODULE_LOOP_OHM)
      : 0;
  const family: FuseFamily = x.block?.family ?? 'blade';
  const ratings = fuseOf(box, catalogue, family)?.ratingsA ?? [];
  const candidates = [
    portPart?.ratingA != null && portPart.role !== 'meter' && portPart.role !== 'lamp'
      ? { name: x.tags[circuit.portId] ?? 'port', ratingA: portInputA(portPart, x.lowV) }
      : undefined,
    switchPart?.ratingA != null ? { name: x.tags[switchPortId!] ?? 'switch', ratingA: switchPart.ratingA } : undefined,
    x.block?.perWayA != null && circuit.live !== 'always'
      ? { name: 'fuse block way', ratingA: x.block.perWayA }
      : undefined
  ].filter((c) => c !== undefined);
  const weakest = candidates.sort((a, b) => a.ratingA - b.ratingA)[0];
  const setWire = valueOf<WireSize>(circuit.wire, undefined);
  const wireLimit = setWire && knownSize(setWire) ? ampacityA(setWire, x.laid) : undefined;
  const limitA = Math.min(weakest?.ratingA ?? Infinity, wireLimit ?? Infinity);
  const fuseA = valueOf(circuit.fuse, smallestFuse(family, ratings, { loadA, inrushA2s, limitA }));
  return {
    circuit,
    tag: `C${x.index + 1}`,
    fuseTag: `F${x.index + 1}`,
    portTag: x.tags[circuit.portId] ?? '?',
    portPart,
    feeds: charge
      ? 'Charge inlet'
      : devices.length
        ? devices.map((d) => d.name).join(', ')
        : portPart?.role === 'outlet'
          ? 'nothing named yet'
          : (port?.name ?? circuit.name),
    assumedLoad,
    fussy: devices.some((d) => d.fussy),
    hasMotor: motor,
    loadA,
    meanA: quiescent + demands.reduce((s, d) => s + d.meanA, 0),
    inrushA2s,
    lengthMm: valueOf(circuit.lengthMm, x.run.lengthMm) ?? x.run.lengthMm,
    neededMm: x.run.assumed ? undefined : x.run.lengthMm,
    lengthOrigin: circuit.lengthMm.is,
    lengthAssumed: circuit.lengthMm.is === 'auto' && x.run.assumed,
    wire: setWire,
    wireOrigin: circuit.wire.is,
    fuseFamily: family,
    fuseA,
    fuseOrigin: circuit.fuse.is,
    weakest,
    limitA: Number.isFinite(limitA) ? limitA : undefined,
    switchPortId,
    switchTag: switchPortId ? x.tags[switchPortId] : undefined,
    switchPart,
    dropLimitFraction: charge
      ? DROP_LIMIT_GENERAL
      : devices.some((d) => d.fussy) || (portPart?.converterRatedW ?? null) !== null
        ? DROP_LIMIT_FUSSY
        : DROP_LIMIT_GENERAL
  };
}

/** A USB module's rating is an output; its input is wired and fused for the current it can take, not below 5 A of contact. */
const portInputA = (part: PartOf<'panel'>, lowV: number): number =>
  part.converterRatedW ? Math.max(5, (part.converterRatedW * 1.15) / lowV) : part.ratingA!;

/** Loop resistance of one branch: both wires, fuse with its clips, switch, port, crimps. */
function branchMilliOhm(
  d: Draft,
  wire: WireSize,
  airC: number,
  cca: boolean
): { wire: number; fuse: number; contacts: number; total: number } {
  const wireOhm = knownSize(wire) ? (2 * d.lengthMm * milliOhmPerM(wire, airC, { cca })) / 1000 : 0;
  const fuse = d.fuseA === undefined ? 0 : fuseMilliOhm(d.fuseFamily, d.fuseA, d.loadA) + R.bladeHolder;
  const contacts =
    (d.switchPart?.contactMilliOhm ?? 0) +
    (d.portPart?.contactMilliOhm ?? 0) +
    3 * R.spade +
    R.busJoint +
    (d.switchPart ? 2 * R.spade : 0);
  return { wire: wireOhm, fuse, contacts, total: wireOhm + fuse + contacts };
}

function finishCircuit({ box, bank }: Sources, d: Draft, main: MainPlan, laid: Laid, lowV: number): CircuitPlan {
  const airC = Math.max(20, laid.ambientC);
  const sharedV = (main.loadA * main.commonMilliOhm) / 1000;
  const dropOf = (size: WireSize) => (d.loadA * branchMilliOhm(d, size, airC, laid.cca).total) / 1000;
  const wire =
    d.wireOrigin === 'auto'
      ? smallestWire(
          box.preferences.wireSystem,
          laid,
          d.fuseA ?? d.loadA,
          (s) => dropOf(s) + sharedV <= d.dropLimitFraction * DROP_BASE_V
        )
      : d.wire;
  const thick = wire ?? THINNEST;
  const r = branchMilliOhm(d, thick, airC, laid.cca);
  const dropV = (d.loadA * r.total) / 1000 + (d.circuit.purpose === 'charge' ? 0 : sharedV);
  const ampacity = wire && knownSize(wire) ? ampacityA(wire, laid) : undefined;
  const max = [ampacity, d.weakest?.ratingA].filter((v) => v !== undefined);
  const minA = d.loadA / 0.8;
  const weakOhm = bank
    ? (sagMilliOhm(bank.chemistry, bank.part.capacityAh, box.outing.airC, WEAK_SOC) / bank.count +
        main.commonMilliOhm +
        r.total) /
      1000
    : Infinity;
  const windowA = { min: minA, max: max.length ? Math.min(...max) : undefined };
  const { limitA, ...rest } = d;
  void limitA;
  return {
    ...rest,
    wire,
    ampacityA: ampacity,
    windowA,
    branchMilliOhm: r.total,
    fuseMilliOhm: r.fuse,
    dropV,
    dropFraction: dropV / DROP_BASE_V,
    plugV: lowV - dropV,
    weakFaultA: bank ? openCircuitV(bank.chemistry, WEAK_SOC) / weakOhm : 0,
    conductorC: wire && knownSize(wire) ? conductorC(wire, d.loadA, { ...laid, ambientC: laid.ambientC }) : undefined,
    fuseWorking: fuseWorking(d, ampacity, windowA, wire, laid),
    dropWorking: dropWorking(d, thick, r, sharedV, dropV, main)
  };
}
