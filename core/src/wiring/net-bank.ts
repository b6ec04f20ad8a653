import type { Box } from '../box/schema.ts';
import { packFuseOf } from '../battery/parallel-plan.ts';
import type { Point } from '../case/faces.ts';
import type { CaseFit } from '../case/fit.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { bodyPoint } from './lengths.ts';
import { at, BATTERY_REF, type NetBuilder } from './net-builder.ts';
import type { Terminal } from './netlist.ts';

/** Post fuses sit on the stud. @source rule of thumb */
const POST_FUSE_MM = 30;
/** A link while the packs have no place yet: neighbours side by side. @source rule of thumb */
const LINK_MM = 100;
/** Over the straight way from post to post: both ends and a loop that takes up shaking, mm. @source rule of thumb */
const LINK_LOOP_MM = 50;
const STEP_MM = 10;

/** A lead between points, along the walls, with its loop; up to the next 10 mm. */
function linkMm(from: Point | undefined, to: Point | undefined): number {
  if (!from || !to) return LINK_MM;
  const straight = Math.abs(from.xMm - to.xMm) + Math.abs(from.yMm - to.yMm) + Math.abs(from.zMm - to.zMm);
  return Math.ceil((straight + LINK_LOOP_MM) / STEP_MM) * STEP_MM;
}

/** Where the packs stand and the middle of them, where bars or a changeover are taken to be. */
function places(
  fit: CaseFit | undefined,
  packIds: readonly string[]
): { of: (i: number) => Point | undefined; middle: Point | undefined } {
  const points = packIds.map((id) => bodyPoint(fit, id));
  const known = points.filter((p) => p !== undefined);
  const mean = (k: keyof Point) => known.reduce((s, p) => s + p[k], 0) / known.length;
  const middle = known.length === points.length ? { xMm: mean('xMm'), yMm: mean('yMm'), zMm: mean('zMm') } : undefined;
  return { of: (i) => points[i], middle };
}

export type BankNet = { plus: Terminal; minus: Terminal; packIds: string[]; feed: { plus: Terminal; minus: Terminal } };

/** What the pieces of a bank are drawn with. */
type BankPen = {
  n: NetBuilder;
  packIds: string[];
  place: ReturnType<typeof places>;
  wire: (id: string, from: Terminal, to: Terminal, polarity: 'positive' | 'negative', lengthMm: number) => void;
};

/**
 * Batteries with their fuses and joins: one; several in parallel on a bus or in a row; or two or more by changeover.
 * Packs in series are refused elsewhere and drawn as if they stood in parallel.
 */
export function bankNet(
  n: NetBuilder,
  box: Box,
  main: { size: WireSize | null; count: number },
  fit: CaseFit | undefined
): BankNet {
  const { count, arrangement, takeOff } = box.bank;
  if (count === 1) {
    n.part({ id: 'battery', kind: 'battery', label: 'Battery', terminals: ['+', '-'], ref: BATTERY_REF });
    const ends = { plus: at('battery', '+'), minus: at('battery', '-') };
    return { ...ends, packIds: ['battery'], feed: ends };
  }
  const packIds = Array.from({ length: count }, (_, i) => `battery-${i + 1}`);
  const pen: BankPen = {
    n,
    packIds,
    place: places(fit, packIds),
    wire: (id, from, to, polarity, lengthMm) =>
      n.wire({ id, from, to, polarity, size: main.size, count: main.count, lengthMm })
  };
  const plusOf = packIds.map((id, i) => packPlus(pen, box, id, i));
  if (arrangement === 'changeover') return byTurns(pen, box, plusOf);
  return takeOff === 'bus' ? onBars(pen, plusOf) : inARow(pen, plusOf, takeOff === 'opposite');
}

/** A pack, and where its plus is taken off: behind its own fuse, where it has one. */
function packPlus({ n, wire }: BankPen, box: Box, id: string, i: number): Terminal {
  n.part({ id, kind: 'battery', label: `Battery ${i + 1}`, terminals: ['+', '-'], ref: BATTERY_REF });
  const fuse = packFuseOf(box);
  if (!fuse) return at(id, '+');
  // one that nobody read is drawn without its rating
  const fuseA = box.bank.packFuse.is === 'unknown' ? null : fuse.ratingA;
  const tag = `FP${i + 1}`;
  n.part({
    id: tag,
    kind: 'fuse',
    label: `Pack fuse ${i + 1}`,
    terminals: ['in', 'out'],
    ratingA: fuseA,
    family: fuse.family,
    throughMilliOhm: fuseA ? 80 / fuseA : 0,
    ref: BATTERY_REF
  });
  wire(`${id}/post`, at(id, '+'), at(tag, 'in'), 'positive', POST_FUSE_MM);
  return at(tag, 'out');
}

/** Each pack to a terminal of its own on one side, all of the minuses on one bar. */
function leads({ packIds, place, wire }: BankPen, plusOf: readonly Terminal[], to: (i: number) => Terminal): void {
  packIds.forEach((id, i) => {
    const lengthMm = linkMm(place.of(i), place.middle);
    wire(`${id}/plus`, plusOf[i]!, to(i), 'positive', lengthMm);
    wire(`${id}/minus`, at('join-', '-'), at(id, '-'), 'negative', lengthMm);
  });
}

function byTurns(pen: BankPen, box: Box, plusOf: readonly Terminal[]): BankNet {
  const { n, packIds } = pen;
  n.part({
    id: 'CH',
    kind: 'changeover',
    label: 'Changeover',
    terminals: [...packIds.map((_, i) => `${i + 1}`), 'out'],
    ratingA: box.bank.changeoverA.is === 'set' ? box.bank.changeoverA.value : null,
    throughMilliOhm: 0.3,
    ref: BATTERY_REF
  });
  n.part({ id: 'join-', kind: 'bus', label: 'Battery minus', terminals: ['-'], ref: BATTERY_REF });
  leads(pen, plusOf, (i) => at('CH', `${i + 1}`));
  const minus = at('join-', '-');
  return { plus: at('CH', 'out'), minus, packIds, feed: { plus: at('CH', '1'), minus } };
}

function onBars(pen: BankPen, plusOf: readonly Terminal[]): BankNet {
  const { n, packIds } = pen;
  n.part({ id: 'join+', kind: 'bus', label: 'Battery plus', terminals: ['+'], ref: BATTERY_REF });
  n.part({ id: 'join-', kind: 'bus', label: 'Battery minus', terminals: ['-'], ref: BATTERY_REF });
  leads(pen, plusOf, () => at('join+', '+'));
  const ends = { plus: at('join+', '+'), minus: at('join-', '-') };
  return { ...ends, packIds, feed: ends };
}

/** Linked from one to the next: + is taken off at the first, − at the last or at the first. */
function inARow({ packIds, place, wire }: BankPen, plusOf: readonly Terminal[], opposite: boolean): BankNet {
  const minusOf = packIds.map((id) => at(id, '-'));
  for (let i = 0; i + 1 < packIds.length; i++) {
    // from and to follow the current
    const [from, to] = opposite ? [i + 1, i] : [i, i + 1];
    const lengthMm = linkMm(place.of(i), place.of(i + 1));
    wire(`${packIds[i]}/plus-link`, plusOf[i + 1]!, plusOf[i]!, 'positive', lengthMm);
    wire(`${packIds[i]}/minus-link`, minusOf[from]!, minusOf[to]!, 'negative', lengthMm);
  }
  const ends = { plus: plusOf[0]!, minus: opposite ? minusOf.at(-1)! : minusOf[0]! };
  return { ...ends, packIds, feed: ends };
}
