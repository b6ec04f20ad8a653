import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { START_SETS } from '@haversack/core/drill/bits';
import { demoBoxes } from '@haversack/core/demo/boxes';
import { evaluate } from '@haversack/core/evaluate';
import { drilledFaces, faceDrawing, type FaceDrawing } from '@haversack/core/template/face-drawing';
import { tilesFor } from '@haversack/core/template/tiles';
import DxfParser from 'dxf-parser';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import { leadLabels, portLabels } from '@haversack/core/bench/labels';
import { faceDxf } from './dxf.ts';
import { labelsPdf } from './labels-pdf.ts';
import { templatePdf } from './template-pdf.ts';

const MM_PER_PT = 25.4 / 72;
const CLOSE_MM = 0.1;

const boxes = demoBoxes().map((box) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const faces = drilledFaces(box, plan.panel!).map((f) => faceDrawing(box, plan.panel!, plan.fit!.part, f, START_SETS));
  return { box, faces };
});
const holes = (d: FaceDrawing) => d.shapes.flatMap((s) => (s.layer === 'cut' && s.kind === 'circle' ? [s] : []));

describe('DXF', () => {
  test('another reader finds every hole, millimetres and all layers', () => {
    for (const { faces } of boxes)
      for (const face of faces) {
        const dxf = new DxfParser().parseSync(faceDxf(face))!;
        expect(dxf.header['$INSUNITS']).toBe(4);
        expect(Object.keys(dxf.tables.layer.layers)).toEqual(
          expect.arrayContaining(['outline', 'cut', 'centre', 'engraving', 'keep-clear'])
        );
        const circles = dxf.entities.filter((e) => e.type === 'CIRCLE' && e.layer === 'cut') as unknown as {
          center: { x: number; y: number };
          radius: number;
        }[];
        expect(circles).toHaveLength(holes(face).length);
        for (const h of holes(face))
          expect(
            circles.some(
              (c) =>
                Math.hypot(c.center.x - h.xMm, c.center.y - h.yMm) < CLOSE_MM &&
                Math.abs(c.radius - h.radiusMm) < CLOSE_MM
            )
          ).toBe(true);
      }
  });
});

type Circle = { xMm: number; yMm: number; radiusMm: number };

/** Round paths and straight lines of each page, mm from the upper left corner of the sheet, by a reader of its own. */
async function readPdf(bytes: Buffer): Promise<{ circles: Circle[]; lines: number[] }[]> {
  const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: { circles: Circle[]; lines: number[] }[] = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const list = await page.getOperatorList();
    const heightMm = page.view[3]! * MM_PER_PT;
    let matrix = [1, 0, 0, 1, 0, 0];
    const stack: number[][] = [];
    const circles: Circle[] = [];
    const lines: number[] = [];
    const at = (x: number, y: number) => [
      (matrix[0]! * x + matrix[2]! * y + matrix[4]!) * MM_PER_PT,
      heightMm - (matrix[1]! * x + matrix[3]! * y + matrix[5]!) * MM_PER_PT
    ];
    list.fnArray.forEach((fn, i) => {
      const args = list.argsArray[i] as unknown[];
      if (fn === OPS.save) stack.push(matrix);
      else if (fn === OPS.restore) matrix = stack.pop() ?? matrix;
      else if (fn === OPS.transform) {
        const [a, b, c, d, e, f] = args as number[];
        const m = matrix as [number, number, number, number, number, number];
        matrix = [
          m[0] * a! + m[2] * b!,
          m[1] * a! + m[3] * b!,
          m[0] * c! + m[2] * d!,
          m[1] * c! + m[3] * d!,
          m[0] * e! + m[2] * f! + m[4],
          m[1] * e! + m[3] * f! + m[5]
        ];
      } else if (fn === OPS.constructPath) {
        const [ops, coords] = args as [number[], number[]];
        const along = (k: 0 | 1) => coords.filter((_, j) => j % 2 === k);
        const curves = ops.filter((o) => o === OPS.curveTo).length;
        const [x1, y1] = at(Math.min(...along(0)), Math.min(...along(1)));
        const [x2, y2] = at(Math.max(...along(0)), Math.max(...along(1)));
        if (curves === 4)
          circles.push({ xMm: (x1! + x2!) / 2, yMm: (y1! + y2!) / 2, radiusMm: Math.abs(x2! - x1!) / 2 });
        else if (ops.length === 2 && coords.length === 4) {
          const [p, q] = [at(coords[0]!, coords[1]!), at(coords[2]!, coords[3]!)];
          lines.push(Math.hypot(q[0]! - p[0]!, q[1]! - p[1]!));
        }
      }
    });
    pages.push({ circles, lines });
  }
  return pages;
}

describe('the drilling template', () => {
  test.each(['a4', 'letter'] as const)(
    'read back from %s: holes to 0.1 mm, two 100 mm bars on every page',
    async (paper) => {
      for (const { box, faces } of boxes) {
        const pages = await readPdf(await templatePdf(box.name, faces, paper));
        const tiles = faces.flatMap((face) => tilesFor(face, paper).map((tile) => ({ face, tile })));
        expect(pages).toHaveLength(tiles.length);
        tiles.forEach(({ face, tile }, i) => {
          expect(pages[i]!.lines.filter((l) => Math.abs(l - 100) < 0.02).length).toBeGreaterThanOrEqual(2);
          for (const h of holes(face)) {
            const x = tile.areaXMm + h.xMm - tile.fromXMm;
            const y = tile.areaYMm + tile.toYMm - h.yMm;
            const inside =
              x > tile.areaXMm &&
              x < tile.areaXMm + tile.areaWidthMm &&
              y > tile.areaYMm &&
              y < tile.areaYMm + tile.areaHeightMm;
            if (!inside) continue;
            expect(
              pages[i]!.circles.some(
                (c) => Math.hypot(c.xMm - x, c.yMm - y) < CLOSE_MM && Math.abs(c.radiusMm - h.radiusMm) < CLOSE_MM
              ),
              `${box.name} ${face.name} ${h.xMm}, ${h.yMm}`
            ).toBe(true);
          }
        });
      }
    }
  );
});

describe('labels as PDF', () => {
  const { box } = boxes[0]!;
  const plan = evaluate(box, STARTER_CATALOGUE);
  const groups = [
    { name: 'labels of the ports', labels: portLabels(box, plan.panel!, plan.wiring) },
    { name: 'flags for the leads', labels: leadLabels(plan.runs) }
  ];
  test.each(['a4', 'letter'] as const)(
    'read back from %s: every port and both ends of every lead, and a bar of 100 mm',
    async (paper) => {
      const pdf = await getDocument({ data: new Uint8Array(await labelsPdf(box.name, groups, paper)), verbosity: 0 })
        .promise;
      let text = '';
      for (let n = 1; n <= pdf.numPages; n++) {
        const page = await pdf.getPage(n);
        const words = (await page.getTextContent()).items.map((i) => ('str' in i ? i.str : ''));
        text += ` ${words.join(' ')}`;
        expect(words.join(' ')).toContain('100 mm');
        expect(Math.round(page.view[2]! * MM_PER_PT)).toBe(paper === 'a4' ? 210 : 216);
      }
      for (const l of groups[0]!.labels) expect(text).toContain(l.title);
      for (const r of plan.runs.runs) expect(text).toContain(`${r.to.tab} · from ${r.from.tab}`);
    }
  );
});
