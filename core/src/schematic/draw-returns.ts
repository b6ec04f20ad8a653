import type { Conductor, NetPart } from '../wiring/netlist.ts';
import { type Row } from './rows.ts';
import type { Point } from './shapes.ts';

import { type Sheet } from './sheet.ts';

/** Returns, sense pairs, leads of devices and of a panel that belong to this row. */
export function backs(s: Sheet, r: Row, y: number): void {
  const bus = r.circuit?.feed ? s.parts.get(`bus-${r.circuit.tag}`) : undefined;
  if (bus) {
    // the returns of a second box come together before they go back
    const x = s.rightX - 22;
    s.put({ t: 'ring', owner: s.own(bus.id), x, y, r: 5, role: 'joint-negative' });
    const { conductors } = s.wiring.netlist;
    const inside = conductors.find((c) => c.from.part === bus.id);
    // a converter's two minus terminals are one
    const back = r.circuit?.gives
      ? conductors.find((c) => c.from.part === inside?.to.part && c.polarity === 'negative')
      : inside;
    if (inside && inside !== back) s.drawn.add(inside.id);
    if (back) returnOf(s, back, s.at(bus.id, '-', [x, y]), y);
  }
  const id = r.circuit?.circuit.id;
  for (const c of s.wiring.netlist.conductors) {
    if (s.drawn.has(c.id) || c.from.part !== r.partId || c.polarity !== 'negative') continue;
    if (id !== undefined && c.circuitId !== id) continue;
    const a = s.place(c.from);
    if (!a) continue;
    returnOf(s, c, a, y);
  }
}

export const fuseText = (p: NetPart): string => `${p.id}  ${p.ratingA === null ? '?' : `${p.ratingA} A`}`;

/** What sits in a return stands at its end, this far apart. */
const IN_RETURN_STEP = 62;

/** The leads of a return up to where it lands, over the switches and the fuse that sit in it and stand nowhere yet. */
function overParts(s: Sheet, c: Conductor): Conductor[] {
  const way = [c];
  for (let last = c; ;) {
    const p = s.parts.get(last.to.part);
    if ((p?.kind !== 'fuse' && p?.kind !== 'switch') || s.place(last.to)) return way;
    const next = s.wiring.netlist.conductors.find((w) => w.from.part === p.id && w.polarity === 'negative');
    if (!next || way.includes(next)) return way;
    way.push(next);
    last = next;
  }
}

/** A return with what sits in it, then on to where it lands. */
function returnOf(s: Sheet, c: Conductor, a: Point, y: number): void {
  const way = overParts(s, c);
  // one that comes to a lever of another row stands before it
  const before = s.parts.get(way.at(-1)!.to.part)?.kind === 'switch' ? 1 : 0;
  let from = a;
  way.slice(0, -1).forEach((w, i) => {
    const p = s.parts.get(w.to.part)!;
    const x = s.rightX - 54 - (way.length - 2 - i + before) * IN_RETURN_STEP;
    let ends: [Point, Point] = [
      [x - 18, y],
      [x + 18, y]
    ];
    if (p.kind === 'fuse') ends = s.fuseAlong(p, x, y, 18, { text: fuseText(p), dy: 18 }, 5); // flat: the row's figures stand right above it
    else s.lever(p, x - 18, y, 36);
    s.at(p.id, 'in', ends[0]);
    s.wire(w, [from, ends[0]]);
    from = s.at(p.id, 'out', ends[1]);
  });
  landing(s, way.at(-1)!, from, y);
}

