import { leastAtPortV } from '../demand/own-volts.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import {
  capacityFactor,
  openCircuitV,
  resistanceFactor,
  sagGrowth,
  selfDischargePerMonth,
  PROTECTION_A
} from '../battery/model.ts';
import type { Box, Season } from '../box/schema.ts';
import { meanOver } from '../demand/draw.ts';
import { portPartOf } from '../demand/demand.ts';
import type { Plan } from '../evaluate.ts';
import { addLaws, lawCurrentA, loadV, NO_LOAD } from '../network/law.ts';
import { skyFractionOf } from '../outing/input.ts';
import { acceptedShare } from '../outing/sources.ts';
import { airAtC } from '../sun/air.ts';
import { dayMeanC } from '../sun/season-air.ts';
import { CONTROLLER_SELF_W, panelPowerW } from '../sun/panel.ts';
import { DAYS_A_MONTH } from '../quantity/constants.ts';
import { everySwitch, mustBeOn, standbyDraws } from '../wiring/standby.ts';
import { dayAfter, dayOfYear, monthAfter, panelWPerM2, solarHour } from '../sun/sun.ts';
import { skyOfDays } from '../sun/weather.ts';

const SEASON_STEP_S = 600;
const MONTH_S = DAYS_A_MONTH * 86400;
const WEATHER_SEED = 7;

export type DeviceEnd = {
  deviceId: string;
  name: string;
  /** First day it is not served any more, counted from 0; undefined when it is served to the end. */
  day: number | undefined;
  /** Days its own battery carried it past the box. */
  innerDays: number;
};

export type SeasonDay = {
  day: number;
  isoDay: string;
  socFraction: number;
  airC: number;
  sunWh: number;
  drawnWh: number;
};

export type SeasonPlan = {
  dayCount: number;
  meanW: number;
  perDayWh: number;
  days: SeasonDay[];
  visits: number[];
  /** Day the box stops serving, with the visits as planned; undefined when it does not. */
  diesOnDay: number | undefined;
  diesBecause: 'empty' | 'voltage' | undefined;
  devices: DeviceEnd[];
  selfDischargeAh: number;
  standbyAh: number;
  /** What the box itself draws all along, and what of it. */
  boxDraws: BoxDraw[];
  sunWh: number;
  /** Days on which somebody has to come so that it never dies; empty when nobody has to. */
  visitPlan: number[];
  /** The longest regular interval that does the same; undefined when even daily visits are too few. */
  everyDays: number | undefined;
};

type Model = ReturnType<typeof modelOf>;

export type BoxDraw = { name: string; currentA: number };

/**
 * What the box itself draws all along: everything where it is left on; else what nothing cuts, and what hangs behind the
 * switches that have to be on for what is left running.
 */
function boxDrawsOf(box: Box, plan: Plan, season: Season): BoxDraw[] {
  const running = box.devices.flatMap((d) => (d.inSeason && d.portId !== null ? [d.portId] : []));
  const on = box.circuits
    .filter((c) => running.includes(c.portId))
    .flatMap((c) => mustBeOn(box, plan.wiring.tree, c.id));
  const draws = standbyDraws(box, plan.wiring, season.boxOn ? everySwitch(box) : new Set(on));
  return draws.map(({ name, currentA }) => ({ name, currentA }));
}

function modelOf(box: Box, plan: Plan, season: Season) {
  const bank = plan.bank!;
  const used = box.devices.filter((d) => d.inSeason);
  const laws = used.map((d) => meanOver(d, d.modes, portPartOf(box, d)));
  const boxDraws = boxDrawsOf(box, plan, season);
  const boxA = boxDraws.reduce((s, d) => s + d.currentA, 0);
  const law = laws.reduce((sum, l) => addLaws(sum, l.law), { ...NO_LOAD, currentA: boxA });
  const leastV = Math.max(
    bank.part.protectionCutoffV ?? 0,
    box.bank.disconnect.is === 'set' ? box.bank.disconnect.value.cutV : 0,
    ...used.map((d) => leastAtPortV(d) ?? 0)
  );
  const solar = season.useSun ? box.charging.solar : null;
  const site = box.outing.site;
  const sky = solar && site ? Array.from({ length: 12 }, (_, m) => skyFractionOf(solar, site, m)) : undefined;
  return {
    bank,
    used,
    boxDraws,
    laws,
    law,
    leastV,
    solar:
      solar && site && (solar.controller === 'pwm' || solar.controller === 'mppt')
        ? { panel: solar, site, sky: sky! }
        : undefined,
    data: CHEMISTRY[bank.chemistry],
    ratedAh: bank.ratedAh * bank.healthFraction,
    protectionA: bank.part.hasProtection ? PROTECTION_A * bank.count : 0,
    weather: solar && site ? skyOfDays(0.5, season.dayCount, WEATHER_SEED).map((v) => v / 0.5) : []
  };
}

