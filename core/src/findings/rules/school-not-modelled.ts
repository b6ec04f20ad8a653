import { BOX_PLACE, rule, set } from '../rule.ts';

/** A daisy chain can be entered but is not worked out yet: say so rather than judge it wrongly. */
export const schoolNotModelled = rule('school-not-modelled', 'safe', 'wiring', (x) =>
  x.box.wiring.school === 'daisy-chain'
    ? [
        {
          at: BOX_PLACE,
          severity: 'caution',
          short: 'Daisy chain: figures are a block’s',
          title: 'A daisy chain is not worked out yet',
          why: 'Sizes, drops and fuses shown are those of a fuse block with one way a port. A chain loads its first wires more.',
          figures: {},
          remedies: [
            {
              label: 'Build it with a fuse block',
              effect: 'a fault takes out one port',
              edits: [set('wiring/school', 'fuse-block')]
            }
          ]
        }
      ]
    : []
);
