import { setTo } from '../../box/attr.ts';
import { BOX_PLACE, rule, set } from '../rule.ts';

/** Copper-clad aluminium looks right and is not. */
export const ccaWire = rule('cca-wire', 'safe', 'wiring', (x) =>
  x.wiring.cca
    ? [
        {
          at: BOX_PLACE,
          severity: 'caution',
          short: 'Copper-clad aluminium wire',
          title: 'The wire is copper-clad aluminium',
          why: 'It has 58 % more resistance than copper of its size, breaks sooner and corrodes at crimps.',
          figures: { factor: 1.58 },
          remedies: [
            { label: 'Use copper', effect: 'full ampacity again', edits: [set('wiring/conductor', setTo('copper'))] }
          ]
        }
      ]
    : []
);
