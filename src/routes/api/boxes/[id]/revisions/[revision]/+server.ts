import { answer } from '$lib/server/errors.ts';
import { backTo } from '$lib/server/boxes.ts';
import { getRevision } from '$lib/server/revisions.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => ({ document: getRevision(theDb(), params.id, Number(params.revision)) }));

/** The box goes back to this version; for a box that cannot be opened any more. */
export const POST = ({ params }) =>
  answer(() => {
    const { id, revision } = backTo(theDb(), params.id, Number(params.revision), Date.now());
    return { id, revision };
  });
