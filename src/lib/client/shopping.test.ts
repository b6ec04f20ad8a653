import { NO_SHOPS, PRICE_LIST, type Shop, type Shops } from '@haversack/core/kit/buy/types';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { Shopping } from './shopping.svelte.ts';

const shop = (id: string, over: Partial<Shop> = {}): Shop => ({ ...PRICE_LIST, id, name: id, ...over });
const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** A server that keeps one list of shops with its version, and takes its time. */
class Server {
  version = 0;
  shops: Shops = NO_SHOPS;
  readonly asked: string[] = [];
  readonly fetch = async (path: string, init?: RequestInit): Promise<Response> => {
    this.asked.push(`${init?.method ?? 'GET'} ${path}`);
    await new Promise((done) => setTimeout(done, 5));
    if (path !== '/api/shops') return answer(200, path === '/api/drawer' ? { drawer: [] } : { orders: [] });
    if (init?.method !== 'PUT') return answer(200, { version: this.version, shops: this.shops });
    const sent = JSON.parse(String(init.body)) as { version: number; shops: Shops };
    if (sent.version !== this.version)
      return answer(409, { message: 'changed elsewhere', stored: { version: this.version, shops: this.shops } });
    this.version++;
    this.shops = sent.shops;
    return answer(200, { version: this.version, shops: this.shops });
  };
}

let server: Server;
beforeEach(() => {
  server = new Server();
  vi.stubGlobal('fetch', server.fetch);
});
afterEach(() => vi.unstubAllGlobals());

const over = (id: string, change: Partial<Shop>) => (now: Shops) => ({
  ...now,
  shops: now.shops.map((s) => (s.id === id ? { ...s, ...change } : s))
});

describe('the person’s shops', () => {
  test('fields entered faster than the server answers are all kept', async () => {
    const shopping = new Shopping();
    await shopping.load();
    await shopping.changeShops((now) => ({ ...now, shops: [shop('quay')] }));
    const all = await Promise.all([
      shopping.changeShops(over('quay', { shipping: 4 })),
      shopping.changeShops(over('quay', { deliveryDays: 7 })),
      shopping.changeShops(over('quay', { taxFraction: 0.2 }))
    ]);
    expect(all).toEqual([true, true, true]);
    expect(server.shops.shops[0]).toMatchObject({ shipping: 4, deliveryDays: 7, taxFraction: 0.2 });
    expect(shopping.shops).toEqual(server.shops);
    expect(shopping.problem).toBe('');
  });

  test('another window was faster: what it kept is shown, and the next change is made on that', async () => {
    const shopping = new Shopping();
    await shopping.load();
    server.version = 5;
    server.shops = { shops: [shop('other')], offers: [] };
    expect(await shopping.changeShops((now) => ({ ...now, shops: [...now.shops, shop('mine')] }))).toBe(false);
    expect(shopping.problem).toBe('changed elsewhere');
    expect(shopping.shops.shops.map((s) => s.id)).toEqual(['other']);
    expect(await shopping.changeShops((now) => ({ ...now, shops: [...now.shops, shop('mine')] }))).toBe(true);
    expect(server.shops.shops.map((s) => s.id)).toEqual(['other', 'mine']);
  });

  test('one change that fails does not stop those after it', async () => {
    const shopping = new Shopping();
    await shopping.load();
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')));
    expect(await shopping.changeShops((now) => ({ ...now, shops: [shop('a')] }))).toBe(false);
    expect(shopping.problem).toContain('does not answer');
    vi.stubGlobal('fetch', server.fetch);
    expect(await shopping.changeShops((now) => ({ ...now, shops: [shop('b')] }))).toBe(true);
    expect(server.shops.shops.map((s) => s.id)).toEqual(['b']);
  });

  test('nothing is said to be missing before everything was read', async () => {
    const shopping = new Shopping();
    expect(shopping.loaded).toBe(false);
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('away')));
    await shopping.load();
    expect(shopping.loaded).toBe(false);
    expect(shopping.problem).not.toBe('');
    vi.stubGlobal('fetch', server.fetch);
    await shopping.load();
    expect(shopping.loaded).toBe(true);
    expect(shopping.problem).toBe('');
  });
});
