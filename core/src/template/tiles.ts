/** Sheets of paper, portrait, mm. @source ISO 216; ANSI Y14.1 letter */
export const PAPERS = {
  a4: { widthMm: 210, heightMm: 297 },
  letter: { widthMm: 215.9, heightMm: 279.4 }
} as const;
export type Paper = keyof typeof PAPERS;

/** Kept free round the drawing: printers do not reach the edge, and the words and bars stand there. */
const SIDE_MM = 12;
const TOP_MM = 26;
const BOTTOM_MM = 16;

/** One page of a face: which part of the face it shows, and where on the sheet. */
export type Tile = {
  index: number;
  count: number;
  landscape: boolean;
  /** Part of the face, mm: left edge and upper edge, y up. */
  fromXMm: number;
  toYMm: number;
  areaXMm: number;
  areaYMm: number;
  areaWidthMm: number;
  areaHeightMm: number;
};

type Size = { widthMm: number; heightMm: number };

function grid(face: Size, sheet: Size): { columns: number; rows: number; wide: number; high: number } {
  const wide = sheet.widthMm - 2 * SIDE_MM;
  const high = sheet.heightMm - TOP_MM - BOTTOM_MM;
  return { columns: Math.ceil(face.widthMm / wide - 1e-9), rows: Math.ceil(face.heightMm / high - 1e-9), wide, high };
}

/** Pages a face needs at true scale, upright or lying, whichever takes fewer; pages abut exactly. */
export function tilesFor(face: Size, paper: Paper): Tile[] {
  const upright = PAPERS[paper];
  const lying = { widthMm: upright.heightMm, heightMm: upright.widthMm };
  const [a, b] = [grid(face, upright), grid(face, lying)];
  const landscape = b.columns * b.rows < a.columns * a.rows;
  const { columns, rows, wide, high } = landscape ? b : a;
  const count = columns * rows;
  return Array.from({ length: count }, (_, index): Tile => {
    const column = index % columns;
    const row = Math.floor(index / columns);
    return {
      index,
      count,
      landscape,
      fromXMm: column * wide,
      toYMm: face.heightMm - row * high,
      areaXMm: SIDE_MM,
      areaYMm: TOP_MM,
      areaWidthMm: Math.min(wide, face.widthMm - column * wide),
      areaHeightMm: Math.min(high, face.heightMm - row * high)
    };
  });
}
