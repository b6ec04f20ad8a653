import { saidIn } from '../quantity/said.ts';
import type { Bank } from '../battery/bank.ts';
import type { Box } from '../box/schema.ts';
import type { KnownChemistry } from '../catalogue/part.ts';
import type { Demand } from '../demand/demand.ts';
import { outingWarmestC, warmestAirC } from '../sun/season-air.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import type { CaseFit } from './fit.ts';
import { insideRiseK, outsideOf, SUN_W_PER_M2 } from './heat.ts';
import { lossesOf, type Loss } from './losses.ts';

/** What batteries bear, °C; the label wins. @source mechanical reference 9.3 (typical) */
const HEAT_LIMITS_C: Record<KnownChemistry, { chargeC: number; useC: number }> = {
  agm: { chargeC: 40, useC: 50 },
  gel: { chargeC: 40, useC: 50 },
  flooded: { chargeC: 40, useC: 50 },
  lfp: { chargeC: 45, useC: 60 },
  nmc3: { chargeC: 45, useC: 60 },
  nmc4: { chargeC: 45, useC: 60 }
};
/** A rise in the shade above this wants a remedy. @source mechanical reference 9.2 (rule of thumb) */
export const MOST_SHADE_RISE_K = 10;

/** Wires are never sized for cooler air than this. @source electrical reference 1: ampacity tables stand for 30 °C */
const LEAST_SIZING_C = 30;

export type HeatPlan = {
  losses: Loss[];
  lossW: number;
  airC: number;
  shadeRiseK: number;
  sunRiseK: number;
  /** Inside at the warmest hour, as the outing says: in the sun or not. */
  insideC: number;
  /** Inside at the warmest hour if it stood in strong sun. */
  sunC: number;
  limits: { chargeC: number; useC: number } | undefined;
  say: string[];
  working: Working;
};

type Reached = Pick<HeatPlan, 'airC' | 'shadeRiseK' | 'sunRiseK' | 'insideC' | 'sunC'>;

function wordsOf(box: Box, limits: HeatPlan['limits'], { insideC, sunC }: Reached): string[] {
  const said = saidIn(box.preferences);
  const say: string[] = [];
  if (limits) {
    say.push(
      insideC > limits.useC
        ? `The battery may not be used above ${said.degC(limits.useC)}.`
        : insideC > limits.chargeC
          ? `The battery may not be charged above ${said.degC(limits.chargeC)}.`
          : `The battery may be used and charged: its limits are ${said.degC(limits.useC)} and ${said.degC(limits.chargeC)}.`
    );
    if (!box.outing.inSun && sunC > limits.chargeC)
      say.push(`In strong sun it would reach ${said.degC(sunC, 0)}: no charging then; shade or a pale cover first.`);
  }
  say.push(`Wires and fuses are sized for ${said.degC(Math.max(LEAST_SIZING_C, insideC), 0)} around them.`);
  return say;
}

const workingOf = (
  box: Box,
  fit: CaseFit,
  losses: HeatPlan['losses'],
  { airC, shadeRiseK, sunRiseK, insideC }: Reached
): Working => ({
  id: 'heat',
  title: 'Air inside at the warmest hour',
  formula: 'inside = air + rise; rise = (losses + sun) ÷ (film × outside area) + losses through air film and wall',
  lines: [
    line(
      'Air outside',
      fixed(airC, 1),
      '°C',
      'entered',
      `warmest hour of the ${airC > outingWarmestC(box) ? 'season' : 'outing'}`,
      '+'
    ),
    ...losses.map((l) => line(l.name, fixed(l.lossW, 2), 'W', 'computed', 'mean over the outing')),
    line(
      'Rise in the shade',
      fixed(shadeRiseK, 1),
      'K',
      'computed',
      'still air, 8 W/m²K outside',
      box.outing.inSun ? 'given' : '+'
    ),
    line(
      'Rise in strong sun',
      fixed(sunRiseK, 1),
      'K',
      'computed',
      `800 W/m², the outside takes up ${fixed(fit.part.absorptanceFraction * 100, 0)} %; ±40 %`,
      box.outing.inSun ? '+' : 'given'
    )
  ],
  result: { value: fixed(insideC, 0), unit: '°C' }
});

/**
 * How warm it gets inside, and what that means. Undefined without a case.
 * @param leadsW mean heat of fuses and wire
 * @source mechanical reference 9
 */
export function heatPlan(
  box: Box,
  fit: CaseFit | undefined,
  need: Demand,
  b: Bank | undefined,
  leadsW: number
): HeatPlan | undefined {
  if (!fit) return undefined;
  const outside = outsideOf(fit.part);
  const losses = [...lossesOf(box, need), { name: 'Fuses and wire', lossW: leadsW }].filter((l) => l.lossW > 0.005);
  const lossW = losses.reduce((s, l) => s + l.lossW, 0);
  const airC = warmestAirC(box);
  const shadeRiseK = insideRiseK(outside, { lossW, sunWPerM2: 0 });
  const sunRiseK = insideRiseK(outside, { lossW, sunWPerM2: SUN_W_PER_M2 });
  // a battery outside is as warm as the air around it
  const limits = b && box.bank.stands === 'inside' ? HEAT_LIMITS_C[b.chemistry] : undefined;
  const insideC = airC + (box.outing.inSun ? sunRiseK : shadeRiseK);
  const sunC = airC + sunRiseK;
  const reached = { airC, shadeRiseK, sunRiseK, insideC, sunC };
  return {
    losses,
    lossW,
    ...reached,
    limits,
    say: wordsOf(box, limits, reached),
    working: workingOf(box, fit, losses, reached)
  };
}
