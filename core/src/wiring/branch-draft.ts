import { chargeSources } from '../judge/charge-sources.ts';
import type { RunMm } from './lengths.ts';
import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { blockOf, mainFeed, switchesOf } from '../box/feeds.ts';
import { partOf, valueOf } from '../box/lookup.ts';
import type { Box, Device, Origin, Port } from '../box/schema.ts';
import type { FuseFamily, PartOf } from '../catalogue/part.ts';
import { lawCurrentA, type LoadLaw } from '../network/law.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { behind, feedOfBranch, startOf, wayTo, type Branch, type Tree } from './tree.ts';
import { railInputW, railOfFeed, type SharedRail } from './rails.ts';
import { sharedBundles } from './bundles.ts';
import { ampacityA, knownSize } from './conductor.ts';
import { leverAt, type Lever } from './levers.ts';
import { DROP_LIMIT_FUSSY, DROP_LIMIT_GENERAL } from './contacts.ts';
import type { Draft, Sources } from './draft.ts';
import { ownLaid } from './laid.ts';
import { capacitorInrushA2s, motorInrushA2s, SELECTIVE_RATIO } from './fuse.ts';
import type { Laid } from './sizing.ts';
import { smallestFuse } from './sizing.ts';
import { fuseOf } from './main-path.ts';
import { INLET_MILLIOHM } from './net-main.ts';
import { chargerA } from './charger.ts';

/** Load taken for an outlet that no device is named for yet, A; said wherever it counts. */
export const ASSUMED_OUTLET_A = 4;
/** Input capacitor of an ordinary 12 V module and the loop that fills it. @source electrical reference 4, E4.4 */
const MODULE_FARAD = 1e-3;
const MODULE_LOOP_OHM = 0.1;
/** A full battery at rest as it fills them, V. @source electrical reference 4, E4.4 */
const FULL_V = 13.3;
/** Input capacitors of an inverter of some hundred watts. @source rule of thumb: ten times a module's */
const INVERTER_FARAD = 1e-2;
/** A meter's supply is fused no larger. @source electrical reference 12, meter-unfused */
export const METER_FUSE_A = 3;
/** Post to the fuse of a lead straight off the battery, as usual, mm. @source rule of thumb: in-line holder at the ring */
const DIRECT_FUSE_MM = 100;

export type DraftContext = {
  laid: Laid;
  tags: Readonly<Record<string, string>>;
  lowV: number;
  tree: Tree;
  rails: ReadonlyMap<string, SharedRail>;
};

