import { BATTERY_PLACE, rule } from '../rule.ts';

/** What a parallel bank asks for before it is joined. */
export const parallelAge = rule('parallel-age', 'safe', 'battery', (x) =>
  x.bank && x.bank.count > 1
    ? [
        {
          at: BATTERY_PLACE,
          severity: 'note',
          short: 'Join only matched, full packs',
          title: 'Join only matched packs, both full',
          why: 'Same model, bought within half a year, each charged full before they are joined; take + and − from opposite ends.',
          figures: { packCount: x.bank.count }
        }
      ]
    : []
);
