import { ampsText, runText } from '../quantity/format.ts';
import type { Conductor } from '../wiring/netlist.ts';
import type { Owner, Point } from './shapes.ts';

import { fuseText } from './draw-returns.ts';
import { BUS_X, RAIL_X, PLUG_PITCH, SHUNT_W, type Sheet } from './sheet.ts';

/** How far from the battery the main fuse sits; undefined where nobody said. */
function fuseRun(s: Sheet): string | undefined {
  const mm = s.wiring.main.fuseDistanceMm;
  if (mm === undefined) return undefined;
  const run = runText(mm, s.unit);
  return `${run.value} ${run.unit} from battery`;
}

/** A main fuse that sits behind the switches, in line with them. @returns where it goes on */
function fuseInRun(s: Sheet, c: Conductor, from: Point, x: number, y: number): number {
  const [left, right] = s.fuseAlong(s.parts.get('F0')!, x + 16, y, 16, { text: fuseText(s.parts.get('F0')!), dy: -13 });
  s.at('F0', 'in', left);
  s.at('F0', 'out', right);
  s.text(s.own('F0'), x, y + 24, fuseRun(s) ?? '');
  s.wire(c, s.angle(from, left));
  return x + 48;
}

/** The main fuse at its height, or that there is none. @returns how much higher the next thing stands */
function mainFuse(s: Sheet, y: number): number {
  const { main } = s.wiring;
  if (!s.parts.has('F0') || main.returnFuse) {
    const none = main.returnFuse ? 'no main fuse in +' : 'no main fuse';
    s.text(null, RAIL_X + 14, y, main.fuseOrigin === 'unknown' ? 'main fuse unknown' : none, 'warn');
    return 50;
  }
  s.fuseUp('F0', RAIL_X, y - 16);
  const run = fuseRun(s);
  s.text(s.own('F0'), RAIL_X + 14, y + 30, s.parts.get('F0')!.label.toLowerCase());
  const amps = s.readings?.ampsOn(s.into.get('F0')?.[0]?.id ?? '');
  if (s.readings) {
    if (amps !== undefined) s.text(s.own('F0'), RAIL_X + 14, y + 46, `${ampsText(amps)} A now`, 'value');
  } else if (run) s.text(s.own('F0'), RAIL_X + 14, y + 46, run);
  s.wireTo('F0', 'in');
  return 84;
}

/** Up the left: main fuse, inlet, isolator; then across to the block: main relay, master, distribution cable. */
export function rail(s: Sheet): void {
  const headY = s.yOf.get(s.rows.find((r) => r.group === 'load')?.id ?? '') ?? s.busY0;
  let y = s.fuseY;
  const rise = (id: string): void => {
    if (!s.parts.has(id)) return;
    upright(s, id, y);
    y -= 64;
  };
  // a fuse at the end of the battery's lead stands behind its way in
  const wayInFirst = s.into.get('F0')?.[0]?.from.part === 'inlet';
  if (wayInFirst) rise('inlet');
  const { switchedFirst } = s.wiring.main;
  if (!switchedFirst) y -= mainFuse(s, y);
  for (const id of [...(wayInFirst ? [] : ['inlet']), ...isolators(s)]) rise(id);
  let x = 100;
  for (const c of mainRun(s)) {
    const p = s.parts.get(c.to.part)!;
    const from = s.place(c.from)!;
    if (p.kind === 'fuse-block') {
      s.at('block', '+', [BUS_X, headY]);
      s.wire(c, s.angle(from, [BUS_X, headY]));
      break;
    }
    if (p.id === 'F0') {
      x = fuseInRun(s, c, from, x, headY);
      continue;
    }
    const out = p.kind === 'relay' ? '87' : 'out';
    const span = 36;
    s.lever(p, x, headY, span);
    s.at(p.id, c.to.terminal, [x, headY]);
    s.at(p.id, out, [x + span, headY]);
    s.wire(c, s.angle(from, [x, headY]));
    x += span + 16;
  }
  busLines(s, headY);
}

