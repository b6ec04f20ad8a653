import type { Device } from '../box/schema.ts';
import { meanDrawW } from './draw.ts';

/** One standard deviation of a draw by where it comes from. @source rule of thumb: measured within meter and habit, labels state maxima, guesses are guesses */
const SPREAD_BY_SOURCE: Record<Device['source'], number> = { measured: 0.05, label: 0.15, guess: 0.3 };

/** Mean watts of a device's modes while it is on. */
export const modesW = (device: Pick<Device, 'modes'>): number => device.modes.reduce((s, m) => s + meanDrawW(m), 0);

/** Agreement within which the draws are still those that were learnt. */
const SAME = 1e-6;

/** What was taken over from the logbook for this device; undefined once its draws or their source were set otherwise. */
export function learntOf(device: Pick<Device, 'modes' | 'source' | 'learnt'>): Device['learnt'] | undefined {
  const { learnt } = device;
  if (!learnt || device.source !== 'measured') return undefined;
  return Math.abs(modesW(device) - learnt.meanW) <= SAME * Math.max(1, learnt.meanW) ? learnt : undefined;
}

/** One standard deviation of a device's draw, as a share of it. */
export const spreadOfDevice = (device: Pick<Device, 'modes' | 'source' | 'learnt'>): number =>
  learntOf(device)?.spreadFraction ?? SPREAD_BY_SOURCE[device.source];
