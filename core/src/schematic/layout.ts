import { ampsText, fixed, runText } from '../quantity/format.ts';
import type { LengthUnit } from '../quantity/length.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { areaMm2, knownSize } from '../wiring/conductor.ts';
import type { Conductor, NetPart, Terminal } from '../wiring/netlist.ts';
import type { CircuitPlan, WiringPlan } from '../wiring/types.ts';
import { rowsOf, type Row } from './rows.ts';
import type { Owner, Point, Rung, Schematic, Shape } from './shapes.ts';

/** Rows are this far apart; closer from the tenth on. @source look.md, wiring rules */
const PITCH = 64;
const CLOSE_PITCH = 48;
const CLOSE_FROM = 10;
const TOP_Y = 60;
const RAIL_X = 64;
const BUS_X = 236;
const LEAST_WIDTH = 900;
const PACK_W = 132;
const PACK_H = 64;
const PACK_GAP = 18;

const key = (t: Terminal): string => `${t.part} ${t.terminal}`;

/** Line weight says the gauge. @source look.md: 12 AWG 4, 16 3, 18 2.5, 22 1.5 */
export const lineWeight = (c: Pick<Conductor, 'size' | 'count'>): number =>
  c.size && knownSize(c.size) ? Math.min(5.5, 1.1 + Math.sqrt(c.count * areaMm2(c.size)) * 1.15) : 1;

/**
 * The circuit as a ladder: the bank at the lower left, the main path up the left rail, one row for each circuit, returns to
 * the right rail and along the bottom through the shunt. Where things stand follows from the order of the document alone, so
 * a changed wire or fuse moves nothing and a new circuit moves what lies below it by one row.
 * @param widthPx room there is; rows get wider, never narrower than they can be read
 */
export function schematic(wiring: WiringPlan, x: { widthPx: number; lengthUnit: LengthUnit }): Schematic {
  return new Ladder(wiring, x).draw();
}

class Ladder {
  private readonly wiring: WiringPlan;
  private readonly unit: LengthUnit;
  private readonly rows: Row[];
  private readonly width: number;
  private readonly rightX: number;
  private readonly col: Record<'fuse' | 'wire' | 'relay' | 'sw' | 'port' | 'feeds' | 'amps' | 'volts', number>;
  private readonly parts: ReadonlyMap<string, NetPart>;
  private readonly into = new Map<string, Conductor[]>();
  private readonly shapes: Shape[] = [];
  private readonly over: Shape[] = [];
  private readonly rungs: Rung[] = [];
  private readonly yOf = new Map<string, number>();
  /** Where each terminal is drawn. */
  private readonly spot = new Map<string, Point>();
  private readonly drawn = new Set<string>();
  private readonly busY0: number;
  private readonly returnY: number;
  private readonly mainWeight: number;
  private readonly bankH: number;
  /** Middle of the main fuse on the left rail. */
  private readonly fuseY: number;

  constructor(wiring: WiringPlan, x: { widthPx: number; lengthUnit: LengthUnit }) {
    this.wiring = wiring;
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
    const pitch = this.rows.length >= CLOSE_FROM ? CLOSE_PITCH : PITCH;
    const of = (g: Row['group']) => this.rows.filter((r) => r.group === g);
    of('ahead').forEach((r, i) => this.yOf.set(r.id, TOP_Y + i * pitch));
    this.busY0 = TOP_Y + of('ahead').length * pitch + (of('ahead').length ? 44 : 24);
    of('load').forEach((r, i) => this.yOf.set(r.id, this.busY0 + i * pitch));
    const lastLoad = this.busY0 + Math.max(0, of('load').length - 1) * pitch;
    // F0 stands above the rows that leave the battery ahead of it
    const postY0 = Math.max(lastLoad + pitch + 18, this.busY0 + 190);
    of('post').forEach((r, i) => this.yOf.set(r.id, postY0 + i * pitch));
    const lastRow = of('post').length ? postY0 + (of('post').length - 1) * pitch : lastLoad;
    this.bankH = wiring.netlist.packIds.length > 1 ? 250 : 130;
    this.returnY = Math.max(lastRow + (of('post').length ? this.bankH : 150), this.busY0 + 180 + this.bankH);
    this.fuseY = of('post').length ? postY0 - 78 : this.returnY - this.bankH - 60;
  }

