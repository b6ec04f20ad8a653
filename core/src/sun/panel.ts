import type { Solar } from '../box/schema.ts';
import { panelWPerM2 } from './sun.ts';

/** Small panel and controller. @source electrical reference 9 */
const CELL_RISE_K_PER_WPM2 = (45 - 20) / 800;
const POWER_PER_K = -0.004;
const SOILING = 0.95;
const MPPT = 0.94;
/** Open-circuit voltage rises in the cold. */
const OPEN_V_PER_K = -0.003;
/** What the controller itself takes, day and night, W. */
export const CONTROLLER_SELF_W = 0.12;
/** Battery voltage at which a PWM controller's power is stated. */
const PWM_AT_V = 13.3;

export const cellC = (airC: number, lightWPerM2: number): number => airC + CELL_RISE_K_PER_WPM2 * lightWPerM2;

type Panel = Pick<Solar, 'panelW' | 'maxPowerV' | 'unshadedFraction' | 'controller'>;

/**
 * Power into the battery at a light on the panel, W, before the controller's own draw.
 * @param lightWPerM2 >= 0; PWM gives its current at the battery's voltage, which is why it gives less
 * @source electrical reference 9
 */
export function panelPowerW(panel: Panel, lightWPerM2: number, airC: number, batteryV = PWM_AT_V): number {
  const sun = (lightWPerM2 / 1000) * SOILING * panel.unshadedFraction;
  if (panel.controller === 'mppt')
    return panel.panelW * sun * (1 + POWER_PER_K * (cellC(airC, lightWPerM2) - 25)) * MPPT;
  return maxPowerA(panel) * sun * batteryV;
}

/** Current of a panel at its best, A: what runs through its lead, its plug and its port. */
export const maxPowerA = (panel: Pick<Solar, 'panelW' | 'maxPowerV'>): number => panel.panelW / panel.maxPowerV;

/** Open-circuit voltage of the panel at a temperature. @source electrical reference 9 */
export const openCircuitAtV = (openV: number, tempC: number): number => openV * (1 + OPEN_V_PER_K * (tempC - 25));

const STEP_MIN = 5;

/** Energy of one clear day into the battery, Wh, controller's own draw taken off; and the light on the panel, Wh/m². @source electrical reference 9, 5-minute midpoints */
export function clearDay(
  panel: Panel & { tiltDeg: number },
  at: { latitudeDeg: number; day: number; airC: number }
): { lightWhPerM2: number; chargeWh: number } {
  let light = 0;
  let charge = 0;
  for (let minute = STEP_MIN / 2; minute < 24 * 60; minute += STEP_MIN) {
    const g = panelWPerM2(at.latitudeDeg, at.day, minute / 60, panel.tiltDeg);
    light += (g * STEP_MIN) / 60;
    charge += (panelPowerW(panel, g, at.airC) * STEP_MIN) / 60;
  }
  return { lightWhPerM2: light, chargeWh: charge - CONTROLLER_SELF_W * 24 };
}

/** Real weather against clear sky by season and latitude, middle of the ranges. @source electrical reference 9: summer 0.5-0.7, spring and autumn 0.4-0.6, winter 0.15-0.4 above 50° */
export function usualSkyFraction(latitudeDeg: number, month: number): number {
  const south = latitudeDeg < 0;
  const m = south ? (month + 6) % 12 : month;
  if (m >= 4 && m <= 7) return 0.6;
  if (m >= 10 || m <= 1) return Math.abs(latitudeDeg) >= 50 ? 0.28 : 0.4;
  return 0.5;
}
