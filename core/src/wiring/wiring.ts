import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { openCircuitV, sagMilliOhm } from '../battery/model.ts';
import { partOf, portTags, valueOf } from '../box/lookup.ts';
import type { Box, Circuit } from '../box/schema.ts';
import { insideRiseK, outsideOf, SUN_W_PER_M2 } from '../case/heat.ts';
import type { CaseFit } from '../case/fit.ts';
import { CONVERTERS } from '../demand/converter.ts';
import type { Catalogue, FuseFamily, PartOf } from '../catalogue/part.ts';
import { type Demand } from '../demand/demand.ts';
import { lawCurrentA } from '../network/law.ts';
import { masterPortId } from '../panel/panel.ts';
import { ampsText, fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import { ampacityA, conductorC, knownSize, milliOhmPerM } from './conductor.ts';
import {
  BUNDLE_LENGTH_MM,
  CONTACT_MILLIOHM as R,
  DROP_BASE_V,
  DROP_LIMIT_FUSSY,
  DROP_LIMIT_GENERAL
} from './contacts.ts';
import { capacitorInrushA2s, fuseMilliOhm, motorInrushA2s, SELECTIVE_RATIO } from './fuse.ts';
import { bodyPoint, portPoint, runMm } from './lengths.ts';
import { INLET_MILLIOHM, mainRunCount, netlist } from './netlist.ts';
import { smallestFuse, smallestWire, type Laid } from './sizing.ts';
import type { CircuitPlan, MainPlan, Origin, WiringPlan } from './types.ts';

/** Load taken for an outlet that no device is named for yet, A; said wherever it counts. */
export const ASSUMED_OUTLET_A = 4;
/** Input capacitor of an ordinary 12 V module and the loop that fills it. @source electrical reference 4, E4.4 */
const MODULE_FARAD = 1e-3;
const MODULE_LOOP_OHM = 0.1;
/** Charge current taken while none is named, share of capacity per hour. @source electrical reference 6, recommended rates */
const CHARGE_RATE = { lithium: 0.25, lead: 0.15 };
const WEAK_SOC = 0.2;

type Sources = { box: Box; catalogue: Catalogue; need: Demand; bank: Bank | undefined; fit: CaseFit | undefined };

/** An unknown wire is judged as the thinnest. */
const THINNEST: WireSize = { system: 'awg', size: '22' };

const shuntMilliOhm = (shunt: PartOf<'shunt'> | undefined): number =>
  shunt?.ratingA ? shunt.ratingMilliV / shunt.ratingA : 0;

/** Lead of a battery that stands outside, one way; 0 for one inside. */
export const outsideLeadMm = (box: Box): number => (box.bank.arrangement === 'outside' ? box.bank.leadMm : 0);

/** A fuse family's part: the box's own copy, else the catalogue's. */
export const fuseOf = (box: Box, catalogue: Catalogue, family: FuseFamily): PartOf<'fuse'> | undefined =>
  [...Object.values(box.parts), ...catalogue].find(
    (p): p is PartOf<'fuse'> => p.kind === 'fuse' && p.family === family
  );

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

/** Air inside the box that wires and parts lie in, °C. */
export function boxAirC(box: Box, need: Demand, fit: CaseFit | undefined): number {
  if (!fit) return box.outing.airC;
  return (
    box.outing.airC +
    insideRiseK(outsideOf(fit.part), { lossW: insideLossW(box, need), sunWPerM2: box.outing.inSun ? SUN_W_PER_M2 : 0 })
  );
}

/** Heat shed inside: converter losses while on (as a mean over the outing), panel draws, bodies. */
export function insideLossW(box: Box, need: Demand): number {
  const devices = box.devices.reduce((sum, device, i) => {
    const d = need.devices[i]!;
    // a converter in the device's own lead warms the air outside
    if (device.supply === '12v' || CONVERTERS[device.supply].inLead) return sum;
    return sum + ((d.meanW - d.outW) * d.onH) / box.outing.durationH;
  }, 0);
  const bodies = box.bodies.reduce((s, b) => s + (partOf(box, 'body', b.partId)?.lossW ?? 0), 0);
  return devices + bodies + need.box.energyWh / box.outing.durationH;
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
      box.ports.find((p) => p.id === c.portId)?.face === 'lid'
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

type Draft = Omit<
  CircuitPlan,
  | 'wire'
  | 'ampacityA'
  | 'branchMilliOhm'
  | 'fuseMilliOhm'
  | 'dropV'
  | 'dropFraction'
  | 'plugV'
  | 'weakFaultA'
  | 'conductorC'
  | 'fuseWorking'
  | 'dropWorking'
  | 'fuseA'
  | 'windowA'
> & { fuseA: number | undefined; wire: WireSize | undefined; limitA: number | undefined };
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

function fuseWorking(
  d: Draft,
  ampacity: number | undefined,
  w: { min: number; max: number | undefined },
  wire: WireSize | undefined,
  laid: Laid
): Working {
  const lines = [
    line(
      'Load at the battery’s lowest voltage',
      ampsText(d.loadA),
      'A',
      d.assumedLoad ? 'assumed' : 'computed',
      d.assumedLoad ? 'no device named for this port yet' : 'everything on this port at its hungriest'
    ),
    line('Fuse at least, load ÷ 0.8', ampsText(w.min), 'A', 'computed', 'a fuse runs at 80 % at most'),
    line(
      wire ? `${wireSizeText(wire)} carries` : 'Wire carries',
      ampacity === undefined ? 'unknown' : fixed(ampacity, 1),
      'A',
      'table',
      `${laid.insulationC} °C class, ${fixed(laid.ambientC, 0)} °C air, ${laid.bundledCount <= 2 ? 'not bundled' : `${laid.bundledCount} bundled`}`
    )
  ];
  if (d.weakest)
    lines.push(line(`Weakest part, ${d.weakest.name}`, fixed(d.weakest.ratingA, 1), 'A', 'part', 'its rating'));
  if (d.inrushA2s > 0)
    lines.push(
      line(
        'Inrush',
        fixed(d.inrushA2s, 1),
        'A²s',
        'assumed',
        d.hasMotor ? 'motor start, 6 times for 0.15 s' : 'input capacitor of one module'
      )
    );
  return {
    id: `fuse-${d.circuit.id}`,
    title: `Fuse ${d.fuseTag}`,
    formula: 'at least load ÷ 0.8, at most the smallest of wire, switch and port',
    lines,
    result: { value: d.fuseA === undefined ? d.fuseOrigin : fixed(d.fuseA, 1), unit: 'A' }
  };
}

function dropWorking(
  d: Draft,
  wire: WireSize,
  r: { wire: number; fuse: number; contacts: number },
  sharedV: number,
  dropV: number,
  main: MainPlan
): Working {
  return {
    id: `drop-${d.circuit.id}`,
    title: `Voltage lost on the way to ${d.portTag}`,
    formula: 'lost = load × (wire out and back + fuse + contacts) + shared path',
    lines: [
      line('Load', ampsText(d.loadA), 'A', 'computed', 'hungriest moment'),
      line(
        `${wireSizeText(wire)}, ${fixed(d.lengthMm / 1000, 2)} m out and back`,
        fixed(r.wire, 1),
        'mohm',
        d.lengthOrigin === 'set' ? 'entered' : 'computed',
        'copper at box temperature'
      ),
      line('Fuse and clips', fixed(r.fuse, 1), 'mohm', 'table', 'typical, warm'),
      line(
        'Switch, port and crimps',
        fixed(r.contacts, 1),
        'mohm',
        'table',
        'new contacts; old ones are several times higher'
      ),
      line(
        'Shared path',
        fixed(sharedV, 2),
        'V',
        'computed',
        `${ampsText(main.loadA)} A through ${fixed(main.commonMilliOhm, 1)} mohm`
      )
    ],
    result: { value: fixed(dropV, 2), unit: 'V' }
  };
}

type MainContext = {
  laid: Laid;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
  lowV: number;
  tags: Record<string, string>;
};

function mainPlan({ box, catalogue, need, bank, fit }: Sources, circuits: Draft[], x: MainContext): MainPlan {
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
  const run = runMm(
    bodyPoint(fit, 'battery-1'),
    portPoint(
      fit,
      box.ports.find((p) => p.id === masterId)
    ) ?? bodyPoint(fit, 'fuse-block'),
    false
  );
  const second = masterId
    ? runMm(
        portPoint(
          fit,
          box.ports.find((p) => p.id === masterId)
        ),
        bodyPoint(fit, 'fuse-block'),
        false
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

function mainWorking(m: Omit<MainPlan, 'working'>, biggestA: number): Working {
  return {
    id: 'main-fuse',
    title: 'Main fuse',
    formula: 'at least load ÷ 0.8 and 2.76 × the largest branch fuse, at most the smallest of wire and parts',
    lines: [
      line('Most at one moment', ampsText(m.loadA), 'A', 'computed', 'all that runs together, at the lowest voltage'),
      line('Fuse at least, load ÷ 0.8', ampsText(m.loadA / 0.8), 'A', 'computed', 'a fuse runs at 80 % at most'),
      line(
        'To let a branch open first',
        ampsText(SELECTIVE_RATIO * biggestA),
        'A',
        'computed',
        `2.76 × ${fixed(biggestA, 1)} A`
      ),
      line(
        m.wire ? `${wireSizeText(m.wire)} carries` : 'Wire carries',
        m.ampacityA === undefined ? 'unknown' : fixed(m.ampacityA, 1),
        'A',
        'table',
        'derated for class, air and bundle'
      ),
      ...(m.weakest
        ? [line(`Weakest part, ${m.weakest.name}`, fixed(m.weakest.ratingA, 0), 'A', 'part', 'its rating')]
        : []),
      line('A short behind it could reach', fixed(m.prospectiveA, 0), 'A', 'computed', 'full battery, low resistance')
    ],
    result: { value: m.fuseA === undefined ? m.fuseOrigin : fixed(m.fuseA, 1), unit: 'A' }
  };
}
