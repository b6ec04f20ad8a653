import type { FaceDrawing, Shape } from '../template/face-drawing.ts';
import { LETTER_MM, type Label } from './labels.ts';

const SHEET_MM = 180;
const GAP_MM = 3;
const SMALL_MM = 2.2;
/** Letters are this wide for their height on average. @source measured on common sans-serif faces */
const LETTER_WIDE = 0.58;

/** All labels in rows on one sheet at true scale, to cut along the lines; words too long for a label are set smaller. */
export function labelSheet(name: string, labels: readonly Label[]): FaceDrawing {
  return drawn(name, inRows(labels), rowHeightMm(labels));
}

/** The same on as many sheets as a paper takes. @param mostMm height of one sheet */
export function labelSheets(name: string, labels: readonly Label[], mostMm: number): FaceDrawing[] {
  const rows = inRows(labels).filter((r) => r.length > 0);
  const rowMm = rowHeightMm(labels);
  const each = Math.max(1, Math.floor(mostMm / rowMm));
  const count = Math.ceil(rows.length / each);
  return Array.from({ length: count }, (_, i) =>
    drawn(count > 1 ? `${name}, sheet ${i + 1} of ${count}` : name, rows.slice(i * each, (i + 1) * each), rowMm)
  );
}

const rowHeightMm = (labels: readonly Label[]): number => Math.max(10, ...labels.map((l) => l.heightMm)) + GAP_MM;

function inRows(labels: readonly Label[]): Label[][] {
  const rows: Label[][] = [[]];
  let used = 0;
  for (const l of labels) {
    const width = labelWidthMm(l);
    if (used > 0 && used + width > SHEET_MM) {
      rows.push([]);
      used = 0;
    }
    rows.at(-1)!.push(l);
    used += width + GAP_MM;
  }
  return rows;
}

function drawn(name: string, rows: readonly (readonly Label[])[], rowMm: number): FaceDrawing {
  const heightMm = rows.length * rowMm;
  const shapes: Shape[] = rows.flatMap((row, r) => {
    let x = 0;
    return row.flatMap((l) => {
      const width = labelWidthMm(l);
      const low = heightMm - r * rowMm - l.heightMm;
      const at = { x: x + width / 2, y: low };
      const out: Shape[] = [
        { layer: 'cut', kind: 'rect', xMm: x, yMm: low, widthMm: width, heightMm: l.heightMm },
        {
          layer: 'engraving',
          kind: 'text',
          xMm: at.x,
          yMm: low + l.heightMm - LETTER_MM - 1.6,
          heightMm: LETTER_MM * shrinkOf(l),
          text: l.title
        },
        {
          layer: 'engraving',
          kind: 'text',
          xMm: at.x,
          yMm: low + 1.6,
          heightMm: SMALL_MM * shrinkOf(l),
          text: l.detail
        }
      ];
      x += width + GAP_MM;
      return out;
    });
  });
  return { face: 'front', name: `${name}, labels`, widthMm: SHEET_MM, heightMm, shapes, holes: [], warnings: [] };
}

/** At least the flange's width, more when the words need it, never more than the sheet has. */
const labelWidthMm = (l: Label): number => Math.min(SHEET_MM, Math.max(l.widthMm, wordsMm(l)));

/** What the words of a label take at their full height, with a margin on both sides, mm. */
const wordsMm = (l: Label): number =>
  Math.ceil(Math.max(l.title.length * LETTER_MM, l.detail.length * SMALL_MM) * LETTER_WIDE) + 4;
/** How much smaller the words must be set to go on their label: 1 where they fit. */
const shrinkOf = (l: Label): number => Math.min(1, labelWidthMm(l) / wordsMm(l));
