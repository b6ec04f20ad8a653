import { CHEMISTRY } from '../../battery/chemistry.ts';
import { BATTERY_PLACE, rule } from '../rule.ts';

/** Airline limits for lithium packs. @source ICAO/IATA rules as remembered */
export const airTransport = rule('air-transport', 'carry', 'battery', (x) => {
  if (!x.bank || !CHEMISTRY[x.bank.chemistry].isLithium || x.bank.packWh <= 100) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      short: `${x.bank.packWh.toFixed(0)} Wh: ${x.bank.packWh > 160 ? 'not by air' : 'ask the airline'}`,
      title: x.bank.packWh > 160 ? 'Not in passenger baggage' : 'Only with the airline’s approval',
      why: `The pack holds ${x.bank.packWh.toFixed(0)} Wh. Up to 100 Wh go in the cabin, up to 160 Wh with approval; airlines may be stricter.`,
      figures: { packWh: x.bank.packWh, freeWh: 100, approvalWh: 160 }
    }
  ];
});
