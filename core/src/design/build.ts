import { bank } from '../battery/bank.ts';
import { NONE, setTo } from '../box/attr.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { emptyBox } from '../box/empty.ts';
import type { Box, Port } from '../box/schema.ts';
import { caseFit, shortWays, type CaseFit } from '../case/fit.ts';
import { PLUGGED } from '../charge/solar-port.ts';
import type { PartOf } from '../catalogue/part.ts';
import { chooseBattery } from '../compare/candidate.ts';
import { set, usePart } from '../findings/rule.ts';
import { LOAD_SHARE } from '../wiring/fuse.ts';
import { mainHolders } from '../judge/main-holders.ts';
import { addPort } from '../panel/add-port.ts';
import { arrangePorts, withArranged } from '../panel/arrange.ts';
import type { Choice } from './choice.ts';
import { USUAL_CHARGE_SHARE } from './ways.ts';
import {
  allOnA,
  bestUse,
  blocksFor,
  fuseFor,
  metersOf,
  partsOfRole,
  shuntsFor,
  socketsFor,
  type Ground
} from './parts.ts';

/** A document made from a choice, or what stood in the way. */
export type Built = { box: Box } | { fails: string; because: BuildFault };
export type BuildFault =
  | 'no-socket'
  | 'no-switch'
  | 'no-meter'
  | 'no-inlet'
  | 'no-block'
  | 'no-shunt'
  | 'no-holder'
  | 'no-room'
  | 'does-not-fit'
  | 'not-verified'
  | 'dies-in-season';

type Panel = PartOf<'panel'>;
type Wanted = { part: Panel; name: string; deviceIds: string[] };

/**
 * The box without anything that a design decides: devices, outing, wishes, stowed things and the person's own settings stay;
 * battery, case, ports, feeds, circuits and what was put by hand go.
 */
export function groundOf(box: Box): Box {
  const fresh = emptyBox(box.name);
  return {
    ...box,
    devices: box.devices.map((d) => ({ ...d, portId: null })),
    bank: {
      ...fresh.bank,
      outingsPerYear: box.bank.outingsPerYear,
      keepBack: box.bank.keepBack,
      reserveFraction: box.bank.reserveFraction,
      warmerK: box.bank.warmerK,
      // a battery of the person's own has its age; the one that stands in the box is as full as there, and as learnt
      ...(box.wishes.batteryPartId === null ? {} : { ageYears: box.wishes.batteryAgeYears }),
      ...(box.wishes.batteryPartId !== null && box.wishes.batteryPartId === box.bank.partId
        ? { startFraction: box.bank.startFraction, learnt: box.bank.learnt }
        : {}),
      // it is built with boots on; the kit has them
      postsCovered: 'yes'
    },
    charging: {
      ...fresh.charging,
      fedFrom: box.charging.fedFrom,
      coldestC: box.charging.coldestC,
      storageC: box.charging.storageC,
      storageMonths: box.charging.storageMonths,
      // a panel comes along; its controller is plugged into the charge inlet
      solar: box.charging.solar && { ...box.charging.solar, ...PLUGGED }
    },
    casePartId: null,
    bodies: box.bodies.filter((b) => b.held === 'stowed'),
    placements: {},
    ports: [],
    brackets: [],
    openings: [],
    relays: [],
    feeds: fresh.feeds,
    circuits: [],
    wiring: { ...fresh.wiring, reels: box.wiring.reels },
    bench: fresh.bench,
    checkedPaths: [],
    accepted: [],
    compare: fresh.compare
  };
}

/** A socket for each device: what hangs on it can then be read off its label. @returns the device that none suits */
function sockets(g: Ground, c: Choice): Wanted[] | string {
  const out: Wanted[] = [];
  for (const d of g.box.devices) {
    const part = socketsFor(g, d, c.sockets, c.case.wallMm)[c.bumps[d.id] ?? 0];
    if (!part) return d.name;
    out.push({ part, name: d.name, deviceIds: [d.id] });
  }
  return out;
}

