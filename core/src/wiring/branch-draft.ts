import type { RunMm } from './lengths.ts';
import { partOf, valueOf } from '../box/lookup.ts';
import type { Circuit } from '../box/schema.ts';
import type { FuseFamily, PartOf } from '../catalogue/part.ts';
import { lawCurrentA } from '../network/law.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { behind, type Chains } from './chain.ts';
import { ampacityA, knownSize } from './conductor.ts';
import { DROP_LIMIT_FUSSY, DROP_LIMIT_GENERAL } from './contacts.ts';
import type { Draft, Sources } from './draft.ts';
import { capacitorInrushA2s, motorInrushA2s } from './fuse.ts';
import type { Laid } from './sizing.ts';
import { smallestFuse } from './sizing.ts';
import { fuseOf } from './main-path.ts';
import { chargerA } from './charger.ts';

/** Load taken for an outlet that no device is named for yet, A; said wherever it counts. */
export const ASSUMED_OUTLET_A = 4;
/** Input capacitor of an ordinary 12 V module and the loop that fills it. @source electrical reference 4, E4.4 */
const MODULE_FARAD = 1e-3;
const MODULE_LOOP_OHM = 0.1;
/** A meter's supply is fused no larger. @source electrical reference 12, meter-unfused */
export const METER_FUSE_A = 3;
/** Post to the fuse of a lead straight off the battery, as usual, mm. @source rule of thumb: in-line holder at the ring */
const DIRECT_FUSE_MM = 100;

export type DraftContext = {
  laid: Laid;
  tags: Readonly<Record<string, string>>;
  block: PartOf<'fuse-block'> | undefined;
  lowV: number;
  chain: Chains;
};

