import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { mainFeed } from '../../box/feeds.ts';
import { masterSwitch, switchWithoutLever } from '../master-switch.ts';
import { MAIN_PLACE, mainPath, rule, set, usePart } from '../rule.ts';

/** The main breaker is said to switch the box, and it is no breaker. */
export const breakerLever = rule('breaker-lever', 'safe', 'wiring', (x) => {
  const m = x.wiring.main;
  if (!mainFeed(x.box).leverSwitches || m.fuseFamily === 'breaker') return [];
  const spareId = switchWithoutLever(x.box);
  const spare = x.box.ports.find((p) => p.id === spareId)?.name || (spareId && 'The switch that is there');
  const breaker = ofKind(x.catalogue, 'fuse-holder').find((h) => h.family === 'breaker');
  return [
    {
      at: MAIN_PLACE,
      severity: 'stop',
      say: say('breaker-lever', 'told', { holder: m.holder?.name }),
      remedies: () => [
        ...(breaker
          ? [
              {
                label: breaker.name,
                effect: 'protects and switches',
                edits: usePart(breaker, mainPath(x, 'holderPartId'))
              }
            ]
          : []),
        ...(spare
          ? [{ label: `${spare} instead`, effect: 'the fuse stays', edits: [set(mainPath(x, 'leverSwitches'), false)] }]
          : masterSwitch(x))
      ]
    }
  ];
});