const fault = (because: BuildFault, fails: string): Built => ({ because, fails });

/** Chargers people buy, A. @source rule of thumb: sold sizes */
const CHARGERS_A = [20, 15, 10, 8, 5, 4, 3, 2, 1];
/** The strongest charger whose current an inlet bears for good and the battery takes as usual, A. */
const slowChargerA = (ratingA: number, c: Pick<Choice, 'battery' | 'count'>): number =>
  CHARGERS_A.find((a) => a <= Math.min(LOAD_SHARE * ratingA, USUAL_CHARGE_SHARE * c.battery.capacityAh * c.count)) ?? 1;

/** Charge leads take no way of the block; everything else does. */
const waysOf = (ports: readonly Wanted[], meter: Panel | undefined): number => ports.length + (meter ? 1 : 0);

/** The cheapest with a way for each, and each way for the hungriest; else the one whose ways bear most: the evaluation has the last word. */
function blockFor(g: Ground, ports: readonly Wanted[], meter: Panel | undefined): PartOf<'fuse-block'> | undefined {
  const ways = waysOf(ports, meter);
  const wantsA = Math.max(0, ...ports.map((p) => fuseFor(g, p.deviceIds)));
  const bearsA = (p: PartOf<'fuse-block'>): number => p.perWayA ?? Infinity;
  return (
    blocksFor(g.catalogue, ways, wantsA)[0] ??
    blocksFor(g.catalogue, ways).reduce<PartOf<'fuse-block'> | undefined>(
      (best, p) => (best === undefined || bearsA(p) > bearsA(best) ? p : best),
      undefined
    )
  );
}

/**
 * The document of one choice: parts copied in, a circuit for each port, places by the arranging of the Ports stage, everything
 * Haversack can work out left automatic. The same choice on the same box gives the same document.
 * @param g the box as `groundOf` gives it
 */
export function build(g: Ground, c: Choice): Built {
  const wall = c.case.wallMm;
  const outlets = sockets(g, c);
  if (typeof outlets === 'string')
    return fault('no-socket', `no socket for ${outlets} holds this weather and its draw`);
  const guard = guardOf(g, c);
  if (!guard) return fault('no-holder', `no fuse at the battery suits the terminals of ${c.battery.name}`);
  // the switch must bear what the smallest fuse there lets through
  const master =
    c.control === 'switch'
      ? partsOfRole(g, 'switch', wall, Math.max(allOnA(g.need) / LOAD_SHARE, guard.leastA))[0]
      : undefined;
  if (c.control === 'switch' && !master) return fault('no-switch', 'no switch bears what the fuse lets through');
  const meter = metersOf(g, c.meter, wall)[0];
  if (c.meter !== 'none' && !meter) return fault('no-meter', 'no meter holds this weather');
  const inlet = c.charging === 'lid-open' ? undefined : partsOfRole(g, 'inlet', wall)[0];
  if (c.charging !== 'lid-open' && !inlet) return fault('no-inlet', 'no charge inlet holds this weather');
  const block = c.spread === 'fuse-block' ? blockFor(g, outlets, meter) : undefined;
  if (c.spread === 'fuse-block' && !block) return fault('no-block', 'no fuse block has so many ways');
  const shunt = c.meter === 'shunt' ? shuntsFor(g)[0] : undefined;
  if (c.meter === 'shunt' && !shunt) return fault('no-shunt', 'no shunt bears the load');

  let box = applyEdits(g.box, [
    ...chooseBattery(c.battery, c.count),
    ...usePart(c.case, 'casePartId'),
    ...(block ? usePart(block, 'feeds/main/blockPartId') : [set('feeds/main/ends', 'chain')]),
    ...usePart(guard.holder, 'feeds/main/holderPartId'),
    // the lever of a breaker is the master
    ...(c.control === 'breaker' ? [set('feeds/main/leverSwitches', true), set('feeds/main/switches', NONE)] : []),
    ...(shunt ? usePart(shunt, 'wiring/shuntPartId') : []),
    ...(c.charging === 'lid-open' ? [set('charging/path', setTo('lid-open'))] : []),
    ...(c.charging === 'inlet-slow' ? [set('charging/chargerA', setTo(slowChargerA(inlet!.ratingA ?? 0, c)))] : [])
  ]);
  const bodies = bodiesFit(g, box, c);
  if (!bodies || bodies.state === 'no') return fault('does-not-fit', `${c.battery.name} does not go into it`);
  for (const part of [
    ...outlets,
    ...(master ? [{ part: master, name: 'Master', deviceIds: [] }] : []),
    ...(meter ? [{ part: meter, name: 'Meter', deviceIds: [] }] : []),
    ...(inlet ? [{ part: inlet, name: 'Charge', deviceIds: [] }] : [])
  ])
    box = withPort(box, bodies, part);
  return arranged(box, bodies, c.layout);
}

