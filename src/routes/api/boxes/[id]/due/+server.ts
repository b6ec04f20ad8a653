import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { getBox } from '$lib/server/boxes.ts';
import { boxToday, dueCalendar, snooze } from '$lib/server/due.ts';
import { askedDay } from '$lib/server/day.ts';
import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params, url }) =>
  answer(() => {
    const box = getBox(theDb(), params.id);
    const now = boxToday(
      theDb(),
      box,
      STARTER_CATALOGUE,
      askedDay(url.searchParams.get('today')),
      url.searchParams.get('season') !== '0'
    );
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
