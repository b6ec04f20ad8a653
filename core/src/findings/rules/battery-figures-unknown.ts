import { BATTERY_PLACE, rule } from '../rule.ts';

/** How each figure is found out. */
const HOW = {
  capacity: 'Amp-hours: read the label; without one, discharge it once with a known lamp and count.',
  mass: 'Mass: kitchen or luggage scales; it also tells lead from lithium.',
  size: 'Size: length, width, height over the terminals, with a rule.'
} as const;
const WORDS = { capacity: 'amp-hours', mass: 'mass', size: 'size' } as const;

/** Figures of the battery that stand in for what nobody knows. */
export const batteryFiguresUnknown = rule('battery-figures-unknown', 'lasts', 'battery', (x) => {
  const missing = x.bank?.part.notKnown ?? [];
  if (missing.length === 0) return [];
  const names = missing.map((m) => WORDS[m]).join(', ');
  return [
    {
      at: BATTERY_PLACE,
      severity: 'caution',
      short: `Battery: ${names} unknown`,
      title: `The battery’s ${names} ${missing.length > 1 ? 'are' : 'is'} not known`,
      why: `${missing.map((m) => HOW[m]).join(' ')} Until then the figures entered stand in, and hours, fit and weight are only as good as they are.`,
      figures: { unknownCount: missing.length },
      asks: 'figures',
      open: true
    }
  ];
});
