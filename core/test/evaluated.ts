import type { Box } from '../src/box/schema.ts';
import type { Catalogue } from '../src/catalogue/part.ts';
import { evaluate as workedOut, type Plan } from '../src/evaluate.ts';
import { Lately } from '../src/lately.ts';

/** So many plans are kept: what asks for one again mostly does so soon. */
const MOST = 100;
const plans = new Lately<Plan>(MOST);
const marks = new WeakMap<Catalogue, number>();
let catalogues = 0;

function markOf(catalogue: Catalogue): number {
  if (!marks.has(catalogue)) marks.set(catalogue, ++catalogues);
  return marks.get(catalogue)!;
}

/**
 * The plan of a box, worked out once for all tests of a worker that want it: a sixth of their time went into the same plans.
 * Nobody may change one. What a plan hangs on, or how long it takes, is tested with the function itself.
 */
export function evaluate(box: Box, catalogue: Catalogue): Plan {
  const key = `${markOf(catalogue)} ${JSON.stringify(box)}`;
  return plans.get(key) ?? plans.keep(key, workedOut(box, catalogue));
}
