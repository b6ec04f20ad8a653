import { say } from '../words/say.ts';
import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Airline limits for lithium packs. @source ICAO/IATA rules as remembered */
export const airTransport = rule('air-transport', 'carry', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLithium || x.bank.packWh <= 100) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      say: say('air-transport', 'told', { packWh: x.bank.packWh }),
      figures: { packWh: x.bank.packWh, freeWh: 100, approvalWh: 160 }
    }
  ];
});
