import type { Box, Device } from '../box/schema.ts';
import { greatestW } from './draw.ts';

/** Devices that are plugged in at a port. */
export const devicesAt = (box: Box, portId: string): Device[] => box.devices.filter((d) => d.portId === portId);

/** What some devices want of one module at most, W: all of them at their hungriest. */
export const wantedOfModuleW = (devices: readonly Device[]): number =>
  devices.reduce((sum, d) => sum + greatestW(d), 0);
