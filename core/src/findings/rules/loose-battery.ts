import { say } from '../words/say.ts';
import { setTo } from '../../box/attr.ts';
import { HOOK_MOST_KG } from '../../case/hold.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

/** A battery that nothing holds. Automatic takes a strap into the kit. */
export const looseBattery = rule('loose-battery', 'fits', 'case', (x) => {
  const hold = x.box.bank.holdDown;
  // each pack hangs on its own strip
  const massKg = (x.bank?.massKg ?? 0) / Math.max(1, x.bank?.count ?? 1);
  if (
    !x.bank ||
    hold.is === 'auto' ||
    (hold.is === 'set' && !(hold.value === 'hook-and-loop' && massKg > HOOK_MOST_KG))
  )
    return [];
  const unknown = hold.is === 'unknown';
  return [
    {
      at: BATTERY_PLACE,
      severity: unknown ? 'caution' : 'stop',
      say: say('loose-battery', 'told', { unknown, massKg }),
      figures: { massKg },
      asks: 'how it is held',
      about: 'bank/holdDown',
      open: unknown,
      remedies: [
        {
          label: 'Strap over the top',
          effect: 'two anchors, one strap in the kit',
          edits: [set('bank/holdDown', setTo('strap'))]
        }
      ]
    }
  ];
});
