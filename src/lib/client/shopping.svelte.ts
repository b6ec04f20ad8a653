import type { DrawerLine, Order } from '@haversack/core/kit/buy/orders';
import { NO_SHOPS, type Shops } from '@haversack/core/kit/buy/types';
import { getContext, setContext } from 'svelte';
import { done, request, RequestError } from './api.ts';

/** What is bought and what lies at home: the person's shops, orders and drawer, the same for every box. */
export class Shopping {
  shops: Shops = $state.raw(NO_SHOPS);
  drawer: readonly DrawerLine[] = $state.raw([]);
  orders: readonly Order[] = $state.raw([]);
  problem = $state('');
  /** They were read once: before that nothing is known, and nothing is said to be missing. */
  loaded = $state(false);
  #version = 0;

  async load(): Promise<void> {
    await this.#try(async () => {
      const [shops, drawer, orders] = await Promise.all([
        request<{ version: number; shops: Shops }>('GET', '/api/shops'),
        request<{ drawer: DrawerLine[] }>('GET', '/api/drawer'),
        request<{ orders: Order[] }>('GET', '/api/orders')
      ]);
      this.#version = shops.version;
      this.shops = shops.shops;
      this.drawer = drawer.drawer;
      this.orders = orders.orders;
      this.loaded = true;
    });
  }

  /**
   * Changes the shops, one change after the other: each is made on what the one before it left, however quickly they come.
   * Where another window was faster, what it kept is shown.
   */
  changeShops(change: (shops: Shops) => Shops): Promise<boolean> {
    const done = this.#saving.then(() => this.#saveShops(change(this.shops)));
    this.#saving = done;
    return done;
  }
  #saving: Promise<unknown> = Promise.resolve();

  async #saveShops(shops: Shops): Promise<boolean> {
    try {
      const kept = await request<{ version: number; shops: Shops }>('PUT', '/api/shops', {
        version: this.#version,
        shops
      });
      this.#version = kept.version;
      this.shops = kept.shops;
      this.problem = '';
      return true;
    } catch (e) {
      const stored =
        e instanceof RequestError ? (e.body.stored as { version: number; shops: Shops } | undefined) : undefined;
      if (stored) {
        this.#version = stored.version;
        this.shops = stored.shops;
      }
      this.problem = (e as Error).message;
      return false;
    }
  }

  changeDrawer(changes: (Omit<DrawerLine, 'count'> & { by?: number; count?: number })[]): Promise<boolean> {
    return this.#try(async () => {
      this.drawer = (await request<{ drawer: DrawerLine[] }>('POST', '/api/drawer', changes)).drawer;
    });
  }
  place(orders: readonly Order[]): Promise<boolean> {
    return this.#try(async () => {
      this.orders = (await request<{ orders: Order[] }>('POST', '/api/orders', orders)).orders;
    });
  }
  arrived(orderId: string, lineId: string, arrived: number): Promise<boolean> {
    return this.#change(orderId, { lineId, arrived });
  }
  /** What a packet of a line really cost. */
  paid(orderId: string, lineId: string, price: number): Promise<boolean> {
    return this.#change(orderId, { lineId, price });
  }
  #change(orderId: string, what: { lineId: string; arrived: number } | { lineId: string; price: number }) {
    return this.#try(async () => {
      const after = await request<{ orders: Order[]; drawer: DrawerLine[] }>('PATCH', `/api/orders/${orderId}`, what);
      this.orders = after.orders;
      this.drawer = after.drawer;
    });
  }
  remove(orderId: string): Promise<boolean> {
    return this.#try(async () => {
      this.orders = (await request<{ orders: Order[] }>('DELETE', `/api/orders/${orderId}`)).orders;
    });
  }

  #try(work: () => Promise<void>): Promise<boolean> {
    return done(work, (problem) => (this.problem = problem));
  }
}

const KEY = Symbol('shopping');
export const provideShopping = (): Shopping => setContext(KEY, new Shopping());
export const useShopping = (): Shopping => getContext<Shopping>(KEY);
