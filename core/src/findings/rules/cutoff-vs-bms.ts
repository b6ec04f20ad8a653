import { say } from '../words/say.ts';
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
      say: say('cutoff-vs-bms', 'told', { ownCutV: own, cutV: set.value.cutV, apartV: APART_V }),
      figures: { cutV: set.value.cutV, packV: own }
    }
  ];
});
