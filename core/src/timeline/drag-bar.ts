import type { Span } from '../box/schema.ts';

/** Bars click into quarters of an hour. */
export const SNAP_H = 0.25;
/** No bar is shorter than a minute. */
const LEAST_H = 1 / 60;

export type Grip = 'move' | 'start' | 'end';

/** The nearest quarter of an hour. */
export const snapH = (timeH: number): number => Math.round(timeH / SNAP_H) * SNAP_H;

/** The nearest edge within reach that is not the bar's own; else the quarter hour. */
export function snapToEdge(timeH: number, own: Span, edges: readonly number[], reachH: number): number {
  const others = edges.filter((e) => e !== own.startH && e !== own.endH && Math.abs(e - timeH) <= reachH);
  return others.length > 0
    ? others.reduce((best, e) => (Math.abs(e - timeH) < Math.abs(best - timeH) ? e : best))
    : snapH(timeH);
}

/** A bar dragged by so many hours at its middle or one of its ends; of a moved bar the end that is nearer to an edge clicks in. */
export function draggedBar(was: Span, byH: number, grip: Grip, edges: readonly number[], reachH: number): Span {
  const startH = snapToEdge(was.startH + byH, was, edges, reachH);
  const endH = snapToEdge(was.endH + byH, was, edges, reachH);
  const lengthH = was.endH - was.startH;
  if (grip === 'start') return { ...was, startH: Math.min(was.endH - SNAP_H, startH) };
  if (grip === 'end') return { ...was, endH: Math.max(was.startH + SNAP_H, endH) };
  const byStart = Math.abs(startH - was.startH - byH) <= Math.abs(endH - was.endH - byH);
  return byStart ? { ...was, startH, endH: startH + lengthH } : { ...was, startH: endH - lengthH, endH };
}

/** A bar moved, or with Shift its end moved, by the arrow keys. */
export const steppedBar = (span: Span, byH: number, endOnly: boolean): Span =>
  endOnly
    ? { ...span, endH: Math.max(span.startH + SNAP_H, span.endH + byH) }
    : { ...span, startH: span.startH + byH, endH: span.endH + byH };

/** A bar as it may stand in the document: not before the first midnight, never without length. */
export function keptBar(span: Span): Span {
  const startH = Math.max(0, span.startH);
  return { ...span, startH, endH: Math.max(startH + LEAST_H, span.endH) };
}
