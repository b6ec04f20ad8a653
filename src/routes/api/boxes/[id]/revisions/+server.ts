import { answer } from '$lib/server/errors.ts';
import { listRevisions, revisionHistory } from '$lib/server/boxes.ts';
import { theDb } from '$lib/server/store.ts';

/** Earlier versions; with ?changes=1 what the save after each of them changed. */
export const GET = ({ params, url }) =>
  answer(() => ({
    revisions:
      url.searchParams.get('changes') === '1' ? revisionHistory(theDb(), params.id) : listRevisions(theDb(), params.id)
  }));
