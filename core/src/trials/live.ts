import type { TrialCircuit } from './circuit.ts';
import type { Reading } from './reading.ts';
import { CONVERTER, RELAY, type NetPart } from '../wiring/netlist.ts';
import { RAIL_IDLE_W } from '../wiring/rails.ts';
import { wayBack, wayFrom } from './paths.ts';
import type { Setting, Source } from './setting.ts';

/** live: voltage and, when something is on, current; dead: nothing; fed: live up to an open switch or pulled fuse. */
export type PortState = {
  tag: string;
  circuitId: string;
  feeds: string;
  live: boolean;
  volts: number;
  /** Why it is dead: its own switch, a pulled fuse, or something before it. */
  because: string;
  /** Its current passes the shunt. */
  metered: boolean;
};
export type Drain = { name: string; currentA: number; metered: boolean };
export type LiveView = {
  ports: PortState[];
  /** Conductors at voltage (positives), and those that carry current now. */
  liveConductors: ReadonlySet<string>;
  /** Parts whose far side is at voltage: behind an open switch or a pulled fuse it is not. */
  liveParts: ReadonlySet<string>;
  carrying: ReadonlyMap<string, number>;
  /** What flows with nothing plugged in, in this very position. */
  drains: Drain[];
  drainA: number;
  /** Days until a full bank is flat; undefined when nothing drains. */
  daysToFlat: number | undefined;
  batteryA: number;
  meterA: number | undefined;
  pulledIn: ReadonlySet<string>;
  /** Relays whose contacts stand open: let go, or, of the opening kind, pulled in. */
  openRelays: ReadonlySet<string>;
};

const LIVE_V = 1;
const FLOWS_A = 0.0005;
const H_PER_DAY = 24;
/** The side of a part away from the battery. */
const FAR = ['out', RELAY.out, '+'];

type Metered = ReadonlyMap<string, boolean>;

/** Each port once, whatever hangs on it. */
function portStates(circuit: TrialCircuit, setting: Setting, now: Reading, metered: Metered): PortState[] {
  const seen = new Set<string>();
  return circuit.wiring.circuits.flatMap((c): PortState[] => {
    if (seen.has(c.portTag)) return [];
    seen.add(c.portTag);
    const volts = now.plugV.get(c.portTag) ?? 0;
    const live = Math.abs(volts) >= LIVE_V;
    return [
      {
        tag: c.portTag,
        circuitId: c.circuit.id,
        feeds: c.feeds,
        live,
        volts,
        because: live ? '' : deadBecause(circuit, c.portTag, setting, now),
        metered: metered.get(c.portTag) ?? true
      }
    ];
  });
}

/** What draws although everything is idle: what is fitted to live ports, coils that are pulled in, converters. */
function drainsNow(circuit: TrialCircuit, idle: Reading, metered: Metered): Drain[] {
  const { wiring } = circuit;
  return [
    ...wiring.circuits.flatMap((c) => {
      const amps = c.portPart?.quiescentA ?? 0;
      return amps > 0 && Math.abs(idle.plugV.get(c.portTag) ?? 0) >= LIVE_V
        ? [{ name: `${c.portTag} ${c.feeds}`, currentA: amps, metered: metered.get(c.portTag) ?? true }]
        : [];
    }),
    ...wiring.netlist.parts.flatMap((p) =>
      p.coil && idle.pulledIn.has(p.id)
        ? [{ name: `coil of ${p.id}`, currentA: 12 / p.coil.ohm, metered: isMetered(circuit, p.id) }]
        : []
    ),
    ...wiring.netlist.parts.flatMap((p) => {
      if (!p.gives) return [];
      const at = (terminal: string): number => idle.voltsAt({ part: p.id, terminal }) ?? 0;
      const inV = at(CONVERTER.inPlus) - at(CONVERTER.inMinus);
      return inV >= p.gives.leastInV
        ? [{ name: `converter ${p.id}`, currentA: RAIL_IDLE_W / inV, metered: isMetered(circuit, p.id) }]
        : [];
    })
  ];
}

/** What is live, what is metered, and what still drains with switches, fuses, plugs and batteries as set. @param ratedAh of the bank, for the days */
export function liveView(circuit: TrialCircuit, source: Source, setting: Setting, ratedAh: number): LiveView {
  const { wiring } = circuit;
  const now = circuit.read(source, undefined, setting);
  const idle = circuit.read(source, undefined, setting, 'idle');
  const metered = new Map(wiring.circuits.map((c) => [c.portTag, isMetered(circuit, c.portTag)]));
  const ports = portStates(circuit, setting, now, metered);
  const drains = drainsNow(circuit, idle, metered);
  const drainA = drains.reduce((s, d) => s + d.currentA, 0);
  return {
    ports,
    liveConductors: liveOf(circuit, now),
    liveParts: new Set(
      wiring.netlist.parts
        .filter((p) =>
          FAR.some(
            (terminal) => p.terminals.includes(terminal) && (now.voltsAt({ part: p.id, terminal }) ?? 0) >= LIVE_V
          )
        )
        .map((p) => p.id)
    ),
    carrying: new Map([...now.conductorA].filter(([, amps]) => amps > FLOWS_A)),
    drains,
    drainA,
    daysToFlat: drainA > 0 ? ratedAh / drainA / H_PER_DAY : undefined,
    batteryA: now.batteryA,
    meterA: wiring.shunt ? now.shuntA : undefined,
    pulledIn: now.pulledIn,
    openRelays: new Set(wiring.netlist.parts.filter((p) => isOpen(p, now)).map((p) => p.id))
  };
}

const isOpen = (p: NetPart, now: Reading): boolean =>
  p.coil !== null && now.pulledIn.has(p.id) !== (p.coil.contact === 'make');

/** What stands open on the way to a port, the first one met from the battery. */
function deadBecause({ wiring }: TrialCircuit, portTag: string, setting: Setting, now: Reading): string {
  const way = wiring.netlist.packIds.map((id) => wayFrom(wiring.netlist, id, portTag)).find((w) => w !== undefined);
  if (!way) return 'nothing feeds it';
  const byId = new Map(wiring.netlist.parts.map((p) => [p.id, p]));
  // what stands open in the way back makes it as dead
  const back = wayBack(wiring.netlist, portTag);
  for (const c of [...way, ...back]) {
    const p = byId.get(c.to.part)!;
    if (setting.off.has(p.id)) return p.kind === 'fuse' ? `${p.id} is out` : `${p.id} is off`;
    if (isOpen(p, now)) return `${p.id} is open`;
  }
  return setting.changeover === 'off' ? 'the changeover is off' : 'no battery';
}

function liveOf({ wiring }: TrialCircuit, r: Reading): ReadonlySet<string> {
  const out = new Set<string>();
  for (const c of wiring.netlist.conductors) {
    if (c.polarity !== 'positive') continue;
    const volts = Math.max(r.voltsAt(c.from) ?? 0, r.voltsAt(c.to) ?? 0);
    if (volts >= LIVE_V) out.add(c.id);
  }
  return out;
}

/** Whether the way back from a part leads through the shunt. */
function isMetered({ wiring }: TrialCircuit, partId: string): boolean {
  if (!wiring.shunt) return false;
  return wayBack(wiring.netlist, partId).some((c) => c.to.part === 'shunt');
}
