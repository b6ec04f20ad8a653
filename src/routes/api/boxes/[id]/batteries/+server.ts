import { batteriesFromBox } from '$lib/server/batteries.ts';
import { answer } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';

/** The packs of this box become things of their own. */
export const POST = ({ params }) =>
  answer(() => ({
    made: batteriesFromBox(theDb(), params.id, new Date().toISOString().slice(0, 10), Date.now())
  }));
