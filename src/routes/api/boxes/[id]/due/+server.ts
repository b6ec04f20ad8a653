import { snooze } from '$lib/server/due.ts';
import { answer } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';
import { ask } from '$lib/server/work/ask.ts';

export const GET = ({ params, url, request }) =>
  answer(async () => {
    const day = url.searchParams.get('today');
    const asked = { boxId: params.id, day, withSeason: url.searchParams.get('season') !== '0' };
    if (url.searchParams.get('format') !== 'ics') return ask('today', asked, request.signal);
    const body = await ask('calendar', asked, request.signal);
    return fileResponse({ body, type: 'text/calendar; charset=utf-8', name: 'due.ics' });
  });
/** Puts something off, or takes that back. */
export const PUT = ({ params, request }) =>
  answer(async () => ({ snoozed: snooze(theDb(), params.id, await readJson(request)) }));
