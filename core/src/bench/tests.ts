import { capacityRows } from './tests/capacity.ts';
import { deadRows } from './tests/dead.ts';
import { firstRows } from './tests/first.ts';
import { loadRows } from './tests/load.ts';
import type { Sources, TestRow } from './tests/row.ts';
import { waterRows } from './tests/water.ts';

export { TEST_STAGES, TEST_STAGE_WORDS, type TestRow, type TestStage } from './tests/row.ts';

/** Every reading of this box, in a safe order, with what it should be and how far it may be off. */
export function testRows(x: Sources): TestRow[] {
  return [...deadRows(x), ...firstRows(x), ...loadRows(x), ...waterRows(x), ...capacityRows(x)];
}