  draw(): Schematic {
    this.columns();
    this.bank();
    this.rail();
    this.bottom();
    for (const r of this.rows) this.row(r);
    this.rest();
    return { width: this.width, height: this.returnY + 64, rungs: this.rungs, shapes: [...this.shapes, ...this.over] };
  }

  private put(s: Shape): void {
    this.shapes.push(s);
  }
  private own(id: string): Owner {
    const p = this.parts.get(id);
    return p ? { kind: 'part', id, ref: p.ref } : null;
  }
  private at(part: string, terminal: string, p: Point): Point {
    this.spot.set(`${part} ${terminal}`, p);
    return p;
  }
  private place(t: Terminal): Point | undefined {
    return this.spot.get(key(t));
  }
  private text(
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
  private wire(c: Conductor, points: Point[], bridges = false): void {
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
  private between(from: Terminal, to: Terminal): Conductor | undefined {
    return this.wiring.netlist.conductors.find((c) => key(c.from) === key(from) && key(c.to) === key(to));
  }
  private sizeText(c: Conductor | undefined): string {
    if (!c) return '';
    const run = runText(c.lengthMm, this.unit);
    const many = c.count > 1 ? `${c.count} × ` : '';
    return `${many}${c.size ? wireSizeText(c.size) : 'wire unknown'}  ${run.value} ${run.unit}`;
  }

  private columns(): void {
    const c = this.col;
    const heads: [number, string, 'start' | 'middle' | 'end'][] = [
      [c.fuse, 'Fuse', 'middle'],
      [c.wire, 'Wire', 'start'],
      [c.sw, 'Switch', 'middle'],
      [c.port, 'Port', 'middle'],
      [c.feeds + 6, 'Feeds', 'start'],
      [c.amps + 8, 'Most', 'end'],
      [c.volts + 8, 'Lost', 'end']
    ];
    for (const [x, text, anchor] of heads) this.text(null, x, 20, text, 'column', anchor);
  }

  /** Batteries side by side at the lower left, with pack fuses, joins or changeover above them. */
  private bank(): void {
    const { packIds } = this.wiring.netlist;
    const top = this.returnY - 22 - PACK_H;
    packIds.forEach((id, i) => {
      const x = 20 + i * (PACK_W + PACK_GAP);
      const plusX = i === 0 ? RAIL_X : x + 44;
      const owner = this.own(id);
      this.put({ t: 'box', owner, x, y: top, w: PACK_W, h: PACK_H, role: 'battery' });
      this.text(owner, x + PACK_W / 2 + 8, top + 38, this.parts.get(id)!.label, 'name', 'middle');
      this.text(owner, plusX - 12, top + 18, '+', 'sign', 'middle');
      this.text(owner, plusX - 12, top + PACK_H - 8, '−', 'sign', 'middle');
      this.at(id, '+', [plusX, top]);
      this.at(id, '-', [plusX, top + PACK_H]);
      const fuse = `FP${i + 1}`;
      if (this.parts.has(fuse)) {
        this.fuseUp(fuse, plusX, top - 46);
        this.wireTo(fuse, 'in');
      }
    });
    if (packIds.length < 2) return;
    const joinY = top - 96;
    const outOf = (i: number): Terminal =>
      this.parts.has(`FP${i + 1}`) ? { part: `FP${i + 1}`, terminal: 'out' } : { part: packIds[i]!, terminal: '+' };
    const plusX = (i: number): number => this.place(outOf(i))![0];
    if (this.parts.has('CH')) {
      const right = plusX(packIds.length - 1);
      const owner = this.own('CH');
      this.put({ t: 'box', owner, x: RAIL_X - 22, y: joinY - 34, w: right - RAIL_X + 44, h: 34, role: 'part' });
      this.text(owner, (RAIL_X + right) / 2 + 14, joinY - 12, 'Changeover', 'name', 'middle');
      packIds.forEach((_, i) => {
        this.at('CH', `${i + 1}`, [plusX(i), joinY]);
        this.text(owner, plusX(i) + 8, joinY - 6, `${i + 1}`, 'plain');
        const c = this.between(outOf(i), { part: 'CH', terminal: `${i + 1}` });
        if (c) this.wire(c, [this.place(c.from)!, [plusX(i), joinY]]);
      });
      this.at('CH', 'out', [RAIL_X, joinY - 34]);
    } else if (this.parts.has('join+')) {
      this.at('join+', '+', [RAIL_X, joinY]);
      packIds.forEach((_, i) => {
        const c = this.between(outOf(i), { part: 'join+', terminal: '+' });
        if (c) this.wire(c, [this.place(c.from)!, [plusX(i), joinY], [RAIL_X, joinY]]);
      });
      this.put({ t: 'ring', owner: this.own('join+'), x: RAIL_X, y: joinY, r: 5, role: 'joint-positive' });
    } else
      packIds.slice(1).forEach((_, k) => {
        const c = this.between(outOf(k + 1), outOf(k));
        const y = joinY - 10 + 12 * (k % 2);
        if (c) this.wire(c, [this.place(c.from)!, [plusX(k + 1), y], [plusX(k), y], this.place(c.to)!]);
      });
  }

  private fuseUp(id: string, x: number, y: number): void {
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

  /** Draws the leads that end at a terminal, straight from where they come. */
  private wireTo(part: string, terminal: string): void {
    for (const c of this.into.get(part) ?? []) {
      const [a, b] = [this.place(c.from), this.place(c.to)];
      if (c.to.terminal !== terminal || !a || !b) continue;
      this.wire(c, a[0] === b[0] || a[1] === b[1] ? [a, b] : [a, [a[0], b[1]], b]);
    }
  }

  /** Up the left: main fuse, inlet, isolator; then across to the block: main relay, master, distribution cable. */
  private rail(): void {
    const { main } = this.wiring;
    const headY = this.yOf.get(this.rows.find((r) => r.group === 'load')?.id ?? '') ?? this.busY0;
    let y = this.fuseY;
    if (this.parts.has('F0')) {
      this.fuseUp('F0', RAIL_X, y - 16);
      const run = main.fuseDistanceMm === undefined ? undefined : runText(main.fuseDistanceMm, this.unit);
      this.text(this.own('F0'), RAIL_X + 14, y + 30, this.parts.get('F0')!.label.toLowerCase());
      if (run) this.text(this.own('F0'), RAIL_X + 14, y + 46, `${run.value} ${run.unit} from battery`);
      this.wireTo('F0', 'in');
      y -= 84;
    } else {
      this.text(null, RAIL_X + 14, y, main.fuseOrigin === 'unknown' ? 'main fuse unknown' : 'no main fuse', 'warn');
      y -= 50;
    }
    for (const id of ['inlet', ...this.isolators()]) {
      if (!this.parts.has(id)) continue;
      this.upright(id, y);
      y -= 64;
    }
    let x = 100;
    for (const c of this.mainRun()) {
      const p = this.parts.get(c.to.part)!;
      const from = this.place(c.from)!;
      if (p.kind === 'fuse-block') {
        this.at('block', '+', [BUS_X, headY]);
        this.wire(c, this.angle(from, [BUS_X, headY]));
        break;
      }
      const out = p.kind === 'relay' ? '87' : 'out';
      const span = 36;
      this.lever(p, x, headY, span);
      this.at(p.id, c.to.terminal, [x, headY]);
      this.at(p.id, out, [x + span, headY]);
      this.wire(c, this.angle(from, [x, headY]));
      x += span + 16;
    }
    this.busLines(headY);
  }

  /** Part whose far side is always live, and where the main path ends when there is no block. */
  private spotOfSource(): { owner: Owner } {
    const c = this.wiring.netlist.conductors.find(
      (w) => w.id.endsWith('/stub') || w.id.endsWith('coil-fuse') || w.id.startsWith('solar/')
    );
    return { owner: this.own(c?.from.part ?? 'F0') };
  }
  private mainEnd(): { owner: Owner; at: Point } | undefined {
    const first = this.rows.find((r) => r.group === 'load' && r.upId === undefined && r.circuit)?.circuit;
    const from = this.wiring.netlist.conductors.find(
      (w) => w.circuitId === first?.circuit.id && w.polarity === 'positive'
    )?.from;
    const at = from && this.place(from);
    return from && at ? { owner: this.own(from.part), at } : undefined;
  }

  private isolators(): string[] {
    return this.wiring.netlist.parts.filter((p) => p.label === 'Isolator').map((p) => p.id);
  }

  /** Leads of the main path from what is always live onward. */
  private mainRun(): Conductor[] {
    const done = new Set(['main/fuse', 'main/inlet+', ...this.isolators().map((t) => this.into.get(t)?.[0]?.id ?? '')]);
    return this.wiring.netlist.conductors.filter(
      (c) => c.circuitId === null && c.polarity === 'positive' && c.id.startsWith('main/') && !done.has(c.id)
    );
  }

  private angle(a: Point, b: Point): Point[] {
    return a[0] === b[0] || a[1] === b[1] ? [a, b] : [a, [a[0], b[1]], b];
  }

  private upright(id: string, y: number): void {
    const p = this.parts.get(id)!;
    const owner = this.own(id);
    this.at(id, 'in', [RAIL_X, y + 16]);
    this.at(id, 'out', [RAIL_X, y - 16]);
    this.put({
      t: 'line',
      owner,
      role: 'ink',
      points: [
        [RAIL_X, y + 16],
        [RAIL_X, y - 16]
      ],
      weight: 2.5
    });
    for (const yy of [y + 16, y - 16]) this.put({ t: 'ring', owner, x: RAIL_X, y: yy, r: 4, role: 'contact' });
    this.text(owner, RAIL_X + 14, y - 2, p.kind === 'switch' ? p.id : p.label, 'name');
    if (p.kind === 'switch') this.text(owner, RAIL_X + 14, y + 14, p.label.toLowerCase());
    this.wireTo(id, 'in');
  }

  /** Two contacts with a lever between them, lying. */
  private lever(p: NetPart, x: number, y: number, span: number): void {
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
    const word = p.label === 'Master switch' ? 'master' : p.kind === 'relay' ? 'relay' : '';
    if (word) this.text(owner, x + span / 2, y + 34, word, 'plain', 'middle');
  }

  /** The + bus at the block, with a frame round its fuses. */
  private busLines(headY: number): void {
    const loads = this.rows.filter((r) => r.group === 'load' && r.upId === undefined && r.circuit);
    const owner = this.own('block');
    const last = loads.length ? this.yOf.get(loads[loads.length - 1]!.id)! : headY;
    const ahead = this.rows.filter((r) => r.group === 'ahead');
    if (ahead.length) {
      // what is always live leaves the rail ahead of the master
      const source = this.spotOfSource();
      const top = this.yOf.get(ahead[0]!.id)!;
      this.put({
        t: 'line',
        owner: source.owner,
        role: 'positive',
        points: [
          [RAIL_X, Math.max(headY, top)],
          [RAIL_X, top]
        ],
        weight: this.mainWeight
      });
      this.put({ t: 'ring', owner: null, x: RAIL_X, y: headY, r: 3.5, role: 'joint-positive' });
    }
    const end = this.mainEnd();
    const feed: Point = this.place({ part: 'block', terminal: '+' }) ?? [BUS_X, headY];
    if (!this.parts.has('block') && loads.length && end)
      this.put({
        t: 'line',
        owner: end.owner,
        role: 'positive',
        points: this.angle(end.at, feed),
        weight: this.mainWeight
      });
    const block = this.parts.has('block');
    if (last > headY)
      this.put({
        t: 'line',
        owner: block ? owner : null,
        role: 'positive',
        points: [feed, [BUS_X, last]],
        weight: this.mainWeight
      });
    if (block) {
      this.put({ t: 'box', owner, x: BUS_X - 14, y: headY - 36, w: 98, h: last - headY + 52, role: 'frame' });
      this.text(owner, BUS_X - 14, headY - 42, `fuse block, ${this.wiring.block?.wayCount ?? '?'} ways`);
    } else if (loads.length && this.wiring.chain.upOf.size === 0)
      this.text(null, BUS_X - 8, headY - 40, 'no fuse block', 'warn');
  }

  /** Bus, shunt and plugs along the bottom, back to the bank. */
  private bottom(): void {
    const y = this.returnY;
    const first = this.rows.find((r) => r.circuit);
    const topY = first ? Math.min(...this.rows.map((r) => this.yOf.get(r.id)!)) : y - 40;
    const busOwner = this.own('bus');
    this.at('bus', '-', [this.rightX, y]);
    this.put({
      t: 'line',
      owner: busOwner,
      role: 'negative',
      points: [
        [this.rightX, topY],
        [this.rightX, y]
      ],
      weight: this.mainWeight
    });
    this.text(
      busOwner,
      this.rightX - 10,
      y - 10,
      `− ${this.parts.get('bus')?.label.toLowerCase() ?? 'bus'}`,
      'plain',
      'end'
    );
    let x = 640;
    if (this.parts.has('shunt')) {
      const owner = this.own('shunt');
      const s = this.wiring.shunt;
      this.put({ t: 'box', owner, x: 470, y: y - 14, w: 80, h: 28, role: 'part' });
      this.text(owner, 510, y + 4, 'Shunt', 'name', 'middle');
      this.text(owner, 462, y - 8, 'battery side', 'plain', 'end');
      this.text(owner, 558, y - 8, 'load side');
      if (s) this.text(owner, 510, y + 32, `${s.ratingA ?? '?'} A ${s.ratingMilliV} mV`, 'plain', 'middle');
      this.at('shunt', 'load side', [550, y]);
      this.at('shunt', 'battery side', [470, y]);
      x = 400;
    }
    for (const id of ['dist-', 'inlet-']) {
      if (!this.parts.has(id)) continue;
      const owner = this.own(id);
      this.put({ t: 'box', owner, x: x - 60, y: y - 12, w: 60, h: 24, role: 'part' });
      this.text(owner, x - 30, y + 4, id === 'dist-' ? 'cable −' : 'inlet −', 'name', 'middle');
      this.at(id, 'out', [x, y]);
      this.at(id, 'in', [x - 60, y]);
      x -= 90;
    }
    if (this.parts.has('join-')) {
      this.at('join-', '-', [RAIL_X, y]);
      this.put({ t: 'ring', owner: this.own('join-'), x: RAIL_X, y, r: 5, role: 'joint-negative' });
    }
    for (const c of this.wiring.netlist.conductors) {
      if (c.circuitId !== null || c.polarity !== 'negative') continue;
      const [a, b] = [this.place(c.from), this.place(c.to)];
      if (!a || !b) continue;
      const pack = this.parts.get(c.to.part)?.kind === 'battery';
      const links = this.parts.get(c.from.part)?.kind === 'battery';
      this.wire(c, links ? [a, [a[0], y - 8], [b[0], y - 8], b] : pack ? [a, [b[0], a[1]], b] : this.angle(a, b));
    }
    this.put({ t: 'arrow', owner: null, x: 250, y, to: 'left', role: 'negative' });
  }

  private row(r: Row): void {
    const y = this.yOf.get(r.id)!;
    const c = r.circuit;
    const up = r.upId === undefined ? undefined : this.tapOf(r.upId);
    const fromX = up ? up[0] : r.group === 'load' ? BUS_X : RAIL_X;
    const end = this.parts.get(r.partId);
    this.rungs.push({
      id: r.id,
      circuitId: c?.circuit.id ?? null,
      endPart: r.partId,
      y,
      top: y - 30,
      height: 56,
      x: fromX - 14,
      width: this.rightX - fromX + 8,
      say: c ? this.sayOf(c) : `${r.partId} ${end?.label ?? ''}`
    });
    // leads of this row in the order current runs through them
    const chain = this.positives(r);
    let from: Point = up ?? [fromX, y];
    let labelled = false;
    for (const w of chain) {
      const p = this.parts.get(w.to.part)!;
      const start = this.place(w.from) ?? from;
      const to = this.partOn(p, w.to.terminal, y, r, up !== undefined);
      // a row begins where it leaves the rail or bus, whatever height the part before it stands at
      const leaves = w === chain[0];
      const points: Point[] = leaves ? (up ? this.down(up, to) : [[fromX, y], to]) : this.angle(start, to);
      this.wire(w, points);
      if (leaves && !up) this.put({ t: 'ring', owner: null, x: fromX, y, r: 3.5, role: 'joint-positive' });
      if (!labelled && to[0] > this.col.wire) {
        this.text(
          { kind: 'conductor', id: w.id, circuitId: w.circuitId },
          Math.max(this.col.wire, points[0]![0] + 10),
          y - 8,
          this.sizeText(w)
        );
        labelled = true;
      }
      from = to;
    }
    const last = chain[chain.length - 1];
    if (last && c)
      this.put({
        t: 'arrow',
        owner: { kind: 'conductor', id: last.id, circuitId: last.circuitId },
        x: this.col.port - 40,
        y,
        to: 'right',
        role: 'positive'
      });
    if (c) this.figures(c, y, r);
    this.backs(r, y);
  }

  /** Below where it comes from, then across. */
  private down(a: Point, b: Point): Point[] {
    return [a, [a[0], b[1]], b];
  }

  /** Where rows that hang on another one leave it: right behind its fuse. */
  private tapOf(upId: string): Point {
    const y = this.yOf.get(upId)!;
    const up = this.rows.find((r) => r.id === upId);
    const ownFuse = up?.circuit && this.parts.has(up.circuit.fuseTag) && up.circuit.fuseOrigin !== 'none';
    const start = up?.upId === undefined ? BUS_X : this.tapOf(up.upId)[0];
    return [ownFuse ? Math.max(start + 76, this.col.fuse + 30) : Math.max(start, this.col.fuse + 30), y];
  }

  /** Positive leads that end in this row, from its beginning to its port, coil or controller. */
  private positives(r: Row): Conductor[] {
    const end = this.parts.get(r.partId);
    const terminal = r.circuit ? '+' : end?.coil ? '86' : 'battery +';
    const out: Conductor[] = [];
    let now: Terminal | undefined = { part: r.partId, terminal };
    for (let guard = 0; now && guard < 8; guard++) {
      const into: Conductor | undefined = (this.into.get(now.part) ?? []).find(
        (c) =>
          c.polarity === 'positive' &&
          !this.drawn.has(c.id) &&
          (this.parts.get(now!.part)?.coil ? c.to.terminal === now!.terminal : true) &&
          (r.circuit ? c.circuitId === r.circuit.circuit.id : true)
      );
      if (!into) break;
      out.unshift(into);
      const p = this.parts.get(into.from.part);
      const on = p && (p.kind === 'fuse' || p.kind === 'switch' || p.kind === 'relay') && !this.placed(p.id);
      now = on ? { part: p.id, terminal: p.kind === 'relay' ? '30' : 'in' } : undefined;
    }
    return out;
  }
  private placed(id: string): boolean {
    return ['in', 'out', '30', '87'].some((t) => this.spot.has(`${id} ${t}`));
  }

  /** Puts a part of a row in its column and says where its terminal is. */
  private partOn(p: NetPart, terminal: string, y: number, r: Row, tapped: boolean): Point {
    const c = this.col;
    const owner = this.own(p.id);
    if (p.kind === 'fuse') {
      const x = tapped ? this.tapOf(r.upId!)[0] + 40 : c.fuse;
      this.put({ t: 'box', owner, x: x - 20, y: y - 8, w: 40, h: 16, role: 'fuse' });
      this.put({
        t: 'line',
        owner,
        role: 'ink',
        points: [
          [x - 20, y],
          [x + 20, y]
        ],
        weight: 1.5
      });
      const value =
        p.ratingA === null ? (r.circuit?.fuseOrigin === 'unknown' ? 'unknown' : 'none fits') : `${p.ratingA} A`;
      this.text(owner, x, y - 13, `${p.id}  ${value}`, 'name', 'middle');
      this.at(p.id, 'out', [x + 20, y]);
      return this.at(p.id, 'in', [x - 20, y]);
    }
    if (p.kind === 'switch' || (p.kind === 'relay' && terminal === '30')) {
      const x = (p.kind === 'relay' ? c.relay : c.sw) - 18;
      this.lever(p, x, y, 36);
      this.at(p.id, p.kind === 'relay' ? '87' : 'out', [x + 36, y]);
      return this.at(p.id, terminal, [x, y]);
    }
    if (p.kind === 'relay') {
      this.put({ t: 'box', owner, x: c.port - 18, y: y - 12, w: 36, h: 24, role: 'part' });
      this.text(owner, c.port, y + 4, p.id, 'name', 'middle');
      this.text(owner, c.feeds + 6, y - 8, `coil of ${p.label}`, 'name');
      this.at(p.id, '85', [c.port + 18, y]);
      return this.at(p.id, '86', [c.port - 18, y]);
    }
    if (p.kind === 'controller') {
      this.put({ t: 'box', owner, x: c.port - 24, y: y - 16, w: 48, h: 32, role: 'part' });
      this.text(owner, c.port, y + 4, p.id, 'name', 'middle');
      this.text(owner, c.feeds + 6, y - 8, 'Solar controller', 'name');
      this.at(p.id, 'battery −', [c.port + 24, y]);
      this.at(p.id, 'panel +', [c.port - 10, y + 16]);
      this.at(p.id, 'panel −', [c.port + 10, y + 16]);
      return this.at(p.id, 'battery +', [c.port - 24, y]);
    }
    this.port(p, y, r);
    return this.at(p.id, '+', [c.port - 18, y]);
  }

  private port(p: NetPart, y: number, r: Row): void {
    const x = this.col.port;
    const owner = this.own(p.id);
    if (this.spot.has(`${p.id} +`)) return;
    if (r.circuit?.portPart?.role === 'meter')
      this.put({ t: 'box', owner, x: x - 20, y: y - 14, w: 40, h: 28, role: 'part' });
    else this.put({ t: 'ring', owner, x, y, r: 18, role: 'part' });
    this.text(owner, x, y + 4, p.id, 'name', 'middle');
    this.text(owner, x - 28, y - 7, '+', 'sign', 'middle');
    this.text(owner, x + 28, y - 7, '−', 'sign', 'middle');
    this.at(p.id, '-', [x + 18, y]);
    this.at(p.id, 'plug', [x, y]);
    this.at(p.id, 'sense+', [x + 8, y + 14]);
    this.at(p.id, 'sense-', [x - 8, y + 14]);
  }

  private figures(c: CircuitPlan, y: number, r: Row): void {
    const owner: Owner = { kind: 'part', id: c.portTag, ref: { kind: 'circuit', id: c.circuit.id } };
    const lead = this.wiring.netlist.parts.filter(
      (p) => p.kind === 'device' && c.devices.some((d) => p.ref.kind === 'device' && p.ref.id === d.id)
    );
    const room = Math.floor((this.col.amps - 50 - this.col.feeds) / 6.6);
    this.text(owner, this.col.feeds + 6, y - 8, short(c.feeds, room), 'name');
    lead.forEach((p, i) => this.device(p, y, i));
    this.text(owner, this.col.amps + 8, y - 8, `${ampsText(c.loadA)} A`, 'value', 'end');
    this.text(
      owner,
      this.col.volts + 8,
      y - 8,
      `${fixed(c.dropV, 2)} V`,
      c.dropFraction > c.dropLimitFraction ? 'warn' : 'value',
      'end'
    );
    if (r.group === 'ahead' && c.circuit.live === 'always' && r.upId === undefined)
      this.text(owner, RAIL_X + 12, y + 16, 'before any switch: always live', 'warn');
    if (r.group === 'post' && r.upId === undefined)
      this.text(owner, RAIL_X + 12, y + 16, 'straight off the battery: always live', 'warn');
  }
  /** A device on its own lead, below the row of its port. */
  private device(p: NetPart, y: number, i: number): void {
    const x = this.col.port;
    const boxX = x + 46 + i * 190;
    const owner = this.own(p.id);
    this.put({ t: 'box', owner, x: boxX, y: y + 15, w: 26, h: 16, role: 'part' });
    this.text(owner, boxX + 13, y + 27, p.id, 'name', 'middle');
    for (const c of this.wiring.netlist.conductors) {
      if (c.to.part === p.id && c.polarity === 'positive')
        this.wire(c, [
          [x - 5, y + 17],
          [x - 5, y + 27],
          [boxX, y + 27]
        ]);
      if (c.from.part === p.id && c.polarity === 'negative')
        this.wire(c, [
          [boxX, y + 20],
          [x + 5, y + 20],
          [x + 5, y + 17]
        ]);
    }
    const c = (this.into.get(p.id) ?? [])[0];
    this.text(owner, boxX + 32, y + 27, `lead ${this.sizeText(c)}`);
  }

  /** Returns, sense pairs, leads of devices and of a panel that belong to this row. */
  private backs(r: Row, y: number): void {
    const id = r.circuit?.circuit.id;
    for (const c of this.wiring.netlist.conductors) {
      if (this.drawn.has(c.id) || c.from.part !== r.partId || c.polarity !== 'negative') continue;
      if (id !== undefined && c.circuitId !== id) continue;
      const a = this.place(c.from);
      if (!a) continue;
      this.returnOf(c, a, y);
    }
  }

  private returnOf(c: Conductor, a: Point, y: number): void {
    if (c.to.part === 'bus') {
      this.wire(c, [a, [this.rightX, y]]);
      this.put({ t: 'ring', owner: null, x: this.rightX, y, r: 3.5, role: 'joint-negative' });
      this.put({
        t: 'arrow',
        owner: { kind: 'conductor', id: c.id, circuitId: c.circuitId },
        x: this.rightX - 14,
        y,
        to: 'right',
        role: 'negative'
      });
      return;
    }
    const to = this.place(c.to);
    if (!to) return;
    const onPort = this.parts.get(c.to.part)?.kind === 'port';
    const chainX = this.col.port + 34;
    if (onPort) this.wire(c, [a, [chainX, y], [chainX, to[1]], to], true);
    else
      this.wire(
        c,
        [a, [this.rightX - 40, y], [this.rightX - 40, this.returnY + 22], [to[0], this.returnY + 22], to],
        true
      );
  }

  /** What no row has drawn: sense leads with their fuses, a panel's port, leads of devices. */
  private rest(): void {
    const { conductors } = this.wiring.netlist;
    for (const c of conductors) {
      const p = this.parts.get(c.to.part);
      if (c.polarity !== 'sense' || p?.kind !== 'fuse' || c.from.part !== 'shunt') continue;
      const plus = c.from.terminal === 'load side';
      const [x, y] = [plus ? 536 : 484, this.returnY - 46];
      const owner = this.own(p.id);
      this.put({ t: 'box', owner, x: x - 6, y: y - 12, w: 12, h: 24, role: 'fuse' });
      this.text(
        owner,
        plus ? x + 10 : x - 10,
        y + 4,
        `${p.id}  ${p.ratingA === null ? '?' : `${p.ratingA} A`}`,
        'plain',
        plus ? 'start' : 'end'
      );
      this.at(p.id, 'in', [x, y + 12]);
      this.at(p.id, 'out', [x, y - 12]);
      this.wire(c, [
        [x, this.returnY - 14],
        [x, y + 12]
      ]);
    }
    for (const c of conductors) {
      if (this.drawn.has(c.id)) continue;
      const p = this.parts.get(c.from.part);
      const q = this.parts.get(c.to.part);
      if (q?.kind === 'port' && p?.kind !== 'controller' && c.polarity !== 'sense') continue;
      if (c.polarity === 'sense') {
        const [a, b] = [this.place(c.from), this.place(c.to)];
        if (a && b) this.wire(c, this.senseWay(a, b, c.to.terminal === 'sense+'), true);
      }
    }
    this.panelPort();
  }

  /** From the shunt up to the meter; past the ports of rows that stand between. */
  private senseWay(a: Point, b: Point, plus: boolean): Point[] {
    const y = a[1] - (plus ? 20 : 32);
    if (!this.rows.some((r) => r.group === 'post')) return [a, [a[0], y], [b[0], y], b];
    const x = this.col.port - (plus ? 62 : 74);
    const under = b[1] + (plus ? 18 : 8);
    return [a, [a[0], y], [x, y], [x, under], [b[0], under], b];
  }

  private panelPort(): void {
    const { conductors } = this.wiring.netlist;
    const plus = conductors.find((c) => c.id === 'solar/panel+');
    const minus = conductors.find((c) => c.id === 'solar/panel-');
    const at = this.place({ part: 'SC', terminal: 'panel +' });
    if (!plus || !minus || !at) return;
    const [x, y] = [this.col.port + 130, at[1]];
    const owner = this.own(plus.from.part);
    this.put({ t: 'ring', owner, x, y, r: 14, role: 'part' });
    this.text(owner, x, y + 4, plus.from.part, 'name', 'middle');
    this.text(owner, x + 20, y + 4, 'panel', 'plain');
    const low = this.place({ part: 'SC', terminal: 'panel −' })!;
    this.wire(
      plus,
      [[x - 12, y - 6], [at[0], y - 6], at].map((p): Point => [p[0]!, p[1]!])
    );
    this.wire(minus, [low, [low[0], y + 8], [x - 12, y + 8]]);
  }

  private sayOf(c: CircuitPlan): string {
    const run = runText(c.lengthMm, this.unit);
    const fuse = c.fuseA === undefined ? c.fuseOrigin : `${c.fuseA} A`;
    return `${c.tag} ${c.feeds}: fuse ${fuse}, wire ${c.wire ? wireSizeText(c.wire) : c.wireOrigin}, ${run.value} ${run.unit}, ${fixed(c.dropV, 2)} V lost`;
  }
}

const short = (t: string, n: number): string => (t.length > n ? `${t.slice(0, Math.max(1, n - 1))}…` : t);
