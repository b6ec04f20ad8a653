import { stepFuseA } from './charge-fuse.ts';
import { chargeSources } from '../judge/charge-sources.ts';
import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { blockOf, switchesOf } from '../box/feeds.ts';
import { fittedPart, partOf, valueOf } from '../box/lookup.ts';
import type { Box, Circuit, Device } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { lawCurrentA, type LoadLaw } from '../network/law.ts';
import { type Branch, type Tree } from './tree.ts';
import type { SharedRail } from './rails.ts';
import { leverAt, type Lever } from './levers.ts';
import type { Draft, Sources } from './draft.ts';
import { atFuseA, BEARS, capacitorInrushA2s, LOAD_SHARE, motorInrushA2s, MOTOR_START } from './fuse.ts';
import { SOCKET_HEAT_W } from './contacts.ts';
import type { Laid } from './sizing.ts';
import { INLET_MILLIOHM } from './net-main.ts';
import { chargerA, usualChargerA } from './charger.ts';

/** Load taken for an outlet that no device is named for yet, A; said wherever it counts. */
const ASSUMED_OUTLET_A = 4;
/** Input capacitor of an ordinary 12 V module and the loop that fills it. @source electrical reference 4, E4.4 */
export const MODULE_FARAD = 1e-3;
export const MODULE_LOOP_OHM = 0.1;
/** A full battery at rest as it fills them, V. @source electrical reference 4, E4.4 */
export const FULL_V = 13.3;
/** Input capacitors of an inverter of some hundred watts. @source rule of thumb: ten times a module's */
const INVERTER_FARAD = 1e-2;
export type DraftContext = {
  laid: Laid;
  tags: Readonly<Record<string, string>>;
  lowV: number;
  tree: Tree;
  rails: ReadonlyMap<string, SharedRail>;
  /** Of a device: root mean square over the most it draws. */
  rmsShare: (deviceId: string) => number;
};

export type Load = {
  load: Pick<
    Draft,
    | 'circuit'
    | 'feed'
    | 'portPart'
    | 'switches'
    | 'throughMilliOhm'
    | 'loadA'
    | 'fuseLoadA'
    | 'pushedA'
    | 'lowLoadA'
    | 'meanA'
    | 'inrushA2s'
    | 'assumedLoad'
    | 'fussy'
    | 'hasMotor'
    | 'feeds'
    | 'devices'
  >;
  /** Rated parts that its feed runs through. */
  rated: { name: string; ratingA: number }[];
};

const switchOf = (box: Box, tags: DraftContext['tags'], portId: string): Lever =>
  leverAt(box, tags, portId) ?? { portId, tag: tags[portId] ?? portId, part: undefined };

/** A feed takes nothing itself; it runs through its switches, its way in and its block. */
export function feedLoad({ box }: Sources, b: Branch, x: DraftContext): Load {
  const feed = b.feed!;
  const switches = switchesOf(box, feed).map((id) => switchOf(box, x.tags, id));
  const through = valueOf(feed.throughPortId, undefined);
  const ways = through === undefined ? [] : [switchOf(box, x.tags, through)];
  const holder = partOf(box, 'fuse-holder', feed.holderPartId);
  const block = blockOf(box, feed);
  const relay = box.relays.find((r) => r.inId === feed.id);
  return {
    load: {
      circuit: b.circuit,
      feed,
      portPart: undefined,
      switches,
      ...(ways[0] ? { throughMilliOhm: (ways[0].part?.contactMilliOhm ?? INLET_MILLIOHM) / 2 } : {}),
      loadA: 0,
      fuseLoadA: 0,
      pushedA: 0,
      lowLoadA: 0,
      meanA: 0,
      inrushA2s: 0,
      assumedLoad: false,
      fussy: false,
      hasMotor: false,
      feeds: feed.name || 'feed',
      devices: []
    },
    rated: [
      ...[...ways, ...switches].map((s) => ({ name: s.tag, ratingA: s.part?.ratingA })),
      { name: relay?.name || 'relay', ratingA: relay?.ratingA },
      { name: 'its fuse holder', ratingA: holder?.ratingA },
      // behind a converter its joint has another current, and another guard
      ...(feed.converter
        ? []
        : [
            { name: 'its fuse block', ratingA: block?.totalA },
            { name: 'its joint', ratingA: JOINT_MOST_A[feed.ends] }
          ])
    ].filter((r): r is { name: string; ratingA: number } => r.ratingA != null)
  };
}

