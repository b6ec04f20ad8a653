import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { getBox } from '$lib/server/boxes.ts';
import { boxToday, dueCalendar, snooze } from '$lib/server/due.ts';
import { answer, ApiError } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

/** The day where the person is: it may differ from ours. @throws ApiError 400 */
function todayOf(url: URL): string {
  const day = url.searchParams.get('today') ?? new Date().toISOString().slice(0, 10);
  if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || Number.isNaN(Date.parse(day)))
    throw new ApiError(400, 'The day is given as year-month-day.');
  return day;
}

export const GET = ({ params, url }) =>
  answer(() => {
    const box = getBox(theDb(), params.id);
    const now = boxToday(theDb(), box, STARTER_CATALOGUE, todayOf(url), true);
    if (url.searchParams.get('format') !== 'ics') return now;
    return new Response(dueCalendar(params.id, box.document.name, now.due), {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': 'attachment; filename="due.ics"'
      }
    });
  });
/** Puts something off, or takes that back. */
export const PUT = ({ params, request }) =>
  answer(async () => ({ snoozed: snooze(theDb(), params.id, await readJson(request)) }));
