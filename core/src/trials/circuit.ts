import { laidLookup } from '../wiring/laid.ts';
import { NO_LOAD, type LoadLaw } from '../network/law.ts';
import { prepare, solve, type Network, type Prepared } from '../network/solve.ts';
import { drawsOf } from '../wiring/draws.ts';
import { innerEdges, plugOf, RELAY, type Terminal } from '../wiring/netlist.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { converterSpots, settleConverters, type ConverterSpot } from './converters.ts';
import { currentsIn, OPEN_OHM, type Currents, type Edge, type Moment } from './moment.ts';
import type { Fault, Reading } from './reading.ts';
import { ALL_ON, type Setting, type Source } from './setting.ts';

/** A part of no resistance, and a bolted short. */
export const MICRO_OHM = 1e-6;
const SHORT_OHM = 1e-3;
/** Leak that keeps a cut-off node at a defined voltage; what a meter of 10 megohm sees. */
export const LEAK_OHM = 1e7;
/** A 12 V relay has pulled in from here. @source rule of thumb: 60 % of nominal */
const PULLS_IN_V = 7.2;
/** A charger that has reached its voltage holds it behind this. */
const HOLDING_OHM = 0.01;
/** Of a regulated output: its loop holds the voltage to some millivolts. */
const RAIL_OHM = 1e-4;

type LoadSpot = { tag: string; plus: number; minus: number; law: LoadLaw; idleA: number };

const keyOf = (t: Terminal): string => `${t.part}\u0000${t.terminal}`;

/** The netlist of a box as a circuit in which one fault at a time can be tried. */
export class TrialCircuit {
  readonly wiring: WiringPlan;
  /** How the wire of a branch lies, looked up for every conductor of every trial. */
  readonly laidAt: ReturnType<typeof laidLookup>;
  /** All edges that any trial needs, so that the order of elimination is found once. */
  private readonly edges: Edge[] = [];
  private readonly nodes = new Map<string, number>();
  private readonly loads: LoadSpot[];
  private readonly packs: { id: string; plus: number; minus: number }[];
  private readonly chargers: { id: string; plus: number; minus: number }[];
  private readonly converters: readonly ConverterSpot[];
  private readonly relays: { id: string; plus: Terminal; minus: Terminal; contact: 'make' | 'break' }[];
  private readonly plan: Prepared['plan'];
  private readonly leaks: { a: number; b: number; ohm: number }[];
  /** Positive metal that a battery can reach: where a short matters. */
  readonly positives: readonly Terminal[];

