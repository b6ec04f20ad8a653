import { say } from '../words/say.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** A panel is counted on, but nobody said where and when it stands. */
export const solarPlace = rule('solar-place', 'lasts', 'battery', (x) => {
  const { site, day } = x.box.outing;
  if (!x.box.charging.solar?.duringOuting || (site && day)) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      say: say('solar-place', 'told', {}),
      figures: { panelW: x.box.charging.solar.panelW },
      asks: 'place and day of the sun',
      open: true
    }
  ];
});
