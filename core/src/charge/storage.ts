import { saidIn } from '../quantity/said.ts';
import type { Bank } from '../battery/bank.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { bankLearnt } from '../battery/learnt.ts';
import { PROTECTION_A, selfDischargePerMonth } from '../battery/model.ts';
import type { Box } from '../box/schema.ts';
import type { KnownChemistry } from '../catalogue/part.ts';
import { DAYS_A_MONTH } from '../quantity/constants.ts';
import { fixed } from '../quantity/format.ts';
import { line, type Working } from '../quantity/working.ts';
import { standbyDraws } from '../wiring/standby.ts';
import type { WiringPlan } from '../wiring/types.ts';

/** How full to store, when to top up at the latest, and the charge it should not fall under. @source electrical reference 6; lowest levels by rule of thumb */
const STORE: Record<KnownChemistry, { lowFraction: number; highFraction: number; topUpMonths: number; floor: number }> =
  {
    lfp: { lowFraction: 0.5, highFraction: 0.8, topUpMonths: 6, floor: 0.2 },
    agm: { lowFraction: 1, highFraction: 1, topUpMonths: 3, floor: 0.7 },
    gel: { lowFraction: 1, highFraction: 1, topUpMonths: 4, floor: 0.7 },
    flooded: { lowFraction: 1, highFraction: 1, topUpMonths: 1, floor: 0.75 },
    nmc3: { lowFraction: 0.4, highFraction: 0.5, topUpMonths: 6, floor: 0.2 },
    nmc4: { lowFraction: 0.4, highFraction: 0.5, topUpMonths: 6, floor: 0.2 }
  };
/** What is called flat: nothing useful left, and harm begins. @source rule of thumb */
export const FLAT_FRACTION = 0.05;
const MONTH_H = DAYS_A_MONTH * 24;

export type StoragePlan = {
  lowFraction: number;
  highFraction: number;
  floorFraction: number;
  /** The box's own drain while switched off, with what takes it. */
  drainA: number;
  drains: { name: string; currentA: number }[];
  perMonthFraction: number;
  /** What is left after the months it is stored by its own loss alone, everything that drains it pulled off. */
  aloneFraction: number;
  /** Months until the floor, and until flat; Infinity when nothing drains. */
  topUpMonths: number;
  shelfMonths: number;
  leftAfterFraction: number;
  say: string;
  working: Working;
};

/** What draws while everything is off, the pack's own electronics among it. */
function drainsWhileOff(box: Box, b: Bank, wiring: WiringPlan): StoragePlan['drains'] {
  const drains: StoragePlan['drains'] = standbyDraws(box, wiring).map((d) => ({
    name: d.name,
    currentA: d.currentA
  }));
  if (b.part.hasProtection) drains.push({ name: 'the battery’s own electronics', currentA: PROTECTION_A * b.count });
  return drains;
}

function storeWords(rule: (typeof STORE)[keyof typeof STORE], topUpMonths: number): string {
  const fill =
    rule.lowFraction === 1
      ? 'full'
      : `${fixed(rule.lowFraction * 100, 0)} to ${fixed(rule.highFraction * 100, 0)} % full`;
  return `Store it ${fill}, cool and dry, and top up after ${topUpMonths < 1 ? `${fixed(topUpMonths * DAYS_A_MONTH, 0)} days` : `${fixed(Math.floor(topUpMonths), 0)} months`}${topUpMonths < rule.topUpMonths ? ': the box itself drains it' : ''}.`;
}

/** What is lost month by month, with where each figure is from. */
function lossLines(
  box: Box,
  { perMonthFraction, drainA, drains }: Pick<StoragePlan, 'perMonthFraction' | 'drainA' | 'drains'>
): Working['lines'] {
  const learnt = bankLearnt(box);
  const said = saidIn(box.preferences);
  return [
    line(
      'Self-discharge a month',
      fixed(perMonthFraction * 100, 3),
      '%',
      learnt?.selfDischargeFraction == null ? 'table' : 'entered',
      learnt?.selfDischargeFraction == null
        ? `${said.degC(box.charging.storageC, 0)}, doubles each ${said.kelvin(10)}`
        : learnt.note
    ),
    line(
      'Drain while off',
      fixed(drainA * 1000, 3),
      'mA',
      learnt?.standbyA == null ? 'part' : 'entered',
      learnt?.standbyA == null ? drains.map((d) => d.name).join(', ') || 'nothing' : learnt.note
    )
  ];
}

/** Storing this box: how full, when to top up, months on the shelf. Undefined without a battery. @source electrical reference 6 */
export function storagePlan(box: Box, plan: { bank: Bank | undefined; wiring: WiringPlan }): StoragePlan | undefined {
  const b = plan.bank;
  if (!b) return undefined;
  const rule = STORE[b.chemistry];
  const drains = drainsWhileOff(box, b, plan.wiring);
  const learnt = bankLearnt(box);
  const drainA = learnt?.standbyA ?? drains.reduce((s, d) => s + d.currentA, 0);
  const capacityAh = b.ratedAh * b.healthFraction;
  const perMonthFraction =
    learnt?.selfDischargeFraction ??
    selfDischargePerMonth(b.chemistry, Math.min(45, Math.max(0, box.charging.storageC)));
  const start = (rule.lowFraction + rule.highFraction) / 2;
  const leftAfter = (months: number): number =>
    start * (1 - perMonthFraction) ** months - (drainA * MONTH_H * months) / capacityAh;
  const toFloor = monthsUntil(leftAfter, rule.floor);
  const topUpMonths = Math.min(rule.topUpMonths, toFloor);
  return {
    lowFraction: rule.lowFraction,
    highFraction: rule.highFraction,
    floorFraction: rule.floor,
    drainA,
    drains,
    perMonthFraction,
    aloneFraction: start * (1 - perMonthFraction) ** box.charging.storageMonths,
    topUpMonths,
    shelfMonths: monthsUntil(leftAfter, FLAT_FRACTION),
    leftAfterFraction: Math.max(0, leftAfter(box.charging.storageMonths)),
    say: storeWords(rule, topUpMonths),
    working: {
      id: 'storage',
      title: 'Months on the shelf',
      formula:
        'months until start × (1 − self-discharge)^months − drain × 730.56 h × months ÷ capacity is no more than the floor',
      lines: [
        line('Stored at', fixed(start * 100, 0), '%', 'table', CHEMISTRY[b.chemistry].name),
        line('Capacity now', fixed(capacityAh, 3), 'Ah', 'computed', 'rated, less age'),
        ...lossLines(box, { perMonthFraction, drainA, drains }),
        line('Not under', fixed(rule.floor * 100, 0), '%', 'table', 'spares the cells'),
        line('At the latest after', fixed(rule.topUpMonths, 0), 'months', 'table', 'whatever is left by then')
      ],
      result: { value: fixed(topUpMonths, 1), unit: 'months' }
    }
  };
}

/** Months until a falling charge reaches a level; Infinity when it does not within ten years. */
function monthsUntil(leftAfter: (months: number) => number, level: number): number {
  const TEN_YEARS = 120;
  if (leftAfter(0) <= level) return 0;
  if (leftAfter(TEN_YEARS) > level) return Infinity;
  let low = 0;
  let high = TEN_YEARS;
  for (let i = 0; i < 50; i++) {
    const mid = (low + high) / 2;
    if (leftAfter(mid) > level) low = mid;
    else high = mid;
  }
  return low;
}
