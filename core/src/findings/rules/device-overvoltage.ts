import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { ownConverter } from '../own-converter.ts';
import { devicePlace, rule } from '../rule.ts';

/** What '12 V' electronics bear as a rule; beyond it has to be read. @source rule of thumb: made for a car at 14.4 V, some tenths over */
const USUAL_MOST_V = 15;

/** The battery's highest voltage harms a device fed directly, or may: nobody knows what it bears and the bank goes beyond the usual. */
export const deviceOvervoltage = rule('device-overvoltage', 'safe', 'outing', (x) => {
  if (!x.bank) return [];
  const highV = Math.max(CHEMISTRY[x.bank.chemistry].chargeMaxV, x.judge.highV);
  return x.box.devices.flatMap((d, i) => {
    // what hangs on a shared converter gets what that gives: rail-volts
    if (d.supply !== '12v' || x.demand.devices[i]?.shared) return [];
    const unknown = d.maxV === null;
    if (unknown ? highV <= USUAL_MOST_V : d.maxV! >= highV) return [];
    return [
      {
        at: devicePlace(d.id, d.name),
        severity: 'stop' as const,
        say: say('device-overvoltage', 'told', {
          name: d.name,
          highV,
          unknown,
          usualMostV: USUAL_MOST_V,
          maxV: d.maxV
        }),
        figures: { highV, maxV: d.maxV ?? USUAL_MOST_V },
        asks: 'highest voltage',
        open: unknown,
        remedies: ownConverter(d)
      }
    ];
  });
});
