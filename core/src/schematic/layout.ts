import type { WiringPlan } from '../wiring/types.ts';
import type { Schematic } from './shapes.ts';

import { bank } from './draw-bank.ts';
import { bottom, rail } from './draw-main.ts';
import { rest } from './draw-returns.ts';
import { row } from './draw-row.ts';
import { settle } from './settle.ts';
import { Sheet, type SheetOptions } from './sheet.ts';
/**
 * The circuit as a ladder: the bank at the lower left, the main path up the left rail, one row for each circuit, returns to
 * the right rail and along the bottom through the shunt. Where things stand follows from the order of the document alone, so
 * a changed wire or fuse moves nothing and a new circuit moves what lies below it by one row.
 * @param widthPx room there is; rows get wider, never narrower than they can be read
 */
export function schematic(wiring: WiringPlan, x: SheetOptions): Schematic {
  const s = new Sheet(wiring, x);
  columns(s);
  bank(s);
  rail(s);
  bottom(s);
  for (const r of s.rows) row(s, r);
  rest(s);
  return {
    width: s.width,
    height: s.returnY + 64,
    rungs: s.rungs,
    shapes: [...s.shapes, ...settle(s.over, s.shapes, s.width)]
  };
}

function columns(s: Sheet): void {
  const c = s.col;
  const heads: (readonly [number, string, 'start' | 'middle' | 'end'])[] = [
    [c.fuse, 'Fuse', 'middle'],
    [c.wire, s.readings ? 'Current' : 'Wire', 'start'],
    [c.sw, 'Switch', 'middle'],
    [c.port, 'Port', 'middle'],
    [c.feeds + 6, 'Feeds', 'start'],
    ...(s.readings
      ? ([[c.volts + 8, 'At the port', 'end']] as const)
      : ([
          [c.amps + 8, 'Most', 'end'],
          [c.volts + 8, 'Lost', 'end']
        ] as const))
  ];
  for (const [x, text, anchor] of heads) s.text(null, x, 20, text, 'column', anchor);
}
