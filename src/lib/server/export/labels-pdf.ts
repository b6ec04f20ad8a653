import { labelSheets } from '@haversack/core/bench/label-sheet';
import type { Label } from '@haversack/core/bench/labels';
import { PAPERS, type Paper } from '@haversack/core/template/tiles';
import { bar, BAR_MM, draw, newPdf, PT_PER_MM } from './template-pdf.ts';

const MARGIN_MM = 14;
const HEAD_MM = 16;
const FOOT_MM = 14;

/** Labels at true scale on sheets of paper or film, ports first, then both ends of every lead; a bar to measure the print by. */
export function labelsPdf(
  boxName: string,
  groups: readonly { name: string; labels: readonly Label[] }[],
  paper: Paper
): Promise<Buffer> {
  const { doc, done } = newPdf(`${boxName}: labels`);
  const { widthMm, heightMm } = PAPERS[paper];
  const roomMm = heightMm - HEAD_MM - FOOT_MM - MARGIN_MM;
  for (const g of groups)
    for (const sheet of labelSheets(g.name, g.labels, roomMm)) {
      doc.addPage({ size: [widthMm * PT_PER_MM, heightMm * PT_PER_MM], margin: 0 });
      doc.save().scale(PT_PER_MM);
      const top = MARGIN_MM + HEAD_MM;
      for (const s of sheet.shapes)
        draw(
          doc,
          s,
          (x) => (widthMm - sheet.widthMm) / 2 + x,
          (y) => top + sheet.heightMm - y
        );
      doc.undash().fillColor('#000000').strokeColor('#000000').lineWidth(0.25);
      doc
        .font('bold')
        .fontSize(4)
        .text(`${boxName}: ${sheet.name}`, MARGIN_MM, MARGIN_MM - 4, { lineBreak: false });
      doc
        .font('text')
        .fontSize(3)
        .text('Print at 100 %, cut along the lines, cover with clear film.', MARGIN_MM, MARGIN_MM + 2, {
          lineBreak: false
        });
      bar(doc, MARGIN_MM, heightMm - 8, MARGIN_MM + BAR_MM, heightMm - 8);
      doc.fontSize(3).text(`${BAR_MM} mm`, MARGIN_MM + BAR_MM / 2 - 5, heightMm - 12.5, { lineBreak: false });
      doc.restore();
    }
  doc.end();
  return done;
}
