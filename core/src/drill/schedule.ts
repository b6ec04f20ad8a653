import { saidIn, type Said } from '../quantity/said.ts';
import type { Box, Bracket } from '../box/schema.ts';
import { wallMmOf } from '../case/faces.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import type { PanelPlan, PortPlan } from '../panel/panel.ts';
import { fixed } from '../quantity/format.ts';
import { inchFraction } from '../quantity/length.ts';
import { bitsFor, bitText, USUAL_SETS, type BitSet } from './bits.ts';
import { drillSpeedRpm } from './speed.ts';
import { chooseBit, HEAVY_FILING_MM, type HoleWindow } from './choose.ts';
import { capital } from '../quantity/capital.ts';

/** A length in both systems, the inch fraction with what rounding to 1/64 costs. */
export type BothLengths = { mm: string; inch: string; errorMm: number };

export type HoleRow = {
  portId: string;
  tag: string;
  face: Face;
  part: string;
  /** '29.0' or '27.2 × 12.1', mm; '1.142' in inches. */
  size: string;
  window: string;
  x: BothLengths;
  y: BothLengths;
  pilot: string;
  /** Turns a minute at the full size; faster melts plastic. */
  rpm: number;
  /** What to do, in one sentence. */
  how: string;
  bit: string;
  fileMm: number;
  /** Nothing owned will do: what to get. */
  buy: string;
  state: 'holds' | 'caution' | 'stop';
  key: string;
  inside: boolean;
};

/** Corner holes of a rectangle. @source mechanical reference 6.4: 3-4 mm, tangent inside the corners */
const CORNER_MM = 4;
const PILOT_MM = { steel: 4, other: 3 } as const;
/** Pilot hole in a wall, mm. */
export const pilotMm = (material: PartOf<'case'>['material']): number =>
  material === 'steel' ? PILOT_MM.steel : PILOT_MM.other;
/** Step drills need no pilot above this. */
const NO_PILOT_MM = 4;
/** A rectangular cut-out is good to this, mm, until the person's own part is measured. @source mechanical reference 4.1, windows of snap-in parts */
const RECT_OVER_MM = 0.3;

export const bothLengths = (lengthMm: number): BothLengths => {
  const inch = inchFraction(Math.abs(lengthMm));
  return {
    mm: fixed(lengthMm, 1),
    inch: `${lengthMm < 0 ? '−' : ''}${inch.text}`,
    errorMm: inch.errorMm
  };
};

/** Ports that want a hole and brackets that want bolts: what the schedule lists and the steps count. */
const drilled = (box: Box, panel: PanelPlan) => ({
  ports: panel.ports.filter((p) => p.part.hole.shape !== 'none'),
  brackets: box.brackets.filter((b) => b.fixing === 'bolted')
});

/** Holes to mark and drill: both of a pair of posts, all four bolts of a bracket. */
export function holesToDrill(box: Box, panel: PanelPlan): number {
  const { ports, brackets } = drilled(box, panel);
  return ports.reduce((n, p) => n + (p.part.hole.shape === 'twin' ? 2 : 1), 0) + 4 * brackets.length;
}

/** Every hole of the panel with its size, place and the bit to take out of the person's own. @source mechanical reference 6 */
export function holeSchedule(
  box: Box,
  panel: PanelPlan,
  casePart: PartOf<'case'>,
  owned: readonly BitSet[]
): HoleRow[] {
  const { ports, brackets } = drilled(box, panel);
  return [
    ...ports.map((p) => holeRow(box, panel, p, casePart, owned)),
    ...brackets.map((b) => bracketRow(b, casePart, owned, saidIn(box.preferences)))
  ];
}

/** Clearance hole of an M5 bolt, mm. @source ISO 273, medium */
const BOLT: HoleWindow = { minMm: 5.3, targetMm: 5.5, maxMm: 6 };

/** Bolts of a bracket sit in the corners of a square, this share of the foot apart. @source rule of thumb */
const BOLT_PITCH = 1 / 1.3;

/** Centres of the four bolts of a bolted bracket on its face. */
export const boltCentres = (b: Bracket): { xMm: number; yMm: number }[] =>
  [-1, 1].flatMap((i) =>
    [-1, 1].map((j) => ({
      xMm: b.xMm + (i * b.acrossMm * BOLT_PITCH) / 2,
      yMm: b.yMm + (j * b.acrossMm * BOLT_PITCH) / 2
    }))
  );
export const BOLT_HOLE_MM = BOLT.targetMm;

function bracketRow(b: Bracket, c: PartOf<'case'>, owned: readonly BitSet[], said: Said): HoleRow {
  const choice = chooseBit(BOLT, bitsFor(owned, c.material, wallMmOf(c, b.face)));
  const wish = chooseBit(BOLT, bitsFor(USUAL_SETS, c.material, wallMmOf(c, b.face)));
  const buy = choice.kind === 'drill' || wish.kind === 'none' ? '' : bitText(wish.bit);
  return {
    portId: b.id,
    tag: b.name || 'Bracket',
    face: b.face,
    part: 'Bracket, four M5 bolts through a plate',
    size: `4 × ${said.fine(BOLT.targetMm, 1)}`,
    window: `${said.fine(BOLT.minMm, 1)} to ${said.fine(BOLT.maxMm, 1)}`,
    x: bothLengths(b.xMm),
    y: bothLengths(b.yMm),
    pilot: said.mm(pilotMm(c.material)),
    rpm: drillSpeedRpm(BOLT.targetMm, c.material),
    how:
      choice.kind === 'none'
        ? `None of your bits will do${buy ? `: get a ${buy}` : ''}.`
        : `Four times at ${said.mm(b.acrossMm * BOLT_PITCH, 1)} centres, ${bitText(choice.bit)}; sealing washers under the heads.`,
    bit: choice.kind === 'none' ? '–' : bitText(choice.bit),
    fileMm: choice.kind === 'drill + file' ? choice.fileMm : 0,
    buy,
    state: choice.kind === 'none' ? 'stop' : 'holds',
    key: 'none',
    inside: false
  };
}

