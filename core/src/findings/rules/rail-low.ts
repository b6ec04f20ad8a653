import { say } from '../words/say.ts';
import { apart } from '../../quantity/format.ts';
import { bearsOf, eachOn, hasModule, offTheRail, setVolts } from '../on-rail.ts';
import { devicePlace, rule } from '../rule.ts';

/** USB modules are made for a 12 V system. @source rule of thumb: makers say 9 to 24 V */
const MODULE_LEAST_V = 9;

/** A shared converter gives less than a device on it wants, its leads counted. */
export const railLow = rule('rail-low', 'lasts', 'wiring', (x) =>
  eachOn(x, ({ d, on, circuit }) => {
    const { outV, name } = on.rail;
    const base = { at: devicePlace(d.id, d.name), severity: 'stop' as const };
    if (hasModule(circuit) || d.supply === 'inverter') {
      const least = MODULE_LEAST_V;
      if (d.supply !== 'inverter' && outV >= least) return [];
      return [
        {
          ...base,
          say: say('rail-low', 'told', {
            name: d.name,
            outV,
            railName: name,
            supply: d.supply,
            portTag: circuit?.portTag
          }),
          figures: { outV, leastV: least },
          remedies: () => offTheRail(x, d, circuit)
        }
      ];
    }
    const plugV = outV - (circuit?.dropV ?? 0);
    const { leastV, leastKnown, says } = bearsOf(d);
    if (plugV >= leastV - 1e-9) return [];
    const [gets, needs] = apart(plugV, leastV, 2);
    return [
      {
        ...base,
        say: say('rail-low', 'behindFeed', {
          name: d.name,
          gets,
          leastKnown,
          needs,
          outV,
          dropV: circuit?.dropV,
          says
        }),
        figures: { plugV, leastV },
        asks: 'least voltage',
        open: !leastKnown,
        remedies: () => [...setVolts(x, on), ...(leastKnown ? offTheRail(x, d, circuit) : [])]
      }
    ];
  })
);
