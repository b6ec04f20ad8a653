import { branches, MAIN_PLACE, portPlace, rule, branchPlace } from '../rule.ts';

/** A switch breaks less direct current than everything behind it can draw; motors count double. */
export const switchRating = rule('switch-rating', 'safe', 'wiring', (x) =>
  x.judge.all.flatMap((h) => {
    if (h.kind !== 'switch' || h.bearsA == null) return [];
    const users = branches(x).filter((c) => c.switches.some((s) => s.tag === h.id));
    const [user] = users;
    const hasMotor = users.some((c) => c.hasMotor);
    const amps = Math.max(h.steadyA, h.chargeA);
    const limitA = hasMotor ? h.bearsA / 2 : h.bearsA;
    if (amps <= limitA) return [];
    const stop = amps > h.bearsA;
    const master = h.part?.duty === 'master';
    const what = master ? 'The master switch' : h.id;
    return [
      {
        at: user
          ? branchPlace(user)
          : h.part?.ref.kind === 'port' && !master
            ? portPlace(h.part.ref.id, h.id)
            : MAIN_PLACE,
        ...(users.length > 1 || (user && user.switches.length > 1) ? { also: h.id } : {}),
        severity: stop ? ('stop' as const) : ('caution' as const),
        short: `${master ? 'Master' : h.id} ${h.bearsA} A switches ${amps.toFixed(1)} A`,
        title:
          user && !master ? `${h.id} is too small for ${users.map((c) => c.feeds).join(', ')}` : `${what} is too small`,
        why: stop
          ? `Everything behind it can draw ${amps.toFixed(1)} A together; it is rated ${h.bearsA} A. The arc of direct current welds its contacts.`
          : `A motor’s inrush wears contacts: half its ${h.bearsA} A is the limit.`,
        figures: { loadA: amps, limitA }
      }
    ];
  })
);
