import { runText } from '../quantity/format.ts';
import type { LengthUnit } from '../quantity/length.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { areaMm2, knownSize } from '../wiring/conductor.ts';
import type { Conductor, NetPart, Terminal } from '../wiring/netlist.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { rowsOf, type Row } from './rows.ts';
import type { Owner, Point, Rung, Shape } from './shapes.ts';

/** Rows are this far apart; closer from the tenth on. @source look.md, wiring rules */
const PITCH = 64;
const CLOSE_PITCH = 48;
const CLOSE_FROM = 10;
const TOP_Y = 60;
export const RAIL_X = 64;
export const BUS_X = 236;
const LEAST_WIDTH = 900;
const PACK_W = 132;
/** Three and more packs are drawn narrower. */
const NARROW_PACK_W = 104;
const SHUNT_X = 470;
export const SHUNT_W = 80;
/** Along the bottom a plug of a cable takes this much. */
export const PLUG_PITCH = 90;
export const PACK_H = 64;
export const PACK_GAP = 18;

const key = (t: Terminal): string => `${t.part} ${t.terminal}`;

/** Line weight says the gauge. @source look.md: 12 AWG 4, 16 3, 18 2.5, 22 1.5 */
const lineWeight = (c: Pick<Conductor, 'size' | 'count'>): number =>
  c.size && knownSize(c.size) ? Math.min(5.5, 1.1 + Math.sqrt(c.count * areaMm2(c.size)) * 1.15) : 1;

/** Parts the main return goes through on its way to the battery, in its order, but for the joint and the shunt. */
function minusParts({ netlist }: WiringPlan): NetPart[] {
  const byId = new Map(netlist.parts.map((p) => [p.id, p]));
  const out: NetPart[] = [];
  let now = 'bus';
  for (let guard = 0; guard < netlist.parts.length; guard++) {
    const lead = netlist.conductors.find(
      (c) => c.from.part === now && c.circuitId === null && c.polarity === 'negative'
    );
    const part = lead && byId.get(lead.to.part);
    if (!part || part.kind === 'battery' || part.kind === 'bus') break;
    if (part.kind !== 'shunt') out.push(part);
    now = part.id;
  }
  return out;
}

/** The paper: columns and rows worked out once, and what is put on it. */
export type SheetOptions = {
  widthPx: number;
  lengthUnit: LengthUnit;
  mostLostV?: ((circuitId: string) => number | undefined) | undefined;
  /** What flows and stands right now, in place of the sizes; rows stand close, so that the whole is seen at once. */
  readings?: Readings | undefined;
};
export type Readings = {
  /** A on a lead; undefined where nothing flows. */
  ampsOn: (conductorId: string) => number | undefined;
  /** V at a port's contacts; undefined at a dead one. */
  voltsAt: (portTag: string) => number | undefined;
};

export class Sheet {
  readonly wiring: WiringPlan;
  readonly unit: LengthUnit;
  readonly rows: Row[];
  readonly width: number;
  readonly rightX: number;
  readonly col: Record<'fuse' | 'wire' | 'relay' | 'sw' | 'port' | 'feeds' | 'amps' | 'volts', number>;
  readonly parts: ReadonlyMap<string, NetPart>;
  readonly into = new Map<string, Conductor[]>();
  readonly shapes: Shape[] = [];
  readonly over: Shape[] = [];
  readonly rungs: Rung[] = [];
  readonly yOf = new Map<string, number>();
  /** Where each terminal is drawn. */
  readonly spot = new Map<string, Point>();
  readonly drawn = new Set<string>();
  readonly busY0: number;
  readonly returnY: number;
  readonly mainWeight: number;
  readonly bankH: number;
  readonly packW: number;
  /** Left edge of the shunt on the return, right of all batteries and plugs. */
  readonly shuntX: number;
  /** What sits in the way back of the main feed, from its shunt to the battery. */
  readonly alongMinus: readonly NetPart[];
  /** Middle of the main fuse on the left rail. */
  readonly fuseY: number;

