import { BATTERY_PLACE, rule, type Draft } from '../rule.ts';

/** How each figure is found out. */
const HOW = {
  capacity: 'Amp-hours: read the label; without one, discharge it once with a known lamp and count.',
  mass: 'Mass: kitchen or luggage scales; it also tells lead from lithium.',
  size: 'Size: length, width, height over the terminals, with a rule.'
} as const;
const WORDS = { capacity: 'amp-hours', mass: 'mass', size: 'size' } as const;

/** Figures of the battery that stand in for what nobody knows: amp-hours, which the run hangs on, and mass and size. */
export const batteryFiguresUnknown = rule('battery-figures-unknown', 'lasts', 'battery', (x) => {
  const { part } = x.bank ?? {};
  const missing = part?.notKnown ?? [];
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

function draft(missing: readonly (keyof typeof HOW)[], over: Partial<Draft>): Draft {
  const names = missing.map((m) => WORDS[m]).join(' and ');
  const plural = missing.length > 1 || missing[0] === 'capacity';
  return {
    at: BATTERY_PLACE,
    severity: 'caution',
    short: `Battery: ${names} unknown`,
    title: `The battery’s ${names} ${plural ? 'are' : 'is'} not known`,
    why: `${missing.map((m) => HOW[m]).join(' ')} Until then the figures entered stand in, and ${missing[0] === 'capacity' ? 'hours are' : 'fit and weight are'} only as good as they are.`,
    figures: { unknownCount: missing.length },
    asks: names,
    open: true,
    ...over
  };
}
