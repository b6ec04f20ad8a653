import { mainFeed, switchesOf } from '../box/feeds.ts';
import { fittedPart, valueOf } from '../box/lookup.ts';
import { COIL_A } from '../box/relay.ts';
import type { Box, Feed, Relay } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { leverAt } from './levers.ts';
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
/** A coil's fuse is no larger than its thin wire takes. */
export const COIL_FUSE_MOST_A = 5;
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
  /** Something hangs behind its switches; without, its block is left out. */
  hasLoads: boolean;
};

const RETURN_LABEL = {
  'bus-bar': 'Negative bus',
  stud: 'Central stud',
  chain: 'End of the return chain',
  splice: 'Splice of the returns'
};

/** What a main feed comes through when its battery stands outside: the two poles of a connector, placed or not. */
const WAY_LABEL = {
  connector: 'Battery inlet',
  lugs: 'Lugs of the battery lead',
  clips: 'Battery clips',
  'lead-plug': 'Plug of the battery lead',
  gland: 'Battery lead at its gland'
} as const;

/** From the bank to what every circuit hangs on: main fuse, way in, relay, switches, block; shunt and return. */
export function mainNet(n: NetBuilder, bank: BankNet, x: MainNetInput): MainNet {
  const { box, main, tags } = x;
  const feed = mainFeed(box);
  let common = 0;
  const run = (
    id: string,
    from: Terminal,
    to: Terminal,
    polarity: 'positive' | 'negative',
    lengthMm: number,
    size: WireSize | null = (polarity === 'negative' ? main.returnWire : main.wire) ?? null,
    count = main.wireCount
  ) => {
    common += n.wire({ id, from, to, polarity, size, count, lengthMm });
  };
  const through = (milliOhm: number): number => {
    common += milliOhm;
    return milliOhm;
  };
  const leadSize = feed.lead ? (valueOf<WireSize>(feed.lead.wire, main.wire) ?? null) : (main.wire ?? null);
  const leadCount = feed.lead?.wireCount ?? main.wireCount;
  let now = bank.plus;
  let ground = bank.minus;
  const hasFuse = main.fuseFamily !== undefined && main.fuseOrigin !== 'none';
  const wayIn = wayInOf(box, feed);
  const leadMm = feed.lead?.lengthMm ?? 0;
  const fuseMm = hasFuse ? (main.fuseDistanceMm ?? 0) : 0;
  /** The fuse or breaker sits in the case, at the far end of the lead that comes in: everything ahead of it is without one. */
  const atTheEnd =
    hasFuse && wayIn !== undefined && feed.fuseFromStartMm.is === 'set' && feed.lead !== null && fuseMm > leadMm;
  const fuse = (lengthMm: number, size: WireSize | null, count: number): void => {
    run('main/fuse', now, at('F0', 'in'), 'positive', lengthMm, size, count);
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
    now = at('F0', 'out');
  };
  if (hasFuse && !atTheEnd) fuse(fuseMm, leadSize, leadCount);
  if (wayIn) {
    const port = box.ports.find((p) => p.id === wayIn.portId);
    const part = fittedPart(box, port);
    const milliOhm = part?.contactMilliOhm ?? INLET_MILLIOHM;
    const common = {
      kind: 'inlet' as const,
      terminals: ['in', 'out'],
      ratingA: part?.ratingA ?? null,
      throughMilliOhm: through(milliOhm / 2),
      ref: port ? ({ kind: 'port', id: port.id } as const) : MAIN_REF
    };
    const name = port ? (tags[port.id] ?? port.id) : WAY_LABEL[wayIn.kind];
    through(milliOhm / 2);
    n.part({ ...common, id: 'inlet', label: `${name} +` });
    n.part({ ...common, id: 'inlet-', label: `${name} −` });
    const restMm = atTheEnd ? leadMm : Math.max(0, leadMm - fuseMm);
    run('main/inlet+', now, at('inlet', 'in'), 'positive', restMm, leadSize, leadCount);
    run('main/inlet-', at('inlet-', 'in'), ground, 'negative', leadMm, leadSize, leadCount);
    now = at('inlet', 'out');
    ground = at('inlet-', 'out');
  }
  if (atTheEnd) fuse(fuseMm - leadMm, main.wire ?? null, main.wireCount);
  const relay = box.relays.find((r) => r.inId === feed.id);
  const switches = switchesOf(box, feed).flatMap((id) => leverAt(box, tags, id) ?? []);
  const series = switches.length + (relay ? 1 : 0) + 1;
  // on a lead that comes in, the fuse takes nothing of what runs on inside
  const beforeMm = atTheEnd ? fuseMm - leadMm : leadMm > 0 ? Math.max(0, fuseMm - leadMm) : fuseMm;
  const runMm = Math.max(0, main.lengthMm - beforeMm) / series;
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
  for (const s of switches) {
    n.part({
      id: s.tag,
      kind: 'switch',
      label: s.portId === main.masterPortId ? 'Master switch' : 'Isolator',
      duty: s.portId === main.masterPortId ? 'master' : 'isolator',
      terminals: ['in', 'out'],
      ratingA: s.part?.ratingA ?? null,
      throughMilliOhm: through(s.part?.contactMilliOhm ?? 0),
      ref: { kind: 'port', id: s.portId }
    });
    run(`main/${s.portId}`, now, at(s.tag, 'in'), 'positive', runMm);
    now = at(s.tag, 'out');
  }
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
    coilNet(n, box, tags, relay, coilFrom, bus, {
      size: main.wire ?? null,
      count: main.wireCount,
      behindA: main.fuseA
    });
  return { source, feed: now, ground, bus, commonMilliOhm: common };
}

