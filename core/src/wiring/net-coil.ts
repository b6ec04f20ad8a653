import { mainFeed } from '../box/feeds.ts';
import { valueOf } from '../box/lookup.ts';
import { COIL_A } from '../box/relay.ts';
import type { Box, Relay } from '../box/schema.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { leverAt, leverPart } from './levers.ts';
import { at, type NetBuilder } from './net-builder.ts';
import { RELAY, type Terminal } from './netlist.ts';

/** Contacts of a relay, new. @source electrical reference 3 */
export const RELAY_MILLIOHM = 5;
/** Fuse of a coil that is fed from the main path. @source rule of thumb: several times the coil, far under its thin wire */
export const COIL_FUSE_A = 2;
/** A coil's fuse is no larger than its thin wire takes. */
export const COIL_FUSE_MOST_A = 5;
const COIL_RUN_MM = 300;
const COIL_WIRE = { system: 'awg', size: '18' } as const;
/** A stub from the main path to the fuse that protects what follows. */
export const STUB_MM = 60;

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

/** The coil's own fuse with the stub that leads to it; @returns where it goes on behind */
function coilFuseNet(
  n: NetBuilder,
  relay: Relay,
  { id, circuitId, fuseA, from }: { id: string; circuitId: string; fuseA: number | null; from: Terminal },
  x: { size: WireSize | null; count: number }
): Terminal {
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
    from,
    to: at(`F${id}`, 'in'),
    polarity: 'positive',
    size: x.size,
    count: x.count,
    lengthMm: STUB_MM,
    circuitId
  });
  return at(`F${id}`, 'out');
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
  if (fuseA !== undefined) now = coilFuseNet(n, relay, { id, circuitId, fuseA, from }, x);
  const lever = leverAt(box, tags, valueOf(relay.switchPortId, undefined));
  const own = lever && !n.parts.some((p) => p.id === lever.tag) ? lever : undefined;
  if (own) n.part(leverPart(own));
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
