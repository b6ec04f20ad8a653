import { AUTO } from '../../box/attr.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** In a parallel bank one pack feeds the other's short. */
export const parallelFuse = rule('parallel-fuse', 'safe', 'battery', (x) => {
  const p = x.box.bank.packFuse;
  // in a row one pack does not feed the other
  if (!x.bank || x.bank.count < 2 || x.box.bank.arrangement === 'series' || p.is === 'set' || p.is === 'auto')
    return [];
  const unknown = p.is === 'unknown';
  return [
    {
      at: BATTERY_PLACE,
      severity: unknown ? 'caution' : 'stop',
      short: unknown ? 'Has each pack its fuse?' : 'Packs share without own fuses',
      title: unknown ? 'Whether each pack has a fuse is unknown' : 'Each pack of a parallel bank needs its own fuse',
      why: `One pack would feed a short in the other with up to ${(x.bank.shortCircuitA / x.bank.count).toFixed(0)} A.`,
      figures: { packShortA: x.bank.shortCircuitA / x.bank.count },
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
