import { BATTERY_PLACE, rule, set, type Draft } from '../rule.ts';

/** A changeover with one battery, or one that can join a full to an empty pack. */
export const changeoverUnsound = rule('changeover-unsound', 'safe', 'battery', (x) => {
  const { bank } = x.box;
  if (bank.arrangement !== 'changeover' || !x.bank) return [];
  const out: Draft[] = [];
  if (bank.count < 2)
    out.push({
      at: BATTERY_PLACE,
      also: 'one',
      severity: 'note',
      short: 'A changeover for one battery',
      title: 'A changeover, but only one battery',
      why: 'It switches nothing over. Add the second battery, or let it stand alone.',
      figures: { count: bank.count },
      remedies: [{ label: 'Two batteries', effect: 'one works, one waits', edits: [set('bank/count', 2)] }]
    });
  if (bank.changeoverJoins && bank.count > 1)
    out.push({
      at: BATTERY_PLACE,
      also: 'joins',
      severity: 'caution',
      short: 'The changeover can join packs',
      title: 'In one position the changeover joins both packs',
      why: `A full and an empty pack joined pass tens of amps at once, more than a pack may be charged with. A changeover of the kind 1, off, 2 cannot do that.`,
      figures: { count: bank.count },
      remedies: [
        {
          label: 'A changeover without a joining position',
          effect: '1, off, 2',
          edits: [set('bank/changeoverJoins', false)]
        }
      ]
    });
  return out;
});
