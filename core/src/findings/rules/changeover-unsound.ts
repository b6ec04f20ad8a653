import { say } from '../words/say.ts';
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
      say: say('changeover-unsound', 'one', {}),
      figures: { count: bank.count },
      remedies: [{ label: 'Two batteries', effect: 'one works, one waits', edits: [set('bank/count', 2)] }]
    });
  if (bank.changeoverJoins && bank.count > 1)
    out.push({
      at: BATTERY_PLACE,
      also: 'joins',
      severity: 'caution',
      say: say('changeover-unsound', 'joins', {}),
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