type Load = {
  load: Pick<
    Draft,
    | 'circuit'
    | 'feed'
    | 'portPart'
    | 'switches'
    | 'throughMilliOhm'
    | 'loadA'
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

/** Every feed and circuit before main path and wires are known: loads, fuses, weakest parts. */
export function draftBranches(sources: Sources, runs: ReadonlyMap<string, RunMm>, x: DraftContext): Draft[] {
  const { order } = x.tree;
  const loads = new Map(order.map((b) => [b.id, b.feed ? feedLoad(sources, b, x) : loadOf(sources, b, x)]));
  const bundles = sharedBundles(sources.box, x.tree, runs);
  const ratingsOf = new Map<FuseFamily, readonly number[]>();
  const feedIds = sources.box.feeds.map((f) => f.id);
  const circuitIds = sources.box.circuits.map((c) => c.id);
  return order.map((b) => {
    const block = wayBlock(sources.box, x.tree, b);
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
export function wayBlock(box: Box, t: Tree, b: Branch): PartOf<'fuse-block'> | undefined {
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

const switchOf = (box: Box, tags: DraftContext['tags'], portId: string): Lever =>
  leverAt(box, tags, portId) ?? { portId, tag: tags[portId] ?? portId, part: undefined };

/** A feed takes nothing itself; it runs through its switches, its way in and its block. */
function feedLoad({ box }: Sources, b: Branch, x: DraftContext): Load {
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
  const motorA = device?.hasMotor ? ((law.powerW / MOTOR_V) * highV) / MOTOR_V : 0;
  return Math.max(low, lawCurrentA(law, highV), motorA);
}
/** What it takes while the battery is low; an inverter counts with its whole rating, whoever plugs in what. */
function lowestVA(device: Device | undefined, law: LoadLaw, lowV: number): number {
  const inverterA = device?.supply === 'inverter' && device.converterW ? device.converterW / INVERTER_SHARE / lowV : 0;
  return Math.max(lawCurrentA(law, lowV), inverterA);
}
/** Of an inverter's input what comes out at its rating. @source electrical reference 7: 85 to 90 % */
const INVERTER_SHARE = 0.85;
/** A motor's power is that at 12 V; its current grows with the voltage. */
const MOTOR_V = 12;

/** The part of a lead up to its switch, where the layout tells: the shares stay when the whole was set by hand. */
const toSwitchMm = (lengthMm: number, run: RunMm): number | undefined =>
  run.legs && run.lengthMm > 0 ? (lengthMm * run.legs[0]!.lengthMm) / run.lengthMm : undefined;

/** The part with the contacts that were measured at this very port. */
const asMeasured = (part: PartOf<'panel'> | undefined, port: Port | undefined): PartOf<'panel'> | undefined =>
  part && port && port.contactMilliOhm !== null ? { ...part, contactMilliOhm: port.contactMilliOhm } : part;

function loadOf({ box, need, bank }: Sources, { circuit }: Branch, x: DraftContext): Load {
  const port = box.ports.find((p) => p.id === circuit.portId);
  const portPart = asMeasured(partOf(box, 'panel', port?.partId), port);
  const rail = x.rails.get(circuit.id);
  const lowV = rail?.outV ?? x.lowV;
  const switchPortId = valueOf(circuit.switchPortId, undefined);
  const switches = switchPortId === undefined ? [] : [switchOf(box, x.tags, switchPortId)];
  const devices = box.devices.filter((d) => d.portId === circuit.portId);
  const demands = need.devices.filter((d) => d.portId === circuit.portId);
  const charge = circuit.purpose === 'charge';
  const quiescent = portPart?.quiescentA ?? 0;
  const assumedLoad = !charge && devices.length === 0 && portPart?.role === 'outlet';
  const assumedA = Math.min(
    valueOf(circuit.expectedA, ASSUMED_OUTLET_A) ?? ASSUMED_OUTLET_A,
    portPart?.ratingA ?? Infinity,
    portPart?.converterRatedW ? portPart.converterRatedW / lowV : Infinity,
    rail?.ratedW ? rail.ratedW / lowV : Infinity
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
  const relay = box.relays.find((r) => r.inId === circuit.id);
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
    lowLoadA: charge ? throughInletA(box, bank, circuit.portId) : quiescent + (assumedLoad ? assumedA : lowA),
    meanA: quiescent + demands.reduce((s, d) => s + (d.shared ? d.shared.meanW / lowV : d.meanA), 0),
    // what a shared converter limits is no inrush
    inrushA2s: rail
      ? 0
      : Math.max(
          motor ? motorInrushA2s(motorA) : 0,
          electronic ? capacitorInrushA2s(FULL_V, MODULE_FARAD, MODULE_LOOP_OHM) : 0,
          !charge && devices.some((d) => d.supply === 'inverter')
            ? capacitorInrushA2s(FULL_V, INVERTER_FARAD, MODULE_LOOP_OHM)
            : 0
        ),
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
        ? { name: x.tags[circuit.portId] ?? 'port', ratingA: portInputA(portPart, lowV) }
        : undefined,
      ...switches.map((s) => (s.part?.ratingA != null ? { name: s.tag, ratingA: s.part.ratingA } : undefined)),
      relay?.ratingA != null ? { name: relay.name || 'relay', ratingA: relay.ratingA } : undefined
    ].filter((r) => r !== undefined)
  };
}

/** What comes in through a charge inlet: the strongest of charger and sun that use it. */
const throughInletA = (box: Box, bank: Bank | undefined, portId: string): number =>
  Math.max(
    chargerA(box, bank) ?? 0,
    ...chargeSources(box, bank).flatMap((s) => (s.portId === portId ? (s.currentA ?? 0) : []))
  );

/** What controllers and chargers that hang on a feed push into it. */
const pushedInto = (box: Box, bank: Bank | undefined, feedId: string): number => {
  const hangs = (from: { is: string; value?: Origin }): boolean =>
    from.is === 'set' && from.value?.at === 'feed' && from.value.id === feedId;
  const { solar, builtIn } = box.charging;
  const parts = new Set([
    ...(solar && hangs(solar.from) ? ['SC'] : []),
    ...builtIn.flatMap((c, i) => (hangs(c.from) ? [`CG${i + 1}`] : []))
  ]);
  if (parts.size === 0) return 0;
  const amps = new Map<string, number>();
  for (const s of chargeSources(box, bank))
    if (s.partId && parts.has(s.partId)) amps.set(s.partId, Math.max(amps.get(s.partId) ?? 0, s.currentA ?? 0));
  return [...amps.values()].reduce((sum, a) => sum + a, 0);
};

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

function draftOf({ box, bank }: Sources, loads: ReadonlyMap<string, Load>, b: Branch, x: Own): Draft {
  const { circuit } = b;
  const own = loads.get(b.id)!;
  const all = behind(x.tree, b.id).map((id) => loads.get(id)!);
  const rail = x.rails.get(b.id);
  const alike = all.filter((l) => x.rails.get(l.load.circuit.id)?.feedId === rail?.feedId);
  const takers = alike.filter((l) => l.load.circuit.purpose === 'load');
  const convertersA = intoConverters(all, alike, x);
  // a charge lead behind a feed carries its charger's current, the loads theirs: never both the same way
  const loadsA = takers.reduce((s, l) => s + l.load.loadA, convertersA);
  const chargeA = all.filter((l) => l.load.circuit.purpose === 'charge').reduce((s, l) => s + l.load.loadA, 0);
  const carriesA = Math.max(loadsA, chargeA, b.feed ? pushedInto(box, bank, b.id) : 0);
  const lowCarriesA = Math.max(
    takers.reduce((s, l) => s + l.load.lowLoadA, convertersA),
    chargeA
  );
  const upId = x.tree.upOf.get(b.id);
  const start = startOf(x.tree, b.id);
  const { family, ratings } = x;
  const fusedBetween = (id: string): boolean => {
    const way = wayTo(x.tree, id);
    return way.slice(way.indexOf(b.id) + 1).some((k) => loads.get(k)?.load.circuit.fuse.is === 'set');
  };
  // behind a fuse stand all parts of the chain that have none of their own and none on the way to them
  const candidates = [
    ...own.rated,
    ...alike.filter((l) => l !== own && isCovered(l.load) && !fusedBetween(l.load.circuit.id)).flatMap((l) => l.rated),
    ...(x.block?.perWayA != null ? [{ name: 'fuse block way', ratingA: x.block.perWayA }] : [])
  ];
  const weakest = candidates.sort((a, c) => a.ratingA - c.ratingA)[0];
  const setWire = valueOf<WireSize>(circuit.wire, undefined);
  const wireLimit = setWire && knownSize(setWire) ? circuit.wireCount * ampacityA(setWire, x.laid) : undefined;
  const limitA = Math.min(weakest?.ratingA ?? Infinity, wireLimit ?? Infinity);
  const gives = b.feed && railOfFeed(box, b.feed);
  const inrushA2s = Math.max(
    ...alike.map((l) => l.load.inrushA2s),
    alike.length < all.length ? capacitorInrushA2s(FULL_V, MODULE_FARAD, MODULE_LOOP_OHM) : 0
  );
  const behindCircuit = upId !== undefined && loads.get(upId)?.load.feed === undefined;
  const covered = circuit.fuse.is === 'auto' && (behindCircuit || sharesWay(box, x.tree, b));
  const needA = own.load.portPart?.role === 'meter' ? Math.min(limitA, METER_FUSE_A) : limitA;
  const biggest = Math.max(
    0,
    ...(b.feed
      ? alike
          .filter((l) => l !== own)
          .flatMap((l) => (l.load.circuit.fuse.is === 'set' ? l.load.circuit.fuse.value : []))
      : [])
  );
  const fuseA = covered
    ? undefined
    : valueOf(
        circuit.fuse,
        smallestFuse(family, ratings, { loadA: carriesA, inrushA2s, limitA: needA, leastA: SELECTIVE_RATIO * biggest })
      );
  const [first] = own.load.switches;
  return {
    // named one by one: this runs for every circuit on every edit, and a spread of so many is slow
    circuit,
    feed: b.feed,
    rail,
    gives,
    live: start === 'post' ? 'direct' : start === 'ahead' ? 'always' : 'master',
    laid: x.laid,
    run: x.run,
    ratingsA: ratings,
    portPart: own.load.portPart,
    switches: own.load.switches,
    ...(own.load.throughMilliOhm === undefined ? {} : { throughMilliOhm: own.load.throughMilliOhm }),
    switchPortId: first?.portId,
    switchPart: first?.part,
    switchTag: first?.tag,
    loadA: own.load.loadA,
    lowLoadA: own.load.lowLoadA,
    lowCarriesA,
    meanA: own.load.meanA,
    assumedLoad: own.load.assumedLoad,
    fussy: own.load.fussy,
    hasMotor: own.load.hasMotor,
    feeds: own.load.feeds,
    devices: own.load.devices,
    inrushA2s,
    carriesA,
    upId,
    sharesFuse: b.feed !== undefined || behindCircuit || rail !== undefined || onJoint(box, x.tree, b),
    ...x.names,
    lengthMm: valueOf(circuit.lengthMm, x.run.lengthMm) ?? x.run.lengthMm,
    neededMm: x.run.assumed ? undefined : x.run.lengthMm,
    toSwitchMm: toSwitchMm(valueOf(circuit.lengthMm, x.run.lengthMm) ?? x.run.lengthMm, x.run),
    lengthOrigin: circuit.lengthMm.is,
    lengthAssumed: circuit.lengthMm.is === 'auto' && x.run.assumed,
    wire: setWire,
    wireOrigin: circuit.wire.is,
    fuseFamily: family,
    fuseA,
    fuseOrigin: covered ? 'none' : circuit.fuse.is,
    fuseDistanceMm:
      start === 'post' && upId === undefined
        ? valueOf(circuit.fuseFromStartMm, x.holder?.usualDistanceMm ?? DIRECT_FUSE_MM)
        : valueOf(circuit.fuseFromStartMm, undefined),
    weakest,
    dropLimitFraction:
      circuit.purpose === 'charge'
        ? DROP_LIMIT_GENERAL
        : own.load.fussy || (own.load.portPart?.converterRatedW ?? null) !== null
          ? DROP_LIMIT_FUSSY
          : DROP_LIMIT_GENERAL
  };
}

const isCovered = (l: Load['load']): boolean => l.circuit.fuse.is === 'none' || l.circuit.fuse.is === 'auto';

/** Behind a feed whose own fuse is meant for all its circuits: it ends in a joint without fuses. */
function onJoint(box: Box, t: Tree, b: Branch): boolean {
  const feed = feedOfBranch(box, t, b.id);
  // behind a converter each has its own: the feed's opens for nothing there
  if (!feed || feed.converter || b.circuit.purpose !== 'load' || startOf(t, b.id) === 'ahead') return false;
  return feed.ends === 'chain' || (feed.ends !== 'fuse-block' && feed.fuse.is !== 'none');
}

/** Automatic, a circuit at the joint of a fused feed has no fuse of its own. */
const sharesWay = (box: Box, t: Tree, b: Branch): boolean =>
  t.upOf.get(b.id) !== undefined && b.feed === undefined && onJoint(box, t, b);

/** A USB module's rating is an output; its input is wired and fused for the current it can take, not below 5 A of contact. */
const portInputA = (part: PartOf<'panel'>, lowV: number): number =>
  part.converterRatedW ? Math.max(5, part.ratingA ?? 0, (part.converterRatedW * 1.15) / lowV) : part.ratingA!;