/** Undefined while there is no battery, no season or nothing in it. */
export function seasonPlan(box: Box, plan: Plan): SeasonPlan | undefined {
  const { season } = box;
  if (!season || !plan.bank) return undefined;
  const model = modelOf(box, plan, season);
  if (model.used.length === 0 && (!season.boxOn || model.law.currentA === 0)) return undefined;
  const regular = (every: number): number[] => {
    const days: number[] = [];
    for (let d = every; d < season.dayCount; d += every) days.push(d);
    return days;
  };
  const visits = season.visitEveryDays === null ? [] : regular(season.visitEveryDays);
  const asPlanned = live(season, model, visits);
  const needed = live(season, model, 'when-needed');
  const gaps = needed.visits.map((d, i) => d - (needed.visits[i - 1] ?? 0));
  let everyDays = needed.diesOnDay === undefined && gaps.length > 0 ? Math.min(...gaps) : undefined;
  while (everyDays !== undefined && everyDays > 1 && live(season, model, regular(everyDays)).diesOnDay !== undefined)
    everyDays--;
  const atV = plan.bank.nominalV;
  const meanW = lawCurrentA(model.law, atV) * atV;
  return {
    dayCount: season.dayCount,
    meanW,
    perDayWh: meanW * 24,
    days: asPlanned.days,
    visits,
    diesOnDay: asPlanned.diesOnDay,
    diesBecause: asPlanned.diesBecause,
    devices: deviceEnds(season, model, asPlanned.diesOnDay),
    selfDischargeAh: asPlanned.selfAh,
    standbyAh: asPlanned.standbyAh,
    boxDraws: model.boxDraws,
    sunWh: asPlanned.days.reduce((s, d) => s + d.sunWh, 0),
    visitPlan: needed.diesOnDay === undefined ? needed.visits : [],
    everyDays
  };
}

function deviceEnds(season: Season, m: Model, diesOnDay: number | undefined): DeviceEnd[] {
  return m.used.map((d, i) => {
    const innerDays = d.inner && m.laws[i]!.outW > 0 ? d.inner.capacityWh / m.laws[i]!.outW / 24 : 0;
    const end = diesOnDay === undefined ? undefined : diesOnDay + innerDays;
    return {
      deviceId: d.id,
      name: d.name,
      day: end !== undefined && end < season.dayCount ? end : undefined,
      innerDays
    };
  });
}

type Life = {
  days: SeasonDay[];
  visits: number[];
  diesOnDay: number | undefined;
  diesBecause: 'empty' | 'voltage' | undefined;
  selfAh: number;
  standbyAh: number;
};

/**
 * Ten-minute steps over the whole season: standby and events at their mean, cold, self-discharge, sun. A visit puts a
 * full battery in at the start of its day. 'when-needed' comes on the last day that still begins above the kept-back line.
 * @source electrical reference 6 to 9
 */
