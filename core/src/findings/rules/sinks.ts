import { say } from '../words/say.ts';
import { CASE_PLACE, rule } from '../rule.ts';

/** Wanted for a dunk, and would not come up again. */
export const sinks = rule('sinks', 'dry', 'case', (x) => {
  if (x.box.outing.seal !== 'dunk' || !x.stance) return [];
  const f = x.stance.floating;
  if (f?.floats) return [];
  return [
    {
      at: CASE_PLACE,
      severity: 'note',
      say: say('sinks', 'told', { outsideL: f?.outsideL, massKg: x.carry.massKg }),
      figures: { reserveKg: f?.reserveKg ?? 0 }
    }
  ];
});
