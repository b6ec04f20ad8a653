import { set } from '../box/edit.ts';
import { AUTO, NONE, setTo } from '../box/attr.ts';
import { FED_FROM } from '../box/charge-names.ts';
import type { Edit } from '../box/edits.ts';
import { AGES_Y } from '../box/age.ts';
import { capacityRangeAh, leftByWeight } from '../battery/density.ts';
import { usualPackFuse } from '../battery/parallel-plan.ts';
import type { Box, Device } from '../box/schema.ts';
import { LOAD_SHARE, SELECTIVE_RATIO, usualFuseA } from '../wiring/fuse.ts';
import { fuseFieldOf } from '../findings/elements.ts';
import type { Judge } from '../judge/table.ts';
import { railLoadW, RATINGS_W } from '../wiring/rails.ts';
import type { WiringPlan } from '../wiring/types.ts';
import type { Chemistry, FuseFamily } from '../catalogue/part.ts';
import { openFields } from './open-fields.ts';
import { ofPorts, ofUnread } from './part-ranges.ts';
import { range, type Range } from './range.ts';

/** What no fuse and no wire changes: when, where and with which voltage it is charged. */
const NOT_CHARGING = /^(?!cold-charge|no-temp-comp|lead-acid|charge-voltage|deep-frost)/;

const OF_CHARGE_VOLTS = /charge-voltage|overvoltage|device-volts|cutoff/;

/** Which rules hang on an attribute: an item says what follows from it, not from its neighbours. */
const RULES: Readonly<Record<string, RegExp>> = {
  fuse: NOT_CHARGING,
  packFuse: NOT_CHARGING,
  coilFuse: NOT_CHARGING,
  senseFuse: NOT_CHARGING,
  wire: NOT_CHARGING,
  returnWire: NOT_CHARGING,
  insulationC: /conductor|fuse-exceeds|adiabatic|insulation|guard|terminal-too-hot|lead-thin/,
  bundledCount: /conductor|fuse-exceeds|guard|bundle/,
  lengthMm: /drop|undervoltage|fault|lead-|unfused/,
  fuseFromStartMm: /far|unfused|interrupting|guard|adiabatic/,
  fuseLead: /fuse|guard|conductor|element|adiabatic|interrupting|fault|selectivity/,
  switchLead: /switch-in-return/,
  switchPlace: /far|unfused|guard|adiabatic|interrupting/,
  conductor: /cca|conductor|fuse-exceeds|drop|adiabatic|undervoltage|guard/,
  returns: /return|chain|guard/,
  ratingA: /part|switch|connector|element|socket|contact|guard|main-fuse|shunt/,
  totalA: /part|element|guard|main-fuse/,
  perWayA: /part|element|guard/,
  controllerMaxV: /solar-voc/,
  controllerMaxA: /solar-voc/,
  mostA: /element-overload/,
  maxContinuousA: /bms|element-overload|c-rate|peak/,
  terminal: /battery-terminal|main-fuse-exceeds/,
  chargerA: /charg|overload|terminal/,
  currentA: /charg|overload|terminal/,
  chargerV: OF_CHARGE_VOLTS,
  voltageV: OF_CHARGE_VOLTS,
  coldestC: /cold|temp-comp/,
  fedFrom: /vehicle-direct|mains-cord|cold-charge|temp-comp/,
  holdDown: /loose/,
  ageYears: /runtime|dod|parallel-age|peak|undervoltage|power-limit|worn|fault/,
  packs: /runtime|dod|parallel-age|peak|undervoltage|power-limit|worn|fault/,
  capacityAh:
    /runtime|dod|c-rate|charge-current|quiescent|peak|undervoltage|power-limit|capacity-claim|lead-acid|fault|interrupting|adiabatic/,
  minV: /runtime|undervoltage|never-runs|rail-low/,
  changeoverA: /guard|overload|changeover/,
  ratedW: /conductor|fuse-exceeds|guard|fault|rail-overload/
};

/** A device's own cord: nothing of the box hangs on it, only what stands at its two ends. */
const OF_CORD = /lead-thin|drop|undervoltage|never-runs|fault|adiabatic|guard|plug|connector/;
const rulesOf = (path: string): RegExp | undefined =>
  path.startsWith('devices/') && fieldOf(path) === 'wire' ? OF_CORD : RULES[fieldOf(path)];

export type End = 'heat' | 'short' | 'best';

