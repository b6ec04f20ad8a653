import { faultMilliOhm, openCircuitV, sagMilliOhm } from '../battery/model.ts';
import type { Bank } from '../battery/bank.ts';
import type { FuseFamily } from '../catalogue/part.ts';
import { NO_LOAD, type LoadLaw } from '../network/law.ts';
import { prepare, solve, type Prepared } from '../network/solve.ts';
import type { Terminal } from '../wiring/netlist.ts';
import type { WiringPlan } from '../wiring/types.ts';

/** What may be wrong with one thing of the circuit. */
export type Fault =
  | { kind: 'short'; at: Terminal }
  | { kind: 'open'; conductorId: string }
  | { kind: 'corroded'; conductorId: string; ohm: number }
  | { kind: 'blown'; partId: string }
  | { kind: 'dead-part'; partId: string }
  | { kind: 'shunt-bypassed'; conductorId: string };

/** Which switches are off and which plugs are out, by part id. */
export type Setting = { off: ReadonlySet<string>; unplugged: ReadonlySet<string> };
export const ALL_ON: Setting = { off: new Set(), unplugged: new Set() };

/** Volts and source resistance of the battery for a trial. */
export type Source = { volts: number; ohm: number };

/** A part of no resistance, and a bolted short. */
const MICRO_OHM = 1e-6;
const SHORT_OHM = 1e-3;
/** Leak that keeps a cut-off node at a defined voltage; what a meter of 10 megohm sees. */
const LEAK_OHM = 1e7;

/** Not there: far over any leak. */
const OPEN_OHM = 1e12;

type Edge = {
  a: number;
  b: number;
  ohm: number;
  conductorId?: string;
  partId?: string;
  /** There only in the trial of this very short, or of this return laid past the shunt. */
  shortOf?: string;
  bypassOf?: string;
};

/** A solved trial: the voltage at every terminal against the battery's negative post, and the current in every thing. */
export type Reading = {
  /** Against the battery's negative post; undefined for a terminal that is not there. */
  voltsAt: (t: Terminal) => number | undefined;
  /** Current in each conductor and through each part, A, without sign. */
  conductorA: ReadonlyMap<string, number>;
  partA: ReadonlyMap<string, number>;
  batteryA: number;
  /** Voltage between the poles of each port's plug. */
  plugV: ReadonlyMap<string, number>;
  /** The loads ask for more than the circuit carries. */
  overloaded: boolean;
};

/** The netlist of a box as a circuit in which one fault at a time can be tried. */
export class TrialCircuit {
  readonly wiring: WiringPlan;
  readonly familyOf: ReadonlyMap<string, FuseFamily>;
  /** All edges that any trial needs, so that the order of elimination is found once. */
  private readonly edges: Edge[] = [];
  private readonly nodes = new Map<string, number>();
  private readonly loads: { tag: string; plus: number; minus: number; law: LoadLaw }[];
  private readonly plan: Prepared['plan'];
  private readonly leaks: { a: number; b: number; ohm: number }[];

  constructor(wiring: WiringPlan) {
    this.wiring = wiring;
    this.familyOf = new Map<string, FuseFamily>([
      ...(wiring.main.fuseFamily ? [['F0', wiring.main.fuseFamily] as const] : []),
      ...wiring.circuits.map((c) => [c.fuseTag, c.fuseFamily] as const)
    ]);
    this.node({ part: 'battery', terminal: '-' });
    this.node({ part: 'battery', terminal: '+' });
    this.build();
    this.loads = wiring.circuits
      .filter((c) => c.circuit.purpose === 'load')
      .map((c) => ({
        tag: c.portTag,
        plus: this.node({ part: c.portTag, terminal: 'plug' }),
        minus: this.node({ part: c.portTag, terminal: '-' }),
        law: { powerW: 0, currentA: c.loadA, conductanceS: 0 }
      }));
    this.leaks = [...this.nodes.values()].filter((n) => n !== 0).map((n) => ({ a: n, b: 0, ohm: LEAK_OHM }));
    this.plan = prepare({
      nodeCount: this.nodes.size,
      resistors: [...this.edges, ...this.leaks],
      sources: [{ plus: 1, minus: 0, volts: 12, ohm: 1 }],
      loads: this.loads
    }).plan;
  }