type Load = {
  load: Pick<
    Draft,
    | 'circuit'
    | 'portPart'
    | 'switchPortId'
    | 'switchPart'
    | 'loadA'
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

/** Every circuit before main path and wires are known: loads, fuses, weakest parts. */
export function draftCircuits(sources: Sources, runs: readonly RunMm[], x: DraftContext): Draft[] {
  const loads = new Map(sources.box.circuits.map((c) => [c.id, loadOf(sources, c, x)]));
  const ratingsOf = new Map<FuseFamily, readonly number[]>();
  return sources.box.circuits.map((c, i) => {
    // only what sits in the block is of its family; a fuse in a wire sits in the usual in-line holder
    const inBlock = x.block && c.live === 'master' && x.chain.upOf.get(c.id) === undefined;
    const family: FuseFamily = inBlock ? x.block!.family : IN_LINE_FAMILY;
    const ratings = ratingsOf.get(family) ?? fuseOf(sources.box, sources.catalogue, family)?.ratingsA ?? [];
    ratingsOf.set(family, ratings);
    return draftOf(sources, loads, c, { ...x, family, ratings, index: i, run: runs[i]! });
  });
}

function loadOf({ box, need, bank }: Sources, circuit: Circuit, x: DraftContext): Load {
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
  const currents = demands.map((d, i) => ({
    id: devices[i]?.id ?? '',
    name: devices[i]?.name ?? '',
    currentA: lawCurrentA(d.peakLaw, x.lowV)
  }));
  const deviceA = currents.reduce((s, d) => s + d.currentA, 0);
  const motor = devices.some((d) => d.hasMotor);
  const electronic = !charge && (portPart?.converterRatedW != null || devices.some((d) => d.fussy));
  const relay = box.switching.relays.find((r) => r.circuitId === circuit.id);
  const load: Load['load'] = {
    circuit,
    portPart,
    switchPortId,
    switchPart,
    assumedLoad,
    devices: charge ? [] : currents,
    fussy: devices.some((d) => d.fussy),
    hasMotor: motor,
    loadA: charge ? (chargerA(box, bank) ?? 0) : quiescent + (assumedLoad ? assumedA : deviceA),
    meanA: quiescent + demands.reduce((s, d) => s + d.meanA, 0),
    inrushA2s: motor
      ? motorInrushA2s(deviceA)
      : electronic
        ? capacitorInrushA2s(13.3, MODULE_FARAD, MODULE_LOOP_OHM)
        : 0,
    feeds: charge
      ? 'Charge inlet'
      : devices.length
        ? devices.map((d) => d.name).join(', ')
        : portPart?.role === 'outlet'
          ? 'nothing named yet'
          : (port?.name ?? circuit.name)
  };
  return {
    load,
    rated: [
      portPart?.ratingA != null && portPart.role !== 'meter' && portPart.role !== 'lamp'
        ? { name: x.tags[circuit.portId] ?? 'port', ratingA: portInputA(portPart, x.lowV) }
        : undefined,
      switchPart?.ratingA != null
        ? { name: x.tags[switchPortId!] ?? 'switch', ratingA: switchPart.ratingA }
        : undefined,
      relay?.ratingA != null ? { name: relay.name || 'relay', ratingA: relay.ratingA } : undefined
    ].filter((r) => r !== undefined)
  };
}

/** Fuses that sit in a wire of their own. @source the sealed in-line holder of the catalogue */
const IN_LINE_FAMILY: FuseFamily = 'blade';

type Own = DraftContext & {
  family: FuseFamily;
  ratings: readonly number[];
  index: number;
  run: RunMm;
};

function draftOf({ box }: Sources, loads: ReadonlyMap<string, Load>, circuit: Circuit, x: Own): Draft {
  const own = loads.get(circuit.id)!;
  const all = behind(x.chain, circuit.id).map((id) => loads.get(id)!);
  const carriesA = all.reduce((s, l) => s + l.load.loadA, 0);
  const upId = x.chain.upOf.get(circuit.id);
  const { family, ratings } = x;
  // behind a fuse stand all parts of the chain that have none of their own
  const candidates = [
    ...own.rated,
    ...all.filter((l) => l !== own && l.load.circuit.fuse.is !== 'set').flatMap((l) => l.rated),
    ...(x.block?.perWayA != null && circuit.live === 'master' && upId === undefined
      ? [{ name: 'fuse block way', ratingA: x.block.perWayA }]
      : [])
  ];
  const weakest = candidates.sort((a, b) => a.ratingA - b.ratingA)[0];
  const setWire = valueOf<WireSize>(circuit.wire, undefined);
  const wireLimit = setWire && knownSize(setWire) ? circuit.wireCount * ampacityA(setWire, x.laid) : undefined;
  const limitA = Math.min(weakest?.ratingA ?? Infinity, wireLimit ?? Infinity);
  const inrushA2s = Math.max(...all.map((l) => l.load.inrushA2s));
  const covered = circuit.fuse.is === 'auto' && upId !== undefined;
  const needA = own.load.portPart?.role === 'meter' ? Math.min(limitA, METER_FUSE_A) : limitA;
  const fuseA = covered
    ? undefined
    : valueOf(circuit.fuse, smallestFuse(family, ratings, { loadA: carriesA, inrushA2s, limitA: needA }));
  return {
    // named one by one: this runs for every circuit on every edit, and a spread of so many is slow
    circuit,
    run: x.run,
    ratingsA: ratings,
    portPart: own.load.portPart,
    switchPortId: own.load.switchPortId,
    switchPart: own.load.switchPart,
    loadA: own.load.loadA,
    meanA: own.load.meanA,
    assumedLoad: own.load.assumedLoad,
    fussy: own.load.fussy,
    hasMotor: own.load.hasMotor,
    feeds: own.load.feeds,
    devices: own.load.devices,
    inrushA2s,
    carriesA,
    upId,
    sharesFuse:
      upId !== undefined ||
      (box.wiring.school === 'daisy-chain' && circuit.purpose === 'load' && circuit.live === 'master'),
    tag: `C${x.index + 1}`,
    fuseTag: `F${x.index + 1}`,
    portTag: x.tags[circuit.portId] ?? circuit.portId,
    lengthMm: valueOf(circuit.lengthMm, x.run.lengthMm) ?? x.run.lengthMm,
    neededMm: x.run.assumed ? undefined : x.run.lengthMm,
    lengthOrigin: circuit.lengthMm.is,
    lengthAssumed: circuit.lengthMm.is === 'auto' && x.run.assumed,
    wire: setWire,
    wireOrigin: circuit.wire.is,
    fuseFamily: family,
    fuseA,
    fuseOrigin: covered ? 'none' : circuit.fuse.is,
    fuseDistanceMm: circuit.live === 'direct' ? valueOf(circuit.fuseFromBatteryMm, DIRECT_FUSE_MM) : undefined,
    weakest,
    switchTag: own.load.switchPortId ? x.tags[own.load.switchPortId] : undefined,
    dropLimitFraction:
      circuit.purpose === 'charge'
        ? DROP_LIMIT_GENERAL
        : own.load.fussy || (own.load.portPart?.converterRatedW ?? null) !== null
          ? DROP_LIMIT_FUSSY
          : DROP_LIMIT_GENERAL
  };
}

/** A USB module's rating is an output; its input is wired and fused for the current it can take, not below 5 A of contact. */
const portInputA = (part: PartOf<'panel'>, lowV: number): number =>
  part.converterRatedW ? Math.max(5, (part.converterRatedW * 1.15) / lowV) : part.ratingA!;
