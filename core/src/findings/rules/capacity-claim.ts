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
      short: `${x.bank.claim.whPerKg.toFixed(0)} Wh/kg is too good`,
      title: `${x.bank.part.capacityAh} Ah in ${x.said.kg(x.bank.part.massKg)} is too good to be true`,
      why: `That is ${x.bank.claim.whPerKg.toFixed(0)} Wh per kg; packs of this kind reach ${data.implausibleWhPerKg} at most. Perhaps the figure is cranking amps, or counted at the cell’s voltage; weigh it, or plan with ${likelyAh.toFixed(1)} Ah.`,
      figures: { whPerKg: x.bank.claim.whPerKg, mostWhPerKg: data.implausibleWhPerKg, likelyAh }
    }
  ];
});
