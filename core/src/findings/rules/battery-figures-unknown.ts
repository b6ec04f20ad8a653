import { missingFigures } from '../../battery/density.ts';
import type { PartOf } from '../../catalogue/part.ts';
import { figureNames } from '../words/battery.ts';
import { say } from '../words/say.ts';
import { BATTERY_PLACE, rule, type Draft } from '../rule.ts';

/** Figures of the battery that stand in for what nobody knows: amp-hours, which the run hangs on, and mass and size. */
export const batteryFiguresUnknown = rule('battery-figures-unknown', 'lasts', 'battery', (x) => {
  const { part } = x.bank ?? {};
  const missing = part ? missingFigures(part) : [];
  const capacity = missing.filter((m) => m === 'capacity');
  const others = missing.filter((m) => m !== 'capacity');
  return [
    ...(capacity.length > 0 ? [draft(capacity, { about: `parts/${part!.id}/capacityAh` })] : []),
    ...(others.length > 0
      ? [
          draft(others, {
            verdict: others.includes('size') ? 'fits' : 'carry',
            ...(capacity.length > 0 ? { also: 'bulk' } : {})
          })
        ]
      : [])
  ];
});

function draft(missing: readonly PartOf<'battery'>['notKnown'][number][], over: Partial<Draft>): Draft {
  return {
    at: BATTERY_PLACE,
    severity: 'caution',
    say: say('battery-figures-unknown', 'told', { missing }),
    figures: { unknownCount: missing.length },
    asks: figureNames(missing),
    open: true,
    ...over
  };
}
