import { CHEMISTRY, usedKind } from '../battery/chemistry.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { Wishes } from '../box/wishes-schema.ts';
import type { Finding } from '../findings/rule.ts';
import type { Choice } from './choice.ts';

/** What can be chosen beside battery and case, each in the order in which it is tried: the usual way first. */
export type Ways = {
  [K in 'sockets' | 'control' | 'spread' | 'meter' | 'charging' | 'holder' | 'layout']: readonly Choice[K][];
};

/** A charger is usually a quarter of the capacity. @source electrical reference: usual charging currents */
export const USUAL_CHARGE_SHARE = 0.25;
/** What a small charge inlet bears for good, A: beyond it a weaker charger is worth a thought. */
const SMALL_INLET_A = 5;

/**
 * The ways open to a battery under some wishes. A shunt meter where the voltage is flat, a voltmeter otherwise; a meter is
 * left out only where none holds the weather or finds room. @source design reference: where people disagree
 */
export function waysFor(wishes: Wishes, battery: PartOf<'battery'>, count: number): Ways {
  const strong = USUAL_CHARGE_SHARE * battery.capacityAh * count > SMALL_INLET_A;
  const inlets: Ways['charging'] = strong ? ['inlet', 'inlet-slow'] : ['inlet'];
  const flat = CHEMISTRY[usedKind(battery.chemistry)].isLithium;
  const wished = <T extends string>(wish: 'usual' | T, usual: readonly T[]): readonly T[] =>
    wish === 'usual' ? usual : [wish];
  return {
    sockets: ['cheapest', 'shallowest', 'sealed'],
    control: wished(wishes.control, ['switch', 'breaker']),
    spread: wished(wishes.spread, ['fuse-block']),
    meter: wished(wishes.meter, flat ? ['shunt', 'voltmeter', 'none'] : ['voltmeter', 'none']),
    charging: wishes.charging === 'inlet' ? inlets : wished(wishes.charging, [...inlets, 'lid-open']),
    holder: [0, 1, 2],
    layout: ['bodies-first', 'ports-first']
  };
}

export const firstChoice = (battery: PartOf<'battery'>, count: number, casePart: PartOf<'case'>, w: Ways): Choice => ({
  battery,
  count,
  case: casePart,
  sockets: w.sockets[0]!,
  control: w.control[0]!,
  spread: w.spread[0]!,
  meter: w.meter[0]!,
  charging: w.charging[0]!,
  holder: w.holder[0]!,
  layout: w.layout[0]!,
  bumps: {}
});

type Dim = keyof Ways;
/** Another way of one dimension, or the next socket for the device that a finding is about. */
type Cure = Dim | 'next-socket';

/** What is tried next when something stands in the way, in this order. */
const CURES: Readonly<Record<string, readonly Cure[]>> = {
  'no-switch': ['holder', 'control'],
  'no-holder': ['control'],
  'no-meter': ['meter'],
  'no-shunt': ['meter'],
  'no-inlet': ['charging'],
  'no-room': ['layout', 'sockets', 'meter', 'charging'],
  'does-not-fit': ['meter'],
  'not-verified': ['layout', 'holder', 'sockets'],
  'dies-in-season': ['meter'],
  'battery-does-not-fit': ['meter'],
  'fit-not-proven': ['layout', 'meter'],
  overfilled: ['meter'],
  'behind-panel-collision': ['layout', 'sockets', 'meter', 'charging'],
  'port-collision-inside': ['layout', 'sockets'],
  'fit-tight': ['layout', 'sockets', 'meter'],
  'lead-acid-sealed-charge': ['charging'],
  'interrupting-low': ['holder', 'control'],
  'guard-exceeds-element': ['next-socket', 'charging', 'holder', 'control'],
  'main-fuse-exceeds': ['holder', 'control'],
  'main-fuse-near-limit': ['holder', 'control'],
  'fault-too-weak': ['holder'],
  'selectivity-poor': ['holder', 'control'],
  'ip-weakest': ['sockets'],
  'ip-open-in-use': ['sockets'],
  'voltage-drop': ['next-socket', 'holder'],
  'device-undervoltage': ['next-socket', 'holder'],
  'fuse-exceeds-part': ['next-socket', 'charging'],
  'connector-overload': ['next-socket', 'charging'],
  'contact-heat': ['next-socket', 'charging'],
  'socket-overcurrent': ['next-socket', 'charging'],
  'converter-overload': ['next-socket'],
  'charge-current': ['charging'],
  'plug-envelope-clash': ['layout', 'sockets'],
  'plug-finger-gap': ['layout', 'sockets'],
  'unmeasured-part': ['next-socket', 'charging'],
  'lid-swing': ['layout', 'sockets']
};