/** How the main feed comes into the case; undefined when its battery stands inside and nothing is named. */
function wayInOf(box: Box, feed: Feed): { kind: keyof typeof WAY_LABEL; portId: string | undefined } | undefined {
  const portId = valueOf(feed.throughPortId, undefined);
  if (box.bank.stands === 'inside' && feed.lead === null && portId === undefined) return undefined;
  return { kind: valueOf(feed.wayIn, 'connector' as const) ?? 'connector', portId };
}

/** K1, K2 … in the order relays stand in the document. */
export const relayTag = (box: Box, relay: Relay): string => `K${box.relays.indexOf(relay) + 1}`;

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
  x: { size: WireSize | null; count: number; behindA: number | null | undefined }
): void {
  const id = relayTag(box, relay);
  const circuitId = relay.inId === mainFeed(box).id ? `relay-${relay.id}` : relay.inId;
  const wire = (key: string, a: Terminal, b: Terminal, polarity: 'positive' | 'negative', lengthMm: number) =>
    n.wire({ id: `${relay.id}/${key}`, from: a, to: b, polarity, size: COIL_WIRE, lengthMm, circuitId });
  let now = from;
  const fuseA = coilFuseA(box, relay, x.behindA);
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
      size: x.size,
      count: x.count,
      lengthMm: STUB_MM,
      circuitId
    });
    now = at(`F${id}`, 'out');
  }
  const lever = leverAt(box, tags, valueOf(relay.switchPortId, undefined));
  const own = lever && !n.parts.some((p) => p.id === lever.tag) ? lever : undefined;
  if (own)
    n.part({
      id: own.tag,
      kind: 'switch',
      label: `Switch ${own.tag}`,
      terminals: ['in', 'out'],
      ratingA: own.part?.ratingA ?? null,
      throughMilliOhm: own.part?.contactMilliOhm ?? 0,
      ref: { kind: 'port', id: own.portId }
    });
  const inPlus = own && relay.switchPole === 'plus';
  if (inPlus) {
    wire('coil-switch', now, at(own.tag, 'in'), 'positive', COIL_RUN_MM);
    now = at(own.tag, 'out');
  }
  wire('coil', now, at(id, RELAY.coilPlus), 'positive', COIL_RUN_MM);
  if (own && !inPlus) {
    wire('coil-switch', at(id, RELAY.coilMinus), at(own.tag, 'in'), 'negative', COIL_RUN_MM);
    wire('coil-back', at(own.tag, 'out'), bus, 'negative', COIL_RUN_MM);
  } else wire('coil-back', at(id, RELAY.coilMinus), bus, 'negative', COIL_RUN_MM);
}

/**
 * Fuse of a relay's coil; undefined for none, null when nobody knows. Automatic: its own on the main path, and behind every fuse
 * that its thin wire would burn before.
 */
function coilFuseA(box: Box, relay: Relay, behindA: number | null | undefined): number | null | undefined {
  const f = relay.coilFuse;
  if (f.is === 'none') return undefined;
  if (f.is === 'unknown') return null;
  if (f.is === 'set') return f.value;
  const small = relay.inId !== mainFeed(box).id && behindA != null && behindA <= COIL_FUSE_MOST_A;
  return small ? undefined : COIL_FUSE_A;
}
