import { say } from '../words/say.ts';
import { panelColdC } from '../../sun/season-air.ts';
import { maxPowerA, openCircuitAtV } from '../../sun/panel.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** A cold panel's open voltage, or its current, is more than the controller bears. */
export const solarVoc = rule('solar-voc', 'safe', 'battery', (x) => {
  const s = x.box.charging.solar;
  if (!s) return [];
  const coldest = panelColdC(x.box);
  const openV = openCircuitAtV(s.openV, coldest);
  const amps = s.controller === 'mppt' ? s.panelW / (x.bank?.nominalV ?? 12) : maxPowerA(s);
  if (s.controllerMaxV !== null && openV > s.controllerMaxV)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'stop',
        say: say('solar-voc', 'volts', {
          openV,
          controllerMaxV: s.controllerMaxV,
          labelV: s.openV,
          temperatureUnit: x.box.preferences.temperatureUnit,
          coldestC: coldest
        }),
        figures: { openV, limitV: s.controllerMaxV }
      }
    ];
  if (s.controllerMaxA !== null && amps > s.controllerMaxA)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'caution',
        say: say('solar-voc', 'amps', { panelA: amps, controllerMaxA: s.controllerMaxA }),
        figures: { amps, limitA: s.controllerMaxA }
      }
    ];
  return [];
});