/** Beyond cure by another way of building: battery and case decide it. */
const DECIDED: ReadonlySet<string> = new Set([
  'runtime-short',
  'dod-deep',
  'handle-rating',
  'bms-current',
  'device-overvoltage',
  'device-never-runs',
  'device-volts',
  'metal-case',
  'deep-frost',
  'c-rate-high'
]);

/** Whether no other way of building answers a finding: battery and case decide it, or it stands at the battery's own terminals. */
export const isDecided = (f: Pick<Finding, 'id' | 'where' | 'figures'>, wishes: Wishes): boolean =>
  (DECIDED.has(f.id) && !isTolerated(f, wishes)) || (f.id === 'interrupting-low' && f.where.kind === 'battery');

/** What may be lost for the moments of a peak. @source rule of thumb: radios take 15 % under 13.8 V, and a battery at work gives 12.6 */
const PEAK_DROP = 0.05;

/**
 * Cautions a design may keep, told with it: a branch fuse near the main one, which nothing that is sold cures where one port
 * takes most of the current; a little more than usual lost at the peaks of a strong transmitter, where all that is sold loses it;
 * a steel case to be lined, where the person wants just that case.
 */
export const isTolerated = (f: Pick<Finding, 'id' | 'figures'>, wishes: Wishes): boolean =>
  f.id === 'selectivity-poor' ||
  (f.id === 'voltage-drop' && f.figures.atPeaksOnly === 1 && f.figures.dropFraction! <= PEAK_DROP) ||
  (f.id === 'metal-case' && wishes.casePartId !== null);

/** The same choice with the next way of one dimension; undefined when there is none left. */
function advanced(c: Choice, w: Ways, dim: Dim): Choice | undefined {
  const list = w[dim] as readonly unknown[];
  const next = list[list.indexOf(c[dim]) + 1];
  return next === undefined ? undefined : ({ ...c, [dim]: next } as Choice);
}

/** Another choice, and in what it differs. */
export type Detour = { dim: Cure; choice: Choice };

/** The socket of some devices is not enough: each takes the next in its row. */
export const withNextSockets = (c: Choice, deviceIds: Iterable<string>): Choice => ({
  ...c,
  bumps: { ...c.bumps, ...Object.fromEntries([...deviceIds].map((id) => [id, (c.bumps[id] ?? 0) + 1])) }
});

/** Findings that another socket answers first. */
export const wantsNextSocket = (because: string): boolean => CURES[because]?.[0] === 'next-socket';

/**
 * Choices that may get round a fault or a finding, the least upset first.
 * @param deviceIds devices the finding is about
 */
export const nextChoices = (c: Choice, w: Ways, because: string, deviceIds: readonly string[] = []): Detour[] =>
  (CURES[because] ?? []).flatMap((cure): Detour[] => {
    if (cure === 'next-socket')
      return deviceIds.length === 0 ? [] : [{ dim: cure, choice: withNextSockets(c, deviceIds) }];
    const choice = advanced(c, w, cure);
    return choice ? [{ dim: cure, choice }] : [];
  });