function holeRow(box: Box, panel: PanelPlan, p: PortPlan, c: PartOf<'case'>, owned: readonly BitSet[]): HoleRow {
  const said = saidIn(box.preferences);
  const { hole } = p.part;
  const w = windowOf(p);
  const wallMm = wallMmOf(c, p.port.face);
  const bits = bitsFor(owned, c.material, wallMm);
  const choice = chooseBit(w, bits);
  const wish = chooseBit(w, bitsFor(USUAL_SETS, c.material, wallMm));
  const buy = wish.kind === 'none' ? '' : `${bitText(wish.bit)}${wish.kind === 'drill' ? ', cuts straight' : ''}`;
  const times = hole.shape === 'twin' ? 'twice, ' : '';
  const heavy = choice.kind === 'drill + file' && choice.fileMm > HEAVY_FILING_MM;
  const { drilledMm } = p.port;
  const how =
    drilledMm !== null && hole.shape === 'round'
      ? `Drilled ${said.fineMm(drilledMm, 1)}.`
      : hole.shape === 'rect'
        ? `Drill ${said.mm(CORNER_MM)} inside each corner, cut ${said.fineMm(0.5, 1)} inside the line, file to ${said.fine(hole.widthMm, 1)} × ${said.fineMm(hole.heightMm, 1)}.`
        : choice.kind === 'none'
          ? `None of your bits will do${buy ? `: get a ${buy}` : ''}.`
          : choice.kind === 'drill'
            ? `${capital(times)}${bitText(choice.bit)}: cuts about ${said.fineMm(choice.holeMm, 1)}.`
            : `${capital(times)}${bitText(choice.bit)}, then file ${said.fineMm(choice.fileMm)} all round${heavy && buy ? `; better a ${buy}` : ''}.`;
  const sideways = p.port.face === 'lid' || p.port.face === 'floor';
  return {
    portId: p.port.id,
    tag: p.tag,
    face: p.port.face,
    part: p.part.name,
    size: sizeText(p, said),
    window:
      hole.shape === 'rect'
        ? `up to ${said.fineMm(RECT_OVER_MM, 1)} over`
        : `${said.fine(w.minMm, 1)} to ${said.fine(w.maxMm, 1)}`,
    x: bothLengths(p.port.xMm),
    y: bothLengths(p.port.yMm),
    pilot:
      choice.kind !== 'none' && choice.bit.family === 'step' && w.targetMm > NO_PILOT_MM
        ? 'none'
        : said.mm(pilotMm(c.material)),
    rpm: drillSpeedRpm(w.targetMm, c.material),
    how,
    bit:
      hole.shape === 'rect'
        ? `${said.mm(CORNER_MM)} drill and file`
        : choice.kind === 'none'
          ? '–'
          : bitText(choice.bit),
    fileMm: choice.kind === 'drill + file' ? choice.fileMm : 0,
    buy: choice.kind === 'drill' || hole.shape === 'rect' ? '' : buy,
    state: hole.shape === 'rect' ? 'holds' : choice.kind === 'none' ? 'stop' : heavy ? 'caution' : 'holds',
    key: p.part.keyNote,
    inside: !sideways && ribsNear(panel, p)
  };
}

/** Windows of twin holes are taken as the round ones of that size: a tenth under to half a millimetre over. @source mechanical reference 4 */
function windowOf(p: PortPlan): HoleWindow {
  const { hole } = p.part;
  if (hole.shape === 'round') return { minMm: hole.minMm, targetMm: hole.diameterMm, maxMm: hole.maxMm };
  const d = hole.shape === 'twin' ? hole.diameterMm : CORNER_MM;
  return { minMm: d - 0.1, targetMm: d, maxMm: d + 0.5 };
}

function sizeText(p: PortPlan, said: Said): string {
  const { hole } = p.part;
  if (hole.shape === 'round') return said.fine(hole.diameterMm, 1);
  if (hole.shape === 'rect') return `${said.fine(hole.widthMm, 1)} × ${said.fine(hole.heightMm, 1)}`;
  return hole.shape === 'twin' ? `2 × ${said.fine(hole.diameterMm, 1)}, ${said.fine(hole.pitchMm)} apart` : '';
}

/** A rib of the wall stands within reach of the hole: what is hidden from outside is seen from inside. */
function ribsNear(panel: PanelPlan, p: PortPlan): boolean {
  const reach = Math.max(p.part.flangeWidthMm, p.part.behindWidthMm);
  return panel.zones.some(
    (z) =>
      z.face === p.port.face &&
      (z.kind === 'rib' || z.kind === 'boss') &&
      z.xMm < p.port.xMm + reach &&
      z.xMm + z.widthMm > p.port.xMm - reach
  );
}