/** Ratings met in the field, A, smallest to largest. @source as-built reference: what lies at hand, a car's habit */
const FUSE_RANGE: Record<FuseFamily, readonly number[]> = {
  'mini-blade': [5, 10, 20, 30],
  blade: [5, 10, 15, 30, 40],
  midi: [30, 60, 100],
  post: [30, 60, 100],
  glass: [2, 5, 10],
  breaker: [10, 20, 40]
};
/** Gauges met in the field. @source as-built reference */
const THIN = {
  /** Cords of small devices are thinner than what lies in a box. */
  cord: ['24', '22', '20', '18', '16', '14', '12'],
  branch: ['22', '20', '18', '16', '14', '12', '10'],
  main: ['18', '16', '14', '12', '10', '8', '6']
};
/** Insulation classes printed on wire, °C; none printed counts as the lowest. @source electrical reference 1 */
const INSULATION_C = [60, 75, 90, 105];
/** One way inside a box or to one beside it, mm. @source rule of thumb */
const LENGTH_MM = [150, 600, 2000];
/** Along the wire from a post to the first fuse, mm. @source as-built reference */
const FUSE_DISTANCE_MM = [60, 150, 600];
/** Chargers people have, A. @source as-built reference */
const CHARGER_A = [1, 5, 10, 20];
/** Full volts of chargers people have, V: three and four lithium-ion cells, lead-acid, iron phosphate. @source electrical reference 11 */
const CHARGER_V = [12.6, 14.4, 14.6, 16.8];
/** Sheds and cars in winter, °C. @source as-built reference: cold mornings */
const CHARGE_PLACE_C = [-10, 5, 20];
const TOUCHING = [1, 3, 6];

const awg = (size: string): unknown => setTo({ system: 'awg', size });
const rising = (path: string, list: readonly number[], worst: 'low' | 'high'): Range => {
  const values = list.map(setTo);
  const [low, high] = [values[0], values.at(-1)];
  return worst === 'low' ? range(path, values, low, low, high) : range(path, values, high, high, low);
};

function fuseRange(path: string, { family, isMain, loadA, biggestA }: Place): Range {
  // one that is in use carries what runs through it
  const carries = usualFuseA(loadA);
  const larger = FUSE_RANGE[family].filter((a) => a > carries);
  // beyond what is usual of its family it may still be one that is larger than it need be
  const list = [...new Set([carries, ...(larger.length > 0 ? larger : [usualFuseA(carries)])])].map((a) => setTo(a));
  if (!isMain) return range(path, list, list.at(-1), list.at(-1), list[0]);
  // a main fuse is at its best where it lets the branches open first, or where it is small for its own wire
  const selective = list.find((v) => v.value >= SELECTIVE_RATIO * biggestA) ?? list.at(-1)!;
  return { ...range(path, list, list.at(-1), list.at(-1), selective), otherBest: list[0] };
}

/** The range of one attribute by its field; undefined where no check hangs on a figure of it. */
function rangeOf(path: string, key: string, at: Place): Range | undefined {
  const { isMain } = at;
  switch (key) {
    case 'fuse':
      return fuseRange(path, at);
    case 'packFuse': {
      const fuses = fuseRange(path, at);
      // nobody knows whether there is one at all
      return { ...fuses, short: NONE, values: [...fuses.values, NONE] };
    }
    case 'coilFuse':
    case 'senseFuse':
      return range(path, [setTo(1), setTo(2), setTo(10)], setTo(10), setTo(10));
    case 'wire':
    case 'returnWire': {
      const sizes = isMain ? THIN.main : path.startsWith('devices/') ? THIN.cord : THIN.branch;
      return range(path, sizes.map(awg), awg(sizes[0]!), awg(sizes.at(-1)!));
    }
    case 'insulationC':
      return { ...rising(path, INSULATION_C, 'low'), otherBest: setTo(INSULATION_C[0]) };
    case 'bundledCount':
      return rising(path, TOUCHING, 'high');
    case 'lengthMm':
      // a long wire loses most, at the end of a short one the short circuit is strongest
      return range(path, LENGTH_MM.map(setTo), setTo(LENGTH_MM.at(-1)), setTo(LENGTH_MM[0]));
    case 'fuseFromStartMm':
      // far out the wire before it has nothing that opens, near by the short is strongest
      return { ...rising(path, FUSE_DISTANCE_MM, 'high'), otherBest: setTo(FUSE_DISTANCE_MM.at(-1)) };
    case 'fuseFamily':
      return range(path, ['glass', 'blade', 'breaker'].map(setTo), setTo('breaker'), setTo('glass'));
    case 'fuseLead':
    case 'switchLead':
      return range(path, ['plus', 'minus'].map(setTo), setTo('minus'), setTo('minus'));
    case 'switchPlace':
      return range(path, ['behind-fuse', 'ahead-of-fuse'].map(setTo), setTo('ahead-of-fuse'), AUTO);
    case 'conductor':
      return range(path, ['copper', 'copper-clad-aluminium'].map(setTo), setTo('copper-clad-aluminium'), AUTO);
    case 'returns':
      return range(path, ['bus-bar', 'chain'].map(setTo), setTo('chain'), AUTO);
    case 'changeoverA':
      return rising(path, [20, 60, 100], 'low');
    case 'chargerA':
    case 'currentA':
      return rising(path, CHARGER_A, 'high');
    case 'chargerV':
    case 'voltageV':
      return range(path, CHARGER_V.map(setTo), setTo(CHARGER_V.at(-1)), setTo(CHARGER_V[0]));
    case 'coldestC':
      return rising(path, CHARGE_PLACE_C, 'low');
    case 'holdDown':
      return range(path, [NONE, setTo('strap')], NONE, NONE, setTo('strap'));
    default:
      return undefined;
  }
}

