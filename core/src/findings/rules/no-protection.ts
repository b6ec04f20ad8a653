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
      short: unknown ? 'Has the pack protection?' : 'Lithium without protection',
      title: unknown
        ? 'Whether the pack has protection electronics is unknown'
        : 'A lithium pack without protection electronics',
      why: `${unknown ? 'Without them nothing' : 'Nothing'} stops it when a cell is overcharged, drained, shorted or charged in the frost: it can burn. Only a pack with its own electronics belongs in a box. Its label or data sheet says ‘BMS’, ‘PCM’ or ‘protected’.`,
      figures: { cellCount: CHEMISTRY[x.bank.chemistry].cellCount },
      asks: 'protection electronics',
      open: unknown
    }
  ];
});
