import { estimate, type Estimate } from '@haversack/core/logbook/estimate/estimate';
import type { Logbook } from '$lib/client/logbook.svelte.ts';
import type { OpenBox } from '$lib/client/open-box.svelte.ts';

/** What the records of the open box say, with the batteries that stand in it. */
export const learntHere = (open: OpenBox, log: Logbook): Estimate =>
  estimate(
    open.doc,
    open.plan,
    open.records.telling,
    log.here.map((b) => b.id)
  );