  /** The most that may be lost on a circuit whose wire or length is not known, V; undefined where it is. */
  readonly mostLostV: SheetOptions['mostLostV'];
  readonly readings: Readings | undefined;

  constructor(wiring: WiringPlan, x: SheetOptions) {
    this.wiring = wiring;
    this.mostLostV = x.mostLostV;
    this.readings = x.readings;
    this.unit = x.lengthUnit;
    this.rows = rowsOf(wiring);
    this.width = Math.max(LEAST_WIDTH, x.widthPx);
    this.rightX = this.width - 24;
    this.col = {
      fuse: 276,
      wire: 330,
      relay: 412,
      sw: 468,
      port: 566,
      feeds: 612,
      amps: this.width - 96,
      volts: this.width - 40
    };
    this.parts = new Map(wiring.netlist.parts.map((p) => [p.id, p]));
    for (const c of wiring.netlist.conductors) this.into.set(c.to.part, [...(this.into.get(c.to.part) ?? []), c]);
    this.mainWeight = lineWeight({ size: wiring.main.wire ?? null, count: wiring.main.wireCount });
    const pitch = this.rows.length >= CLOSE_FROM || x.readings ? CLOSE_PITCH : PITCH;
    const of = (g: Row['group']) => this.rows.filter((r) => r.group === g);
    of('ahead').forEach((r, i) => this.yOf.set(r.id, TOP_Y + i * pitch));
    this.busY0 = TOP_Y + of('ahead').length * pitch + (of('ahead').length ? 44 : 24);
    of('load').forEach((r, i) => this.yOf.set(r.id, this.busY0 + i * pitch));
    const lastLoad = this.busY0 + Math.max(0, of('load').length - 1) * pitch;
    // F0 stands above the rows that leave the battery ahead of it
    const postY0 = Math.max(lastLoad + pitch + 18, this.busY0 + 190);
    of('post').forEach((r, i) => this.yOf.set(r.id, postY0 + i * pitch));
    const lastRow = of('post').length ? postY0 + (of('post').length - 1) * pitch : lastLoad;
    const packs = wiring.netlist.packIds.length;
    this.packW = packs > 2 ? NARROW_PACK_W : PACK_W;
    this.alongMinus = minusParts(wiring);
    this.shuntX = Math.max(SHUNT_X, 20 + packs * (this.packW + PACK_GAP) + this.alongMinus.length * PLUG_PITCH);
    this.bankH = packs > 1 ? 250 : 130;
    const clear = of('post').length || packs > 1 ? this.bankH : 150;
    this.returnY = Math.max(lastRow + clear, this.busY0 + 180 + this.bankH);
    this.fuseY = of('post').length ? postY0 - 78 : this.returnY - this.bankH - 60;
  }

  put(s: Shape): void {
    this.shapes.push(s);
  }

  own(id: string): Owner {
    const p = this.parts.get(id);
    return p ? { kind: 'part', id, ref: p.ref } : null;
  }

  at(part: string, terminal: string, p: Point): Point {
    this.spot.set(`${part} ${terminal}`, p);
    return p;
  }

  place(t: Terminal): Point | undefined {
    return this.spot.get(key(t));
  }

  text(
    owner: Owner,
    x: number,
    y: number,
    text: string,
    role: Extract<Shape, { t: 'text' }>['role'] = 'plain',
    anchor: Extract<Shape, { t: 'text' }>['anchor'] = 'start'
  ): void {
    this.over.push({ t: 'text', owner, x, y, text, role, anchor });
  }

  /** A lead along right angles; without a way it goes straight across, then down. */
  wire(c: Conductor, points: Point[], bridges = false): void {
    if (this.drawn.has(c.id)) return;
    this.drawn.add(c.id);
    this.put({
      t: 'line',
      owner: { kind: 'conductor', id: c.id, circuitId: c.circuitId },
      role: c.polarity,
      points,
      weight: lineWeight(c),
      ...(bridges ? { bridges } : {})
    });
  }

