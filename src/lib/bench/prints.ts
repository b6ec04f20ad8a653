import { printOf, type BuiltKind } from '@haversack/core/bench/as-built';
import type { BenchMarks } from '$lib/client/bench-marks.svelte.ts';
import type { OpenBox } from '$lib/client/open-box.svelte.ts';

/** Something that was ticked as built was entered as it really is: what stands now is what is built. */
export function renewPrint(open: OpenBox, bench: BenchMarks, kind: BuiltKind, id: string): void {
  const print = printOf(open.doc, open.plan, kind, id);
  if (print && bench.marks.text(print.key) !== '') bench.set(print.key, print.value);
}
