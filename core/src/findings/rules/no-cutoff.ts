import { BATTERY_PLACE, rule } from '../rule.ts';

/** Nothing ends the discharge of a battery without protection. */
export const noCutoff = rule('no-cutoff', 'lasts', 'battery', (x) => {
  if (!x.bank || x.bank.part.hasProtection !== false) return [];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      short: 'Nothing stops a deep discharge',
      title: 'Nothing stops a deep discharge',
      why: 'This battery has no electronics that switch it off. Watch the voltmeter and pack up at the kept-back line, or fit a low-voltage disconnect.',
      figures: { capacityAh: x.bank.ratedAh }
    }
  ];
});
