import type { Block, PaperSheet } from '@haversack/core/bench/papers';
import { PAPERS, type Paper } from '@haversack/core/template/tiles';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import PDFDocument from 'pdfkit';

const PT_PER_MM = 72 / 25.4;
const MARGIN_MM = 14;
/** Text of a sheet, pt: as large as keeps it on one page, down to what can still be read at arm's length. */
const SIZES_PT = [10, 9, 8.2, 7.4] as const;
const fontDir = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf');
type Doc = InstanceType<typeof PDFDocument>;

/** A sheet as PDF, on one page wherever one page is possible, legible in black and white. */
export async function paperPdf(sheet: PaperSheet, paper: Paper): Promise<Buffer> {
  let last: { bytes: Buffer; pages: number } | undefined;
  for (const size of SIZES_PT) {
    const made = await drawn(sheet, paper, size);
    if (made.pages === 1) return made.bytes;
    last ??= made;
  }
  // several pages anyway: then in the size that reads best
  return last!.bytes;
}

function drawn(sheet: PaperSheet, paper: Paper, sizePt: number): Promise<{ bytes: Buffer; pages: number }> {
  const { widthMm, heightMm } = PAPERS[paper];
  const doc = new PDFDocument({
    size: [widthMm * PT_PER_MM, heightMm * PT_PER_MM],
    margin: MARGIN_MM * PT_PER_MM,
    bufferPages: true,
    info: { Title: sheet.title }
  });
  doc.registerFont('text', join(fontDir, 'DejaVuSansCondensed.ttf'));
  doc.registerFont('bold', join(fontDir, 'DejaVuSansCondensed-Bold.ttf'));
  const parts: Buffer[] = [];
  const done = new Promise<{ bytes: Buffer; pages: number }>((resolve, reject) => {
    let pages = 0;
    doc.on('data', (b: Buffer) => parts.push(b));
    doc.on('end', () => resolve({ bytes: Buffer.concat(parts), pages }));
    doc.on('error', reject);
    doc
      .font('bold')
      .fontSize(sizePt * 1.7)
      .text(sheet.title);
    for (const block of sheet.blocks) draw(doc, block, sizePt);
    pages = doc.bufferedPageRange().count;
    if (pages > 1) numberPages(doc, pages, sizePt);
  });
  doc.end();
  return done;
}

function draw(doc: Doc, block: Block, sizePt: number): void {
  const left = doc.page.margins.left;
  const width = doc.page.width - left - doc.page.margins.right;
  switch (block.kind) {
    case 'heading':
      keepTogether(doc, sizePt * 5);
      doc
        .moveDown(0.5)
        .font('bold')
        .fontSize(sizePt * 1.2)
        .text(block.text, left, undefined, { width });
      break;
    case 'text':
      doc
        .font(block.strong ? 'bold' : 'text')
        .fontSize(sizePt)
        .text(block.text, left, undefined, { width });
      break;
    case 'caution': {
      keepTogether(doc, sizePt * 3);
      const top = doc.y;
      doc
        .font('bold')
        .fontSize(sizePt)
        .text(block.text, left + 8, top + 1, { width: width - 8 });
      doc
        .lineWidth(2)
        .moveTo(left + 2, top + 1)
        .lineTo(left + 2, doc.y - 1)
        .stroke();
      doc.y += 1;
      break;
    }
    case 'list':
      for (const item of block.items)
        doc.font('text').fontSize(sizePt).text(`•  ${item}`, left, undefined, { width, indent: 0 });
      break;
    case 'table':
      table(doc, block, sizePt, { left, width });
  }
}

function keepTogether(doc: Doc, heightPt: number): void {
  if (doc.y + heightPt > doc.page.height - doc.page.margins.bottom) doc.addPage();
}

/** Columns as wide as what stands in them asks for, the widest give way first. */
function widthsOf(doc: Doc, rows: readonly string[][], sizePt: number, width: number): number[] {
  doc.font('text').fontSize(sizePt);
  const count = rows[0]?.length ?? 0;
  const wanted = Array.from({ length: count }, (_, c) =>
    Math.min(width, Math.max(12, ...rows.map((r) => doc.widthOfString(r[c] ?? '') + 8)))
  );
  let over = wanted.reduce((a, b) => a + b, 0) - width;
  while (over > 0.5) {
    const most = Math.max(...wanted);
    const wide = wanted.map((w, i) => (w === most ? i : -1)).filter((i) => i >= 0);
    const next = Math.max(30, ...wanted.filter((w) => w < most));
    const cut = Math.min(over / wide.length, Math.max(0.5, most - next));
    for (const i of wide) wanted[i]! -= cut;
    over -= cut * wide.length;
    if (most <= 30) break;
  }
  return wanted;
}

function table(
  doc: Doc,
  block: Extract<Block, { kind: 'table' }>,
  sizePt: number,
  at: { left: number; width: number }
): void {
  const titled = block.head.some((h) => h !== '');
  const widths = widthsOf(doc, [block.head, ...block.rows], sizePt, at.width);
  const row = (cells: readonly string[], font: 'text' | 'bold'): void => {
    doc.font(font).fontSize(sizePt);
    const height = Math.max(...cells.map((c, i) => doc.heightOfString(c || ' ', { width: widths[i]! - 6 }))) + 2;
    keepTogether(doc, height);
    const top = doc.y;
    let x = at.left;
    cells.forEach((cell, i) => {
      doc.font(font).fontSize(sizePt);
      doc.text(cell, x, top + 1, {
        width: widths[i]! - 6,
        align: block.figures?.includes(i) ? 'right' : 'left'
      });
      x += widths[i]!;
    });
    doc
      .lineWidth(0.3)
      .strokeColor('#888888')
      .moveTo(at.left, top + height)
      .lineTo(at.left + at.width, top + height)
      .stroke()
      .strokeColor('#000000');
    doc.x = at.left;
    doc.y = top + height;
  };
  if (titled) row(block.head, 'bold');
  for (const r of block.rows) row(r, 'text');
}

function numberPages(doc: Doc, pages: number, sizePt: number): void {
  for (let i = 0; i < pages; i++) {
    doc.switchToPage(i);
    const { bottom } = doc.page.margins;
    doc.page.margins.bottom = 0;
    doc
      .font('text')
      .fontSize(sizePt * 0.9)
      .text(`${i + 1} of ${pages}`, doc.page.margins.left, doc.page.height - 24, { lineBreak: false });
    doc.page.margins.bottom = bottom;
  }
}
