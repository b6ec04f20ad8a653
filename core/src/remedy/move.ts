import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import type { Plan } from '../evaluate.ts';

/** A change that may cure a finding. The weight says how much it upsets: a fuse is little, another battery is much. */
export type Move = {
  label: string;
  effect: string;
  edits: Edit[];
  weight: number;
  /** Variants of one idea: the first that holds is offered, not all of them. */
  idea?: string;
  reckoned?: boolean;
};
export type Bench = { box: Box; catalogue: Catalogue; plan: Plan };

/** How much a change upsets what is built. @source rule of thumb: what takes minutes, what takes an evening, what is bought anew */
const WEIGHT = { fuse: 1, wire: 2, holder: 3, part: 4, battery: 30, case: 40 } as const;

/** What upsets most of what some edits touch. */
export function weightOf(edits: readonly Edit[]): number {
  const of = (path: string): number => {
    if (path.startsWith('parts/')) return 0;
    if (path === 'casePartId') return WEIGHT.case;
    if (path === 'bank/partId' || path === 'bank/count') return WEIGHT.battery;
    if (/^ports\/.*partId$|^ports$/.test(path)) return WEIGHT.part;
    if (/(holder|block|shunt)PartId$/.test(path)) return WEIGHT.holder;
    if (/wire$|Wire$|insulationC$/.test(path)) return WEIGHT.wire;
    return WEIGHT.fuse;
  };
  return edits.reduce((sum, e) => sum + of(e.path), 0);
}

/** A change with its weight. */
export const move = (label: string, effect: string, edits: Edit[], idea?: string): Move => ({
  label,
  effect,
  edits,
  weight: weightOf(edits),
  ...(idea ? { idea } : {})
});
