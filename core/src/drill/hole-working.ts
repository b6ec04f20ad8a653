import type { PortPlan } from '../panel/panel.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import type { BitChoice } from './choose.ts';
import { bitText } from './bits.ts';

/** The hole to make for a round part: what the bit cuts and what the file takes, against the part's own window. Undefined for other shapes. */
export function holeWorking(p: PortPlan, choice: BitChoice): Working | undefined {
  const { hole } = p.part;
  if (hole.shape !== 'round') return undefined;
  const window = [
    line(
      'Part wants',
      fixed(hole.diameterMm, 2),
      'mm',
      'part',
      p.part.measureYours === 'no' ? 'typical' : 'varies by maker: measure yours'
    ),
    line('At least', fixed(hole.minMm, 2), 'mm', 'part', 'under it the part does not go in'),
    line('At most', fixed(hole.maxMm, 2), 'mm', 'part', 'over it flange or nut does not cover')
  ];
  const base = { id: `hole-${p.port.id}`, title: `Hole for ${p.tag}` };
  if (choice.kind === 'none')
    return {
      ...base,
      formula: 'none of the bits at hand will do',
      lines: [...window, line('Hole', fixed(hole.diameterMm, 2), 'mm', 'part', 'as the part wants it', '+')],
      result: { value: fixed(hole.diameterMm, 1), unit: 'mm' }
    };
  const { sizeMm } = choice.bit;
  const filed = choice.kind === 'drill + file';
  const moreMm = filed ? 2 * choice.fileMm : choice.holeMm - sizeMm;
  return {
    ...base,
    formula: filed ? 'hole = bit + what is filed on both sides' : 'hole = bit + what it cuts over its size',
    lines: [
      ...window,
      line(
        bitText(choice.bit),
        fixed(sizeMm, 3),
        'mm',
        'table',
        filed ? 'the largest that cannot overshoot' : 'nearest to what the part wants',
        '+'
      ),
      filed
        ? line('Filed, both sides', fixed(moreMm, 3), 'mm', 'computed', `${fixed(choice.fileMm, 3)} mm all round`, '+')
        : line('Cuts over its size', fixed(moreMm, 3), 'mm', 'table', 'usual of its kind', '+')
    ],
    result: { value: fixed(sizeMm + moreMm, 1), unit: 'mm' }
  };
}
