import type { Device } from '../box/schema.ts';
import { durationText } from '../quantity/format.ts';
import { barsWithin } from './bars.ts';

type Window = { startH: number; durationH: number };

/** What happens to a device when its lead is pulled, or the box is empty. */
export type Unplugged = {
  /** Hours it runs on from its own full battery; 0 without one. */
  runsOnH: number;
  /** Which source it empties first while the lead is in: with 'inner' nothing may be left of its own when it is pulled. */
  first: 'box' | 'inner' | undefined;
  say: string;
};

/**
 * Pulls the lead of a device.
 * @param powerW mean power while it is on, at the device, W
 * @source energy ÷ power; the inner battery is taken as full and its stated watt-hours as usable
 */
export function unplugged(device: Pick<Device, 'inner' | 'card'>, powerW: number): Unplugged {
  const { inner, card } = device;
  const ends = card ? 'the recording ends, and what is not yet written may be lost' : 'it goes off';
  if (!inner || !(powerW > 0)) return { runsOnH: 0, first: undefined, say: `Pulled, ${ends} at once.` };
  const runsOnH = inner.capacityWh / powerW;
  const left =
    inner.first === 'box'
      ? `it runs on for ${durationText(runsOnH)} from its own full battery, which it spares while the lead is in; then ${ends}.`
      : `it has what is left of its own battery: that is emptied first, ${durationText(runsOnH)} at most; then ${ends}.`;
  return { runsOnH, first: inner.first, say: `Pulled, ${left}` };
}

/** Hours of on-time that a card takes. @source size ÷ what is written in an hour */
export const cardHours = (card: NonNullable<Device['card']>): number => card.sizeGB / card.gbPerHour;

/** Clock hour at which a device has filled its card, counted over its bars; undefined when it does not within the outing. */
export function cardFullAtH(device: Pick<Device, 'card' | 'spans'>, outing: Window): number | undefined {
  if (!device.card) return undefined;
  let leftH = cardHours(device.card);
  for (const bar of barsWithin(device.spans, outing)) {
    const onH = bar.endH - bar.startH;
    if (onH > leftH + 1e-9) return bar.startH + leftH;
    leftH -= onH;
  }
  return undefined;
}
