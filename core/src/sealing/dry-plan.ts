import { saidIn, type Said } from '../quantity/said.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { hoursUntilItBurns, hydrogenLPerH, ventOpeningCm2 } from '../battery/model.ts';
import type { Bank } from '../battery/bank.ts';
import type { Box } from '../box/schema.ts';
import { outsideOf } from '../case/heat.ts';
import { volumesL } from '../case/faces.ts';
import { chargeSources } from '../judge/charge-sources.ts';
import type { CaseFit } from '../case/fit.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import { coldestAirC } from '../sun/season-air.ts';
import { dayAfter } from '../sun/sun.ts';
import {
  breathG,
  condensesG,
  dewPointC,
  gelG,
  GEL_MARGIN,
  gelRoom,
  headM,
  PERMEABILITY_BARRER,
  saturationPa,
  dampSuctionPa,
  lidForceN,
  vapourGPerM3,
  ventTimeS,
  wallGPerDay
} from './moisture.ts';
import { isTight, letsGasOut } from './as-built.ts';
import type { Sealing } from './sealing.ts';

/** Humidity wanted inside; what a vent is sold to pass. @source mechanical reference 7.3 and 8 */
const TARGET_HUMIDITY = 0.4;
const VENT_ML_PER_MIN = 300;
/** A gasket lets water pass from about this suction on. @source rule of thumb: a hand's breadth of water */
const VENT_FROM_PA = 1000;
const MONTH_DAYS = 30;
/** Beyond it no day is named. */
const CENTURY_DAYS = 36500;

export type DryPlan = {
  freeL: number;
  coldestC: number;
  dewC: number;
  condensesG: number;
  suctionPa: number;
  headM: number;
  wantsVent: boolean;
  hasVent: boolean;
  ventTimeS: number;
  /** Water a month by way of openings, breathing and walls, g. */
  monthG: { openings: number; breathing: number; walls: number };
  gelG: number;
  /** How long the gel that lies in it lasts; undefined without gel. */
  gelDays: number | undefined;
  /** Day by which the gel that lies in it is full. */
  gelUntil: string | undefined;
  hydrogen: { openingCm2: number; holeMm: number; dangerous: boolean; burnsAfterH: number } | undefined;
  say: string[];
  working: Working;
};

/** What moisture does inside this box on this outing, and what to put in. Undefined without a case. @source mechanical reference 7 and 8 */
export function dryPlan(
  box: Box,
  fit: CaseFit | undefined,
  b: Bank | undefined,
  seal: Sealing | undefined
): DryPlan | undefined {
  if (!fit || !seal) return undefined;
  const { dry, outing } = box;
  const solidL = fit.bodies.reduce((s, x) => s + (x.lengthMm * x.widthMm * x.heightMm) / 1e6, 0);
  const freeL = Math.max(0.2, volumesL(fit.part).totalL - solidL);
  const coldestC = coldestAirC(box);
  const warm = { tempC: dry.closeC, humidityFraction: dry.closeHumidityFraction };
  const sunny = Math.max(dry.closeC, outing.warmestC ?? outing.airC);
  const suction = Math.max(0, dampSuctionPa(sunny, coldestC, dry.closeHumidityFraction));
  const wet = condensesG(freeL, warm, coldestC);
  const month = monthly(box, fit, freeL);
  const total = month.openings + month.breathing + month.walls;
  const dose = gelG(total, TARGET_HUMIDITY);
  const gelDays = dry.gelG === null || dose === 0 ? undefined : (MONTH_DAYS * dry.gelG) / dose;
  const dewC = dewPointC(warm.tempC, warm.humidityFraction);
  const wantsVent = suction > VENT_FROM_PA && (outing.seal === 'rain' || outing.seal === 'dunk');
  const hydrogen = hydrogenOf(box, fit, b, freeL);
  return {
    freeL,
    coldestC,
    dewC,
    condensesG: wet,
    suctionPa: suction,
    headM: headM(suction),
    wantsVent,
    hasVent: seal.hasVent,
    ventTimeS: ventTimeS(freeL, VENT_ML_PER_MIN),
    monthG: month,
    gelG: dose,
    gelDays,
    gelUntil:
      dry.gelSince === null || gelDays === undefined
        ? undefined
        : dayAfter(dry.gelSince, Math.min(CENTURY_DAYS, gelDays)),
    hydrogen,
    say: words({
      dewC,
      coldestC,
      wet,
      suction,
      wantsVent,
      hasVent: seal.hasVent,
      gasTight: isTight(box, fit.part),
      lidN: lidForceN(suction, fit.part.rimLengthMm, fit.part.rimWidthMm),
      said: saidIn(box.preferences)
    }),
    working: workingOf(box, { freeL, dose, total, month, warm, coldestC })
  };
}

