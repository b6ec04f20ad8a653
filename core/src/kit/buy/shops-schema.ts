import { z } from 'zod';
import { oneLine } from '../../quantity/clean-text.ts';
import { idSchema } from '../../catalogue/part.ts';

const money = z.number().finite().min(0).max(100000);
const text = (most: number) => z.string().overwrite(oneLine).trim().max(most);

/** A shop of the person's own, as it bills. */
const shopSchema = z.strictObject({
  id: idSchema,
  name: text(60).min(1),
  /** Of one order. */
  shipping: money,
  /** Goods from which nothing is asked for shipping; null = never. */
  freeFrom: money.positive().nullable(),
  deliveryDays: z.number().int().min(0).max(120).nullable(),
  /** Put on top of the prices as listed. */
  taxFraction: z.number().min(0).max(1),
  /** Off every price, and a sum off an order from some value on. */
  offFraction: z.number().min(0).max(0.95),
  coupon: z.strictObject({ amount: money.positive(), from: money }).nullable()
});
export type Shop = z.infer<typeof shopSchema>;

/** A packet as a shop sells it. */
const offerSchema = z.strictObject({
  id: idSchema,
  lineId: text(120).min(1),
  shopId: idSchema,
  /** Pieces or metres in a packet. */
  holds: z.number().finite().positive().max(100000),
  /** As listed, without the shop's tax. */
  price: money
});
export type Offer = z.infer<typeof offerSchema>;

export const shopsSchema = z
  .strictObject({ shops: z.array(shopSchema).max(12), offers: z.array(offerSchema).max(2000) })
  .superRefine((s, ctx) => {
    const known = new Set(s.shops.map((shop) => shop.id));
    if (known.size !== s.shops.length)
      ctx.addIssue({ code: 'custom', path: ['shops'], message: 'hold one shop twice' });
    s.offers.forEach((o, i) => {
      if (!known.has(o.shopId))
        ctx.addIssue({ code: 'custom', path: ['offers', i], message: 'is of a shop that is not in the list' });
    });
  });
export type Shops = z.infer<typeof shopsSchema>;
