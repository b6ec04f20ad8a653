import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** A lithium pack whose cells nothing watches. */
export const noProtection = rule('no-protection', 'safe', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLithium || x.bank.part.hasProtection === true) return [];
  const unknown = x.bank.part.hasProtection === null;
  return [
    {
      at: BATTERY_PLACE,
      severity: unknown ? 'caution' : 'stop',
      say: say('no-protection', 'told', { unknown }),
      figures: { cellCount: CHEMISTRY[x.bank.chemistry].cellCount },
      asks: 'protection electronics',
      open: unknown
    }
  ];
});
