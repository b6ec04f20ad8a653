import { say } from '../words/say.ts';
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
    const onOuting = Math.min(x.bank.startFraction, x.outing?.endSocFraction ?? x.bank.keepBackFraction);
    // left alone it may be drained to the line that is kept before anybody comes
    const alone = x.box.season !== null && c < x.box.outing.airC + x.box.bank.warmerK;
    const soc = Math.max(0, alone ? Math.min(onOuting, x.bank.keepBackFraction) : onOuting);
    const limitC = freezesBelowC(soc);
    if (c >= limitC) return [];
    return [
      {
        at: BATTERY_PLACE,
        severity: alone ? 'caution' : 'stop',
        say: say('deep-frost', 'freezes', { limitC, socFraction: soc, atC: c }),
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
      say: say('deep-frost', 'tooCold', { atC: c, name: data.name, leastC }),
      figures: { coldC: c, limitC: leastC }
    }
  ];
});
