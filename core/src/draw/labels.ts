/**
 * Words in a drawing: none meets another, a thing that it is not of, or an edge; each stands in, beside or, with a leader, near its
 * thing. What finds no place is handed back, to be listed beside the drawing.
 */
export type Rect = { x: number; y: number; w: number; h: number };
export type Line = { text: string; mono?: boolean; bold?: boolean };

/** A thing that wants its words. */
export type Labelled = {
  id: string;
  /** Its outline, px. */
  shape: Rect;
  /** Its words, from the most to the fewest lines. */
  forms: readonly (readonly Line[])[];
  /** May stand on the thing itself where there is room. */
  inside?: boolean;
  /** Its outline is only hinted at: words of others may stand on it. */
  ghost?: boolean;
  /** Only on the thing itself, or not at all. */
  insideOnly?: boolean;
};

export type Label = {
  id: string;
  lines: readonly Line[];
  box: Rect;
  /** Stands on its thing. */
  on: boolean;
  /** Read from below upwards, on a thing too narrow for its words. */
  upright: boolean;
  /** From the words to their thing, where they stand apart from it. */
  leader: { x1: number; y1: number; x2: number; y2: number } | undefined;
};

export type Labels = { placed: Label[]; /** Things whose words are in the list beside. */ beside: string[] };

export const LINE_PX = 14;
/** Between words and the thing they stand beside. */
const GAP_PX = 3;
/** A leader is no longer than this. */
const FAR_PX = 120;
const RING_PX = 12;
const DIRECTIONS = 16;

/** Widths of letters of the drawing's face at 12 px, bold, condensed, px: rather too wide than too narrow. @source measured in the browser */
const NARROW = new Set("iljtfrI.,:;'’|!()[] ");
const WIDE = new Set('mwMW@%→…');
const letterPx = (c: string): number => (NARROW.has(c) ? 4.2 : WIDE.has(c) ? 11 : c >= 'A' && c <= 'Z' ? 8.2 : 6.9);
const MONO_PX = 7.1;

export const textWidthPx = ({ text, mono }: Line): number =>
  mono ? text.length * MONO_PX : [...text].reduce((w, c) => w + letterPx(c), 0);

const sizeOf = (lines: readonly Line[]): { w: number; h: number } => ({
  w: Math.max(...lines.map(textWidthPx)) + 2,
  h: lines.length * LINE_PX
});

export const meet = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
const within = (a: Rect, b: Rect): boolean =>
  a.x >= b.x && a.y >= b.y && a.x + a.w <= b.x + b.w && a.y + a.h <= b.y + b.h;
const middle = (r: Rect): { x: number; y: number } => ({ x: r.x + r.w / 2, y: r.y + r.h / 2 });

/** The four borders of an outline as thin things that no word crosses. */
export const edgesOf = (r: Rect, thick = 2): Rect[] => [
  { x: r.x - thick / 2, y: r.y, w: thick, h: r.h },
  { x: r.x + r.w - thick / 2, y: r.y, w: thick, h: r.h },
  { x: r.x, y: r.y - thick / 2, w: r.w, h: thick },
  { x: r.x, y: r.y + r.h - thick / 2, w: r.w, h: thick }
];

/**
 * Places words, in the order of the things, which is the order they are drawn: what comes first has the first choice.
 * @param bounds the paper; `taken` are outlines no word may touch
 */
export function placeLabels(things: readonly Labelled[], bounds: Rect, taken: readonly Rect[] = []): Labels {
  const placed: Label[] = [];
  const beside: string[] = [];
  things.forEach((thing, nth) => {
    const others = things.filter((t) => t.id !== thing.id && !t.ghost);
    // on the thing itself only what is drawn above it hides its words
    const above = things.slice(nth + 1).filter((t) => !t.ghost);
    const free = (box: Rect, on: boolean): boolean =>
      within(box, bounds) &&
      !taken.some((t) => meet(box, t)) &&
      !placed.some((l) => meet(box, l.box)) &&
      !(on ? above : others).some((o) => meet(box, o.shape)) &&
      (on || !meet(box, thing.shape));
    const label = inOrNear(thing, free) ?? (thing.insideOnly ? undefined : far(thing, free, placed));
    if (label) placed.push(label);
    else if (!thing.insideOnly) beside.push(thing.id);
  });
  return { placed, beside };
}

