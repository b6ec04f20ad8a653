import type { Shop, Shops } from './shops-schema.ts';

export type { Offer, Shop, Shops } from './shops-schema.ts';

export const NO_SHOPS: Shops = { shops: [], offers: [] };

/** Price list of the catalogue and of own parts: what no shop of the person's own offers is counted from here. */
export const PRICE_LIST: Shop = {
  id: 'price-list',
  name: 'Price list',
  shipping: 0,
  freeFrom: null,
  deliveryDays: null,
  taxFraction: 0,
  offFraction: 0,
  coupon: null
};

/** What is wanted of one line, pieces or metres. */
export type Need = { lineId: string; name: string; unit: 'pc' | 'm'; count: number };

export type Purchase = {
  lineId: string;
  name: string;
  unit: 'pc' | 'm';
  shopId: string;
  offerId: string;
  holds: number;
  packets: number;
  /** Of one packet, with the shop's tax and what is off. */
  price: number;
};
export type BasketOrder = {
  shopId: string;
  goods: number;
  shipping: number;
  off: number;
  total: number;
  /** Goods that are missing for free shipping; null where that is not to be had, or had already. */
  shortOfFree: number | null;
};
export type Leftover = { lineId: string; name: string; unit: 'pc' | 'm'; count: number; worth: number };

export type Basket = {
  purchases: Purchase[];
  orders: BasketOrder[];
  total: number;
  /** Lines that nobody offers. */
  unmet: Need[];
  left: Leftover[];
  leftWorth: number;
  /** No cheaper way exists; otherwise the total is at most `gap` over the cheapest. */
  proven: boolean;
  gap: number;
};
