import { say } from '../words/say.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Bare posts and studs wait for a spanner. */
export const postsUncovered = rule('posts-uncovered', 'safe', 'battery', (x) => {
  if (!x.bank || x.box.bank.postsCovered === 'yes') return [];
  const unknown = x.box.bank.postsCovered === 'unknown';
  return [
    {
      at: BATTERY_PLACE,
      severity: unknown ? 'note' : 'caution',
      say: say('posts-uncovered', 'told', { unknown, shortCircuitA: x.bank.shortCircuitA }),
      figures: { shortCircuitA: x.bank.shortCircuitA },
      asks: 'caps on its posts',
      about: 'bank/postsCovered',
      open: unknown,
      remedies: [
        {
          label: 'Boots on every post and stud',
          effect: 'two in the kit for each pack',
          edits: [set('bank/postsCovered', 'yes')]
        }
      ]
    }
  ];
});
