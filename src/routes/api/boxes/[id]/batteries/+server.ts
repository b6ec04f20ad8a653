import { batteriesFromBox } from '$lib/server/batteries.ts';
import { dayOf } from '$lib/server/day.ts';
import { answer } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';

/** The packs of this box become things of their own. */
export const POST = ({ params }) =>
  answer(() => ({
    made: batteriesFromBox(theDb(), params.id, dayOf(Date.now()), Date.now())
  }));