  constructor(wiring: WiringPlan) {
    this.wiring = wiring;
    this.laidAt = laidLookup(wiring);
    const { netlist } = wiring;
    this.node(netlist.feed.minus);
    this.packs = netlist.packIds.map((id) => ({
      id,
      plus: this.node({ part: id, terminal: '+' }),
      minus: this.node({ part: id, terminal: '-' })
    }));
    this.relays = netlist.parts.flatMap((p) =>
      p.coil
        ? [
            {
              id: p.id,
              plus: { part: p.id, terminal: RELAY.coilPlus },
              minus: { part: p.id, terminal: RELAY.coilMinus },
              contact: p.coil.contact
            }
          ]
        : []
    );
    this.build();
    this.converters = converterSpots(netlist, (t) => this.node(t));
    this.positives = this.findPositives();
    for (const t of this.positives)
      this.edges.push({ a: this.node(t), b: this.node(this.returnOf(t)), ohm: SHORT_OHM, shortOf: keyOf(t) });
    this.loads = this.findLoads();
    this.chargers = netlist.parts.flatMap((p) => {
      if (p.kind === 'port')
        return [{ id: p.id, plus: this.node(plugOf(p.id)), minus: this.node({ part: p.id, terminal: '-' }) }];
      if (p.kind !== 'controller') return [];
      const [plus, minus] = ['battery +', 'battery −'].map((terminal) => this.node({ part: p.id, terminal }));
      return [{ id: p.id, plus: plus!, minus: minus! }];
    });
    this.leaks = [...this.nodes.values()].filter((n) => n !== 0).map((n) => ({ a: n, b: 0, ohm: LEAK_OHM }));
    this.plan = prepare({
      nodeCount: this.nodes.size,
      resistors: [...this.edges, ...this.leaks],
      sources: [...this.packs, ...this.chargers, ...this.converters.map((c) => c.output)].map((p) => ({
        ...p,
        volts: 12,
        ohm: 1
      })),
      loads: [...this.loads, ...this.converters.map((c) => ({ ...c.input, law: NO_LOAD }))]
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
    const onShunt = new Set(['bus', ...(this.wiring.shunt ? ['shunt'] : [])]);
    for (const c of netlist.conductors) {
      const ohm = Math.max(c.milliOhm / 1000, MICRO_OHM);
      this.edges.push({ a: this.node(c.from), b: this.node(c.to), ohm, conductorId: c.id });
      if (c.polarity === 'negative' && c.circuitId !== null && onShunt.has(c.to.part))
        this.edges.push({ a: this.node(c.from), b: 0, ohm, conductorId: c.id, bypassOf: c.id });
    }
    for (const p of netlist.parts) {
      for (const t of p.terminals) this.node({ part: p.id, terminal: t });
      for (const e of innerEdges(p)) {
        const edge: Edge = {
          a: this.node(e.a),
          b: this.node(e.b),
          ohm: Math.max(e.milliOhm / 1000, MICRO_OHM),
          partId: p.id
        };
        if (p.kind === 'changeover') edge.position = e.a.terminal;
        if (p.kind === 'relay') edge.relay = e.role === 'coil' ? 'coil' : 'contact';
        this.edges.push(edge);
      }
    }
  }

  private findLoads(): LoadSpot[] {
    return this.wiring.circuits.flatMap((c) =>
      drawsOf(this.wiring.netlist, c).map((d, i) => ({
        tag: c.portTag,
        plus: this.node(d.plus),
        minus: this.node(d.minus),
        law: { ...NO_LOAD, currentA: d.currentA },
        idleA: i === 0 ? (c.portPart?.quiescentA ?? 0) : 0
      }))
    );
  }

  /** Whether an edge is there in a trial, and with what resistance. */
  private ohmOf(e: Edge, fault: Fault | undefined, setting: Setting, pulledIn: ReadonlySet<string>): number {
    if (e.shortOf !== undefined) return fault?.kind === 'short' && e.shortOf === keyOf(fault.at) ? e.ohm : OPEN_OHM;
    if (e.bypassOf !== undefined)
      return fault?.kind === 'shunt-bypassed' && e.bypassOf === fault.conductorId ? e.ohm : OPEN_OHM;
    if (e.partId !== undefined) {
      const dead = (fault?.kind === 'blown' || fault?.kind === 'dead-part') && fault.partId === e.partId;
      if (dead || setting.off.has(e.partId)) return OPEN_OHM;
      if (e.position !== undefined) {
        const at = setting.changeover ?? '1';
        return at === 'both' || at === e.position ? e.ohm : OPEN_OHM;
      }
      if (e.relay === 'contact') {
        if (fault?.kind === 'stuck' && fault.partId === e.partId) return e.ohm;
        const makes = this.relays.find((r) => r.id === e.partId)?.contact !== 'break';
        return pulledIn.has(e.partId) === makes ? e.ohm : OPEN_OHM;
      }
      return e.ohm;
    }
    if (fault && 'conductorId' in fault && fault.conductorId === e.conductorId)
      return fault.kind === 'corroded' ? e.ohm + fault.ohm : OPEN_OHM;
    return e.ohm;
  }

  /**
   * Solves the circuit with one fault, switches and plugs as set.
   * @param loads all: everything draws its most; idle: only what sits in the box draws; none: nothing, as for a short
   */
  read(source: Source, fault?: Fault, setting: Setting = ALL_ON, loads: 'all' | 'idle' | 'none' = 'all'): Reading {
    let pulledIn: ReadonlySet<string> = new Set();
    // a charger gives its current until its voltage is reached, then it holds that
    const holding = new Set<string>();
    const settled = (): Reading =>
      settleConverters(this.converters, (states) =>
        this.solveOnce({ source, fault, setting, mode: loads, pulledIn, holding, states })
      );
    const solveNow = (): Reading => {
      let r = settled();
      for (let round = 0; round < this.chargers.length; round++) {
        const full = this.chargers.filter((c) => {
          const charge = setting.charging?.get(c.id);
          return charge && !holding.has(c.id) && (r.sourceV.get(c.id) ?? 0) > charge.volts;
        });
        if (full.length === 0) break;
        for (const c of full) holding.add(c.id);
        r = settled();
      }
      return r;
    };
    let reading = solveNow();
    // a coil may hang behind another relay: as many rounds as there are relays settle it
    for (let round = 0; round < this.relays.length; round++) {
      const next = new Set(
        this.relays
          .filter((r) => (reading.voltsAt(r.plus) ?? 0) - (reading.voltsAt(r.minus) ?? 0) >= PULLS_IN_V)
          .map((r) => r.id)
      );
      if (next.size === pulledIn.size && [...next].every((id) => pulledIn.has(id))) break;
      pulledIn = next;
      reading = solveNow();
    }
    return reading;
  }

  private solveOnce(m: Moment): Reading {
    const edges = this.edges.map((e) => ({ ...e, ohm: this.ohmOf(e, m.fault, m.setting, m.pulledIn) }));
    const running = this.converters.filter((c) => m.states.get(c.id)!.mode !== 'off');
    const reached = this.reachable(edges, m.setting.packsOut, running);
    const sources = this.sourcesOf(m);
    const network = {
      nodeCount: this.nodes.size,
      resistors: [...edges, ...this.leaks],
      sources,
      loads: this.drawsOf(m, reached)
    };
    let solved = solve({ network, plan: this.plan });
    const overloaded = solved.kind !== 'solved';
    if (overloaded)
      solved = solve({
        network: { ...network, loads: network.loads.map((l) => ({ ...l, law: NO_LOAD })) },
        plan: this.plan
      });
    const nodeV = solved.kind === 'solved' ? solved.nodeV : new Float64Array(this.nodes.size);
    const sourceA = solved.kind === 'solved' ? solved.sourceA : sources.map(() => 0);
    return { ...this.readingOf(m, nodeV, sourceA, reached), ...currentsIn(edges, nodeV), overloaded };
  }

  private sourcesOf({ source, setting, holding, states }: Moment): Network['sources'] {
    const packOhm = source.ohm * this.packs.length;
    return [
      ...this.packs.map((p) => ({
        ...p,
        volts: setting.packVolts?.get(p.id) ?? source.volts,
        ohm: setting.packsOut?.has(p.id) ? OPEN_OHM : packOhm
      })),
      ...this.chargers.map((c) => {
        const charge = setting.charging?.get(c.id);
        const holds = charge !== undefined && holding.has(c.id);
        return { ...c, volts: charge?.volts ?? source.volts, ohm: holds ? HOLDING_OHM : OPEN_OHM };
      }),
      ...this.converters.map((c) => ({
        ...c.output,
        volts: c.gives.outV,
        ohm: states.get(c.id)!.mode === 'holds' ? RAIL_OHM : OPEN_OHM
      }))
    ];
  }

  private drawsOf(
    { setting, mode, holding, states }: Moment,
    reached: Readonly<Record<number, unknown>>
  ): Network['loads'] {
    const lawOf = (l: LoadSpot): LoadLaw => {
      if (mode === 'none' || !reached[l.plus] || !reached[l.minus]) return NO_LOAD;
      if (mode === 'idle') return { ...NO_LOAD, currentA: l.idleA };
      return setting.unplugged.has(l.tag) ? { ...NO_LOAD, currentA: l.idleA } : l.law;
    };
    return [
      ...this.loads.map((l) => ({ ...l, law: lawOf(l) })),
      ...this.chargers.map((c) => {
        const charge = setting.charging?.get(c.id);
        const gives = charge && !holding.has(c.id) ? charge.currentA : 0;
        return { plus: c.plus, minus: c.minus, law: { ...NO_LOAD, currentA: -gives } };
      }),
      ...this.converters.flatMap((c) => {
        const { mode, inputW, limitA } = states.get(c.id)!;
        const takes = mode === 'off' || !reached[c.input.plus] ? 0 : inputW;
        return [
          { ...c.input, law: { ...NO_LOAD, powerW: takes } },
          { ...c.output, law: { ...NO_LOAD, currentA: mode === 'limits' ? -limitA : 0 } }
        ];
      })
    ];
  }

  private readingOf(
    { fault, setting, pulledIn, holding, states }: Moment,
    nodeV: ArrayLike<number>,
    sourceA: readonly number[],
    reached: readonly boolean[]
  ): Omit<Reading, keyof Currents | 'overloaded'> {
    const voltsAt = (t: Terminal): number | undefined => {
      const n = this.nodes.get(keyOf(t));
      return n === undefined ? undefined : nodeV[n];
    };
    const turned = fault?.kind === 'reversed' ? fault.portTag : undefined;
    return {
      voltsAt,
      batteryA: this.packs.reduce((s, _, i) => s + (sourceA[i] ?? 0), 0),
      packA: new Map(this.packs.map((p, i) => [p.id, sourceA[i] ?? 0])),
      chargeA: new Map(
        this.chargers.map((c, i) => [
          c.id,
          holding.has(c.id) ? (sourceA[this.packs.length + i] ?? 0) : (setting.charging?.get(c.id)?.currentA ?? 0)
        ])
      ),
      sourceV: new Map(this.chargers.map((c) => [c.id, nodeV[c.plus]! - nodeV[c.minus]!])),
      plugV: new Map(
        this.wiring.netlist.parts
          .filter((p) => p.kind === 'port')
          .map((p) => {
            const minus: Terminal = { part: p.id, terminal: '-' };
            // with no way back nothing stands between its contacts, however live the positive one is
            const v = reached[this.node(minus)] ? (voltsAt(plugOf(p.id)) ?? 0) - (voltsAt(minus) ?? 0) : 0;
            return [p.id, p.id === turned ? -v : v] as const;
          })
      ),
      railA: new Map(
        this.converters.map((c, i) => {
          const { mode, limitA } = states.get(c.id)!;
          const held = sourceA[this.packs.length + this.chargers.length + i] ?? 0;
          return [c.id, mode === 'off' ? 0 : mode === 'limits' ? limitA : held];
        })
      ),
      pulledIn
    };
  }

  /** Where the other end of a short lies: the port's or device's own other pole, else the nearest negative metal. */
  returnOf(t: Terminal): Terminal {
    const part = this.wiring.netlist.parts.find((p) => p.id === t.part);
    if (part?.kind === 'port') return { part: t.part, terminal: '-' };
    if (part?.kind === 'device') return { part: t.part, terminal: t.terminal === '+' ? '-' : '+' };
    if (part?.kind === 'battery') return { part: t.part, terminal: '-' };
    return part?.ref.kind === 'battery' && part.kind !== 'controller'
      ? this.wiring.netlist.feed.minus
      : { part: 'bus', terminal: '-' };
  }

  private findPositives(): Terminal[] {
    const seen = new Map<string, Terminal>();
    for (const c of this.wiring.netlist.conductors)
      if (c.polarity === 'positive') for (const t of [c.from, c.to]) seen.set(keyOf(t), t);
    const reached = this.reachable(this.edges, undefined, this.converters);
    return [...seen.values()].filter((t) => reached[this.node(t)]);
  }

  /** Which nodes hang on a battery's post, by edges that are there. */
  private reachable(
    edges: readonly Edge[],
    packsOut?: ReadonlySet<string>,
    running: readonly ConverterSpot[] = []
  ): boolean[] {
    const next: number[][] = Array.from({ length: this.nodes.size }, () => []);
    for (const e of edges) {
      // a coil joins + to − without feeding anything
      if (e.ohm >= OPEN_OHM || e.relay === 'coil') continue;
      next[e.a]!.push(e.b);
      next[e.b]!.push(e.a);
    }
    const seen = new Array<boolean>(this.nodes.size).fill(false);
    const queue = [
      0,
      ...this.packs.flatMap((p) => (packsOut?.has(p.id) ? [p.minus] : [p.plus, p.minus])),
      ...running.flatMap((c) => [c.output.plus, c.output.minus])
    ];
    for (const n of queue) seen[n] = true;
    for (let n = queue.pop(); n !== undefined; n = queue.pop())
      for (const m of next[n]!)
        if (!seen[m]) {
          seen[m] = true;
          queue.push(m);
        }
    return seen;
  }
}
