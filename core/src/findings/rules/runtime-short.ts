import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { durationText } from '../../quantity/format.ts';
import { givesUp } from '../gives-up.ts';
import { BATTERY_PLACE, devicePlace, rule, set, usePart, type Facts, type Remedy } from '../rule.ts';

/** Less is told as this much, h. */
const LEAST_H = 1 / 60;

/** The plan is not served to its end: the kept-back line, a device or the pack's protection comes first. */
export const runtimeShort = rule('runtime-short', 'lasts', 'outing', (x) => {
  const o = x.outing;
  if (!o || o.lastsH >= o.wantedH || o.reason === 'power-limit') return [];
  const missingH = o.wantedH - o.lastsH;
  const device = o.reason === 'device' ? x.box.devices.find((d) => d.id === o.firstStop?.loadId) : undefined;
  return [
    {
      at: device ? devicePlace(device.id, device.name) : BATTERY_PLACE,
      severity: 'caution',
      ...(device ? { cause: givesUp(device.id) } : {}),
      say: say('runtime-short', 'told', {
        device: device?.name,
        reason: o.reason,
        outing: x.box.outing,
        endsAtH: o.endsAtH,
        missingH,
        leastH: LEAST_H,
        totalAh: x.demand.totalAh,
        usableAh: x.bank!.usableAh,
        keepBackFraction: x.bank?.keepBackFraction
      }),
      figures: { lastsH: o.lastsH, wantedH: o.wantedH, wantedAh: x.demand.totalAh, usableAh: x.bank!.usableAh },
      remedies: () => remediesFor(x)
    }
  ];
});

/** The next batteries up of the same kind, and the hungriest thing that cycles turned down. */
function remediesFor(x: Facts): Remedy[] {
  const wantedH = x.outing!.wantedH;
  const out: Remedy[] = [];
  const hungry = [...x.demand.devices]
    .sort((a, b) => b.energyWh - a.energyWh)
    .map((d) => x.box.devices.find((v) => v.id === d.deviceId)!);
  const cycling = hungry.find(
    (d) => d.modes.length === 1 && d.modes[0]!.draw.kind === 'resistive' && d.modes[0]!.dutyFraction > 0.3
  );
  if (cycling) {
    const mode = cycling.modes[0]!;
    const duty = Math.round(mode.dutyFraction * 50) / 100 + 0.1;
    const edits = [set(`devices/${cycling.id}/modes/${mode.id}/dutyFraction`, Number(duty.toFixed(2)))];
    out.push({
      label: `${cycling.name} on ${Math.round(duty * 100)} % of the time`,
      reckoned: true,
      effect: `lasts ${durationText(x.lastsAfterH(edits))}`,
      edits
    });
  }
  const larger = ofKind(x.catalogue, 'battery')
    .filter((p) => p.chemistry === x.bank!.part.chemistry && p.capacityAh > x.bank!.part.capacityAh)
    .sort((a, b) => a.capacityAh - b.capacityAh);
  for (const part of larger.slice(0, 3)) {
    const edits = usePart(part, 'bank/partId');
    const lastsH = x.lastsAfterH(edits);
    out.push({
      label: `Battery ${part.capacityAh} Ah instead`,
      reckoned: true,
      effect: `lasts ${durationText(lastsH)}, adds ${x.said.kg(part.massKg - x.bank!.part.massKg, 1)}`,
      edits
    });
    if (lastsH >= wantedH) break;
  }
  return out.slice(0, 3);
}