  between(from: Terminal, to: Terminal): Conductor | undefined {
    return this.wiring.netlist.conductors.find((c) => key(c.from) === key(from) && key(c.to) === key(to));
  }

  sizeText(c: Conductor | undefined): string {
    if (!c) return '';
    const run = runText(c.lengthMm, this.unit);
    const many = c.count > 1 ? `${c.count} × ` : '';
    return `${many}${c.size ? wireSizeText(c.size) : 'wire unknown'}  ${run.value} ${run.unit}`;
  }

  angle(a: Point, b: Point): Point[] {
    return a[0] === b[0] || a[1] === b[1] ? [a, b] : [a, [a[0], b[1]], b];
  }

  /** Draws the leads that end at a terminal, straight from where they come. */
  wireTo(part: string, terminal: string): void {
    for (const c of this.into.get(part) ?? []) {
      const [a, b] = [this.place(c.from), this.place(c.to)];
      if (c.to.terminal !== terminal || !a || !b) continue;
      this.wire(c, a[0] === b[0] || a[1] === b[1] ? [a, b] : [a, [a[0], b[1]], b]);
    }
  }

  /** A fuse lying in a lead, its name above it or below. @returns its left end and its right one */
  fuseAlong(
    p: NetPart,
    x: number,
    y: number,
    halfPx: number,
    says: { text: string; dy: number },
    halfHeightPx = 8
  ): [Point, Point] {
    const owner = this.own(p.id);
    this.put({ t: 'box', owner, x: x - halfPx, y: y - halfHeightPx, w: 2 * halfPx, h: 2 * halfHeightPx, role: 'fuse' });
    const ends: [Point, Point] = [
      [x - halfPx, y],
      [x + halfPx, y]
    ];
    this.put({ t: 'line', owner, role: 'ink', points: ends, weight: 1.5 });
    this.text(owner, x, y + says.dy, says.text, 'name', 'middle');
    return ends;
  }

  fuseUp(id: string, x: number, y: number): void {
    const owner = this.own(id);
    const p = this.parts.get(id)!;
    this.put({ t: 'box', owner, x: x - 8, y, w: 16, h: 32, role: 'fuse' });
    this.put({
      t: 'line',
      owner,
      role: 'ink',
      points: [
        [x, y],
        [x, y + 32]
      ],
      weight: 1.5
    });
    this.text(owner, x + 14, y + 14, id, 'name');
    this.text(owner, x + 14, y + 29, p.ratingA === null ? 'unknown' : `${p.ratingA} A`, 'value');
    this.at(id, 'in', [x, y + 32]);
    this.at(id, 'out', [x, y]);
  }

  /** Two contacts with a lever between them, lying. */
  lever(p: NetPart, x: number, y: number, span: number): void {
    const owner = this.own(p.id);
    this.put({
      t: 'line',
      owner,
      role: 'ink',
      points: [
        [x, y],
        [x + span, y]
      ],
      weight: 2.5
    });
    for (const xx of [x, x + span]) this.put({ t: 'ring', owner, x: xx, y, r: 4, role: 'contact' });
    if (p.kind === 'relay')
      this.put({
        t: 'line',
        owner,
        role: 'faint',
        points: [
          [x + span / 2, y],
          [x + span / 2, y + 12]
        ],
        weight: 1.5
      });
    this.text(owner, x + span / 2, y + 20, p.kind === 'inlet' ? 'cable' : p.id, 'name', 'middle');
    const word = p.duty === 'master' ? 'master' : p.kind === 'relay' ? 'relay' : '';
    if (word) this.text(owner, x + span / 2, y + 34, word, 'plain', 'middle');
  }
}
