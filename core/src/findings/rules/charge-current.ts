import { say } from '../words/say.ts';
import { weakerCharge } from '../../charge/weaker.ts';
import { bankChargeLimits } from '../../battery/charge-limits.ts';
import { together, togetherA } from '../../judge/charge-sources.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** What charges it pushes more than the cells like: the charger alone, or all that can charge at once. */
export const chargeCurrent = rule('charge-current', 'safe', 'battery', (x) => {
  if (!x.bank) return [];
  const { wantedA: recommended, mostA: most } = bankChargeLimits(x.bank);
  const labelA = x.bank.part.maxChargeA === null ? Infinity : x.bank.part.maxChargeA * x.bank.count;
  const a = togetherA(x.judge.sources);
  const charger = x.judge.sources.find((s) => s.id === 'charger')?.currentA ?? 0;
  if (a <= recommended + 1e-9) return [];
  const alone = Math.abs(a - charger) < 1e-9;
  const names = together(x.judge.sources).flatMap((s) => (s.currentA ? [s.name] : []));
  return [
    {
      at: BATTERY_PLACE,
      severity: a > most ? 'stop' : 'caution',
      say: say('charge-current', 'told', {
        alone,
        givesA: a,
        names,
        recommendedA: recommended,
        mostA: most,
        labelA,
        ratedAh: x.bank.ratedAh
      }),
      figures: { chargerA: a, recommendedA: recommended, mostA: most },
      remedies: alone ? [weakerCharge(x.box, Math.max(1, Math.floor(recommended)), 'gentle to the cells')] : []
    }
  ];
});
