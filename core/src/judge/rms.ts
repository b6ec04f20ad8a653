import { activeFraction, activeLaw } from '../demand/draw.ts';
import { portPartOf } from '../demand/demand.ts';
import { lawCurrentA } from '../network/law.ts';
import type { Box } from '../box/schema.ts';

const AT_V = 12;

/**
 * Root mean square over the most a device draws, from its modes and their duty: what heats wire and contact.
 * @returns by device id, 0 to 1
 * @source electrical reference 7, E7.2
 */
export function rmsShare(box: Box): (deviceId: string) => number {
  const shares = new Map<string, number>();
  for (const d of box.devices) {
    const port = portPartOf(box, d);
    const amps = d.modes.map((m) => ({ amps: lawCurrentA(activeLaw(d, m.draw, port), AT_V), duty: activeFraction(m) }));
    const peak = Math.max(0, ...amps.map((m) => m.amps));
    const square = amps.reduce((s, m) => s + Math.min(1, m.duty) * m.amps * m.amps, 0);
    shares.set(d.id, peak > 0 ? Math.min(1, Math.sqrt(square) / peak) : 1);
  }
  return (id) => shares.get(id) ?? 1;
}
