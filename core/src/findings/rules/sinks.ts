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
      short: 'It sinks',
      title: 'Dropped in, it does not come back up',
      why: f
        ? `It weighs ${x.said.kg(x.carry.massKg, 1)} and takes the place of ${f.outsideL.toFixed(1)} l: a reserve of a tenth of its mass is wanted. A lanyard with a float, or a lighter battery.`
        : 'The case is not tight: once the water is in, it sinks. A lanyard with a float.',
      figures: { reserveKg: f?.reserveKg ?? 0 }
    }
  ];
});
