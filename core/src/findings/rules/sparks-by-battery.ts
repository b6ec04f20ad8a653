import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Contacts that spark in the space where a lead battery may gas. */
export const sparksByBattery = rule('sparks-by-battery', 'safe', 'wiring', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLead || x.box.bank.stands === 'outside') return [];
  const sparks = (x.panel?.ports ?? []).filter((p) => p.part.role === 'switch').map((p) => p.tag);
  const relays = x.box.relays.length;
  if (sparks.length + relays === 0) return [];
  const flooded = x.bank.chemistry === 'flooded';
  return [
    {
      at: BATTERY_PLACE,
      severity: flooded ? 'caution' : 'note',
      short: 'Contacts spark by the battery',
      title: 'Switches and relays spark in the same space as a lead battery',
      why: `${[...sparks, ...(relays ? [`${relays} relay${relays > 1 ? 's' : ''}`] : [])].join(', ')}. ${flooded ? 'It gases in use: put it in a compartment of its own, vented outside.' : 'Sealed ones gas only when overcharged: charge with the lid open and switch nothing meanwhile.'}`,
      figures: { contactCount: sparks.length + relays }
    }
  ];
});