function live(season: Season, m: Model, visits: readonly number[] | 'when-needed'): Life {
  const stepsPerDay = 86400 / SEASON_STEP_S;
  const out: Life = { days: [], visits: [], diesOnDay: undefined, diesBecause: undefined, selfAh: 0, standbyAh: 0 };
  const keepBack = m.bank.keepBackFraction;
  let soc = m.bank.startFraction;
  let lastDayLoss = 0;
  for (let day = 0; day < season.dayCount; day++) {
    const due = visits === 'when-needed' ? day > 0 && soc - lastDayLoss <= keepBack : visits.includes(day);
    if (due) {
      // a visit a day that still runs down is no plan
      if (visits === 'when-needed' && out.visits[out.visits.length - 1] === day - 1) out.diesOnDay ??= day;
      soc = 1;
      out.visits.push(day);
    }
    const meanC = dayMeanC(season, day);
    const began = soc;
    const sums = { sunWh: 0, drawnWh: 0 };
    for (let n = 0; n < stepsPerDay; n++) {
      const hour = (n * 24) / stepsPerDay;
      const airC = airAtC(meanC - season.swingK / 2, meanC + season.swingK / 2, hour);
      const next = step(season, m, { soc, day, hour, airC }, out, sums);
      soc = next.soc;
      if (next.died && out.diesOnDay === undefined) {
        out.diesOnDay = day + hour / 24;
        out.diesBecause = next.died;
      }
    }
    lastDayLoss = Math.max(0, began - soc);
    out.days.push({ day, isoDay: dayAfter(season.startDay, day), socFraction: Math.max(0, soc), airC: meanC, ...sums });
  }
  return out;
}

function step(
  season: Season,
  m: Model,
  at: { soc: number; day: number; hour: number; airC: number },
  out: Life,
  sums: { sunWh: number; drawnWh: number }
): { soc: number; died: 'empty' | 'voltage' | undefined } {
  const { chemistry, part, count } = m.bank;
  const stepH = SEASON_STEP_S / 3600;
  const openV = openCircuitV(chemistry, at.soc);
  const ohm =
    ((m.data.sagKMilliOhmAh / part.capacityAh) * resistanceFactor(chemistry, at.airC) * sagGrowth(m.data, at.soc) +
      m.data.sagFixedMilliOhm) /
    1000 /
    count;
  const v = at.soc > 0 ? loadV(openV, ohm, m.law) : undefined;
  const died = at.soc <= 0 ? 'empty' : v === undefined || v < m.leastV ? 'voltage' : undefined;
  const amps = died || v === undefined ? 0 : lawCurrentA(m.law, v);
  const inA = m.solar ? sunA(season, m, at, openV) : 0;
  const effectiveAh = m.ratedAh * capacityFactor(chemistry, at.airC);
  const own = (at.soc * selfDischargePerMonth(chemistry, Math.min(45, Math.max(0, at.airC))) * SEASON_STEP_S) / MONTH_S;
  out.selfAh += own * m.ratedAh;
  out.standbyAh += m.protectionA * stepH;
  sums.sunWh += inA * openV * stepH;
  sums.drawnWh += amps * (v ?? 0) * stepH;
  const net = amps + m.protectionA - inA * m.data.coulombicFraction;
  return { soc: Math.min(1, Math.max(0, at.soc - (net * stepH) / effectiveAh - own)), died };
}

function sunA(season: Season, m: Model, at: { soc: number; day: number; hour: number; airC: number }, openV: number) {
  const { panel, site, sky } = m.solar!;
  const share = acceptedShare(m.data, at.soc, at.airC);
  if (share === 0) return 0;
  const doy = dayOfYear(season.startDay) + at.day;
  const light = panelWPerM2(site.latitudeDeg, doy, solarHour(site, doy, at.hour), panel.tiltDeg);
  if (light === 0) return 0;
  const mean = sky[monthAfter(season.startDay, at.day)]!;
  const clouds = Math.min(1, mean * m.weather[at.day]!);
  const w = Math.max(0, panelPowerW(panel, light * clouds, at.airC, openV) - CONTROLLER_SELF_W);
  return Math.min(w / openV, share * m.bank.ratedAh);
}

/** Twelve months of air at a latitude, for a start: a plain swing about the yearly mean. The person's own figures replace it. */
export function usualMonthC(latitudeDeg: number): number[] {
  const mean = 27.5 - 0.33 * Math.abs(latitudeDeg);
  const swing = 0.14 * Math.abs(latitudeDeg);
  return Array.from({ length: 12 }, (_, m) => {
    const warmest = latitudeDeg >= 0 ? 6.5 : 0.5;
    return Number((mean + swing * Math.cos((2 * Math.PI * (m - warmest)) / 12)).toFixed(1));
  });
}
