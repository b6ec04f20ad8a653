import { CHEMISTRY, TEMPERATURES_C } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Acid of a discharged battery freezes: charge left and temperature from which ice forms. @source usual table of sulphuric acid by density, as remembered */
const FREEZES: readonly [socFraction: number, belowC: number][] = [
  [1, -60],
  [0.75, -35],
  [0.5, -24],
  [0.25, -14],
  [0, -6]
];

const freezesBelowC = (soc: number): number => {
  const i = FREEZES.findIndex(([s]) => s <= soc);
  if (i <= 0) return FREEZES[0]![1];
  const [s1, c1] = FREEZES[i - 1]!;
  const [s2, c2] = FREEZES[i]!;
  return c2 + ((soc - s2) / (s1 - s2)) * (c1 - c2);
};

/** Colder than any figure of its kind is known for, or a drained lead battery that freezes. */
export const deepFrost = rule('deep-frost', 'lasts', 'battery', (x) => {
  if (!x.bank) return [];
  const data = CHEMISTRY[x.bank.chemistry];
  const c = x.judge.coldC;
  if (data.isLead) {
    const soc = Math.max(0, Math.min(x.bank.startFraction, x.outing?.endSocFraction ?? x.bank.keepBackFraction));
    const limitC = freezesBelowC(soc);
    if (c >= limitC) return [];
    return [
      {
        at: BATTERY_PLACE,
        severity: 'stop',
        short: `Freezes at ${x.said.degC(limitC, 0)} when so empty`,
        title: `Drained to ${(soc * 100).toFixed(0)} % it freezes at ${x.said.degC(limitC, 0)}`,
        why: `It gets ${x.said.degC(c, 0)} cold. The acid of an empty lead battery is nearly water: ice bursts plates and case. Keep more back, or bring it in before it is empty.`,
        figures: { coldC: c, limitC, socFraction: soc }
      }
    ];
  }
  const leastC = TEMPERATURES_C[0];
  if (c >= leastC) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'stop',
      short: `${x.said.degC(c, 0)}: too cold to be used`,
      title: `At ${x.said.degC(c, 0)} this battery is not to be used`,
      why: `${data.name} is made for ${x.said.degC(leastC)} and above; below, its electronics switch it off or its cells freeze, and no figure for hours can be told. Keep it warmer: foam, a coat, a hand warmer.`,
      figures: { coldC: c, limitC: leastC }
    }
  ];
});
