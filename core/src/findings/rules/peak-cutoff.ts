import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { openCircuitV, sagGrowth } from '../../battery/model.ts';
import { bankMilliOhm } from '../../battery/resistance.ts';
import { airAtC } from '../../sun/air.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Steps of the run between two looks: a quarter of an hour is near enough. */
const EVERY = 5;
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
  const commonOhm = cut.is === 'set' ? x.wiring.main.commonMilliOhm / 1000 : 0;
  // what each device's hungriest mode takes on top of its mean; only those can trip what the mean does not
  const peaks = x.wiring.circuits.flatMap((c) => c.devices);
  const peakA = x.demand.devices.map((d) => peaks.find((p) => p.id === d.deviceId)?.currentA ?? 0);
  let airC = NaN;
  let perSoc = 0;
  const i = run.timeH.findIndex((h, n) => {
    if (n % EVERY !== 0) return false;
    let extraA = 0;
    peakA.forEach((peak, k) => {
      const own = run.loadA[k]?.[n] ?? 0;
      if (own > 0) extraA = Math.max(extraA, peak - own);
    });
    const soc = run.socFraction[n]!;
    const now = airAt(h);
    if (now !== airC) {
      airC = now;
      perSoc = bankMilliOhm(bank, now, 1) / 1000;
    }
    const ohm = perSoc * sagGrowth(CHEMISTRY[bank.chemistry], soc) + commonOhm;
    return openCircuitV(bank.chemistry, soc) - ((run.currentA[n] ?? 0) + extraA) * ohm < cutV;
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
      say: say('peak-cutoff', 'told', { outing: x.box.outing, atH, earlierH, cutV, leftFraction: run.socFraction[i]! }),
      figures: { atH, cutV, socFraction: run.socFraction[i]! }
    }
  ];
});