function monthly(box: Box, fit: CaseFit, freeL: number): DryPlan['monthG'] {
  const { dry, outing } = box;
  const inside = vapourGPerM3(dry.closeC, TARGET_HUMIDITY);
  const fresh = vapourGPerM3(dry.closeC, dry.closeHumidityFraction);
  const o = outsideOf(fit.part);
  const [l, w, h] = [o.lengthMm / 1000, o.widthMm / 1000, o.heightMm / 1000];
  const vapourPa = Math.max(0, dry.closeHumidityFraction - TARGET_HUMIDITY) * saturationPa(dry.closeC);
  const cycle = {
    warmC: Math.max(outing.warmestC ?? outing.airC, outing.airC),
    coldC: outing.airC,
    humidityFraction: 0.95
  };
  return {
    openings: (Math.max(0, fresh - inside) * freeL * dry.openingsPerMonth) / 1000,
    breathing: isTight(box, fit.part) ? 0 : breathG(freeL, cycle) * MONTH_DAYS,
    walls:
      wallGPerDay(2 * (l * w + l * h + w * h), o.wallMm, PERMEABILITY_BARRER[fit.part.material], vapourPa) * MONTH_DAYS
  };
}

/** Lead-acid only: openings, each low and high, and whether charging in the closed case would be dangerous. */
function hydrogenOf(box: Box, fit: CaseFit, b: Bank | undefined, freeL: number): DryPlan['hydrogen'] {
  if (!b || !CHEMISTRY[b.chemistry].isLead || box.bank.stands === 'outside') return undefined;
  const openingCm2 = ventOpeningCm2(b.chemistry, b.ratedAh).areaCm2;
  const shut = chargeSources(box, b).some((s) => s.whileShut);
  const burnsAfterH = hoursUntilItBurns(freeL, hydrogenLPerH(b.chemistry, b.ratedAh, 'boost'));
  return {
    burnsAfterH,
    openingCm2,
    holeMm: 2 * Math.sqrt((openingCm2 * 100) / Math.PI),
    dangerous: (!letsGasOut(box, fit.part, openingCm2) || b.chemistry === 'flooded') && shut
  };
}

function words(x: {
  dewC: number;
  coldestC: number;
  wet: number;
  suction: number;
  wantsVent: boolean;
  hasVent: boolean;
  gasTight: boolean;
  lidN: number;
  said: Said;
}): string[] {
  const out: string[] = [];
  out.push(
    x.wet > 0
      ? `Air closed in sweats below ${x.said.degC(x.dewC, 0)}: ${fixed(x.wet, 2)} g of water at ${x.said.degC(x.coldestC, 0)}, enough to film a board. Close it in dry air, or put gel in.`
      : `Air closed in stays above its dew point (${x.said.degC(x.dewC, 0)}).`
  );
  if (x.suction > 0 && x.gasTight)
    out.push(
      `Cooling pulls with ${fixed(x.suction / 100, 0)} mbar, as much as ${x.said.mm(headM(x.suction) * 1000, 0)} of water, on every seal, and holds the lid down with ${fixed(x.lidN, 0)} N: a vent, or wait before you open it.${x.wantsVent && !x.hasVent ? ' Fit an M12 pressure vent.' : x.hasVent ? ' The vent evens that out.' : ''}`
    );
  if (!x.gasTight) out.push('It breathes: gel is soon used up unless it stands closed and dry.');
  return out;
}

function workingOf(
  box: Box,
  x: {
    freeL: number;
    dose: number;
    total: number;
    month: DryPlan['monthG'];
    warm: { tempC: number; humidityFraction: number };
    coldestC: number;
  }
): Working {
  const humid = `${fixed(x.warm.humidityFraction * 100, 0)} %`;
  return {
    id: 'gel',
    title: 'Silica gel for a month',
    formula: 'gel = 2 × water ÷ (load at 40 % − load when fresh)',
    lines: [
      line('Free air inside', fixed(x.freeL, 1), 'l', 'computed', 'case less bodies'),
      line(
        `Openings, ${fixed(box.dry.openingsPerMonth, 0)} a month`,
        fixed(x.month.openings, 3),
        'g',
        'entered',
        `air of ${saidIn(box.preferences).degC(x.warm.tempC, 0)}, ${humid}`,
        '+'
      ),
      line('Breathing', fixed(x.month.breathing, 3), 'g', 'computed', 'none in a tight case; an upper bound', '+'),
      line('Through the walls', fixed(x.month.walls, 3), 'g', 'table', 'plastic lets vapour pass', '+'),
      line('Water in all', fixed(x.total, 2), 'g', 'computed', ''),
      line('With a margin', String(GEL_MARGIN), '', 'assumed', 'twice what the arithmetic says', '×'),
      line(
        'Gel holds, at 40 %',
        fixed(gelRoom(TARGET_HUMIDITY), 3),
        'g/g',
        'table',
        'fresh sachets hold a little already',
        '÷'
      )
    ],
    result: { value: fixed(x.dose, 1), unit: 'g' }
  };
}
