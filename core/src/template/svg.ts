import { xmlText } from '../quantity/clean-text.ts';
import type { FaceDrawing, Layer, Shape } from './face-drawing.ts';

const STYLE: Record<Layer, string> = {
  outline: 'fill="none" stroke="#000" stroke-width="0.3"',
  cut: 'fill="none" stroke="#c00" stroke-width="0.2"',
  centre: 'fill="none" stroke="#000" stroke-width="0.15"',
  engraving: 'fill="#00c"',
  'keep-clear': 'fill="none" stroke="#888" stroke-width="0.15" stroke-dasharray="2 1"'
};
const MARGIN_MM = 5;

const n = (v: number): string => String(Number(v.toFixed(4)));

/** The face as SVG at true scale: one unit is one millimetre, one group a layer, y turned to point down. */
export function faceSvg(d: FaceDrawing): string {
  const w = d.widthMm + 2 * MARGIN_MM;
  const h = d.heightMm + 2 * MARGIN_MM;
  const groups = (['outline', 'keep-clear', 'cut', 'centre', 'engraving'] as const).map((layer) => {
    const shapes = d.shapes.filter((s) => s.layer === layer).map((s) => draw(s, d.heightMm));
    return `<g id="${layer}" ${STYLE[layer]}>\n${shapes.join('\n')}\n</g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="${-MARGIN_MM} ${-MARGIN_MM} ${n(w)} ${n(h)}">
<title>${xmlText(d.name)}, seen from outside</title>
${groups.join('\n')}
</svg>
`;
}

function draw(s: Shape, heightMm: number): string {
  const up = (y: number): string => n(heightMm - y);
  switch (s.kind) {
    case 'circle':
      return `<circle cx="${n(s.xMm)}" cy="${up(s.yMm)}" r="${n(s.radiusMm)}"/>`;
    case 'rect':
      return `<rect x="${n(s.xMm)}" y="${up(s.yMm + s.heightMm)}" width="${n(s.widthMm)}" height="${n(s.heightMm)}"/>`;
    case 'line':
      return `<line x1="${n(s.x1Mm)}" y1="${up(s.y1Mm)}" x2="${n(s.x2Mm)}" y2="${up(s.y2Mm)}"/>`;
    case 'text':
      return `<text x="${n(s.xMm)}" y="${up(s.yMm)}" font-size="${n(s.heightMm)}" text-anchor="middle" font-family="sans-serif" fill="#00c" stroke="none">${xmlText(s.text)}</text>`;
  }
}
