import type { Box } from '../box/schema.ts';
import { barsWithin, totalH } from '../demand/bars.ts';
import { boxDrawA, whileOnA } from '../demand/demand.ts';
import type { Plan } from '../evaluate.ts';
import type { Planned } from './record.ts';

/**
 * What the plan says of an outing of so many hours, to be kept with its record: each device's hours are those of its bars
 * that fall into it; past the planned end they go on in proportion.
 * @param durationH as it really was; null = as planned
 */
export function plannedFor(
  box: Box,
  plan: Pick<Plan, 'demand' | 'outing' | 'bank'>,
  durationH: number | null
): Planned {
  const o = plan.outing;
  const wantedH = box.outing.durationH;
  const lastedH = durationH ?? wantedH;
  const cut = { ...box.outing, durationH: Math.min(lastedH, wantedH) };
  const beyond = Math.max(1, lastedH / wantedH);
  return {
    lastsH: o && Number.isFinite(o.lastsH) ? o.lastsH : null,
    wantedH: o ? o.wantedH : null,
    chargeAh: o ? o.drawnAh : null,
    endV: o ? o.endBatteryV : null,
    devices: plan.demand.devices.map((d) => {
      const device = box.devices.find((k) => k.id === d.deviceId)!;
      const onH = cut.durationH > 0 ? totalH(barsWithin(device.spans, cut)) * beyond : 0;
      return { deviceId: d.deviceId, name: d.name, meanA: whileOnA(d), onH, spreadFraction: d.spreadFraction };
    }),
    boxA: boxDrawA(box, plan.demand),
    sunAh: o ? (sunAhOf(o.run) * lastedH) / wantedH : 0,
    unshadedFraction: box.charging.solar?.unshadedFraction ?? null,
    startFraction: plan.bank?.startFraction ?? null
  };
}

/** Charge that came in over a run, Ah: trapezoids of the current that flowed in. */
function sunAhOf(run: { timeH: readonly number[]; inflowA: readonly number[] }): number {
  let sum = 0;
  for (let i = 1; i < run.timeH.length; i++)
    sum += ((run.inflowA[i]! + run.inflowA[i - 1]!) / 2) * (run.timeH[i]! - run.timeH[i - 1]!);
  return sum;
}
