import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Heavier discharge than the chemistry likes. */
export const cRateHigh = rule('c-rate-high', 'lasts', 'battery', (x) => {
  if (!x.bank) return [];
  const rate = x.wiring.main.loadA / x.bank.ratedAh;
  const most = CHEMISTRY[x.bank.chemistry].dischargeMaxRate;
  return rate > most
    ? [
        {
          at: BATTERY_PLACE,
          severity: 'caution',
          short: `Load is ${rate.toFixed(1)} × capacity`,
          title: 'The battery is small for this load',
          why: `${x.wiring.main.loadA.toFixed(1)} A from ${x.bank.ratedAh} Ah is ${rate.toFixed(2)} times its capacity an hour; ${most} is sensible. It sags and warms.`,
          figures: { ratePerH: rate, mostPerH: most }
        }
      ]
    : [];
});
