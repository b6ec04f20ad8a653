import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** More energy per kilogram than such batteries have. */
export const capacityClaim = rule('capacity-claim', 'lasts', 'battery', (x) => {
  if (!x.bank || x.bank.assumedChemistry || x.bank.claim.plausible) return [];
  const data = CHEMISTRY[x.bank.chemistry];
  const likelyAh = (data.implausibleWhPerKg * x.bank.part.massKg) / data.nominalV;
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      say: say('capacity-claim', 'told', {
        whPerKg: x.bank.claim.whPerKg,
        capacityAh: x.bank.part.capacityAh,
        massKg: x.bank.part.massKg,
        implausibleWhPerKg: data.implausibleWhPerKg,
        likelyAh
      }),
      figures: { whPerKg: x.bank.claim.whPerKg, mostWhPerKg: data.implausibleWhPerKg, likelyAh }
    }
  ];
});
