import type { Box, Relay } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { Chains } from './chain.ts';
import type { BankNet } from './net-bank.ts';
import { at, circuitRef, type NetBuilder } from './net-builder.ts';
import { coilNet, relayPart, relayTag, STUB_MM, type MainNet } from './net-main.ts';
import { RELAY, type Terminal } from './netlist.ts';
import type { CircuitPlan, MainPlan } from './types.ts';

/** Share of a branch's run up to its switch; the rest goes on to the port. */
const TO_SWITCH = 0.6;
/** Automatic fuse of a sense lead. @source electrical reference 10 */
export const SENSE_FUSE_A = 1;
const SENSE_WIRE = { system: 'awg', size: '22' } as const;

export type NetContext = {
  builder: NetBuilder;
  ends: MainNet;
  bank: BankNet;
  box: Box;
  main: MainPlan;
  tags: Readonly<Record<string, string>>;
};
type BranchContext = {
  chain: Chains;
  back: ReadonlyMap<string, string>;
  backMm: ReadonlyMap<string, number>;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
};

/** Fuse of each sense lead; undefined for none, null when nobody knows. */
export function senseFuseA(box: Box): number | null | undefined {
  const f = box.wiring.senseFuse;
  if (f.is === 'none') return undefined;
  if (f.is === 'unknown') return null;
  return f.is === 'set' ? f.value : SENSE_FUSE_A;
}

/** A branch for each circuit: its fuse, relay, switch and port, its return, and the sense pair of a meter. */
export function branchNet(net: NetContext, circuits: readonly CircuitPlan[], x: BranchContext): void {
  const byId = new Map(circuits.map((c) => [c.circuit.id, c]));
  const taps = new Map<string, Terminal>();
  const made = new Set<string>();
  for (const circuit of x.chain.order) {
    const c = byId.get(circuit.id)!;
    // a second circuit on the same port: its wires are drawn, the port is there once
    branch(net, c, taps, x, made.has(c.portTag));
    made.add(c.portTag);
  }
}