  private node(t: Terminal): number {
    const key = keyOf(t);
    let n = this.nodes.get(key);
    if (n === undefined) this.nodes.set(key, (n = this.nodes.size));
    return n;
  }

  private build(): void {
    const { netlist } = this.wiring;
    for (const c of netlist.conductors) {
      const ohm = Math.max(c.milliOhm / 1000, MICRO_OHM);
      this.edges.push({ a: this.node(c.from), b: this.node(c.to), ohm, conductorId: c.id });
      if (c.polarity === 'negative' && c.to.part === 'bus')
        this.edges.push({ a: this.node(c.from), b: 0, ohm, conductorId: c.id, bypassOf: c.id });
    }
    for (const p of netlist.parts) {
      const ohm = Math.max(p.throughMilliOhm / 1000, MICRO_OHM);
      if (p.kind === 'port') {
        const plus = this.node({ part: p.id, terminal: '+' });
        this.node({ part: p.id, terminal: '-' });
        this.edges.push({ a: plus, b: this.node({ part: p.id, terminal: 'plug' }), ohm, partId: p.id });
      } else if (p.terminals.length === 2 && p.kind !== 'battery') {
        const [a, b] = p.terminals.map((terminal) => this.node({ part: p.id, terminal }));
        this.edges.push({ a: a!, b: b!, ohm, partId: p.id });
      }
    }
    for (const t of positiveTerminals(this))
      this.edges.push({ a: this.node(t), b: this.node(this.returnOf(t)), ohm: SHORT_OHM, shortOf: keyOf(t) });
  }

  /** Whether an edge is there in a trial, and with what resistance. */
  private ohmOf(e: Edge, fault: Fault | undefined, setting: Setting): number {
    if (e.shortOf !== undefined) return fault?.kind === 'short' && e.shortOf === keyOf(fault.at) ? e.ohm : OPEN_OHM;
    if (e.bypassOf !== undefined)
      return fault?.kind === 'shunt-bypassed' && e.bypassOf === fault.conductorId ? e.ohm : OPEN_OHM;
    if (e.partId !== undefined) {
      const dead = (fault?.kind === 'blown' || fault?.kind === 'dead-part') && fault.partId === e.partId;
      return dead || setting.off.has(e.partId) ? OPEN_OHM : e.ohm;
    }
    if (fault && 'conductorId' in fault && fault.conductorId === e.conductorId)
      return fault.kind === 'corroded' ? e.ohm + fault.ohm : OPEN_OHM;
    return e.ohm;
  }

