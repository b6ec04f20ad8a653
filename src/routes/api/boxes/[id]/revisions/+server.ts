import { answer } from '$lib/server/errors.ts';
import { listRevisions } from '$lib/server/revisions.ts';
import { theDb } from '$lib/server/store.ts';
import { ask } from '$lib/server/work/ask.ts';

/** Earlier versions; with ?changes=1 what the save after each of them changed. */
export const GET = ({ params, url, request }) =>
  answer(async () => ({
    revisions:
      url.searchParams.get('changes') === '1'
        ? await ask('history', { boxId: params.id }, request.signal)
        : listRevisions(theDb(), params.id)
  }));
