import type { Terminal } from '../wiring/netlist.ts';

/** What may be wrong with one thing of the circuit. */
export type Fault =
  | { kind: 'short'; at: Terminal }
  | { kind: 'open'; conductorId: string }
  | { kind: 'corroded'; conductorId: string; ohm: number }
  | { kind: 'blown'; partId: string }
  | { kind: 'dead-part'; partId: string }
  | { kind: 'stuck'; partId: string }
  | { kind: 'reversed'; portTag: string }
  | { kind: 'shunt-bypassed'; conductorId: string };

/** A solved trial: the voltage at every terminal against the bank's negative, and the current in every thing. */
export type Reading = {
  /** Undefined for a terminal that is not there. */
  voltsAt: (t: Terminal) => number | undefined;
  /** Current in each conductor and through each part, A, without sign. */
  conductorA: ReadonlyMap<string, number>;
  partA: ReadonlyMap<string, number>;
  /** Out of all batteries together; of each one, discharge positive. */
  batteryA: number;
  packA: ReadonlyMap<string, number>;
  /** Through the shunt, discharge positive; 0 without one. */
  shuntA: number;
  /** From each charger and from the sun; and the voltage where each comes in. */
  chargeA: ReadonlyMap<string, number>;
  sourceV: ReadonlyMap<string, number>;
  /** Voltage between the poles of each port's plug. */
  plugV: ReadonlyMap<string, number>;
  /** Out of each converter that feeds ports; 0 while it has let go. */
  railA: ReadonlyMap<string, number>;
  /** Relays whose coil has pulled in. */
  pulledIn: ReadonlySet<string>;
  /** The loads ask for more than the circuit carries. */
  overloaded: boolean;
};
