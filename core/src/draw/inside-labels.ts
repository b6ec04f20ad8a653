import type { CaseFit } from '../case/fit.ts';
import type { PanelPlan } from '../panel/panel.ts';
import { AT, extentMm, SIZE, VIEW_AXES, type View } from './inside-axes.ts';
import { edgesOf, placeLabels, type Labelled, type Labels, type Rect } from './labels.ts';

/** The frame of a view: margin round it and scale. */
export type Frame = { marginPx: number; scale: number };

const outline = (fit: CaseFit, view: View, f: Frame, low: readonly number[], high: readonly number[]): Rect => {
  const axes = VIEW_AXES[view];
  const deep = extentMm(fit)[axes.up];
  return {
    x: f.marginPx + low[axes.right]! * f.scale,
    y: f.marginPx + (deep - high[axes.up]!) * f.scale,
    w: (high[axes.right]! - low[axes.right]!) * f.scale,
    h: (high[axes.up]! - low[axes.up]!) * f.scale
  };
};

/** The bodies of a view that can be seen: what lies wholly behind another has no words there. */
function seen(things: readonly Labelled[]): Labelled[] {
  const covers = (a: Rect, b: Rect): boolean =>
    a.x <= b.x && a.y <= b.y && a.x + a.w >= b.x + b.w && a.y + a.h >= b.y + b.h;
  return things.filter((t, i) => !things.slice(i + 1).some((above) => covers(above.shape, t.shape)));
}

export type InsideWords = {
  fit: CaseFit;
  panel: PanelPlan | undefined;
  view: View;
  frame: Frame;
  /** In the order they are drawn, the nearest to the eye last. */
  placed: CaseFit['placed'];
  /** A body's own second line. */
  sizes: (bodyId: string) => string;
  /** Outlines no word may touch. */
  taken?: readonly Rect[];
};

/** Names of the bodies and, in the plan, tags of the ports, at 12 px; by 'body ID' and 'port ID'. */
export function insideLabels({ fit, panel, view, frame, placed, sizes, taken = [] }: InsideWords): Labels {
  const axes = VIEW_AXES[view];
  const ports =
    view === 'plan'
      ? (panel?.ports ?? [])
          .filter((p) => p.part.hole.shape !== 'none' && p.port.face !== 'lid')
          .map((p): Labelled => ({
            id: `port ${p.port.id}`,
            shape: outline(fit, view, frame, p.rear.low, p.rear.high),
            forms: [[{ text: p.tag, bold: true }]],
            // bodies of ports stand above one another: a tag is read on its own
            ghost: true,
            inside: true
          }))
      : [];
  const bodies = placed.map((p): Labelled => {
    const low = AT.map((k) => p[k]);
    const high = AT.map((k, i) => p[k] + p[SIZE[i]!]);
    const name = { text: fit.bodies.find((b) => b.id === p.id)?.name ?? p.id, bold: true };
    return {
      id: `body ${p.id}`,
      shape: outline(fit, view, frame, low, high),
      forms: [[name, { text: sizes(p.id), mono: true }], [name]],
      inside: true
    };
  });
  const wide = extentMm(fit)[axes.right] * frame.scale;
  const deep = extentMm(fit)[axes.up] * frame.scale;
  const m = frame.marginPx;
  const paper = { x: 0, y: 0, w: wide + 2 * m, h: deep + 2 * m };
  return placeLabels([...seen(bodies), ...ports], paper, [...edgesOf({ x: m, y: m, w: wide, h: deep }, 6), ...taken]);
}
