/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
/**
 * Keeps the program itself on the device, so that it opens when its server is out of reach. The boxes are not kept here: what the
 * server answered lies in the browser's database (src/lib/client/kept.ts), where the pages read and write it.
 */
import { build, files, version } from '$service-worker';

const worker = self as unknown as ServiceWorkerGlobalScope;
const CACHE = `haversack-${version}`;
const PROGRAM = new Set([...build, ...files]);
/** The page every address begins with; what it shows is decided in the browser. */
const PAGE = '/';
/** So long the server may take for a page before the kept one is shown. */
const PATIENCE_MS = 4000;

worker.addEventListener('install', (event) => {
  event.waitUntil(caches.open(CACHE).then((cache) => cache.addAll([...PROGRAM, PAGE])));
});

worker.addEventListener('activate', (event) => {
  const clean = async (): Promise<void> => {
    for (const key of await caches.keys()) if (key.startsWith('haversack-') && key !== CACHE) await caches.delete(key);
    await worker.clients.claim();
  };
  event.waitUntil(clean());
});

worker.addEventListener('message', (event) => {
  if (event.data === 'take-over') void worker.skipWaiting();
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin || url.pathname.startsWith('/api/')) return;
  if (PROGRAM.has(url.pathname)) event.respondWith(program(request));
  else if (request.mode === 'navigate') event.respondWith(page(request));
});

async function program(request: Request): Promise<Response> {
  const kept = await (await caches.open(CACHE)).match(new URL(request.url).pathname);
  return kept ?? fetch(request);
}

async function page(request: Request): Promise<Response> {
  try {
    return await fetch(request, { signal: AbortSignal.timeout(PATIENCE_MS) });
  } catch {
    return (await (await caches.open(CACHE)).match(PAGE)) ?? Response.error();
  }
}
