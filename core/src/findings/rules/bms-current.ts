import { BATTERY_PLACE, rule } from '../rule.ts';

/** More than the pack's electronics allow. */
export const bmsCurrent = rule('bms-current', 'lasts', 'battery', (x) => {
  const each = x.bank?.part.maxContinuousA;
  if (!x.bank || each == null) return [];
  const limit = each * x.bank.count;
  const load = x.wiring.main.loadA;
  if (load <= 0.8 * limit) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: load > limit ? 'stop' : 'caution',
      short: `Pack gives ${limit} A, load ${load.toFixed(1)} A`,
      title: load > limit ? 'The pack switches itself off' : 'The load is near the pack’s limit',
      why: `Together ${load.toFixed(1)} A can flow; the pack’s electronics allow ${limit} A.`,
      figures: { loadA: load, limitA: limit }
    }
  ];
});