/** Part whose far side is always live, and where the main path ends when there is no block. */
function spotOfSource(s: Sheet): { owner: Owner } {
  const c = s.wiring.netlist.conductors.find(
    (w) => w.id.endsWith('/stub') || w.id.endsWith('coil-fuse') || w.id.startsWith('solar/')
  );
  return { owner: s.own(c?.from.part ?? 'F0') };
}

function mainEnd(s: Sheet): { owner: Owner; at: Point } | undefined {
  const first = s.rows.find((r) => r.group === 'load' && r.upId === undefined && r.circuit)?.circuit;
  const from = s.wiring.netlist.conductors.find(
    (w) => w.circuitId === first?.circuit.id && w.polarity === 'positive'
  )?.from;
  const at = from && s.place(from);
  return from && at ? { owner: s.own(from.part), at } : undefined;
}

function isolators(s: Sheet): string[] {
  return s.wiring.netlist.parts.filter((p) => p.duty === 'isolator' && !s.alongMinus.includes(p)).map((p) => p.id);
}

/** Leads of the main path from what is always live onward. */
function mainRun(s: Sheet): Conductor[] {
  const { switchedFirst } = s.wiring.main;
  const done = new Set([
    ...(switchedFirst ? [] : ['main/fuse']),
    'main/inlet+',
    ...isolators(s).map((t) => s.into.get(t)?.[0]?.id ?? '')
  ]);
  return s.wiring.netlist.conductors.filter(
    (c) => c.circuitId === null && c.polarity === 'positive' && c.id.startsWith('main/') && !done.has(c.id)
  );
}

function upright(s: Sheet, id: string, y: number): void {
  const p = s.parts.get(id)!;
  const owner = s.own(id);
  s.at(id, 'in', [RAIL_X, y + 16]);
  s.at(id, 'out', [RAIL_X, y - 16]);
  s.put({
    t: 'line',
    owner,
    role: 'ink',
    points: [
      [RAIL_X, y + 16],
      [RAIL_X, y - 16]
    ],
    weight: 2.5
  });
  for (const yy of [y + 16, y - 16]) s.put({ t: 'ring', owner, x: RAIL_X, y: yy, r: 4, role: 'contact' });
  s.text(owner, RAIL_X + 14, y - 2, p.kind === 'switch' ? p.id : p.label, 'name');
  if (p.kind === 'switch') s.text(owner, RAIL_X + 14, y + 14, p.label.toLowerCase());
  s.wireTo(id, 'in');
}

/** The + bus at the block, with a frame round its fuses. */
function busLines(s: Sheet, headY: number): void {
  const loads = s.rows.filter((r) => r.group === 'load' && r.upId === undefined && r.circuit);
  const owner = s.own('block');
  const last = loads.length ? s.yOf.get(loads[loads.length - 1]!.id)! : headY;
  const ahead = s.rows.filter((r) => r.group === 'ahead');
  if (ahead.length) {
    // what is always live leaves the rail ahead of the master
    const source = spotOfSource(s);
    const top = s.yOf.get(ahead[0]!.id)!;
    s.put({
      t: 'line',
      owner: source.owner,
      role: 'positive',
      points: [
        [RAIL_X, Math.max(headY, top)],
        [RAIL_X, top]
      ],
      weight: s.mainWeight
    });
    s.put({ t: 'ring', owner: null, x: RAIL_X, y: headY, r: 3.5, role: 'joint-positive' });
  }
  const end = mainEnd(s);
  const feed: Point = s.place({ part: 'block', terminal: '+' }) ?? [BUS_X, headY];
  if (!s.parts.has('block') && loads.length && end)
    s.put({
      t: 'line',
      owner: end.owner,
      role: 'positive',
      points: s.angle(end.at, feed),
      weight: s.mainWeight
    });
  const block = s.parts.has('block');
  if (last > headY)
    s.put({
      t: 'line',
      owner: block ? owner : null,
      role: 'positive',
      points: [feed, [BUS_X, last]],
      weight: s.mainWeight
    });
  if (block) {
    s.put({ t: 'box', owner, x: BUS_X - 14, y: headY - 36, w: 98, h: last - headY + 52, role: 'frame' });
    s.text(owner, BUS_X - 14, headY - 42, `fuse block, ${s.wiring.block?.wayCount ?? '?'} ways`);
  } else if (loads.length && s.wiring.tree.upOf.size === 0)
    s.text(null, BUS_X - 8, headY - 40, 'no fuse block', 'warn');
}

