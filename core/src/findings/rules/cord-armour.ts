import { say } from '../words/say.ts';
import { devicePlace, rule } from '../rule.ts';

/** The braid round a cord is a conductor that nobody counts. */
export const cordArmour = rule('cord-armour', 'safe', 'ports', (x) =>
  x.box.devices.flatMap((d) =>
    !d.lead || d.lead.armoured === 'no'
      ? []
      : [
          {
            at: devicePlace(d.id, d.name),
            severity: 'caution' as const,
            say: say('cord-armour', 'told', { name: d.name, armoured: d.lead.armoured }),
            figures: {},
            open: d.lead.armoured === 'unknown',
            asks: 'metal braid'
          }
        ]
  )
);
