import { z } from 'zod';
import { CHEMISTRIES, idSchema } from '../catalogue/part.ts';
import { isoDay, lines, text } from '../box/schema-pieces.ts';
import type { Box } from '../box/schema.ts';
import { BATTERY_LATER } from './later.ts';

/** A battery as a thing of its own: it moves from box to box and keeps its history. */
export const batterySchema = z.strictObject({
  name: text(80).min(1, 'Give it a name, such as what stands on its label.'),
  /** Part it is in the catalogue; its figures stand here, so that they stay when the catalogue changes. */
  partId: idSchema.nullable(),
  chemistry: z.enum(CHEMISTRIES),
  capacityAh: z.number().finite().positive().max(4000),
  boughtDay: isoDay.nullable(),
  priceAmount: z.number().finite().min(0).max(100_000).nullable(),
  notes: lines(5000),
  /** Against the tables, as the records of the box it stood in said on a day. */
  resistance: z
    .strictObject({
      factor: z.number().finite().positive().max(50),
      spread: z.number().finite().min(0).max(50),
      day: isoDay
    })
    .nullable()
    .default(BATTERY_LATER.resistance),
  /** Given away, recycled: it stays in the history. */
  retired: z.boolean(),
  /** The box it stands in and since when; null = on the shelf. */
  boxId: z.string().max(60).nullable(),
  sinceDay: isoDay.nullable(),
  /** Where it stood before. */
  stays: z
    .array(z.strictObject({ boxId: z.string().max(60), boxName: text(80), fromDay: isoDay, toDay: isoDay }))
    .max(200)
});
export type Battery = z.infer<typeof batterySchema>;
export type StoredBattery = Battery & { id: string };

/** A new thing for each pack of a box's bank, named by its part. Empty while no battery is chosen. */
export function batteriesOf(box: Box, boxId: string, day: string): Battery[] {
  const part = box.bank.partId === null ? undefined : box.parts[box.bank.partId];
  if (part?.kind !== 'battery') return [];
  return Array.from({ length: box.bank.count }, (_, i) => ({
    name: box.bank.count > 1 ? `${part.name.slice(0, 72)}, no. ${i + 1}` : part.name,
    partId: part.id,
    chemistry: part.chemistry,
    capacityAh: part.capacityAh,
    boughtDay: null,
    priceAmount: part.priceAmount,
    notes: '',
    resistance: null,
    retired: false,
    boxId,
    sinceDay: day,
    stays: []
  }));
}

/** A battery put into another box, or on the shelf (null), on a day: the stay that ended is kept. */
export function moved(
  battery: Battery,
  to: { boxId: string | null },
  day: string,
  boxName: (id: string) => string
): Battery {
  if (to.boxId === battery.boxId) return battery;
  const ended =
    battery.boxId === null
      ? []
      : [
          {
            boxId: battery.boxId,
            boxName: boxName(battery.boxId).slice(0, 80),
            fromDay: battery.sinceDay ?? day,
            toDay: day
          }
        ];
  return { ...battery, boxId: to.boxId, sinceDay: to.boxId === null ? null : day, stays: [...battery.stays, ...ended] };
}
