import { inSentence } from '../quantity/capital.ts';
import { ampsText, fixed, runText } from '../quantity/format.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { CONVERTER, type Conductor, type NetPart, type Terminal } from '../wiring/netlist.ts';
import type { CircuitPlan } from '../wiring/types.ts';
import { type Row } from './rows.ts';
import type { Owner, Point } from './shapes.ts';

import { backs, fuseText } from './draw-returns.ts';
import { BUS_X, RAIL_X, type Sheet } from './sheet.ts';

export function row(s: Sheet, r: Row): void {
  const y = s.yOf.get(r.id)!;
  const c = r.circuit;
  const up = r.upId === undefined ? undefined : tapOf(s, r.upId);
  const fromX = up ? up[0] : r.group === 'load' ? BUS_X : RAIL_X;
  const end = s.parts.get(r.partId);
  s.rungs.push({
    id: r.id,
    circuitId: c?.circuit.id ?? null,
    endPart: r.partId,
    y,
    top: y - 30,
    height: 56,
    x: fromX - 14,
    width: s.rightX - fromX + 8,
    say: c ? sayOf(s, c) : `${r.partId} ${end?.label ?? ''}`
  });
  // leads of this row in the order current runs through them
  const chain = positives(s, r);
  let from: Point = up ?? [fromX, y];
  let labelled = false;
  for (const [nth, w] of chain.entries()) {
    const p = s.parts.get(w.to.part)!;
    const start = s.place(w.from) ?? from;
    const to = c?.feed
      ? feedPart(s, p, w.to.terminal, y, fromX, nth)
      : partOn(s, p, w.to.terminal, y, r, up !== undefined);
    // a row begins where it leaves the rail or bus, whatever height the part before it stands at
    const leaves = w === chain[0];
    const points: Point[] = leaves ? (up ? down(s, up, to) : [[fromX, y], to]) : s.angle(start, to);
    s.wire(w, points);
    if (leaves && !up) s.put({ t: 'ring', owner: null, x: fromX, y, r: 3.5, role: 'joint-positive' });
    if (!labelled && to[0] > s.col.wire && w.lengthMm > 0 && p.kind !== 'fuse') {
      s.text(
        { kind: 'conductor', id: w.id, circuitId: w.circuitId },
        Math.max(s.col.wire, points[0]![0] + 10),
        y - 8,
        s.readings ? flowText(s, w) : s.sizeText(w),
        s.readings ? 'value' : 'plain'
      );
      labelled = true;
    }
    from = to;
  }
  tied(s, r, y, up ?? [fromX, y]);
  const last = chain[chain.length - 1];
  if (last && c && !c.feed)
    s.put({
      t: 'arrow',
      owner: { kind: 'conductor', id: last.id, circuitId: last.circuitId },
      x: s.col.port - 40,
      y,
      to: 'right',
      role: 'positive'
    });
  if (c) figures(s, c, y, r);
  backs(s, r, y);
}

/** Below where it comes from, then across. */
function down(s: Sheet, a: Point, b: Point): Point[] {
  return [a, [a[0], b[1]], b];
}

/** Where rows that hang on another one leave it: right behind its fuse. */
function tapOf(s: Sheet, upId: string): Point {
  const y = s.yOf.get(upId)!;
  const up = s.rows.find((r) => r.id === upId);
  const joint = up?.circuit?.feed ? s.place({ part: up.partId, terminal: '+' }) : undefined;
  if (joint) return joint;
  if (upId === 'SC') return s.place({ part: 'SC', terminal: 'load +' }) ?? [s.col.fuse, y];
  const ownFuse = up?.circuit && up.circuit.fuseOrigin !== 'none' && s.parts.has(up.circuit.fuseTag);
  const start = up?.upId === undefined ? BUS_X : tapOf(s, up.upId)[0];
  return [ownFuse ? Math.max(start + 76, s.col.fuse + 30) : Math.max(start, s.col.fuse + 30), y];
}

