import { answer } from '$lib/server/errors.ts';
import { ask } from '$lib/server/work/ask.ts';

/** What the logbooks say of the boxes today, for the shelf. */
export const GET = ({ url, request }) =>
  answer(async () => ({ boxes: await ask('shelfToday', { day: url.searchParams.get('today') }, request.signal) }));
