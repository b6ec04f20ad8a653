import type { Edit } from '../box/edits.ts';
import type { Box, Draw } from '../box/schema.ts';
import type { Demand } from '../demand/demand.ts';
import { compare } from './compare.ts';
import type { LogEntry } from './record.ts';

export type Learnt = {
  /** Outings with both hours and amp-hours. */
  outingCount: number;
  /** Drawn over planned, mean of those. */
  ratio: number;
  /** What the count says of each device, as a factor on its draw; least certain draws move most. */
  devices: { deviceId: string; name: string; factor: number }[];
};

/** Standard deviation of one outing's count against habit and weather, share. @source rule of thumb */
const OUTING_SPREAD = 0.08;
/** Factors nearer to 1 than this are not worth taking over. */
const SAME = 0.01;
/** No single box count moves a draw further than this. */
const MOST = 3;

/**
 * What the logbook says about the draws: the whole box was counted, so the difference goes to the devices in proportion
 * to how uncertain each one's energy is. Undefined without an outing that counted.
 * @source linear least-squares update of independent draws by one counted sum
 */
export function learn(box: Box, need: Demand, entries: readonly LogEntry[]): Learnt | undefined {
  const ratios = entries.flatMap((e) => {
    const ratio = e.kind === 'outing' ? compare(e).drawRatio : undefined;
    return ratio === undefined ? [] : [ratio];
  });
  if (ratios.length === 0 || need.totalWh <= 0) return undefined;
  const ratio = ratios.reduce((s, r) => s + r, 0) / ratios.length;
  const excessWh = (ratio - 1) * need.totalWh;
  const variance = need.devices.map((d) => (d.energyWh * d.spreadFraction) ** 2);
  const total = variance.reduce((s, v) => s + v, 0) + (OUTING_SPREAD * need.totalWh) ** 2 / ratios.length;
  return {
    outingCount: ratios.length,
    ratio,
    devices: need.devices.map((d, i) => ({
      deviceId: d.deviceId,
      name: box.devices[i]!.name,
      factor:
        d.energyWh > 0 ? Math.min(MOST, Math.max(1 / MOST, 1 + (excessWh * variance[i]!) / total / d.energyWh)) : 1
    }))
  };
}

const scaled = (draw: Draw, by: number): Draw => {
  const tidy = (v: number): number => Number((v * by).toPrecision(3));
  switch (draw.kind) {
    case 'current':
    case 'led-strip':
      return { ...draw, currentA: tidy(draw.currentA) };
    case 'event':
      return { ...draw, energyJ: tidy(draw.energyJ) };
    default:
      return { ...draw, powerW: tidy(draw.powerW) };
  }
};

/** Takes the learnt draws over: they count as measured from then on. Empty when nothing moves. */
export function takeLearnt(box: Box, learnt: Learnt): Edit[] {
  const outings = learnt.outingCount === 1 ? 'one outing' : `${learnt.outingCount} outings`;
  return learnt.devices.flatMap(({ deviceId, factor }): Edit[] => {
    const device = box.devices.find((d) => d.id === deviceId);
    if (!device || Math.abs(factor - 1) < SAME) return [];
    return [
      {
        op: 'set',
        path: `devices/${deviceId}/modes`,
        value: device.modes.map((m) => ({ ...m, draw: scaled(m.draw, factor) }))
      },
      { op: 'set', path: `devices/${deviceId}/source`, value: 'measured' },
      { op: 'set', path: `devices/${deviceId}/sourceNote`, value: `learnt from ${outings}` }
    ];
  });
}
