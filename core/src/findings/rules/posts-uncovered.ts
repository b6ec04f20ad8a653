import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** Bare posts and studs wait for a spanner. */
export const postsUncovered = rule('posts-uncovered', 'safe', 'battery', (x) => {
  if (!x.bank || x.box.bank.postsCovered === 'yes') return [];
  const unknown = x.box.bank.postsCovered === 'unknown';
  return [
    {
      at: BATTERY_PLACE,
      severity: unknown ? 'note' : 'caution',
      short: unknown ? 'Are the posts covered?' : 'Bare battery posts',
      title: unknown ? 'Whether the battery’s posts are covered is not said' : 'The battery’s posts are bare',
      why: `A spanner across ${unknown ? 'bare ones' : 'them'} passes up to ${x.bank.shortCircuitA.toFixed(0)} A, with no fuse before it. Caps or boots on every post and stud.`,
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
