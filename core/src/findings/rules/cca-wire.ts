import { say } from '../words/say.ts';
import { setTo } from '../../box/attr.ts';
import { BOX_PLACE, rule, set } from '../rule.ts';

/** Copper-clad aluminium looks right and is not. */
export const ccaWire = rule('cca-wire', 'safe', 'wiring', (x) =>
  x.wiring.cca
    ? [
        {
          at: BOX_PLACE,
          severity: 'caution',
          say: say('cca-wire', 'told', {}),
          figures: { factor: 1.58 },
          remedies: [
            { label: 'Use copper', effect: 'full ampacity again', edits: [set('wiring/conductor', setTo('copper'))] }
          ]
        }
      ]
    : []
);
