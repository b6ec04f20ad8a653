import { say } from '../words/say.ts';
import { FLAT_FRACTION, storagePlan } from '../../charge/storage.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Under this much charge a lead plate hardens within weeks. @source electrical reference 6 (stored full, topped up every 3 to 6 months); the share by rule of thumb */
const HARDENS_FRACTION = 0.5;

/** Stored for so long, and so warm, that the battery suffers by its own loss alone. What the box takes while it is off has a rule of its own. */
export const storedFlat = rule('stored-flat', 'lasts', 'battery', (x) => {
  const plan = storagePlan(x.box, x);
  if (!x.bank || !plan) return [];
  const { storageMonths, storageC } = x.box.charging;
  const lead = ['agm', 'gel', 'flooded'].includes(x.bank.chemistry);
  if (plan.aloneFraction >= (lead ? HARDENS_FRACTION : FLAT_FRACTION)) return [];
  const left = (plan.aloneFraction * 100).toFixed(0);
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      say: say('stored-flat', 'told', { left, storageMonths, storageC, perMonthFraction: plan.perMonthFraction, lead }),
      figures: { leftFraction: plan.aloneFraction, perMonthFraction: plan.perMonthFraction }
    }
  ];
});