/** What a joint bears for good, A. @source rule of thumb: lever connectors for 4 mm², push-in ones made for solid wire */
const JOINT_MOST_A: Partial<Record<string, number>> = { lever: 32, 'push-in': 20 };

/**
 * The most a device takes: at the battery's lowest voltage, where a converter asks for more amps, or while it charges, where
 * strips, heaters and motors do.
 */
function mostA(device: Device | undefined, law: LoadLaw, lowV: number, highV: number): number {
  const low = lowestVA(device, law, lowV);
  const motorA = device?.hasMotor ? ((law.powerW / MOTOR_START.atV + law.currentA) * highV) / MOTOR_START.atV : 0;
  return Math.max(low, lawCurrentA(law, highV), motorA);
}
/** What it takes while the battery is low; an inverter counts with its whole rating, whoever plugs in what. */
function lowestVA(device: Device | undefined, law: LoadLaw, lowV: number): number {
  const inverterA = device?.supply === 'inverter' && device.converterW ? device.converterW / INVERTER_SHARE / lowV : 0;
  return Math.max(lawCurrentA(law, lowV), inverterA);
}
/** Of an inverter's input what comes out at its rating. @source electrical reference 7: 85 to 90 % */
const INVERTER_SHARE = 0.85;

const inrushOf = (x: { motorA: number; electronic: boolean; inverter: boolean }): number =>
  Math.max(
    x.motorA > 0 ? motorInrushA2s(x.motorA) : 0,
    x.electronic ? capacitorInrushA2s(FULL_V, MODULE_FARAD, MODULE_LOOP_OHM) : 0,
    x.inverter ? capacitorInrushA2s(FULL_V, INVERTER_FARAD, MODULE_LOOP_OHM) : 0
  );

function feedsWords(
  circuit: Circuit,
  devices: readonly Device[],
  part: PartOf<'panel'> | undefined,
  portName: string | undefined
): string {
  if (circuit.purpose === 'charge') return 'Charge inlet';
  if (devices.length > 0) return devices.map((d) => d.name).join(', ');
  return part?.role === 'outlet' ? 'nothing named yet' : (portName ?? circuit.name);
}

/** What its current runs through and has a rating: port, switches, the contacts of a relay. */
function ratedParts(
  box: Box,
  circuit: Circuit,
  x: {
    portPart: PartOf<'panel'> | undefined;
    switches: Load['load']['switches'];
    lowV: number;
    tag: string | undefined;
  }
): Load['rated'] {
  const { portPart } = x;
  const relay = box.relays.find((r) => r.inId === circuit.id);
  return [
    portPart?.ratingA != null && portPart.role !== 'meter' && portPart.role !== 'lamp'
      ? { name: x.tag ?? 'port', ratingA: portInputA(portPart, x.lowV) }
      : undefined,
    ...x.switches.map((s) => (s.part?.ratingA != null ? { name: s.tag, ratingA: s.part.ratingA } : undefined)),
    relay?.ratingA != null ? { name: relay.name || 'relay', ratingA: relay.ratingA } : undefined
  ].filter((r) => r !== undefined);
}

/**
 * What a circuit feeds: its amps by the time table and with everything on that its switches allow, at the lowest voltage, with its
 * inrush and how long it lasts. Spare outlets count with what somebody expects on them.
 * @source electrical reference 7 (loads) and 4 (selection: what flows, not what is printed)
 */
