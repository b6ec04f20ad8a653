import { say } from '../words/say.ts';
import { set } from '../../box/edit.ts';
import { cheapestChanges } from '../../case/changes.ts';
import { faultSay, shortWays } from '../../case/fit.ts';
import { finished } from '../../work.ts';
import { CASE_PLACE, rule } from '../rule.ts';
import { capital } from '../../quantity/capital.ts';

/** Each change is searched this far on every edit; the Case stage goes on in the worker. */
const QUICK_CHANGE_NODES = 150;
const QUICK_CHANGE_LOOKS = 40_000;

/** Proven: no arrangement of everything inside exists. */
export const batteryDoesNotFit = rule('battery-does-not-fit', 'fits', 'case', (x) => {
  if (!x.fit || (x.fit.state !== 'no' && x.fit.faults.length === 0)) return [];
  if (x.fit.faults.length > 0)
    return [
      {
        at: CASE_PLACE,
        severity: 'stop',
        say: say('battery-does-not-fit', 'collides', { faults: x.fit.faults.map((f) => faultSay(f, x.fit!.bodies)) }),
        figures: { faultCount: x.fit.faults.length },
        remedies: [
          {
            label: 'Let Haversack arrange them',
            effect: 'takes the hand-set places away',
            edits: [set('placements', {})]
          }
        ]
      }
    ];
  const ways = shortWays(x.fit.shortfall!);
  const best = ways[0];
  return [
    {
      at: CASE_PLACE,
      severity: 'stop',
      say: say('battery-does-not-fit', 'tooLarge', {
        best,
        bodies: x.fit.bodies.map((b) => b.name.toLowerCase()),
        paddingMm: x.box.paddingMm,
        otherWays: ways.slice(1)
      }),
      figures: Object.fromEntries(ways.map((w) => [`short${capital(w.axis)}Mm`, w.mm])),
      remedies: () =>
        finished(
          cheapestChanges(x.box, x.catalogue, { most: 3, nodeLimit: QUICK_CHANGE_NODES, looks: QUICK_CHANGE_LOOKS })
        )
    }
  ];
});