function branch(
  { builder: n, ends, bank, box, main, tags }: NetContext,
  c: CircuitPlan,
  taps: Map<string, Terminal>,
  x: BranchContext,
  portIsThere: boolean
): void {
  const { circuit } = c;
  const id = circuit.id;
  const wire = (
    key: string,
    from: Terminal,
    to: Terminal,
    polarity: 'positive' | 'negative',
    lengthMm: number,
    size = c.wire ?? null,
    count = circuit.wireCount
  ) => n.wire({ id: `${id}/${key}`, from, to, polarity, size, count, lengthMm, circuitId: id });
  const up = c.upId === undefined ? undefined : taps.get(c.upId);
  const fromPost = up === undefined && circuit.live === 'direct';
  let now = up ?? (fromPost ? bank.plus : circuit.live === 'always' ? ends.source : ends.feed);
  let left = c.lengthMm;
  if (c.fuseOrigin !== 'none') {
    n.part({
      id: c.fuseTag,
      kind: 'fuse',
      label: `Fuse ${c.fuseTag}`,
      terminals: ['in', 'out'],
      ratingA: c.fuseA ?? null,
      family: c.fuseFamily,
      throughMilliOhm: c.fuseMilliOhm,
      ref: circuitRef(id)
    });
    // ahead of its own fuse only what stands before protects it: that stub is as thick as what it hangs on
    if (up) wire('stub', now, at(c.fuseTag, 'in'), 'positive', STUB_MM);
    else if (fromPost)
      wire(
        'post',
        now,
        at(c.fuseTag, 'in'),
        'positive',
        c.fuseDistanceMm ?? STUB_MM,
        main.wire ?? null,
        main.wireCount
      );
    else if (circuit.live === 'always' || !x.block)
      wire('stub', now, at(c.fuseTag, 'in'), 'positive', STUB_MM, main.wire ?? null, main.wireCount);
    else wire('way', now, at(c.fuseTag, 'in'), 'positive', 0, null); // inside the block
    now = at(c.fuseTag, 'out');
  }
  const afterFuse = now;
  const relay: Relay | undefined = box.switching.relays.find((r) => r.circuitId === id);
  const hops = [c.switchTag !== undefined && !n.parts.some((p) => p.id === c.switchTag), relay !== undefined].filter(
    Boolean
  ).length;
  const hopMm = hops > 0 ? (c.lengthMm * TO_SWITCH) / hops : 0;
  if (relay) {
    const tag = relayTag(box, relay);
    relayPart(n, tag, relay);
    wire('relay', now, at(tag, RELAY.common), 'positive', hopMm);
    now = at(tag, RELAY.out);
    left -= hopMm;
  }
  let tap: Terminal | undefined;
  if (c.switchTag && hops > (relay ? 1 : 0)) {
    n.part({
      id: c.switchTag,
      kind: 'switch',
      label: `Switch ${c.switchTag}`,
      terminals: ['in', 'out'],
      ratingA: c.switchPart?.ratingA ?? null,
      throughMilliOhm: c.switchPart?.contactMilliOhm ?? 0,
      ref: { kind: 'port', id: c.switchPortId! }
    });
    wire('switch', now, at(c.switchTag, 'in'), 'positive', hopMm);
    tap = at(c.switchTag, 'in');
    now = at(c.switchTag, 'out');
    left -= hopMm;
  } else if (c.switchTag && c.switchPortId !== undefined && n.parts.some((p) => p.id === c.switchTag))
    now = at(c.switchTag, 'out'); // one lever for several circuits: they leave it together
  const isMeter = c.portPart?.role === 'meter';
  const sensed = isMeter && x.shunt !== undefined;
  if (!portIsThere)
    n.part({
      id: c.portTag,
      kind: 'port',
      label: c.portTag,
      terminals: sensed ? ['+', '-', 'plug', 'sense+', 'sense-'] : ['+', '-', 'plug'],
      ratingA: c.portPart?.ratingA ?? null,
      throughMilliOhm: c.portPart?.contactMilliOhm ?? 0,
      ref: { kind: 'port', id: circuit.portId }
    });
  wire('feed', now, at(c.portTag, '+'), 'positive', left);
  taps.set(id, tap ?? at(c.portTag, '+'));
  const onto = x.back.get(id);
  const onPort = onto === undefined ? undefined : portTagOf(box, tags, onto);
  const lands =
    circuit.returnTo === 'battery' || (fromPost && !x.shunt)
      ? ends.ground
      : onPort !== undefined
        ? at(onPort, '-')
        : ends.bus;
  wire(
    'return',
    at(c.portTag, '-'),
    lands,
    'negative',
    onPort === undefined ? (x.backMm.get(id) ?? c.lengthMm) : c.lengthMm
  );
  if (sensed && !portIsThere) sensePair(n, box, c);
  if (relay) coilNet(n, box, tags, relay, afterFuse, ends.bus, { size: c.wire ?? null, count: circuit.wireCount });
}

const portTagOf = (box: Box, tags: Readonly<Record<string, string>>, circuitId: string): string | undefined => {
  const portId = box.circuits.find((c) => c.id === circuitId)?.portId;
  return portId === undefined ? undefined : (tags[portId] ?? portId);
};

/** The two thin leads from the shunt to its meter, each with its own fuse at the shunt. */
function sensePair(n: NetBuilder, box: Box, c: CircuitPlan): void {
  const fuseA = senseFuseA(box);
  const sides = [
    ['+', 'load side'],
    ['-', 'battery side']
  ] as const;
  for (const [sign, side] of sides) {
    let from = at('shunt', side);
    const wire = (key: string, to: Terminal, lengthMm: number) =>
      n.wire({
        id: `${c.circuit.id}/${key}`,
        from,
        to,
        polarity: 'sense',
        size: SENSE_WIRE,
        lengthMm,
        circuitId: c.circuit.id
      });
    if (fuseA !== undefined) {
      const tag = `F${c.portTag}${sign === '-' ? '−' : sign}`;
      n.part({
        id: tag,
        kind: 'fuse',
        label: `Sense fuse ${tag}`,
        terminals: ['in', 'out'],
        ratingA: fuseA,
        family: 'blade',
        throughMilliOhm: 120,
        ref: circuitRef(c.circuit.id)
      });
      wire(`sense${sign}fuse`, at(tag, 'in'), STUB_MM);
      from = at(tag, 'out');
    }
    wire(`sense${sign}`, at(c.portTag, `sense${sign}`), c.lengthMm);
  }
}