export function loadOf({ box, need, bank }: Sources, { circuit }: Branch, x: DraftContext): Load {
  const port = box.ports.find((p) => p.id === circuit.portId);
  const portPart = fittedPart(box, port);
  const rail = x.rails.get(circuit.id);
  const lowV = rail?.outV ?? x.lowV;
  const switchPortId = valueOf(circuit.switchPortId, undefined);
  const switches = switchPortId === undefined ? [] : [switchOf(box, x.tags, switchPortId)];
  const devices = box.devices.filter((d) => d.portId === circuit.portId);
  const demands = need.devices.filter((d) => d.portId === circuit.portId);
  const charge = circuit.purpose === 'charge';
  const quiescent = portPart?.quiescentA ?? 0;
  const assumedLoad = !charge && devices.length === 0 && portPart?.role === 'outlet';
  // a module gives no more than it can in any case
  const usualA = Math.min(usualOutletA(portPart), rail?.ratedW ? rail.ratedW / lowV : Infinity);
  const assumedA = Math.min(
    valueOf(circuit.expectedA, usualA) ?? usualA,
    portPart?.converterRatedW ? portPart.converterRatedW / lowV : Infinity
  );
  const highV = bank ? CHEMISTRY[bank.chemistry].chargeMaxV : lowV;
  const currents = demands.map((d, i) => ({
    id: devices[i]?.id ?? '',
    name: devices[i]?.name ?? '',
    currentA: d.shared ? d.shared.peakW / lowV : mostA(devices[i], d.peakLaw, lowV, highV)
  }));
  const deviceA = currents.reduce((s, d) => s + d.currentA, 0);
  const lowA = rail ? deviceA : demands.reduce((s, d, i) => s + lowestVA(devices[i], d.peakLaw, lowV), 0);
  const motor = devices.some((d) => d.hasMotor);
  const motorA = currents.reduce((s, d, i) => s + (devices[i]?.hasMotor ? d.currentA : 0), 0);
  const electronic = !charge && (portPart?.converterRatedW != null || devices.some((d) => d.fussy));
  const load: Load['load'] = {
    circuit,
    feed: undefined,
    portPart,
    switches,
    assumedLoad,
    devices: charge ? [] : currents,
    fussy: devices.some((d) => d.fussy),
    hasMotor: motor,
    loadA: charge ? throughInletA(box, bank, circuit.portId) : quiescent + (assumedLoad ? assumedA : deviceA),
    fuseLoadA: charge
      ? throughInletA(box, bank, circuit.portId)
      : quiescent + (assumedLoad ? assumedA : currents.reduce((s, d) => s + atFuseA(d.currentA, x.rmsShare(d.id)), 0)),
    pushedA: charge || rail ? 0 : throughOutletA(box, bank, circuit.portId),
    lowLoadA: charge ? throughInletA(box, bank, circuit.portId) : quiescent + (assumedLoad ? assumedA : lowA),
    meanA: quiescent + demands.reduce((s, d) => s + (d.shared ? d.shared.meanW / lowV : d.meanA), 0),
    // what a shared converter limits is no inrush
    inrushA2s: rail
      ? 0
      : inrushOf({ motorA, electronic, inverter: !charge && devices.some((d) => d.supply === 'inverter') }),
    feeds: feedsWords(circuit, devices, portPart, port?.name)
  };
  return {
    load,
    rated: ratedParts(box, circuit, { portPart, switches, lowV, tag: x.tags[circuit.portId] })
  };
}

/** What is taken for a spare outlet: nobody plugs in more than its contacts bear for good unless he says so. To 0.1 A. */
function usualOutletA(part: PartOf<'panel'> | undefined): number {
  const heatA = part?.contactMilliOhm ? Math.sqrt(SOCKET_HEAT_W / (part.contactMilliOhm / 1000)) : Infinity;
  const bearsA = part?.ratingA == null || part.converterRatedW != null ? Infinity : BEARS.contact * part.ratingA;
  return Math.floor(10 * Math.min(ASSUMED_OUTLET_A, bearsA, heatA)) / 10;
}

/** What comes in through a charge inlet: the strongest of charger and sun that use it. */
const throughInletA = (box: Box, bank: Bank | undefined, portId: string): number =>
  Math.max(
    // one that nobody read is drawn as the usual one; what it may be else is tried at the ends of its range
    chargerA(box, bank) ?? usualChargerA(box, bank) ?? 0,
    ...chargeSources(box, bank).flatMap((s) => (s.portId === portId ? (s.currentA ?? 0) : []))
  );

/** What a charger that is plugged into an outlet pushes in. */
const throughOutletA = (box: Box, bank: Bank | undefined, portId: string): number =>
  Math.max(
    0,
    ...chargeSources(box, bank).flatMap((s) =>
      s.portId === portId ? (s.currentA ?? usualChargerA(box, bank) ?? 0) : []
    )
  );

/** What a module takes against what it gives, at its worst. @source efficiency of small converters, 87 % */
const MODULE_TAKES = 1.15;

/**
 * A module's rating is an output, and it takes no more than it can give: its input bears the fuse that carries all of that for
 * good, which is the one its leaflet names.
 */
function portInputA(part: PartOf<'panel'>, lowV: number): number {
  if (!part.converterRatedW) return part.ratingA!;
  const fullA = (part.converterRatedW * MODULE_TAKES) / lowV;
  return Math.max(stepFuseA(fullA) ?? fullA / LOAD_SHARE, part.ratingA ?? 0);
}
