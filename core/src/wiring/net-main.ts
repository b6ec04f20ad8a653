import { panelPartOf, valueOf } from '../box/lookup.ts';
import { COIL_A } from '../box/relay.ts';
import type { Box, Relay } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { BankNet } from './net-bank.ts';
import { at, MAIN_REF, type NetBuilder } from './net-builder.ts';
import { RELAY, type Terminal } from './netlist.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import type { MainDraft } from './main-path.ts';

/** Contacts of a two-pole inlet, both poles. @source electrical reference 3, 30 A genderless pair */
export const INLET_MILLIOHM = 1.2;
/** Contacts of a relay, new. @source electrical reference 3 */
export const RELAY_MILLIOHM = 5;
/** Fuse of a coil that is fed from the main path. @source rule of thumb: several times the coil, far under its thin wire */
export const COIL_FUSE_A = 2;
const COIL_RUN_MM = 300;
/** A stub from the main path to the fuse that protects what follows. */
export const STUB_MM = 60;
const COIL_WIRE = { system: 'awg', size: '18' } as const;

export type MainNet = {
  /** Live while the isolator is on, ahead of the master. */
  source: Terminal;
  /** Behind the master. */
  feed: Terminal;
  /** Where a return lands that goes round the shunt. */
  ground: Terminal;
  bus: Terminal;
  /** From the bank's terminals to the feed and back, all joints, contacts and fuse in, milliohm. */
  commonMilliOhm: number;
};

export type MainNetInput = {
  box: Box;
  main: MainDraft;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
  tags: Readonly<Record<string, string>>;
  leadMm: number;
  /** Loads hang on the block; without any it is left out. */
  hasLoads: boolean;
};

const RETURN_LABEL = {
  'bus-bar': 'Negative bus',
  stud: 'Central stud',
  chain: 'End of the return chain',
  splice: 'Splice of the returns'
};

/** From the bank to what every circuit hangs on: main fuse, inlet, isolator, main relay, master, distribution, block; shunt and return. */
export function mainNet(n: NetBuilder, bank: BankNet, x: MainNetInput): MainNet {
  const { box, main, tags } = x;
  let common = 0;
  const run = (id: string, from: Terminal, to: Terminal, polarity: 'positive' | 'negative', lengthMm: number) => {
    common += n.wire({ id, from, to, polarity, size: main.wire ?? null, count: main.wireCount, lengthMm });
  };
  const through = (milliOhm: number): number => {
    common += milliOhm;
    return milliOhm;
  };
  let now = bank.plus;
  const hasFuse = main.holder !== undefined && main.fuseOrigin !== 'none';
  if (hasFuse) {
    n.part({
      id: 'F0',
      kind: 'fuse',
      label: main.fuseFamily === 'breaker' ? 'Main breaker' : 'Main fuse',
      terminals: ['in', 'out'],
      ratingA: main.fuseA ?? null,
      family: main.fuseFamily ?? null,
      throughMilliOhm: through(main.fuseMilliOhm),
      ref: MAIN_REF
    });
    run('main/fuse', now, at('F0', 'in'), 'positive', main.fuseDistanceMm ?? 0);
    now = at('F0', 'out');
  }
  let ground = bank.minus;
  const pair = (id: string, label: string, lengthMm: number) => {
    n.part({
      id,
      kind: 'inlet',
      label: `${label} +`,
      terminals: ['in', 'out'],
      throughMilliOhm: through(INLET_MILLIOHM / 2),
      ref: MAIN_REF
    });
    n.part({
      id: `${id}-`,
      kind: 'inlet',
      label: `${label} −`,
      terminals: ['in', 'out'],
      throughMilliOhm: through(INLET_MILLIOHM / 2),
      ref: MAIN_REF
    });
    run(`main/${id}+`, now, at(id, 'in'), 'positive', lengthMm);
    run(`main/${id}-`, at(`${id}-`, 'in'), ground, 'negative', lengthMm);
    now = at(id, 'out');
    ground = at(`${id}-`, 'out');
  };
  if (x.leadMm > 0) pair('inlet', 'Battery inlet', x.leadMm);
  const isolatorId = valueOf(box.switching.isolator, undefined);
  const isolator = isolatorId === main.masterPortId ? undefined : switchOf(box, tags, isolatorId);
  const relay = box.switching.relays.find((r) => r.circuitId === null);
  const master = switchOf(box, tags, main.masterPortId);
  const series = [isolator, relay, master].filter((s) => s !== undefined).length + 1;
  const runMm = Math.max(0, main.lengthMm - (hasFuse ? (main.fuseDistanceMm ?? 0) : 0)) / series;
  const throughSwitch = (s: NonNullable<typeof isolator>, label: string) => {
    n.part({
      id: s.tag,
      kind: 'switch',
      label,
      terminals: ['in', 'out'],
      ratingA: s.part?.ratingA ?? null,
      throughMilliOhm: through(s.part?.contactMilliOhm ?? 0),
      ref: { kind: 'port', id: s.portId }
    });
    run(`main/${s.portId}`, now, at(s.tag, 'in'), 'positive', runMm);
    now = at(s.tag, 'out');
  };
  if (isolator) throughSwitch(isolator, 'Isolator');
  const source = now;
  let coilFrom: Terminal | undefined;
  if (relay) {
    const id = relayTag(box, relay);
    relayPart(n, id, relay);
    through(RELAY_MILLIOHM);
    run(`main/${relay.id}`, now, at(id, RELAY.common), 'positive', runMm);
    coilFrom = now;
    now = at(id, RELAY.out);
  }
  if (master) throughSwitch(master, 'Master switch');
  if (box.wiring.distributionMm > 0) pair('dist', 'Distribution cable', box.wiring.distributionMm);
  if (x.block && x.hasLoads) {
    n.part({ id: 'block', kind: 'fuse-block', label: 'Fuse block', terminals: ['+'], ref: MAIN_REF });
    run('main/block', now, at('block', '+'), 'positive', runMm);
    now = at('block', '+');
  }
  const returns = valueOf(box.wiring.returns, 'bus-bar' as const) ?? 'bus-bar';
  n.part({ id: 'bus', kind: 'bus', label: RETURN_LABEL[returns], terminals: ['-'], ref: MAIN_REF });
  const bus = at('bus', '-');
  if (x.shunt) {
    n.part({
      id: 'shunt',
      kind: 'shunt',
      label: 'Shunt',
      terminals: ['load side', 'battery side'],
      ratingA: x.shunt.ratingA,
      throughMilliOhm: through(x.shunt.ratingA ? x.shunt.ratingMilliV / x.shunt.ratingA : 0),
      ref: MAIN_REF
    });
    run('main/bus', bus, at('shunt', 'load side'), 'negative', main.lengthMm / 2);
    run('main/shunt', at('shunt', 'battery side'), ground, 'negative', main.lengthMm / 2);
  } else run('main/bus', bus, ground, 'negative', main.lengthMm);
  if (relay && coilFrom)
    coilNet(n, box, tags, relay, coilFrom, bus, { size: main.wire ?? null, count: main.wireCount });
  return { source, feed: now, ground, bus, commonMilliOhm: common };
}

