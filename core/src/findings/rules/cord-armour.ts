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
            short: `${d.name}: armour conducts`,
            title:
              d.lead.armoured === 'unknown'
                ? `Whether the cord of ${d.name} has a metal braid is unknown`
                : `The armour of ${d.name}’s cord is a conductor`,
            why: 'A braid or metal hose carries a short from a pinched core, from a stud or from the case to whatever it touches outside. End it in the gland, sleeve its cut end, and join it to − at one end only, or to nothing at all.',
            figures: {},
            open: d.lead.armoured === 'unknown',
            asks: 'metal braid'
          }
        ]
  )
);
