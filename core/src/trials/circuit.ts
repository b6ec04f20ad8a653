import { faultMilliOhm, openCircuitV, sagMilliOhm } from '../battery/model.ts';
import type { Bank } from '../battery/bank.ts';
import type { FuseFamily } from '../catalogue/part.ts';
import type { LoadLaw } from '../network/law.ts';
import { prepare, solve } from '../network/solve.ts';
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

type Edge = { a: number; b: number; ohm: number; conductorId?: string; partId?: string };

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
  private readonly loads: ReadonlyMap<string, LoadLaw>;

  constructor(wiring: WiringPlan) {
    this.wiring = wiring;
    this.familyOf = new Map<string, FuseFamily>([
      ...(wiring.main.fuseFamily ? [['F0', wiring.main.fuseFamily] as const] : []),
      ...wiring.circuits.map((c) => [c.fuseTag, c.fuseFamily] as const)
    ]);
    this.loads = new Map(
      wiring.circuits
        .filter((c) => c.circuit.purpose === 'load')
        .map((c) => [c.portTag, { powerW: 0, currentA: c.loadA, conductanceS: 0 }])
    );
  }

  /** Solves the circuit with one fault, switches and plugs as set. @param loaded false: nothing draws, as for a short */
  read(source: Source, fault: Fault | undefined, setting: Setting = ALL_ON, loaded = true): Reading {
    const nodes = new Map<string, number>();
    const at = (t: Terminal): number => {
      const key = `${t.part}\u0000${t.terminal}`;
      let n = nodes.get(key);
      if (n === undefined) nodes.set(key, (n = nodes.size));
      return n;
    };
    const ground = at({ part: 'battery', terminal: '-' });
    const edges: Edge[] = [];
    const { netlist } = this.wiring;
    for (const c of netlist.conductors) {
      if (fault?.kind === 'open' && fault.conductorId === c.id) {
        at(c.from);
        at(c.to);
        continue;
      }
      const extra = fault?.kind === 'corroded' && fault.conductorId === c.id ? fault.ohm : 0;
      const moved = fault?.kind === 'shunt-bypassed' && fault.conductorId === c.id;
      const to = moved ? { part: 'battery', terminal: '-' } : c.to;
      edges.push({ a: at(c.from), b: at(to), ohm: Math.max(c.milliOhm / 1000, MICRO_OHM) + extra, conductorId: c.id });
    }
    for (const p of netlist.parts) {
      const dead = (fault?.kind === 'blown' || fault?.kind === 'dead-part') && fault.partId === p.id;
      const ohm = Math.max(p.throughMilliOhm / 1000, MICRO_OHM);
      if (p.kind === 'port') {
        const plus = at({ part: p.id, terminal: '+' });
        const plug = at({ part: p.id, terminal: 'plug' });
        at({ part: p.id, terminal: '-' });
        if (!dead) edges.push({ a: plus, b: plug, ohm, partId: p.id });
      } else if (p.terminals.length === 2 && p.kind !== 'battery') {
        const [a, b] = p.terminals.map((terminal) => at({ part: p.id, terminal }));
        if (!dead && !setting.off.has(p.id)) edges.push({ a: a!, b: b!, ohm, partId: p.id });
      }
    }
    if (fault?.kind === 'short') edges.push({ a: at(fault.at), b: at(this.returnOf(fault.at)), ohm: SHORT_OHM });
    const loads = loaded
      ? [...this.loads]
          .filter(([tag]) => !setting.unplugged.has(tag))
          .map(([tag, law]) => ({
            plus: at({ part: tag, terminal: 'plug' }),
            minus: at({ part: tag, terminal: '-' }),
            law
          }))
      : [];
    const reached = reachable(edges, nodes.size, [ground, at({ part: 'battery', terminal: '+' })]);
    const fed = loads.filter((l) => reached.has(l.plus) && reached.has(l.minus));
    const network = {
      nodeCount: nodes.size,
      resistors: [
        ...edges,
        ...[...nodes.values()].filter((n) => n !== ground).map((n) => ({ a: n, b: ground, ohm: LEAK_OHM }))
      ],
      sources: [{ plus: at({ part: 'battery', terminal: '+' }), minus: ground, volts: source.volts, ohm: source.ohm }],
      loads: fed
    };
    let solved = solve(prepare(network));
    const overloaded = solved.kind !== 'solved';
    if (overloaded) solved = solve(prepare({ ...network, loads: [] }));
    const nodeV = solved.kind === 'solved' ? solved.nodeV : new Float64Array(nodes.size);
    const amps = (e: Edge) => Math.abs(nodeV[e.a]! - nodeV[e.b]!) / e.ohm;
    return {
      voltsAt: (t) => {
        const n = nodes.get(`${t.part}\u0000${t.terminal}`);
        return n === undefined ? undefined : nodeV[n];
      },
      conductorA: new Map(edges.flatMap((e) => (e.conductorId ? [[e.conductorId, amps(e)] as const] : []))),
      partA: new Map(edges.flatMap((e) => (e.partId ? [[e.partId, amps(e)] as const] : []))),
      batteryA: solved.kind === 'solved' ? (solved.sourceA[0] ?? 0) : 0,
      plugV: new Map(
        netlist.parts
          .filter((p) => p.kind === 'port')
          .map((p) => {
            const v = (terminal: string) => nodeV[nodes.get(`${p.id}\u0000${terminal}`)!] ?? 0;
            return [p.id, v('plug') - v('-')] as const;
          })
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

function reachable(edges: readonly Edge[], count: number, from: readonly number[]): Set<number> {
  const next: number[][] = Array.from({ length: count }, () => []);
  for (const e of edges) {
    next[e.a]!.push(e.b);
    next[e.b]!.push(e.a);
  }
  const seen = new Set(from);
  const queue = [...from];
  for (let n = queue.pop(); n !== undefined; n = queue.pop())
    for (const m of next[n]!)
      if (!seen.has(m)) {
        seen.add(m);
        queue.push(m);
      }
  return seen;
}

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