function switchOf(box: Box, tags: Readonly<Record<string, string>>, portId: string | undefined) {
  const port = portId === undefined ? undefined : box.ports.find((p) => p.id === portId);
  return port && { portId: port.id, tag: tags[port.id] ?? port.id, part: panelPartOf(box, port) };
}

/** K1, K2 … in the order relays stand in the document. */
export const relayTag = (box: Box, relay: Relay): string => `K${box.switching.relays.indexOf(relay) + 1}`;

export function relayPart(n: NetBuilder, id: string, relay: Relay): void {
  n.part({
    id,
    kind: 'relay',
    label: relay.name || `Relay ${id}`,
    terminals: [RELAY.common, RELAY.out, RELAY.coilPlus, RELAY.coilMinus],
    ratingA: relay.ratingA,
    throughMilliOhm: RELAY_MILLIOHM,
    coil: { ohm: 12 / (relay.coilA ?? COIL_A), contact: relay.contact },
    ref: { kind: 'relay', id: relay.id }
  });
}

/** Feed of a coil through its own fuse and switch, and its way back to the bus. */
export function coilNet(
  n: NetBuilder,
  box: Box,
  tags: Readonly<Record<string, string>>,
  relay: Relay,
  from: Terminal,
  bus: Terminal,
  stub: { size: WireSize | null; count: number }
): void {
  const id = relayTag(box, relay);
  const circuitId = relay.circuitId ?? `relay-${relay.id}`;
  const wire = (key: string, a: Terminal, b: Terminal, polarity: 'positive' | 'negative', lengthMm: number) =>
    n.wire({ id: `${relay.id}/${key}`, from: a, to: b, polarity, size: COIL_WIRE, lengthMm, circuitId });
  let now = from;
  const fuseA = coilFuseA(relay);
  if (fuseA !== undefined) {
    n.part({
      id: `F${id}`,
      kind: 'fuse',
      label: `Coil fuse of ${id}`,
      terminals: ['in', 'out'],
      ratingA: fuseA,
      family: 'blade',
      throughMilliOhm: 50,
      ref: { kind: 'relay', id: relay.id }
    });
    // ahead of the coil's fuse only the main one protects: that stub is as thick as what it hangs on
    n.wire({
      id: `${relay.id}/coil-fuse`,
      from: now,
      to: at(`F${id}`, 'in'),
      polarity: 'positive',
      size: stub.size,
      count: stub.count,
      lengthMm: STUB_MM,
      circuitId
    });
    now = at(`F${id}`, 'out');
  }
  const lever = switchOf(box, tags, valueOf(relay.switchPortId, undefined));
  if (lever && !n.parts.some((p) => p.id === lever.tag)) {
    n.part({
      id: lever.tag,
      kind: 'switch',
      label: `Switch ${lever.tag}`,
      terminals: ['in', 'out'],
      ratingA: lever.part?.ratingA ?? null,
      throughMilliOhm: lever.part?.contactMilliOhm ?? 0,
      ref: { kind: 'port', id: lever.portId }
    });
    wire('coil-switch', now, at(lever.tag, 'in'), 'positive', COIL_RUN_MM);
    now = at(lever.tag, 'out');
  }
  wire('coil', now, at(id, RELAY.coilPlus), 'positive', COIL_RUN_MM);
  wire('coil-back', at(id, RELAY.coilMinus), bus, 'negative', COIL_RUN_MM);
}

/** Fuse of a relay's coil; undefined for none, null when nobody knows. Automatic: its own where the main path feeds it, the branch's else. */
export function coilFuseA(relay: Relay): number | null | undefined {
  const f = relay.coilFuse;
  if (f.is === 'none') return undefined;
  if (f.is === 'unknown') return null;
  if (f.is === 'set') return f.value;
  return relay.circuitId === null ? COIL_FUSE_A : undefined;
}