/** Places on a thing: its middle first, then a grid of three by five. */
function within3(s: Rect, w: number, h: number): Rect[] {
  const [spareX, spareY] = [(s.w - w) / 2 - 2, (s.h - h) / 2 - 1];
  const [cx, cy] = [s.x + (s.w - w) / 2, s.y + (s.h - h) / 2];
  return [0, -1, 1, -0.5, 0.5].flatMap((v) =>
    [0, -1, 1].map((u) => ({ x: cx + u * spareX, y: cy + v * spareY, w, h }))
  );
}

type Free = (box: Rect, on: boolean) => boolean;

function inOrNear(thing: Labelled, free: Free): Label | undefined {
  for (const lines of thing.forms) {
    const { w, h } = sizeOf(lines);
    const s = thing.shape;
    const m = middle(s);
    const label = (box: Rect, on: boolean): Label => ({
      id: thing.id,
      lines,
      box,
      on,
      upright: false,
      leader: undefined
    });
    if ((thing.inside || thing.insideOnly) && w <= s.w - 4 && h <= s.h - 2) {
      const box = within3(s, w, h).find((b) => free(b, true));
      if (box) return label(box, true);
    }
    if (thing.inside && lines.length === 1 && h <= s.w - 2 && w <= s.h - 4) {
      const box = within3(s, h, w).find((b) => free(b, true));
      if (box) return { ...label(box, true), upright: true };
    }
    // what may stand on its thing has fewer words beside it
    if (thing.insideOnly || (thing.inside && lines !== thing.forms.at(-1))) continue;
    const near: Rect[] = [
      { x: m.x - w / 2, y: s.y + s.h + GAP_PX, w, h },
      { x: m.x - w / 2, y: s.y - h - GAP_PX, w, h },
      { x: s.x + s.w + GAP_PX, y: m.y - h / 2, w, h },
      { x: s.x - w - GAP_PX, y: m.y - h / 2, w, h }
    ];
    const box = near.find((b) => free(b, false));
    if (box) return label(box, false);
  }
  return undefined;
}

/** Farther off, with a leader that crosses no other words; the fewest words are enough there. */
function far(thing: Labelled, free: Free, placed: readonly Label[]): Label | undefined {
  const lines = thing.forms.at(-1)!;
  const { w, h } = sizeOf(lines);
  const m = middle(thing.shape);
  const reach = Math.max(thing.shape.w, thing.shape.h) / 2;
  for (let d = reach + RING_PX; d <= reach + FAR_PX; d += RING_PX)
    for (let k = 0; k < DIRECTIONS; k++) {
      const angle = (2 * Math.PI * k) / DIRECTIONS + Math.PI / 2;
      const c = { x: m.x + d * Math.cos(angle), y: m.y + d * Math.sin(angle) };
      const box = { x: c.x - w / 2, y: c.y - h / 2, w, h };
      if (!free(box, false)) continue;
      const leader = leaderOf(box, thing.shape);
      if (!placed.some((l) => crosses(leader, l.box)))
        return { id: thing.id, lines, box, on: false, upright: false, leader };
    }
  return undefined;
}

const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

function leaderOf(box: Rect, shape: Rect): NonNullable<Label['leader']> {
  const to = middle(shape);
  const x1 = clamp(to.x, box.x, box.x + box.w);
  const y1 = clamp(to.y, box.y, box.y + box.h);
  return { x1, y1, x2: clamp(x1, shape.x, shape.x + shape.w), y2: clamp(y1, shape.y, shape.y + shape.h) };
}

/** Whether a line runs through an outline, looked at every few px. */
function crosses(l: NonNullable<Label['leader']>, r: Rect): boolean {
  const steps = Math.ceil(Math.hypot(l.x2 - l.x1, l.y2 - l.y1) / 3) + 1;
  for (let i = 0; i <= steps; i++) {
    const [x, y] = [l.x1 + ((l.x2 - l.x1) * i) / steps, l.y1 + ((l.y2 - l.y1) * i) / steps];
    if (x > r.x && x < r.x + r.w && y > r.y && y < r.y + r.h) return true;
  }
  return false;
}
