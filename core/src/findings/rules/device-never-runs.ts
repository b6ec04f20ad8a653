import { say } from '../words/say.ts';
import type { Device } from '../../box/schema.ts';
import { ownVolts } from '../../demand/own-volts.ts';
import { apart, fixed } from '../../quantity/format.ts';
import { mostOnOutingV, neverEnough } from '../battery-volts.ts';
import { ownConverter } from '../own-converter.ts';
import { devicePlace, rule, set, type Draft, type Facts } from '../rule.ts';

/** A device never has the volts it needs: its own converter gives less, or the battery has less even when it is full. */
export const deviceNeverRuns = rule('device-never-runs', 'lasts', 'outing', (x) =>
  x.box.devices.flatMap((d, i): Draft[] => {
    // what hangs on a shared converter is judged with that
    if (x.demand.devices[i]?.shared || d.minV === null) return [];
    const gives = ownVolts(d);
    if (gives === undefined) return onBattery(x, d, d.minV);
    return gives >= d.minV - 1e-9 ? [] : [behindConverter(d, gives, d.minV)];
  })
);

/** A caution only: the figure may be meant for what goes into the converter. */
function behindConverter(d: Device, gives: number, minV: number): Draft {
  const [gets, needs] = apart(gives, minV, 1);
  return {
    at: devicePlace(d.id, d.name),
    severity: 'caution',
    say: say('device-never-runs', 'behindConverter', { name: d.name, gets, supply: d.supply, needs }),
    figures: { outV: gives, minV },
    remedies: () => [
      ...ownConverter(d),
      {
        label: `It is made for ${fixed(gives, 1)} V`,
        effect: 'what was noted of its volts is dropped',
        edits: [set(`devices/${d.id}/minV`, null), set(`devices/${d.id}/maxV`, null)],
        answer: true
      }
    ]
  };
}

function onBattery(x: Facts, d: Device, minV: number): Draft[] {
  if (!neverEnough(x, d)) return [];
  const mostV = mostOnOutingV(x)!;
  const [has, needs] = apart(mostV, minV, 1);
  return [
    {
      at: devicePlace(d.id, d.name),
      severity: 'stop',
      say: say('device-never-runs', 'onBattery', { name: d.name, needs, has, belowMin: d.belowMin }),
      figures: { mostV, minV },
      remedies: () => ownConverter(d)
    }
  ];
}
