import { alike } from '../box/alike.ts';
import type { Edit } from '../box/edits.ts';
import { set } from '../findings/rule.ts';
import type { Box } from '../box/schema.ts';

/** What a design decides; everything else of the document stays as it is. */
const DECIDED_KEYS = [
  'parts',
  'devices',
  'bank',
  'charging',
  'casePartId',
  'bodies',
  'placements',
  'ports',
  'brackets',
  'openings',
  'relays',
  'feeds',
  'circuits',
  'wiring',
  'bench',
  'checkedPaths',
  'accepted'
] as const satisfies readonly (keyof Box)[];

/** The edits that make a design of the box: one step of undo, and nothing that is alike is touched. */
export const takeEdits = (box: Box, designed: Box): Edit[] =>
  DECIDED_KEYS.filter((key) => !alike(box[key], designed[key])).map((key) => set(key, designed[key]));
