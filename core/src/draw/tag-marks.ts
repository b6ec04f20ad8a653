import { placeLabels, type Label, type Rect } from './labels.ts';

/** A thing that is only marked: a dot with its tag. */
export type Tagged = { id: string; tag: string; x: number; y: number };

export type TagMark = Tagged & {
  /** Of its ring or dot, px. */
  radius: number;
  /** Where its tag stands; undefined while it stands in its ring. */
  label: Label | undefined;
};

/** A ring that holds a tag of three signs, px; and a dot where rings would meet. */
const RING_PX = 11;
const DOT_PX = 4;
const APART_PX = 2;

const near = (a: Tagged, b: Tagged, px: number): boolean => Math.hypot(a.x - b.x, a.y - b.y) < px;

/**
 * Marks with their tags: in a ring where there is room for it; where two rings would meet, both are dots, with their tags beside
 * them. A tag that finds no place is left out: its thing is in the list beside the drawing.
 * @param bounds the paper, px
 */
export function tagMarks(things: readonly Tagged[], bounds: Rect): TagMark[] {
  const close = new Set(
    things.filter((t) => things.some((o) => o !== t && near(t, o, 2 * RING_PX + APART_PX))).map((t) => t.id)
  );
  const around = (t: Tagged, r: number): Rect => ({ x: t.x - r, y: t.y - r, w: 2 * r, h: 2 * r });
  const rings = things.filter((t) => !close.has(t.id)).map((t) => around(t, RING_PX));
  const { placed } = placeLabels(
    things
      .filter((t) => close.has(t.id))
      .map((t) => ({ id: t.id, shape: around(t, DOT_PX), forms: [[{ text: t.tag, bold: true }]] })),
    bounds,
    rings
  );
  const labels = new Map(placed.map((l) => [l.id, l]));
  return things.map((t) => ({ ...t, radius: close.has(t.id) ? DOT_PX : RING_PX, label: labels.get(t.id) }));
}
