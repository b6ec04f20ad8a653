import { openCircuitV, sagMilliOhm } from '../../battery/model.ts';
import { clockText } from '../../quantity/format.ts';
import { airAtC } from '../../sun/air.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** The first minutes show nothing yet. */
const SPARE_H = 0.25;

/** A cut-off that the hungriest moment reaches long before the mean does: the box goes dark on a transmission with charge left. */
export const peakCutoff = rule('peak-cutoff', 'lasts', 'outing', (x) => {
  const { bank, outing } = x;
  const cut = x.box.bank.disconnect;
  const own = bank?.part.protectionCutoffV ?? null;
  const cutV = Math.max(cut.is === 'set' ? cut.value.cutV : 0, own ?? 0);
  if (!bank || !outing || cutV === 0) return [];
  const { run } = outing;
  const airAt = (h: number) => airAtC(x.box.outing.airC, x.box.outing.warmestC, h) + x.box.bank.warmerK;
  const aged = 1 / Math.max(0.3, bank.healthFraction);
  const commonOhm = cut.is === 'set' ? x.wiring.main.commonMilliOhm / 1000 : 0;
  const i = run.timeH.findIndex((h, n) => {
    const meanA = run.currentA[n] ?? 0;
    const peakA = x.demand.devices.reduce((s, d, k) => {
      const on = (run.loadA[k]?.[n] ?? 0) > 0;
      return on ? Math.max(s, peakOver(x, k, meanA, run.loadA[k]![n]!)) : s;
    }, meanA);
    const ohm =
      (sagMilliOhm(bank.chemistry, bank.part.capacityAh, airAt(h), run.socFraction[n]!) * aged) / bank.count / 1000;
    return openCircuitV(bank.chemistry, run.socFraction[n]!) - peakA * (ohm + commonOhm) < cutV;
  });
  if (i < 0) return [];
  const atH = run.timeH[i]!;
  const lastsH = Math.min(outing.lastsH, outing.wantedH);
  const earlierH = x.box.outing.startH + lastsH - atH;
  if (earlierH < SPARE_H) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      short: `Peaks cut off at ${clockText(atH)}`,
      title: `At ${clockText(atH)} the hungriest moment trips the cut-off`,
      why: `The mean load would run ${earlierH.toFixed(1)} h longer, but with a peak on it the voltage falls under ${cutV.toFixed(1)} V with ${(run.socFraction[i]! * 100).toFixed(0)} % left. A larger or warmer battery, thicker wire or less at once.`,
      figures: { atH, cutV, socFraction: run.socFraction[i]! }
    }
  ];
});

/** What flows while one load is in its hungriest mode and the others at their mean. */
function peakOver(x: Parameters<typeof peakCutoff.check>[0], k: number, meanA: number, ownA: number): number {
  const d = x.demand.devices[k]!;
  const peak = x.wiring.circuits.flatMap((c) => c.devices).find((c) => c.id === d.deviceId)?.currentA ?? ownA;
  return meanA - ownA + Math.max(peak, ownA);
}
