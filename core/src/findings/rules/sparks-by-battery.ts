import { say } from '../words/say.ts';
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
      say: say('sparks-by-battery', 'told', { sparks, relayCount: relays, flooded }),
      figures: { contactCount: sparks.length + relays }
    }
  ];
});
