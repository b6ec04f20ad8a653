import { meet, textWidthPx, type Rect } from '../draw/labels.ts';
import type { Shape } from './shapes.ts';

type Text = Extract<Shape, { t: 'text' }>;

const ASCENT_PX = 10;
const DESCENT_PX = 3;
/** Contacts and joints are smaller: words may touch them. */
const LEAST_RADIUS_PX = 6;
/** Where words go when their place is taken: below their line, above it, along it. */
const DOWN_PX = [0, 24, -13, 37, -26];
const ALONG_PX = [0, 40, 80, 120, 160, -40, -80];

/** The room that words take on the paper, px. */
export function textBox(t: Text): Rect {
  const w = textWidthPx({ text: t.text, mono: t.role === 'value' });
  const x = t.anchor === 'start' ? t.x : t.anchor === 'end' ? t.x - w : t.x - w / 2;
  return { x, y: t.y - ASCENT_PX, w, h: ASCENT_PX + DESCENT_PX };
}

/** The room that a drawn part takes; undefined for leads and frames. */
export function partBox(s: Shape): Rect | undefined {
  if (s.t === 'box' && s.role !== 'frame') return { x: s.x, y: s.y, w: s.w, h: s.h };
  if (s.t === 'ring' && s.r >= LEAST_RADIUS_PX) return { x: s.x - s.r, y: s.y - s.r, w: 2 * s.r, h: 2 * s.r };
  return undefined;
}

/** Names before figures before the rest: what says which thing it is stays where it is looked for. */
const RANK: Record<Text['role'], number> = { name: 0, sign: 1, column: 1, value: 2, warn: 3, plain: 4 };

const sameOwner = (a: Shape, b: Shape): boolean =>
  a.owner !== null && b.owner !== null && a.owner.kind === b.owner.kind && a.owner.id === b.owner.id;

/**
 * Words that meet others, or a part that they are not of, go to a free place near by.
 * @param shapes parts and leads that are drawn
 * @returns the texts in their order, those moved that had to be; one that finds no room stays
 */
export function settle(texts: readonly Shape[], shapes: readonly Shape[], widthPx: number): Shape[] {
  const parts = shapes.flatMap((s) => {
    const box = partBox(s);
    return box ? [{ s, box }] : [];
  });
  const placed = new Map<Shape, Text>();
  const boxes: Rect[] = [];
  const words = texts.filter((t): t is Text => t.t === 'text');
  for (const t of words.toSorted((a, b) => RANK[a.role] - RANK[b.role])) {
    const free = (at: Text): boolean => {
      const box = textBox(at);
      if (box.x < 0 || box.x + box.w > widthPx || box.y < 0) return false;
      return !boxes.some((b) => meet(b, box)) && !parts.some((p) => !sameOwner(p.s, t) && meet(p.box, box));
    };
    const tries = DOWN_PX.flatMap((dy) => ALONG_PX.map((dx) => ({ ...t, x: t.x + dx, y: t.y + dy })));
    const at = t.text === '' ? t : (tries.find(free) ?? t);
    placed.set(t, at);
    if (t.text !== '') boxes.push(textBox(at));
  }
  return texts.map((t) => placed.get(t) ?? t);
}
