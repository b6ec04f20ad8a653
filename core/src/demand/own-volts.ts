import type { Device } from '../box/schema.ts';
import { madeForV } from './on-rail.ts';

/** What has a converter of its own whose volts do not hang on what is plugged in. */
const FIXED: readonly Device['supply'][] = ['usb-a', 'regulated-12v', 'dc-converter'];

/**
 * The volts that a device gets from the converter in its own lead or its USB port, whatever the battery has; undefined where it hangs
 * on the battery itself, where nobody said what the converter is set to, and where device and port settle it (USB-C, mains).
 */
export const ownVolts = (device: Pick<Device, 'supply' | 'wantsV'>): number | undefined =>
  FIXED.includes(device.supply) ? madeForV(device) : undefined;

/**
 * The least voltage a device wants of the battery's side, V; null where it wants none. Its own least voltage is met by a converter
 * that gives as much, and then the battery's voltage is no longer its business.
 */
export function leastAtPortV(device: Pick<Device, 'supply' | 'wantsV' | 'minV'>): number | null {
  const gives = ownVolts(device);
  return gives !== undefined && device.minV !== null && gives >= device.minV ? null : device.minV;
}

/** Voltages that converters in leads are sold for or set to. @source rule of thumb: adapters of cameras, instruments and radios */
const SOLD_V = [3.3, 5, 6, 7.5, 9, 12, 13.8, 15, 19, 24, 28] as const;

/** What a converter for one device would be set to: 12 V where that suits, else what is sold within its bounds; undefined where nothing is. */
export function voltsFor({ minV, maxV }: Pick<Device, 'minV' | 'maxV'>): number | undefined {
  const suits = SOLD_V.filter((v) => (minV === null || v >= minV) && (maxV === null || v <= maxV));
  if (suits.includes(12)) return 12;
  if (minV === null) return suits.at(-1);
  if (maxV === null) return suits[0];
  const middleV = (minV + maxV) / 2;
  return suits.toSorted((a, b) => Math.abs(a - middleV) - Math.abs(b - middleV))[0];
}
