import { xmlText } from '../quantity/clean-text.ts';
import { arrowPath, pathOf } from './paths.ts';
import type { Schematic, Shape } from './shapes.ts';

/** Colours on white paper. Returns are hollow, so that they are told apart without colour, too. @source look.md, day theme */
const PAPER = {
  ground: '#ffffff',
  ink: '#1f2a24',
  soft: '#5b665f',
  warn: '#a4480b',
  fuse: '#fdf6e3',
  battery: '#e6ecd9'
};
const LEAD = {
  'red-black': { positive: '#b3261e', negative: '#1f2a24' },
  'brown-blue': { positive: '#7a4a1e', negative: '#1f5fa8' }
};
const SENSE = '#6a4c93';

/** The drawn circuit as a file of its own that any program opens: colours and letters written out, nothing to load. */
export function schematicSvg(s: Schematic, x: { title: string; colours: keyof typeof LEAD }): string {
  const lead = LEAD[x.colours];
  const colourOf = (role: 'positive' | 'negative' | 'sense' | 'ink' | 'faint'): string =>
    role === 'ink' ? PAPER.ink : role === 'faint' ? PAPER.soft : role === 'sense' ? SENSE : lead[role];
  const draw = (p: Shape): string => {
    switch (p.t) {
      case 'line': {
        const d = pathOf(p.points);
        const halo = p.bridges ? `<path d="${d}" stroke="${PAPER.ground}" stroke-width="${p.weight + 6}"/>` : '';
        if (p.role === 'negative')
          return `${halo}<path d="${d}" stroke="${lead.negative}" stroke-width="${p.weight + 2}"/><path d="${d}" stroke="${PAPER.ground}" stroke-width="${Math.max(0.8, p.weight - 0.6)}"/>`;
        const dash = p.role === 'sense' ? ' stroke-dasharray="5 3"' : '';
        return `${halo}<path d="${d}" stroke="${colourOf(p.role)}" stroke-width="${p.weight}"${dash}/>`;
      }
      case 'box': {
        const fill =
          p.role === 'frame'
            ? 'none'
            : p.role === 'fuse'
              ? PAPER.fuse
              : p.role === 'battery'
                ? PAPER.battery
                : PAPER.ground;
        return `<rect x="${p.x}" y="${p.y}" width="${p.w}" height="${p.h}" rx="3" fill="${fill}" stroke="${p.role === 'frame' ? PAPER.soft : PAPER.ink}"/>`;
      }
      case 'ring': {
        const fill =
          p.role === 'joint-positive' ? lead.positive : p.role === 'joint-negative' ? lead.negative : PAPER.ground;
        return `<circle cx="${p.x}" cy="${p.y}" r="${p.r}" fill="${fill}" stroke="${PAPER.ink}"/>`;
      }
      case 'arrow':
        return `<path d="${arrowPath(p)}" fill="${lead[p.role]}" stroke="none"/>`;
      case 'text': {
        const fill =
          p.role === 'warn' ? PAPER.warn : p.role === 'plain' || p.role === 'column' ? PAPER.soft : PAPER.ink;
        const bold = p.role === 'name' || p.role === 'sign' ? ' font-weight="600"' : '';
        return `<text x="${p.x}" y="${p.y}" text-anchor="${p.anchor}" fill="${fill}" stroke="none"${bold}>${xmlText(p.text)}</text>`;
      }
    }
  };
  const title = xmlText(x.title);
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${s.width}" height="${s.height + 30}" viewBox="0 -30 ${s.width} ${s.height + 30}" font-family="sans-serif" font-size="12" fill="none">
<title>${title}</title>
<rect y="-30" width="${s.width}" height="${s.height + 30}" fill="${PAPER.ground}"/>
<text x="12" y="-10" fill="${PAPER.ink}" font-size="15" font-weight="600">${title}</text>
${s.shapes.map(draw).join('\n')}
</svg>
`;
}
