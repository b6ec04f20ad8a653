import { BATTERY_PLACE, rule } from '../rule.ts';

const APART_V = 0.3;

/** The disconnect must act before the pack's own protection. */
export const cutoffVsBms = rule('cutoff-vs-bms', 'lasts', 'battery', (x) => {
  const own = x.bank?.part.protectionCutoffV;
  const set = x.box.bank.disconnect;
  if (own == null || set.is !== 'set' || set.value.cutV > own + APART_V) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      short: 'The pack cuts off first',
      title: 'The pack’s own protection acts before the disconnect',
      why: `It opens at ${own.toFixed(1)} V; the disconnect at ${set.value.cutV.toFixed(1)} V. Set it ${APART_V} V higher at least, or the box drops out without warning.`,
      figures: { cutV: set.value.cutV, packV: own }
    }
  ];
});
