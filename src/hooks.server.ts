import { json, type Handle, type ServerInit } from '@sveltejs/kit';
import { openStore } from '$lib/server/store.ts';

/** Names this computer answers to; more by HAVERSACK_HOSTS, comma-separated. */
const OWN_NAMES = new Set([
  '127.0.0.1',
  'localhost',
  '[::1]',
  ...(process.env.HAVERSACK_HOSTS ?? '').split(',').filter(Boolean)
]);
const MOST_BODY_BYTES = 3_000_000;

export const init: ServerInit = openStore;

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
      headers: { location: `http://127.0.0.1:${host.split(':')[1] ?? '80'}${url.pathname}${url.search}` }
    });
  if (!['GET', 'HEAD', 'OPTIONS'].includes(request.method)) {
    const origin = request.headers.get('origin');
    if (origin && new URL(origin).host !== host)
      return json({ message: 'This request came from another site and was refused.' }, { status: 403 });
    if (Number(request.headers.get('content-length') ?? 0) > MOST_BODY_BYTES)
      return json(
        { message: `That is too large: at most ${MOST_BODY_BYTES / 1e6} MB are taken. A box file is far smaller.` },
        { status: 413 }
      );
  }
  const response = await resolve(event);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'no-referrer');
  response.headers.set('x-frame-options', 'DENY');
  return response;
};
