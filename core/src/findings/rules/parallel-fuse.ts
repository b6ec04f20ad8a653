import { say } from '../words/say.ts';
import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** In a parallel bank one pack feeds the other's short. */
export const parallelFuse = rule('parallel-fuse', 'safe', 'battery', (x) => {
  const p = x.box.bank.packFuse;
  // in a row one pack does not feed the other
  if (!x.bank || x.bank.count < 2 || x.box.bank.arrangement === 'series' || p.is === 'set' || p.is === 'auto')
    return [];
  const unknown = p.is === 'unknown';
  const { arrangement, changeoverJoins } = x.box.bank;
  const byTurns = arrangement === 'changeover';
  const packA = x.bank.shortCircuitA / x.bank.count;
  return [
    {
      at: BATTERY_PLACE,
      severity: unknown ? 'caution' : 'stop',
      say: say('parallel-fuse', 'told', { unknown, byTurns, changeoverJoins, packA }),
      figures: { packShortA: packA },
      asks: 'pack fuses',
      about: 'bank/packFuse',
      open: unknown,
      remedies: [
        {
          label: 'A fuse at each pack',
          effect: `${x.bank.count} fuses in the kit`,
          edits: [set('bank/packFuse', AUTO)]
        }
      ]
    }
  ];
});
