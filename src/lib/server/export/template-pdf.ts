import type { FaceDrawing, Layer, Shape } from '@haversack/core/template/face-drawing';
import { tilesFor, type Tile } from '@haversack/core/template/tiles';
import { PAPERS, type Paper } from '@haversack/core/template/tiles';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import PDFDocument from 'pdfkit';

export const PT_PER_MM = 72 / 25.4;
export const BAR_MM = 100;
const fontDir = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf');

export type Doc = InstanceType<typeof PDFDocument>;
const INK: Record<Layer, { colour: string; widthMm: number; dash?: number }> = {
  outline: { colour: '#000000', widthMm: 0.3 },
  cut: { colour: '#000000', widthMm: 0.35 },
  centre: { colour: '#444444', widthMm: 0.15 },
  engraving: { colour: '#000000', widthMm: 0.2 },
  'keep-clear': { colour: '#777777', widthMm: 0.15, dash: 1.5 }
};

/**
 * The drilling template at true scale, a page or several a face, each with a 100 mm bar along both edges, the way up, and
 * marks where pages meet.
 */
export function templatePdf(boxName: string, faces: readonly FaceDrawing[], paper: Paper): Promise<Buffer> {
  const { doc, done } = newPdf(`${boxName}: drilling template`);
  for (const face of faces) for (const tile of tilesFor(face, paper)) page(doc, boxName, face, tile, paper);
  doc.end();
  return done;
}

/** An empty document with the program's fonts, and what it comes to when it is ended. */
export function newPdf(title: string): { doc: Doc; done: Promise<Buffer> } {
  const doc = new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: title } });
  doc.registerFont('text', join(fontDir, 'DejaVuSansCondensed.ttf'));
  doc.registerFont('bold', join(fontDir, 'DejaVuSansCondensed-Bold.ttf'));
  const parts: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (b: Buffer) => parts.push(b));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
  return { doc, done };
}

function page(doc: Doc, boxName: string, face: FaceDrawing, tile: Tile, paper: Paper): void {
  const sheet = PAPERS[paper];
  const [w, h] = tile.landscape ? [sheet.heightMm, sheet.widthMm] : [sheet.widthMm, sheet.heightMm];
  doc.addPage({ size: [w * PT_PER_MM, h * PT_PER_MM], margin: 0 });
  doc.save().scale(PT_PER_MM);
  doc.save().rect(tile.areaXMm, tile.areaYMm, tile.areaWidthMm, tile.areaHeightMm).clip();
  const x = (v: number): number => tile.areaXMm + v - tile.fromXMm;
  const y = (v: number): number => tile.areaYMm + tile.toYMm - v;
  for (const s of face.shapes) draw(doc, s, x, y);
  doc.restore();
  frame(doc, boxName, face, tile, { w, h });
  doc.restore();
}

/** One shape of a drawing, at true scale. */
export function draw(doc: Doc, s: Shape, x: (v: number) => number, y: (v: number) => number): void {
  const ink = INK[s.layer];
  doc.lineWidth(ink.widthMm).strokeColor(ink.colour).fillColor(ink.colour);
  if (ink.dash) doc.dash(ink.dash, { space: 1 });
  else doc.undash();
  switch (s.kind) {
    case 'circle':
      doc.circle(x(s.xMm), y(s.yMm), s.radiusMm).stroke();
      break;
    case 'rect':
      doc.rect(x(s.xMm), y(s.yMm + s.heightMm), s.widthMm, s.heightMm).stroke();
      break;
    case 'line':
      doc.moveTo(x(s.x1Mm), y(s.y1Mm)).lineTo(x(s.x2Mm), y(s.y2Mm)).stroke();
      break;
    case 'text': {
      doc.font('text').fontSize(s.heightMm);
      doc.text(s.text, x(s.xMm) - doc.widthOfString(s.text) / 2, y(s.yMm) - s.heightMm, { lineBreak: false });
    }
  }
}

function frame(doc: Doc, boxName: string, face: FaceDrawing, tile: Tile, sheet: { w: number; h: number }): void {
  doc.undash().fillColor('#000000').strokeColor('#000000').lineWidth(0.25);
  const say = (text: string, x: number, y: number, size: number, font = 'text') =>
    doc.font(font).fontSize(size).text(text, x, y, { lineBreak: false });
  const left = tile.areaXMm;
  const many = tile.count > 1 ? `, page ${tile.index + 1} of ${tile.count}` : '';
  say(`${boxName}: ${face.name}${many}`, left, 7, 4, 'bold');
  say('Seen from outside, up is up. Print at 100 %, never “fit”.', left, 12.5, 3);
  say('Measure both bars: 99.75 to 100.25 mm is good; otherwise print again.', left, 16.5, 3);
  face.warnings.forEach((w, i) => say(`Stop: ${w}`, left + 92, 7.5 + 4.5 * i, 3, 'bold'));
  const arrow = sheet.w - 14;
  doc.moveTo(arrow, 19).lineTo(arrow, 8).stroke();
  doc
    .moveTo(arrow - 2, 11)
    .lineTo(arrow, 8)
    .lineTo(arrow + 2, 11)
    .stroke();
  say('up', arrow - 2.5, 20, 3);
  const barY = sheet.h - 8;
  bar(doc, left, barY, left + BAR_MM, barY);
  say(`${BAR_MM} mm`, left + BAR_MM / 2 - 5, barY - 4.5, 3);
  const barX = sheet.w - 6;
  const top = sheet.h - 12 - BAR_MM;
  bar(doc, barX, top, barX, top + BAR_MM);
  if (tile.count > 1) marks(doc, tile);
  const warn = face.shapes.some((s) => s.layer === 'keep-clear');
  if (warn) say('Dashed: do not drill there (gasket, latch, hinge, ribs).', left + BAR_MM + 4, barY - 3, 2.6);
}

/** A bar to measure the print by. */
export function bar(doc: Doc, x1: number, y1: number, x2: number, y2: number): void {
  const flat = y1 === y2;
  doc.moveTo(x1, y1).lineTo(x2, y2).stroke();
  for (const [x, y] of [
    [x1, y1],
    [x2, y2]
  ] as const)
    doc
      .moveTo(flat ? x : x - 2, flat ? y - 2 : y)
      .lineTo(flat ? x : x + 2, flat ? y + 2 : y)
      .stroke();
}

/** Crosses at the corners of the tile's area: where two pages meet they lie on each other. */
function marks(doc: Doc, t: Tile): void {
  for (const x of [t.areaXMm, t.areaXMm + t.areaWidthMm])
    for (const y of [t.areaYMm, t.areaYMm + t.areaHeightMm]) {
      doc
        .moveTo(x - 3, y)
        .lineTo(x + 3, y)
        .stroke();
      doc
        .moveTo(x, y - 3)
        .lineTo(x, y + 3)
        .stroke();
    }
}
