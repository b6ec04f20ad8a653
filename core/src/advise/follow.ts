import type { Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { evaluate } from '../evaluate.ts';
import type { Finding, Remedy } from '../findings/rule.ts';
import { attempt } from '../remedy/attempt.ts';
import type { Attempt } from '../remedy/trials.ts';

/** Findings that only wait for a part to be chosen: what is chosen before them brings them about by itself. */
const PARTS: readonly Finding['id'][] = ['no-main-fuse', 'fuse-block-ways', 'circuit-shape'];
export const isMissingPart = (f: Finding): boolean => f.acceptedBecause === null && PARTS.includes(f.id);

/** A chain longer than this goes round in a ring, or is better designed at once. */
const MOST_ROUNDS = 40;

/** What a change brings that no later choice of a part settles by itself. */
export const harmOf = (a: Attempt): Finding[] => a.fresh.filter((f) => !isMissingPart(f));

/** How much worse a change leaves a box: stops before cautions. */
const weight = (harm: readonly Finding[]): number =>
  harm.reduce((sum, f) => sum + (f.severity === 'stop' ? 100 : 1), 0);

/**
 * Of the remedies that cure their finding the one that brings least. A box that is still being chosen has stops of its own while
 * a later part is missing, so that nothing but the end of the chain is free of them.
 */
function best(box: Box, catalogue: Catalogue, finding: Finding): { remedy: Remedy; box: Box } | undefined {
  const bench = { box, catalogue, plan: evaluate(box, catalogue) };
  let found: { remedy: Remedy; box: Box; harm: number } | undefined;
  for (const remedy of finding.remedies) {
    const tried = attempt(bench, remedy.edits, finding.key);
    if (!tried) continue;
    const harm = weight(harmOf(tried));
    if (!found || harm < found.harm) found = { remedy, box: tried.box, harm };
    if (harm === 0) break;
  }
  return found;
}

/**
 * Settles findings one after the other, each with a remedy that was tried on the box with those before it; one that no remedy
 * settles is left as it is.
 * @param wanted which findings are to be settled
 * @returns edits for all of it together; none when nothing could be settled
 */
export function follow(box: Box, catalogue: Catalogue, wanted: (f: Finding) => boolean): Edit[] {
  const edits: Edit[] = [];
  const left = new Set<string>();
  let now = box;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const finding = evaluate(now, catalogue).findings.find(
      (f) => f.acceptedBecause === null && wanted(f) && f.remedies.length > 0 && !left.has(f.key)
    );
    if (!finding) break;
    const found = best(now, catalogue, finding);
    if (!found) left.add(finding.key);
    else {
      edits.push(...found.remedy.edits);
      now = found.box;
    }
  }
  return edits;
}