  /** Solves the circuit with one fault, switches and plugs as set. @param loaded false: nothing draws, as for a short */
  read(source: Source, fault: Fault | undefined, setting: Setting = ALL_ON, loaded = true): Reading {
    const edges = this.edges.map((e) => ({ ...e, ohm: this.ohmOf(e, fault, setting) }));
    const reached = reachable(edges, this.nodes.size);
    const network = {
      nodeCount: this.nodes.size,
      resistors: [...edges, ...this.leaks],
      sources: [{ plus: 1, minus: 0, volts: source.volts, ohm: source.ohm }],
      loads: this.loads.map((l) =>
        loaded && !setting.unplugged.has(l.tag) && reached[l.plus] && reached[l.minus] ? l : { ...l, law: NO_LOAD }
      )
    };
    let solved = solve({ network, plan: this.plan });
    const overloaded = solved.kind !== 'solved';
    if (overloaded)
      solved = solve({
        network: { ...network, loads: this.loads.map((l) => ({ ...l, law: NO_LOAD })) },
        plan: this.plan
      });
    const nodeV = solved.kind === 'solved' ? solved.nodeV : new Float64Array(this.nodes.size);
    const conductorA = new Map<string, number>();
    const partA = new Map<string, number>();
    for (const e of edges) {
      const amps = e.ohm >= OPEN_OHM ? 0 : Math.abs(nodeV[e.a]! - nodeV[e.b]!) / e.ohm;
      if (e.partId !== undefined) partA.set(e.partId, amps);
      else if (e.conductorId !== undefined) conductorA.set(e.conductorId, (conductorA.get(e.conductorId) ?? 0) + amps);
    }
    const volts = (part: string, terminal: string) => nodeV[this.nodes.get(keyOf({ part, terminal }))!] ?? 0;
    return {
      voltsAt: (t) => {
        const n = this.nodes.get(keyOf(t));
        return n === undefined ? undefined : nodeV[n];
      },
      conductorA,
      partA,
      batteryA: solved.kind === 'solved' ? (solved.sourceA[0] ?? 0) : 0,
      plugV: new Map(
        this.wiring.netlist.parts
          .filter((p) => p.kind === 'port')
          .map((p) => [p.id, volts(p.id, 'plug') - volts(p.id, '-')] as const)
      ),
      overloaded
    };
  }

  /** Where the other end of a short lies: the port's own negative, else the nearest negative metal, the bus. */
  returnOf(t: Terminal): Terminal {
    const part = this.wiring.netlist.parts.find((p) => p.id === t.part);
    if (part?.kind === 'port') return { part: t.part, terminal: '-' };
    if (part?.kind === 'battery') return { part: 'battery', terminal: '-' };
    return { part: 'bus', terminal: '-' };
  }
}

const keyOf = (t: Terminal): string => `${t.part}\u0000${t.terminal}`;

/** Terminals that carry the positive pole. */
export function positiveTerminals({ wiring }: { wiring: WiringPlan }): Terminal[] {
  const seen = new Map<string, Terminal>();
  for (const c of wiring.netlist.conductors)
    if (c.polarity === 'positive') for (const t of [c.from, c.to]) seen.set(keyOf(t), t);
  return [...seen.values()];
}

/** Which nodes hang on one of the battery's posts, by edges that are there. */
function reachable(edges: readonly Edge[], count: number): boolean[] {
  const next: number[][] = Array.from({ length: count }, () => []);
  for (const e of edges) {
    if (e.ohm >= OPEN_OHM) continue;
    next[e.a]!.push(e.b);
    next[e.b]!.push(e.a);
  }
  const seen = new Array<boolean>(count).fill(false);
  const queue = [0, 1];
  seen[0] = seen[1] = true;
  for (let n = queue.pop(); n !== undefined; n = queue.pop())
    for (const m of next[n]!)
      if (!seen[m]) {
        seen[m] = true;
        queue.push(m);
      }
  return seen;
}

/** State of charge at which a box is looked at on the bench. @source rule of thumb */
const USUAL_SOC = 0.7;

/** The bank as it usually is: seven tenths full. */
export const usualSource = ({ chemistry, part, count }: Bank, airC: number): Source => ({
  volts: openCircuitV(chemistry, USUAL_SOC),
  ohm: sagMilliOhm(chemistry, part.capacityAh, airC, USUAL_SOC) / 1000 / count
});

/** Least and most that the bank drives into a short: cold, aged, a fifth left; and full, new, at room temperature. @source electrical reference 5 */
export function shortSources(bank: Bank, airC: number): { weak: Source; strong: Source } {
  const { chemistry } = bank;
  const capacityAh = bank.part.capacityAh;
  return {
    weak: {
      volts: openCircuitV(chemistry, 0.2),
      ohm: sagMilliOhm(chemistry, capacityAh, airC, 0.2) / 1000 / bank.count
    },
    strong: {
      volts: openCircuitV(chemistry, 1),
      ohm: faultMilliOhm(chemistry, capacityAh) / 1000 / bank.count
    }
  };
}
