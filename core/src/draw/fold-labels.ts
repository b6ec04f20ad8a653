import { FACES } from '../catalogue/faces.ts';
import type { Face } from '../catalogue/faces.ts';
import { holeText, type PanelPlan } from '../panel/panel.ts';
import { FACE_NAMES, type FoldOutLayout } from './fold-out.ts';
import { edgesOf, LINE_PX, placeLabels, textWidthPx, type Labelled, type Labels, type Rect } from './labels.ts';

/** Below this scale the sizes of holes leave the drawing; tags stay. @source the look and layout notes, fold-out rules */
const SIZES_FROM = 0.75;

export const faceRect = (at: FoldOutLayout, face: Face): Rect => {
  const size = at.size(face);
  return { x: at.origin[face].x, y: at.origin[face].y, w: size.widthMm * at.scale, h: size.heightMm * at.scale };
};

/** Where the name of a face stands: at its lower left. */
export const faceNameRect = (at: FoldOutLayout, face: Face): Rect => {
  const r = faceRect(at, face);
  return { x: r.x + 8, y: r.y + r.h - 8 - LINE_PX + 3, w: textWidthPx({ text: FACE_NAMES[face] }) + 2, h: LINE_PX };
};

export const portRect = (at: FoldOutLayout, p: PanelPlan['ports'][number]): Rect => {
  const [w, h] = [p.part.flangeWidthMm * at.scale, p.part.flangeHeightMm * at.scale];
  return { x: at.px(p.port.face, p.port.xMm) - w / 2, y: at.py(p.port.face, p.port.yMm) - h / 2, w, h };
};

/** A hinted outline with words of its own: what stands behind a face, the foot of a bracket. */
export type Hint = { id: string; shape: Rect; text: string; insideOnly: boolean };

/** Words that stand in the drawing whatever else is in it: hinge and latch. */
function fixedWords(at: FoldOutLayout): Rect[] {
  const line = (cx: number, y: number, text: string): Rect => {
    const w = textWidthPx({ text });
    return { x: cx - w / 2, y: y - LINE_PX + 3, w, h: LINE_PX };
  };
  const { c, origin, L, W, beltY, lidY } = at;
  const to = 'hinge, to the lid';
  if (c.hinge === 'back')
    return [
      line(origin.lid.x + L / 2, lidY - 8, 'hinge, to the back'),
      line(origin.back.x + L / 2, beltY - 10, to),
      { x: origin.front.x + L / 2 - 18, y: beltY - 26, w: 36, h: 34 }
    ];
  return c.hinge === 'left' ? [line(origin.left.x + W / 2, beltY - 10, to)] : [];
}

/** Tags of the ports, with the sizes of their holes where there is room, then the words of what is hinted at; by the ids of ports and hints. */
export function foldLabels(at: FoldOutLayout, panel: PanelPlan, hints: readonly Hint[] = []): Labels {
  const things = panel.ports.map((p): Labelled => {
    const tag = { text: p.tag, bold: true };
    const size = holeText(p.part);
    const sized = at.scale >= SIZES_FROM && size !== '';
    return {
      id: p.port.id,
      shape: portRect(at, p),
      forms: sized ? [[tag, { text: size, mono: true }], [tag]] : [[tag]]
    };
  });
  const paper = { x: 0, y: 0, w: at.width, h: at.height };
  const fixed = [
    ...FACES.flatMap((f) => edgesOf(faceRect(at, f))),
    ...FACES.map((f) => faceNameRect(at, f)),
    ...fixedWords(at)
  ];
  // the crowded ones choose first
  const crowd = (t: Labelled): number =>
    things.filter((o) => Math.hypot(o.shape.x - t.shape.x, o.shape.y - t.shape.y) < 90).length;
  return placeLabels(
    [
      ...things.toSorted((a, b) => crowd(b) - crowd(a) || a.id.localeCompare(b.id)),
      ...hints.map(({ id, shape, text, insideOnly }): Labelled => ({
        id,
        shape,
        forms: [[{ text }]],
        inside: true,
        insideOnly,
        ghost: true
      }))
    ],
    paper,
    fixed
  );
}