type Place = { family: FuseFamily; isMain: boolean; loadA: number; biggestA: number };
/** What runs where, from the plan with the unknowns left open. */
export type Loads = { wiring: WiringPlan; judge: Judge };

/** The most that runs through the fuse whose rating stands in a field, A: in use or while it charges. */
function loadsByField(box: Box, { wiring, judge }: Loads): ReadonlyMap<string, number> {
  const out = new Map<string, number>();
  for (const h of judge.all) {
    const path = h.kind === 'fuse' ? fuseFieldOf({ box, wiring }, h.id) : undefined;
    if (path) out.set(path, Math.max(out.get(path) ?? 0, h.steadyA, h.chargeA));
  }
  return out;
}

/** Fuse families of what is unknown: as its holder or kind says, else in line. */
function familyAt(box: Box, list: string, id: string): FuseFamily {
  const at =
    list === 'feeds'
      ? box.feeds.find((f) => f.id === id)
      : list === 'circuits'
        ? box.circuits.find((c) => c.id === id)
        : undefined;
  if (!at) return 'blade';
  if (at.fuseFamily.is === 'set') return at.fuseFamily.value;
  const holder = 'holderPartId' in at && at.holderPartId ? box.parts[at.holderPartId] : undefined;
  return holder?.kind === 'fuse-holder' ? holder.family : 'blade';
}

/** Shared converters whose watts nobody read. */
function ofConverters(wiring: WiringPlan): Range[] {
  const out: Range[] = [];
  for (const f of wiring.feeds) {
    if (!f.gives || f.gives.ratedW !== undefined) continue;
    // one that is in use gives what is asked of it; the larger, the more it drives into a short
    const asked = railLoadW(wiring, f.circuit.id);
    const list = RATINGS_W.filter((w) => LOAD_SHARE * w >= asked);
    const values = list.length > 0 ? list : [asked / LOAD_SHARE];
    out.push(range(`feeds/${f.circuit.id}/converter/ratedW`, values, values.at(-1), values.at(-1), values[0]));
  }
  return out;
}

/** Straight off a vehicle, or a mains cord out in the wet: the two that may do harm, each in its own way. */
const ofFedFrom = ({ charging }: Box): Range[] =>
  charging.fedFrom === 'unknown'
    ? [range('charging/fedFrom', FED_FROM, 'vehicle-direct', 'mains', 'vehicle-converter')]
    : [];

/** Least volts of 12 V electronics met in the field. @source electrical reference 8: radios 13.8 V less 15 %; instruments and screens: rule of thumb */
const LEAST_V = [9, 10.5, 11.73];
/** Electronics on the battery's own volts: nobody knows when they give up. Lamps and heaters only become weaker. */
export const leastUnread = (box: Box): Device[] =>
  box.devices.filter((d) => d.portId !== null && d.minV === null && d.fussy && d.supply === '12v');
const ofDevices = (box: Box): Range[] =>
  leastUnread(box).map((d) => range(`devices/${d.id}/minV`, LEAST_V, LEAST_V.at(-1), LEAST_V.at(-1), LEAST_V[0]));