/** Positive leads that end in this row, from its beginning to its port, coil or controller. */
function positives(s: Sheet, r: Row): Conductor[] {
  const end = s.parts.get(r.partId);
  const terminal = r.circuit ? '+' : end?.coil ? '86' : 'battery +';
  const out: Conductor[] = [];
  let now: Terminal | undefined = { part: r.partId, terminal };
  for (let guard = 0; now && guard < 8; guard++) {
    const into: Conductor | undefined = (s.into.get(now.part) ?? []).find(
      (c) =>
        c.polarity === 'positive' &&
        !s.drawn.has(c.id) &&
        (s.parts.get(now!.part)?.coil ? c.to.terminal === now!.terminal : true) &&
        (r.circuit ? c.circuitId === r.circuit.circuit.id : true)
    );
    if (!into) break;
    out.unshift(into);
    const p = s.parts.get(into.from.part);
    const on = p && ['fuse', 'switch', 'relay', 'inlet', 'converter'].includes(p.kind) && !placed(s, p.id);
    now = on ? { part: p!.id, terminal: p!.kind === 'relay' ? '30' : p!.gives ? CONVERTER.inPlus : 'in' } : undefined;
  }
  return out;
}

function placed(s: Sheet, id: string): boolean {
  return ['in', 'out', '30', '87', CONVERTER.inPlus].some((t) => s.spot.has(`${id} ${t}`));
}

/** Its own fuse sits behind a lever of the same row. */
const leverFirst = (s: Sheet, r: Row): boolean => {
  const own = r.circuit && s.into.get(r.circuit.fuseTag)?.find((c) => c.circuitId === r.circuit!.circuit.id);
  return ['switch', 'relay'].includes(s.parts.get(own?.from.part ?? '')?.kind ?? '');
};

/** Middle of a switch or of a relay's contact: left of the fuse where they come before it, the relay first. */
function leverX(s: Sheet, p: NetPart, r: Row): number {
  const { wire, relay, sw } = s.col;
  if (!leverFirst(s, r)) return p.kind === 'relay' ? relay : sw;
  const id = r.circuit?.circuit.id;
  const afterRelay = s.into.get(p.id)?.some((c) => c.circuitId === id && s.parts.get(c.from.part)?.kind === 'relay');
  // outside the frame of a block
  return afterRelay ? relay + 8 : wire + 30;
}

/** Puts a part of a row in its column and says where its terminal is. */
function partOn(s: Sheet, p: NetPart, terminal: string, y: number, r: Row, tapped: boolean): Point {
  const c = s.col;
  const owner = s.own(p.id);
  if (p.kind === 'fuse') {
    const x = leverFirst(s, r) ? c.sw : tapped ? tapOf(s, r.upId!)[0] + 40 : c.fuse;
    // of a coil, a controller, a sense lead none is missing: nobody read it
    const chosen = r.circuit?.fuseTag === p.id && r.circuit.fuseOrigin !== 'unknown';
    const value = p.ratingA === null ? (chosen ? 'none fits' : 'unknown') : `${p.ratingA} A`;
    const [left, right] = s.fuseAlong(p, x, y, 20, { text: `${p.id}  ${value}`, dy: -13 });
    s.at(p.id, 'out', right);
    return s.at(p.id, 'in', left);
  }
  if (p.kind === 'switch' || (p.kind === 'relay' && terminal === '30')) {
    const x = leverX(s, p, r) - 18;
    s.lever(p, x, y, 36);
    s.at(p.id, p.kind === 'relay' ? '87' : 'out', [x + 36, y]);
    return s.at(p.id, terminal, [x, y]);
  }
  if (p.kind === 'relay') {
    s.put({ t: 'box', owner, x: c.port - 18, y: y - 12, w: 36, h: 24, role: 'part' });
    s.text(owner, c.port, y + 4, p.id, 'name', 'middle');
    s.text(owner, c.feeds + 6, y - 8, `coil of ${p.label}`, 'name');
    s.at(p.id, '85', [c.port + 18, y]);
    return s.at(p.id, '86', [c.port - 18, y]);
  }
  if (p.kind === 'controller') {
    const loads = p.terminals.includes('load +');
    const x = loads ? Math.max(c.wire + 24, (tapped ? tapOf(s, r.upId!)[0] : 0) + 56) : c.port;
    s.put({ t: 'box', owner, x: x - 24, y: y - 16, w: 48, h: 32, role: 'part' });
    s.text(owner, x, y + 4, p.id, 'name', 'middle');
    s.text(owner, c.feeds + 6, y - 8, p.label, 'name');
    s.at(p.id, 'battery −', [x + 24, y]);
    s.at(p.id, 'panel +', [x - 10, y + 16]);
    s.at(p.id, 'panel −', [x + 10, y + 16]);
    s.at(p.id, 'load +', [x - 18, y + 16]);
    s.at(p.id, 'load −', [x + 18, y + 16]);
    return s.at(p.id, 'battery +', [x - 24, y]);
  }
  port(s, p, y, r);
  return s.at(p.id, '+', [c.port - 18, y]);
}

