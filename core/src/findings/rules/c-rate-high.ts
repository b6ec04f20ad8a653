import { say } from '../words/say.ts';
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
          say: say('c-rate-high', 'told', {
            timesCapacity: rate,
            loadA: x.wiring.main.loadA,
            ratedAh: x.bank.ratedAh,
            mostTimes: most
          }),
          figures: { ratePerH: rate, mostPerH: most }
        }
      ]
    : [];
});
