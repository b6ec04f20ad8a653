import { AUTO } from '../box/attr.ts';
import { set } from '../box/edit.ts';
import type { Circuit } from '../box/schema.ts';
import { switchedAheadOfFuse } from '../wiring/before-fuse.ts';
import type { Remedy } from './rule.ts';

/** A fuse behind its switch changes places with it. @param path of the stretch: a feed's or a circuit's */
export const fuseFirst = (
  of: Pick<Circuit, 'switchPlace' | 'fuse' | 'fuseLead' | 'switchLead'>,
  path: `feeds/${string}` | `circuits/${string}`
): Pick<Remedy, 'label' | 'effect' | 'edits'>[] =>
  switchedAheadOfFuse(of)
    ? [
        {
          label: 'The fuse first, then the switch',
          effect: 'its lead has something that opens from the battery on',
          edits: [set(`${path}/switchPlace`, AUTO), set(`${path}/fuseFromStartMm`, AUTO)]
        }
      ]
    : [];