/** A feed's parts stand close together at its beginning, so that what hangs on its joint has its room. */
const FEED_STEP = 58;
function feedPart(s: Sheet, p: NetPart, terminal: string, y: number, fromX: number, nth: number): Point {
  const owner = s.own(p.id);
  const x = Math.min(fromX + 44 + nth * FEED_STEP, s.col.sw - 40);
  if (p.kind === 'bus' || p.kind === 'fuse-block') {
    s.put({ t: 'box', owner, x: x - 6, y: y - 10, w: 12, h: 20, role: p.kind === 'bus' ? 'part' : 'frame' });
    s.text(owner, x + 12, y + 18, inSentence(p.label), 'name');
    return s.at(p.id, '+', [x, y]);
  }
  if (p.gives) {
    s.put({ t: 'box', owner, x: x - 22, y: y - 14, w: 44, h: 28, role: 'part' });
    s.text(owner, x, y - 19, p.id, 'name', 'middle');
    s.text(owner, x, y + 4, `${p.gives.outV} V`, 'name', 'middle');
    s.at(p.id, CONVERTER.outPlus, [x + 22, y]);
    return s.at(p.id, CONVERTER.inPlus, [x - 22, y]);
  }
  const [inn, out] = p.kind === 'relay' ? ['30', '87'] : ['in', 'out'];
  if (p.kind === 'fuse') s.fuseAlong(p, x, y, 16, { text: fuseText(p), dy: -13 });
  else s.lever(p, x - 16, y, 32);
  s.at(p.id, out!, [x + 16, y]);
  return s.at(p.id, terminal === inn ? terminal : inn!, [x - 16, y]);
}

/** Leads of a row that end at a lever of another one: several fused ways tied to one switch. */
function tied(s: Sheet, r: Row, y: number, begin: Point): void {
  const id = r.circuit?.circuit.id;
  if (id === undefined) return;
  const left = s.wiring.netlist.conductors.filter(
    (c) => c.circuitId === id && c.polarity === 'positive' && !s.drawn.has(c.id) && !s.parts.get(c.to.part)?.coil
  );
  for (const w of left) {
    const p = s.parts.get(w.to.part)!;
    if (p.kind === 'device') continue;
    const from = s.place(w.from) ?? begin;
    const to =
      s.place(w.to) ?? (p.kind === 'fuse' ? partOn(s, p, w.to.terminal, y, r, r.upId !== undefined) : undefined);
    if (to)
      s.wire(
        w,
        from[1] === y && to[1] === y ? [from, to] : [[from[0], y], [to[0] - 14, y], [to[0] - 14, to[1]], to],
        true
      );
  }
}

function port(s: Sheet, p: NetPart, y: number, r: Row): void {
  const x = s.col.port;
  const owner = s.own(p.id);
  if (s.spot.has(`${p.id} +`)) return;
  if (r.circuit?.portPart?.role === 'meter')
    s.put({ t: 'box', owner, x: x - 20, y: y - 14, w: 40, h: 28, role: 'part' });
  else s.put({ t: 'ring', owner, x, y, r: 18, role: 'part' });
  s.text(owner, x, y + 4, p.id, 'name', 'middle');
  s.text(owner, x - 28, y - 7, '+', 'sign', 'middle');
  s.text(owner, x + 28, y - 7, '−', 'sign', 'middle');
  s.at(p.id, '-', [x + 18, y]);
  s.at(p.id, 'plug', [x, y]);
  s.at(p.id, 'sense+', [x + 8, y + 14]);
  s.at(p.id, 'sense-', [x - 8, y + 14]);
}