function drawShunt(s: Sheet, y: number): void {
  const [shunt0, shunt1] = [s.shuntX, s.shuntX + SHUNT_W];
  const owner = s.own('shunt');
  const rated = s.wiring.shunt;
  s.put({ t: 'box', owner, x: shunt0, y: y - 14, w: SHUNT_W, h: 28, role: 'part' });
  s.text(owner, (shunt0 + shunt1) / 2, y + 4, 'Shunt', 'name', 'middle');
  s.text(owner, shunt0 - 8, y - 18, 'battery side', 'plain', 'end');
  s.text(owner, shunt1 + 8, y - 18, 'load side');
  if (rated)
    s.text(
      owner,
      (shunt0 + shunt1) / 2,
      y + 27,
      `${rated.ratingA ?? '?'} A ${rated.ratingMilliV} mV`,
      'plain',
      'middle'
    );
  s.at('shunt', 'load side', [shunt1, y]);
  s.at('shunt', 'battery side', [shunt0, y]);
}

/** Bus, shunt and plugs along the bottom, back to the bank. */
export function bottom(s: Sheet): void {
  const y = s.returnY;
  const first = s.rows.find((r) => r.circuit);
  const topY = first ? Math.min(...s.rows.map((r) => s.yOf.get(r.id)!)) : y - 40;
  const busOwner = s.own('bus');
  s.at('bus', '-', [s.rightX, y]);
  s.put({
    t: 'line',
    owner: busOwner,
    role: 'negative',
    points: [
      [s.rightX, topY],
      [s.rightX, y]
    ],
    weight: s.mainWeight
  });
  s.text(busOwner, s.rightX - 10, y - 10, `− ${s.parts.get('bus')?.label.toLowerCase() ?? 'bus'}`, 'plain', 'end');
  let x = s.shuntX;
  if (s.parts.has('shunt')) {
    drawShunt(s, y);
    x -= 20;
  }
  for (const p of s.alongMinus) {
    const owner = s.own(p.id);
    if (p.kind === 'fuse') s.fuseAlong(p, x - 30, y, 30, { text: fuseText(p), dy: 21 });
    else if (p.kind === 'switch') s.lever(p, x - 60, y, 60);
    else {
      s.put({ t: 'box', owner, x: x - 60, y: y - 12, w: 60, h: 24, role: 'part' });
      s.text(owner, x - 30, y + 4, 'way in −', 'name', 'middle');
    }
    s.at(p.id, 'out', [x, y]);
    s.at(p.id, 'in', [x - 60, y]);
    x -= PLUG_PITCH;
  }
  if (s.parts.has('join-')) {
    s.at('join-', '-', [RAIL_X, y]);
    s.put({ t: 'ring', owner: s.own('join-'), x: RAIL_X, y, r: 5, role: 'joint-negative' });
  }
  for (const c of s.wiring.netlist.conductors) {
    if (c.circuitId !== null || c.polarity !== 'negative') continue;
    const [a, b] = [s.place(c.from), s.place(c.to)];
    if (!a || !b) continue;
    const pack = s.parts.get(c.to.part)?.kind === 'battery';
    const links = s.parts.get(c.from.part)?.kind === 'battery';
    s.wire(c, links ? [a, [a[0], y - 8], [b[0], y - 8], b] : pack ? [a, [b[0], a[1]], b] : s.angle(a, b));
  }
  s.put({ t: 'arrow', owner: null, x: 250, y, to: 'left', role: 'negative' });
}
