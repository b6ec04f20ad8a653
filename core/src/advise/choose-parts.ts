import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { evaluate } from '../evaluate.ts';
import type { Finding } from '../findings/rule.ts';

/** Findings that only wait for a part to be chosen. */
const PARTS: readonly Finding['id'][] = ['no-main-fuse', 'fuse-block-ways', 'circuit-shape'];
/** A chain of remedies longer than this goes round in a ring. */
const MOST_ROUNDS = 12;

/** What is missing and can be chosen for the person. */
export const missingParts = (findings: readonly Finding[]): Finding[] =>
  findings.filter((f) => f.acceptedBecause === null && PARTS.includes(f.id) && f.remedies.length > 0);

/** The first remedy of each missing part, one after the other, each judged on the box with those before it. */
export function chooseParts(box: Box, catalogue: Catalogue): Edit[] {
  const edits: Edit[] = [];
  let now = box;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const next = missingParts(evaluate(now, catalogue).findings)[0];
    if (!next) break;
    edits.push(...next.remedies[0]!.edits);
    now = applyEdits(now, next.remedies[0]!.edits);
  }
  return edits;
}