/** How old the packs are. */
function ofPacks(box: Box): Range[] {
  const out: Range[] = [];
  const old = AGES_Y[2];
  if (box.bank.ageYears === 'unknown') out.push(range('bank/ageYears', AGES_Y, old, AGES_Y[0], AGES_Y[0]));
  if (box.bank.packs.some((p) => p.ageYears === 'unknown')) {
    const aged = (years: number) =>
      box.bank.packs.map((p) => (p.ageYears === 'unknown' ? { ...p, ageYears: years } : p));
    // at its best it is as old as its mate
    const mate = box.bank.packs.find((p) => p.ageYears !== 'unknown')?.ageYears;
    const best = aged(typeof mate === 'number' ? mate : AGES_Y[0]);
    out.push(range('bank/packs', AGES_Y.map(aged), aged(old), aged(AGES_Y[0]), best));
  }
  return out;
}

/** What nobody read on the battery itself. */
function ofBattery(box: Box): Range[] {
  const out: Range[] = [];
  const battery = box.bank.partId ? box.parts[box.bank.partId] : undefined;
  if (battery?.kind === 'battery') {
    const path = `parts/${battery.id}`;
    if (battery.notKnown.includes('capacity')) {
      const [least, most] = capacityRangeAh(battery);
      out.push(range(`${path}/capacityAh`, [least, battery.capacityAh, most], least, most, most));
    }
    if (battery.terminal === 'unknown')
      out.push(range(`${path}/terminal`, ['tab-4.8', 'tab-6.3', 'm6', 'm8'], 'tab-4.8', 'tab-4.8', 'm8'));
    if (battery.maxContinuousA === null && battery.hasProtection !== false) {
      // packs are sold with half their capacity in amps, or with once their capacity
      const usual = [0.5 * battery.capacityAh, battery.capacityAh, 3 * battery.capacityAh];
      out.push(range(`${path}/maxContinuousA`, usual, usual[0], usual[0], usual.at(-1)));
    }
  }
  return out;
}

/** Every unknown attribute of a box that a check hangs on, with its range. Figures of parts that nobody read are among them. */
export function unknownRanges(box: Box, plan: Loads): Range[] {
  const out: Range[] = [];
  const main = box.feeds[0].id;
  const biggestA = Math.max(
    0,
    ...plan.wiring.circuits.map((c) => c.fuseA ?? (c.fuseOrigin === 'unknown' ? usualFuseA(c.carriesA) : 0))
  );
  const loads = loadsByField(box, plan);
  const charged = plan.judge.sources.some((s) => s.id === 'charger' || s.id === 'plugged');
  for (const { path, key, list, id } of openFields(box)) {
    // the volts of a charger that charges nothing are no matter
    if (path === 'charging/chargerV' && !charged) continue;
    const isMain = list === 'feeds' && id === main;
    const family = key === 'packFuse' ? usualPackFuse(box).family : familyAt(box, list, id);
    const found = rangeOf(path, key, { family, isMain, loadA: loads.get(path) ?? 0, biggestA });
    if (found) out.push(found);
  }
  // what feeds a charger that charges nothing is no matter either
  if (charged) out.push(...ofFedFrom(box));
  out.push(
    ...ofPorts(box),
    ...ofUnread(box),
    ...ofDevices(box),
    ...ofConverters(plan.wiring),
    ...ofPacks(box),
    ...ofBattery(box)
  );
  return out
    .filter((r, i) => out.findIndex((o) => o.path === r.path) === i)
    .map((r) => {
      const rules = rulesOf(r.path);
      return rules ? { ...r, rules } : r;
    });
}

/** What a battery of unknown chemistry may be; nothing when it is known. */
export function chemistryRange(box: Box): Exclude<Chemistry, 'unknown' | 'lithium'>[] {
  const battery = box.bank.partId ? box.parts[box.bank.partId] : undefined;
  if (battery?.kind !== 'battery') return [];
  if (battery.chemistry === 'lithium') return ['lfp', 'nmc3', 'nmc4'];
  return battery.chemistry === 'unknown' ? leftByWeight(battery, ['agm', 'flooded', 'lfp', 'nmc4']) : [];
}

/** The field of an attribute, without where it stands. */
export const fieldOf = (path: string): string => path.split('/').at(-1)!;

/**
 * The unknowns of a box set to one end of their ranges.
 * @param others fields that stand at their other best end
 */
export const endEdits = (ranges: readonly Range[], end: End, others: readonly string[] = []): Edit[] =>
  ranges.map((r) => set(r.path, r.otherBest !== undefined && others.includes(fieldOf(r.path)) ? r.otherBest : r[end]));
