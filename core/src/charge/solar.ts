import { CHEMISTRY } from '../battery/chemistry.ts';
import type { Box, Site, Solar } from '../box/schema.ts';
import type { Plan } from '../evaluate.ts';
import { sunMostA } from '../judge/charge-sources.ts';
import { skyFractionOf } from '../outing/input.ts';
import { acceptedShare } from '../outing/sources.ts';
import { clearDay, openCircuitAtV } from '../sun/panel.ts';
import { panelColdC } from '../sun/season-air.ts';
import { dayOfYear, monthAfter } from '../sun/sun.ts';
import { skyOfDays } from '../sun/weather.ts';

export type SolarDay = { day: number; skyFraction: number; inWh: number; outWh: number; socFraction: number };
export type SolarPlan = {
  /** Into the battery on an average day of each month, Wh. */
  monthWh: number[];
  /** Month the week stands in. */
  month: number;
  clearWh: number;
  skyFraction: number;
  dailyInWh: number;
  dailyOutWh: number;
  week: SolarDay[];
  /** Panel's open voltage at the coldest. */
  coldOpenV: number;
  coldestC: number;
  /** Most current into the battery. */
  mostA: number;
  /** Days until flat when it falls short; undefined when it holds. */
  holds: boolean;
};

const WEEK = 7;
const WEEK_SEED = 11;
const MID_MONTH_DAYS = [15, 46, 75, 106, 136, 167, 197, 228, 259, 289, 320, 350] as const;

/**
 * What a small panel brings here: month by month on an average day, and a week's balance under simulated weather
 * (seeded). Undefined without panel, place or battery.
 * @source electrical reference 9
 */
export function solarPlan(box: Box, plan: Plan): SolarPlan | undefined {
  const { solar } = box.charging;
  const { site } = box.outing;
  if (!solar || !site || !plan.bank || (solar.controller !== 'pwm' && solar.controller !== 'mppt')) return undefined;
  const month = box.outing.day ? monthAfter(box.outing.day, 0) : 5;
  const day = box.outing.day ? dayOfYear(box.outing.day) : MID_MONTH_DAYS[month]!;
  const { airC } = box.outing;
  const clearWh = clearDay(solar, { latitudeDeg: site.latitudeDeg, day, airC }).chargeWh;
  const skyFraction = skyFractionOf(solar, site, month);
  const dailyOutWh = (plan.demand.totalWh / box.outing.durationH) * Math.min(24, box.outing.durationH);
  const coldestC = panelColdC(box);
  const dailyInWh = Math.max(0, clearWh * skyFraction);
  return {
    monthWh: monthsOf(solar, site, airC),
    month,
    clearWh,
    skyFraction,
    dailyInWh,
    dailyOutWh,
    week: week(plan, { clearWh, skyFraction, dailyOutWh, airC }),
    coldOpenV: openCircuitAtV(solar.openV, coldestC),
    coldestC,
    mostA: sunMostA(solar, CHEMISTRY[plan.bank.chemistry].absorbV),
    holds: dailyInWh >= dailyOutWh
  };
}

const monthsOf = (solar: Solar, site: Site, airC: number): number[] =>
  MID_MONTH_DAYS.map((day, month) =>
    Math.max(
      0,
      clearDay(solar, { latitudeDeg: site.latitudeDeg, day, airC }).chargeWh * skyFractionOf(solar, site, month)
    )
  );

function week(plan: Plan, x: { clearWh: number; skyFraction: number; dailyOutWh: number; airC: number }): SolarDay[] {
  const b = plan.bank!;
  const fullWh = b.availableAh * b.nominalV;
  let soc = b.startFraction;
  return skyOfDays(x.skyFraction, WEEK, WEEK_SEED).map((skyFraction, day) => {
    const offered = Math.max(0, x.clearWh * skyFraction);
    const afterUse = Math.max(0, soc - x.dailyOutWh / fullWh);
    const takes = acceptedShare(CHEMISTRY[b.chemistry], afterUse, x.airC) > 0 ? (1 - afterUse) * fullWh : 0;
    const inWh = Math.min(offered, takes);
    soc = afterUse + inWh / fullWh;
    return { day, skyFraction, inWh, outWh: x.dailyOutWh, socFraction: soc };
  });
}
