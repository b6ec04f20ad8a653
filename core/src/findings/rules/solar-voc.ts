import { maxPowerA, openCircuitAtV } from '../../sun/panel.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Cold mornings at which a panel's voltage is judged, °C. @source electrical reference 9, E9.4 */
const COLD_C = -10;

/** A cold panel's open voltage, or its current, is more than the controller bears. */
export const solarVoc = rule('solar-voc', 'safe', 'battery', (x) => {
  const s = x.box.charging.solar;
  if (!s) return [];
  const coldest = Math.min(COLD_C, x.box.outing.airC);
  const openV = openCircuitAtV(s.openV, coldest);
  const amps = s.controller === 'mppt' ? s.panelW / (x.bank?.nominalV ?? 12) : maxPowerA(s);
  if (s.controllerMaxV !== null && openV > s.controllerMaxV)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'stop',
        short: `Panel ${openV.toFixed(1)} V kills controller`,
        title: `A cold panel gives ${openV.toFixed(1)} V; the controller bears ${s.controllerMaxV} V`,
        why: `Its open voltage of ${s.openV} V rises by ${x.box.preferences.temperatureUnit === 'F' ? 0.17 : 0.3} % for each degree under ${x.said.degC(25)}, to ${openV.toFixed(1)} V at ${x.said.degC(coldest)}. Take a controller for more volts or a panel with fewer cells.`,
        figures: { openV, limitV: s.controllerMaxV }
      }
    ];
  if (s.controllerMaxA !== null && amps > s.controllerMaxA)
    return [
      {
        at: BATTERY_PLACE,
        severity: 'caution',
        short: `Panel ${amps.toFixed(1)} A, controller ${s.controllerMaxA} A`,
        title: `The panel can give ${amps.toFixed(1)} A, the controller takes ${s.controllerMaxA} A`,
        why: 'A good controller holds its limit and the rest is lost; a plain one overheats. Take the next size.',
        figures: { amps, limitA: s.controllerMaxA }
      }
    ];
  return [];
});
