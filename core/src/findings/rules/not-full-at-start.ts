import { say } from '../words/say.ts';
import { BATTERY_PLACE, rule, set } from '../rule.ts';

const FULL = 0.95;

/** The plan begins with a battery that is not full. */
export const notFullAtStart = rule('not-full-at-start', 'lasts', 'battery', (x) => {
  if (!x.bank || x.bank.startFraction >= FULL) return [];
  const percent = Math.round(x.bank.startFraction * 100);
  const edits = [
    set('bank/startFraction', 1),
    set(
      'bank/packs',
      x.box.bank.packs.map((p) => ({ ...p, startFraction: 1 }))
    )
  ];
  return [
    {
      at: BATTERY_PLACE,
      severity: 'note',
      say: say('not-full-at-start', 'told', {
        startPercent: percent,
        availableAh: x.bank.availableAh,
        startFraction: x.bank.startFraction
      }),
      figures: { startFraction: x.bank.startFraction },
      remedies: [{ label: 'Charge it full before leaving', effect: 'all of it can be used', edits }]
    }
  ];
});
