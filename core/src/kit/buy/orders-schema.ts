import { z } from 'zod';
import { oneLine } from '../../quantity/clean-text.ts';
import { idSchema } from '../../catalogue/part.ts';

const money = z.number().finite().min(0).max(100000);
const isoDay = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'is a day such as 2026-10-24');

const orderLineSchema = z
  .strictObject({
    lineId: z.string().min(1).max(120),
    name: z.string().overwrite(oneLine).max(200),
    unit: z.enum(['pc', 'm']),
    holds: z.number().finite().positive().max(100000),
    packets: z.number().int().min(1).max(10000),
    /** What was paid for a packet. */
    price: money,
    /** Packets that came. */
    arrived: z.number().int().min(0).max(10000)
  })
  .refine((l) => l.arrived <= l.packets, { path: ['arrived'], message: 'are more packets than were ordered' });

export const orderSchema = z.strictObject({
  id: idSchema,
  boxId: z.string().max(60).nullable(),
  shopId: idSchema,
  shopName: z.string().overwrite(oneLine).trim().min(1).max(60),
  day: isoDay,
  expectedDay: isoDay.nullable(),
  shipping: money,
  off: money,
  lines: z.array(orderLineSchema).min(1).max(300)
});
export type Order = z.infer<typeof orderSchema>;

/** What lies at home, over all boxes. */
export const drawerLineSchema = z.strictObject({
  lineId: z.string().trim().min(1).max(120),
  name: z.string().overwrite(oneLine).trim().min(1).max(200),
  unit: z.enum(['pc', 'm']),
  count: z.number().finite().min(0).max(100000)
});
export type DrawerLine = z.infer<typeof drawerLineSchema>;

/** What was taken out of the drawer, read from the mark it was kept with; nothing where that is not it. */
export function takenFrom(text: string): DrawerLine[] {
  try {
    return z.array(drawerLineSchema).parse(JSON.parse(text));
  } catch {
    return [];
  }
}