/** What flows on a lead now; nothing is said where nothing does. */
function flowText(s: Sheet, c: Conductor): string {
  const amps = s.readings?.ampsOn(c.id);
  return amps === undefined ? '' : `${ampsText(amps)} A`;
}

/** What is lost; with something unknown on the way, the most it may be. */
function lostText(s: Sheet, c: CircuitPlan): string {
  const most = s.mostLostV?.(c.circuit.id);
  return most === undefined ? `${fixed(c.dropV, 2)} V` : `≤ ${fixed(most, 1)} V`;
}

function figures(s: Sheet, c: CircuitPlan, y: number, r: Row): void {
  const owner: Owner = { kind: 'part', id: c.portTag, ref: { kind: 'circuit', id: c.circuit.id } };
  const lead = s.wiring.netlist.parts.filter(
    (p) => p.kind === 'device' && c.devices.some((d) => p.ref.kind === 'device' && p.ref.id === d.id)
  );
  const room = Math.floor((s.col.amps - 50 - s.col.feeds) / 6.6);
  s.text(owner, s.col.feeds + 6, y - 8, short(c.feeds, room), 'name');
  lead.forEach((p, i) => device(s, p, y, i));
  if (s.readings) {
    const volts = s.readings.voltsAt(c.portTag);
    if (!c.feed)
      s.text(owner, s.col.volts + 8, y - 8, volts === undefined ? 'dead' : `${fixed(volts, 1)} V`, 'value', 'end');
  } else {
    s.text(owner, s.col.amps + 8, y - 8, `${ampsText(c.feed ? c.carriesA : c.loadA)} A`, 'value', 'end');
    const role = c.dropFraction > c.dropLimitFraction ? 'warn' : 'value';
    if (!c.feed) s.text(owner, s.col.volts + 8, y - 8, lostText(s, c), role, 'end');
  }
  if (c.feed) return;
  if (r.group === 'ahead' && c.live === 'always' && r.upId === undefined)
    s.text(owner, RAIL_X + 12, y + 16, 'before any switch: always live', 'warn');
  if (r.group === 'post' && r.upId === undefined)
    s.text(owner, RAIL_X + 12, y + 16, 'straight off the battery: always live', 'warn');
}

/** A device on its own lead, below the row of its port. */
function device(s: Sheet, p: NetPart, y: number, i: number): void {
  const x = s.col.port;
  const boxX = x + 46 + i * 190;
  const owner = s.own(p.id);
  s.put({ t: 'box', owner, x: boxX, y: y + 15, w: 26, h: 16, role: 'part' });
  s.text(owner, boxX + 13, y + 27, p.id, 'name', 'middle');
  for (const c of s.wiring.netlist.conductors) {
    if (c.to.part === p.id && c.polarity === 'positive')
      s.wire(c, [
        [x - 5, y + 17],
        [x - 5, y + 27],
        [boxX, y + 27]
      ]);
    if (c.from.part === p.id && c.polarity === 'negative')
      s.wire(c, [
        [boxX, y + 20],
        [x + 5, y + 20],
        [x + 5, y + 17]
      ]);
  }
  const c = (s.into.get(p.id) ?? [])[0];
  s.text(owner, boxX + 32, y + 27, `lead ${s.sizeText(c)}`);
}

function sayOf(s: Sheet, c: CircuitPlan): string {
  const run = runText(c.lengthMm, s.unit);
  const fuse = c.fuseA === undefined ? c.fuseOrigin : `${c.fuseA} A`;
  return `${c.tag} ${c.feeds}: fuse ${fuse}, wire ${c.wire ? wireSizeText(c.wire) : c.wireOrigin}, ${run.value} ${run.unit}, ${fixed(c.dropV, 2)} V lost`;
}

const short = (t: string, n: number): string => (t.length > n ? `${t.slice(0, Math.max(1, n - 1))}…` : t);