/** A port where nobody has looked for a place yet. */
function withPort(box: Box, fit: CaseFit, wanted: Wanted): Box {
  const added = addPort(box, fit, wanted.part, 'front', {
    name: wanted.name,
    wanted: { xMm: 0, yMm: 0 },
    exact: true
  });
  const use: Port['inUse'] | undefined =
    wanted.part.role === 'switch' || wanted.part.role === 'meter' ? bestUse(wanted.part, box.outing.seal) : undefined;
  return applyEdits(box, [
    ...added.edits,
    ...(use ? [set(`ports/${added.portId}/inUse`, use)] : []),
    ...wanted.deviceIds.map((id): Edit => set(`devices/${id}/portId`, added.portId))
  ]);
}

/** What guards the battery's lead: a breaker, or the fuse holder of the wanted rank; with the smallest rating that carries everything. */
export function guardOf(
  g: Ground,
  c: Pick<Choice, 'battery' | 'count' | 'control' | 'holder'>
): { holder: PartOf<'fuse-holder'>; leastA: number } | undefined {
  const box = applyEdits(g.box, chooseBattery(c.battery, c.count));
  const all = mainHolders({ box, catalogue: g.catalogue }, c.battery, allOnA(g.need), bank(box, g.need)!.shortCircuitA);
  const breaker = (h: PartOf<'fuse-holder'>) => h.family === 'breaker';
  return c.control === 'breaker' ? all.find((h) => breaker(h.holder)) : all.filter((h) => !breaker(h.holder))[c.holder];
}

/** How much the packs with a fuse block are short in a case, axis by axis; empty where they go in or nobody can tell. */
export function shortOf(g: Ground, p: Pick<Choice, 'battery' | 'count' | 'case'>): ReturnType<typeof shortWays> {
  const block = blocksFor(g.catalogue, g.box.devices.length)[0];
  const box = applyEdits(g.box, [
    ...chooseBattery(p.battery, p.count),
    ...usePart(p.case, 'casePartId'),
    ...(block ? usePart(block, 'feeds/main/blockPartId') : [])
  ]);
  const short = caseFit(box)?.shortfall;
  return short ? shortWays(short) : [];
}

/** Whether the bodies go in, ports apart: asked once for each battery, case and set of bodies. */
function bodiesFit(g: Ground, box: Box, c: Choice): CaseFit | undefined {
  const key = [c.battery.id, c.count, c.case.id, box.wiring.shuntPartId, box.feeds[0].blockPartId].join(' ');
  if (!g.fits.has(key)) g.fits.set(key, caseFit(box, { bare: true }));
  return g.fits.get(key);
}

/** Ports laid out on the faces; a fault where one of them finds no legal place. */
function arranged(box: Box, bodies: CaseFit, layout: Choice['layout']): Built {
  const found = arrangePorts(box, layout === 'bodies-first' ? bodies : { ...bodies, placed: [] });
  const lost = found.ports.filter((p) => !p.placed).length;
  if (lost > 0) return fault('no-room', lost === 1 ? 'one port finds no place' : `${lost} ports find no place`);
  return { box: withArranged(box, found) };
}
