import { say } from '../words/say.ts';
import { ownVolts } from '../../demand/own-volts.ts';
import { apart } from '../../quantity/format.ts';
import { ownConverter } from '../own-converter.ts';
import { devicePlace, rule, type Draft } from '../rule.ts';

/** Adapters of this many volts and less are for things that 12 V would harm. */
const BELOW_12V = 12;

/** The converter that is a device's own gives more than it bears, or nobody said what it is set to. */
export const deviceVolts = rule('device-volts', 'safe', 'outing', (x) =>
  x.box.devices.flatMap((d, i): Draft[] => {
    // what hangs on a shared converter is judged with that
    if (x.demand.devices[i]?.shared || d.maxV === null) return [];
    const at = devicePlace(d.id, d.name);
    const gives = ownVolts(d);
    if (gives === undefined)
      return d.supply !== 'dc-converter' || d.maxV >= BELOW_12V
        ? []
        : [
            {
              at,
              also: 'unset',
              severity: 'caution',
              say: say('device-volts', 'unset', { name: d.name, maxV: d.maxV }),
              figures: { maxV: d.maxV },
              asks: 'what its converter gives',
              about: `devices/${d.id}/wantsV`,
              open: true
            }
          ];
    if (gives <= d.maxV + 1e-9) return [];
    const [gets, bears] = apart(gives, d.maxV, 1);
    return [
      {
        at,
        severity: 'stop',
        say: say('device-volts', 'told', { name: d.name, gets, supply: d.supply, bears }),
        figures: { outV: gives, maxV: d.maxV },
        remedies: () => ownConverter(d)
      }
    ];
  })
);