function landing(s: Sheet, c: Conductor, a: Point, y: number): void {
  if (c.to.part === 'bus') {
    s.wire(c, [a, [s.rightX, y]]);
    s.put({ t: 'ring', owner: null, x: s.rightX, y, r: 3.5, role: 'joint-negative' });
    s.put({
      t: 'arrow',
      owner: { kind: 'conductor', id: c.id, circuitId: c.circuitId },
      x: s.rightX - 14,
      y,
      to: 'right',
      role: 'negative'
    });
    return;
  }
  const to = s.place(c.to);
  if (!to) return;
  const toKind = s.parts.get(c.to.part)?.kind;
  if (toKind === 'switch') {
    // a lever of another row lets this one out, too
    const x = to[0] - 12;
    s.wire(c, [a, [x, y], [x, to[1]], to], true);
    return;
  }
  if (toKind === 'bus' && c.to.part !== 'join-') {
    s.wire(c, [a, [to[0], y], to], true);
    return;
  }
  if (toKind === 'controller') {
    s.wire(c, [a, [s.col.port + 34, y], [s.col.port + 34, y + 26], [to[0], y + 26], to], true);
    return;
  }
  const onPort = toKind === 'port';
  const chainX = s.col.port + 34;
  if (onPort) s.wire(c, [a, [chainX, y], [chainX, to[1]], to], true);
  else s.wire(c, [a, [s.rightX - 40, y], [s.rightX - 40, s.returnY + 38], [to[0], s.returnY + 38], to], true);
}

/** What no row has drawn: sense leads with their fuses, a panel's port, leads of devices. */
export function rest(s: Sheet): void {
  const { conductors } = s.wiring.netlist;
  for (const c of conductors) {
    const p = s.parts.get(c.to.part);
    if (c.polarity !== 'sense' || p?.kind !== 'fuse' || c.from.part !== 'shunt') continue;
    const plus = c.from.terminal === 'load side';
    const [x, y] = [s.shuntX + (plus ? 66 : 14), s.returnY - 46];
    const owner = s.own(p.id);
    s.put({ t: 'box', owner, x: x - 6, y: y - 12, w: 12, h: 24, role: 'fuse' });
    s.text(owner, plus ? x + 10 : x - 10, y + 4, fuseText(p), 'plain', plus ? 'start' : 'end');
    s.at(p.id, 'in', [x, y + 12]);
    s.at(p.id, 'out', [x, y - 12]);
    s.wire(c, [
      [x, s.returnY - 14],
      [x, y + 12]
    ]);
  }
  for (const c of conductors) {
    if (s.drawn.has(c.id)) continue;
    const p = s.parts.get(c.from.part);
    const q = s.parts.get(c.to.part);
    if (q?.kind === 'port' && p?.kind !== 'controller' && c.polarity !== 'sense') continue;
    if (c.polarity === 'sense') {
      const [a, b] = [s.place(c.from), s.place(c.to)];
      if (a && b) s.wire(c, senseWay(s, a, b, c.to.terminal === 'sense+'), true);
    }
  }
  panelPort(s);
}

/** From the shunt up to the meter; past the ports of rows that stand between. */
function senseWay(s: Sheet, a: Point, b: Point, plus: boolean): Point[] {
  const y = a[1] - (plus ? 20 : 32);
  if (!s.rows.some((r) => r.group === 'post')) return [a, [a[0], y], [b[0], y], b];
  const x = s.col.port - (plus ? 62 : 74);
  const under = b[1] + (plus ? 18 : 8);
  return [a, [a[0], y], [x, y], [x, under], [b[0], under], b];
}

function panelPort(s: Sheet): void {
  const { conductors } = s.wiring.netlist;
  const plus = conductors.find((c) => c.id === 'solar/panel+');
  const minus = conductors.find((c) => c.id === 'solar/panel-');
  const at = s.place({ part: 'SC', terminal: 'panel +' });
  if (!plus || !minus || !at) return;
  const [x, y] = [s.col.port + 130, at[1]];
  const owner = s.own(plus.from.part);
  s.put({ t: 'ring', owner, x, y, r: 14, role: 'part' });
  s.text(owner, x, y + 4, plus.from.part, 'name', 'middle');
  s.text(owner, x + 20, y + 4, 'panel', 'plain');
  const low = s.place({ part: 'SC', terminal: 'panel −' })!;
  s.wire(
    plus,
    [[x - 12, y - 6], [at[0], y - 6], at].map((p): Point => [p[0]!, p[1]!])
  );
  s.wire(minus, [low, [low[0], y + 8], [x - 12, y + 8]]);
}
