import { say } from '../words/say.ts';
import { apart } from '../../quantity/format.ts';
import { bearsOf, eachOn, hasModule, offTheRail, setVolts } from '../on-rail.ts';
import { devicePlace, rule } from '../rule.ts';

/** A shared converter gives more than a device on it bears, or may: nobody read what it bears. */
export const railHigh = rule('rail-high', 'safe', 'wiring', (x) =>
  eachOn(x, ({ d, on, circuit }) => {
    if (hasModule(circuit) || d.supply === 'inverter') return [];
    const { outV } = on.rail;
    const { mostV, mostKnown, says } = bearsOf(d);
    if (outV <= mostV + 1e-9) return [];
    const [gets, bears] = apart(outV, mostV, 1);
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'stop' as const,
        say: say('rail-high', 'told', { name: d.name, gets, railName: on.rail.name, mostKnown, bears, says }),
        figures: { outV, mostV },
        asks: 'highest voltage',
        open: !mostKnown,
        remedies: () => [...setVolts(x, on), ...(mostKnown ? offTheRail(x, d, circuit) : [])]
      }
    ];
  })
);
