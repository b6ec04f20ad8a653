import type { PackGroup } from '../battery/pack-group.ts';
import type { LoadLaw } from '../network/law.ts';
import type { PortState } from './ports.ts';
import type { PackState } from './sources.ts';

/** One bar of a load: its mean law, and the share of its power that reaches the device after converters. */
export type RunBar = { fromH: number; toH: number; law: LoadLaw; outFraction: number };

/** A load on the run: what it draws, when, and the voltage under which it gives up. */
export type RunLoad = {
  id: string;
  /** Place in the port table. */
  port: number;
  /** Sorted, not overlapping. */
  bars: readonly RunBar[];
  /** Its hungriest mode. */
  peakLaw: LoadLaw;
  minV: number | null;
  belowMin: 'stops' | 'resets' | 'degrades';
  /** Hours its inner battery carries it when the box does not. */
  innerH: number;
};

/** Draws of the box itself at a port. */
export type RunStanding = { port: number; currentA: number; bars: readonly { fromH: number; toH: number }[] };

export type RunInput = {
  packs: readonly PackGroup[];
  /** One group after the other instead of all together. */
  changeover: boolean;
  protectionV: number | null;
  disconnect: { cutV: number; backV: number } | null;
  /** Ports the disconnect switches off, by place; undefined = all of them. */
  covered?: readonly boolean[] | undefined;
  coldestC: number;
  warmestC: number | null;
  /** How much warmer than the air the battery is kept. */
  warmerK: number;
  /** Resistance table of the ports, ohm (wiring/feed). */
  portOhm: readonly (readonly number[])[];
  loads: readonly RunLoad[];
  standing: readonly RunStanding[];
  /** Current coming in from charger or panel, A, before what the battery accepts. */
  inflowA?: (timeH: number, batteryV: number, airC: number) => number;
  startH: number;
  endH: number;
  stepS: number;
  keepBackFraction: number;
  /** End the run at the first failure instead of showing what happens when forced. */
  untilFailure?: boolean;
  /** Port whose voltage the panel voltmeter shows; null = none. */
  meterPort?: number | null;
  /** Keep no curves: only when it fails. */
  bare?: boolean;
};

export type StopReason = 'kept-back' | 'device' | 'protection' | 'disconnect' | 'empty' | 'power-limit';
export type RunEvent = {
  timeH: number;
  reason: StopReason | 'resets' | 'degrades' | 'on-inner' | 'inner-empty' | 'back' | 'hunts' | 'changeover';
  loadId: string | null;
  volts: number;
};

/** Energy of the whole run, Wh, by where it came from and went. */
export type EnergyBalance = {
  /** Out of the chemistry, less what went back in. */
  batteryWh: number;
  inflowWh: number;
  devicesWh: number;
  convertersWh: number;
  boxWh: number;
  wiringWh: number;
  batteryHeatWh: number;
};

export type Run = {
  /** One entry a step, from switch-on: clock hours, charge left, volts at the battery posts, net amps from it. */
  timeH: number[];
  socFraction: number[];
  batteryV: number[];
  currentA: number[];
  inflowA: number[];
  airC: number[];
  /** Amps of each load, same order as the loads, and volts of each port. */
  loadA: number[][];
  portV: number[][];
  events: RunEvent[];
  /** First time the plan is not served any more, clock hours; undefined when it lasts through. */
  failsAtH: number | undefined;
  failReason: StopReason | undefined;
  /** The same with the crossing of the kept-back line put between two steps, so that the step length hardly shows. */
  failsExactH: number | undefined;
  endSocFraction: number;
  /** Charge left in each group of packs. */
  endSocByGroup: number[];
  /** Energy at the plugs. */
  deliveredWh: number;
  drawnAh: number;
  sourceWh: number;
  balance: EnergyBalance;
  stepCount: number;
};

/** A device within the run. */
export type RunDevice = {
  off: boolean;
  onInner: boolean;
  innerLeftH: number;
  warned: boolean;
  next: number;
  bar: RunBar | undefined;
};

/** The moment the run stands at. */
export type RunState = {
  packs: PackState[];
  active: number | undefined;
  tempC: number;
  ports: PortState;
  laws: LoadLaw[];
  devices: RunDevice[];
  standing: { next: number; on: boolean }[];
  dead: boolean;
  open: boolean;
  /** Loads the disconnect switches off. */
  covered: readonly boolean[];
  /** Something switched since the laws were last put together. */
  stale: boolean;
  /** Nothing is switched on or off before this, clock hours. */
  nextChangeH: number;
  /** Most each load can draw at any voltage it bears. */
  mostA: number[];
  /** Present amps of each load. */
  loadA: Float64Array;
  inA: number;
  batteryV: number;
  openV: number;
  sourceOhm: number;
};
