import { BATTERY_PLACE, rule } from '../rule.ts';

/** A panel is counted on, but nobody said where and when it stands. */
export const solarPlace = rule('solar-place', 'lasts', 'battery', (x) => {
  const { site, day } = x.box.outing;
  if (!x.box.charging.solar?.duringOuting || (site && day)) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      short: 'Panel counts for nothing yet',
      title: 'The panel counts for nothing until place and day are known',
      why: 'How much it brings depends on latitude and time of year: type them on Outing.',
      figures: { panelW: x.box.charging.solar.panelW },
      asks: 'place and day of the sun',
      open: true
    }
  ];
});
