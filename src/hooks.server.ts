import { json, type Handle, type RequestEvent, type ServerInit } from '@sveltejs/kit';
import { isHere, openLan, theLan } from '$lib/server/lan/lan.ts';
import { COOKIE } from '$lib/server/lan/session.ts';
import { databaseFile } from '$lib/server/db/file.ts';
import { MOST_BODY_BYTES, MOST_TRAVEL_BYTES } from '$lib/server/limits.ts';
import { openStore } from '$lib/server/store.ts';
import { beginWithProgram, endWithProgram } from '$lib/server/work/life.ts';

/** Names this computer answers to; more by HAVERSACK_HOSTS, comma-separated. */
const OWN_NAMES = new Set([
  '127.0.0.1',
  'localhost',
  '[::1]',
  ...(process.env.HAVERSACK_HOSTS ?? '').split(',').filter(Boolean)
]);

export const init: ServerInit = async () => {
  await openLan(databaseFile(), process.env);
  await openStore();
  beginWithProgram();
  endWithProgram();
};

/** What a device may ask before it is let in. */
const OPEN_PATHS = new Set(['/api/lan', '/api/lan/enter']);
const isOut = (event: RequestEvent): boolean => {
  const lan = theLan();
  if (!lan || !event.url.pathname.startsWith('/api/') || OPEN_PATHS.has(event.url.pathname)) return false;
  return !isHere(event.getClientAddress()) && !lan.isIn(event.cookies.get(COOKIE), Date.now());
};

/** 'null', the origin of a page that hides its own, is nobody's host. */
const hostOf = (origin: string): string => (URL.canParse(origin) ? new URL(origin).host : '');
const nameOf = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

export const handle: Handle = async ({ event, resolve }) => {
  const { request, url } = event;
  const host = request.headers.get('host') ?? '';
  if (host && !OWN_NAMES.has(nameOf(host)))
    return new Response(`Haversack answers only on this computer, not as '${nameOf(host).slice(0, 80)}'.`, {
      status: 421
    });
  if (nameOf(host) === 'localhost' && request.method === 'GET' && !url.pathname.startsWith('/api/'))
    return new Response(null, {
      status: 307,
      headers: {
        location: `${theLan()?.https ? 'https' : 'http'}://127.0.0.1:${host.split(':')[1] ?? '80'}${url.pathname}${url.search}`
      }
    });
  if (isOut(event)) return json({ message: 'This device is not let in yet: enter the pass phrase.' }, { status: 401 });
  if (!['GET', 'HEAD', 'OPTIONS'].includes(request.method)) {
    const origin = request.headers.get('origin');
    if (origin && hostOf(origin) !== host)
      return json({ message: 'This request came from another site and was refused.' }, { status: 403 });
    const most = url.pathname === '/api/boxes/travel' ? MOST_TRAVEL_BYTES : MOST_BODY_BYTES;
    if (Number(request.headers.get('content-length') ?? 0) > most)
      return json(
        {
          message: `That is too large: at most ${most / 1e6} MB are taken.${most === MOST_BODY_BYTES ? ' A box file is far smaller.' : ''}`
        },
        { status: 413 }
      );
  }
  const response = await resolve(event);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'no-referrer');
  response.headers.set('x-frame-options', 'DENY');
  return response;
};
