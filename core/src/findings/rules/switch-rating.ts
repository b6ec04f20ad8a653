import { say } from '../words/say.ts';
import { ownSwitch } from '../master-switch.ts';
import { NONE, setTo } from '../../box/attr.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import {
  branches,
  branchPath,
  branchPlace,
  type Draft,
  type Facts,
  MAIN_PLACE,
  portPlace,
  type Remedy,
  rule,
  set
} from '../rule.ts';

/** Small switches break their amps up to this voltage. @source usual ratings of small switches and relays: 28 to 30 V DC */
const CONTACTS_BREAK_V = 30;

/** A switch breaks less direct current than everything behind it can draw, motors count double; or it is made for fewer volts. */
export const switchRating = rule('switch-rating', 'safe', 'wiring', (x) => [
  ...overAmps(x),
  ...branches(x).flatMap((c) => overVolts(x, c))
]);

/** Behind a converter that steps up the arc between the contacts may not go out. */
function overVolts(x: Facts, c: CircuitPlan): Draft[] {
  const { rail } = c;
  if (!rail || rail.outV <= CONTACTS_BREAK_V) return [];
  return c.switches.map((s) => ({
    at: branchPlace(c),
    also: `volts-${s.tag}`,
    severity: 'caution' as const,
    say: say('switch-rating', 'overVolts', { tag: s.tag, outV: rail.outV, contactsBreakV: CONTACTS_BREAK_V }),
    figures: { outV: rail.outV, mostV: CONTACTS_BREAK_V },
    remedies: aheadOfConverter(x, c, rail.feedId, s.portId)
  }));
}

/** The switch in the converter's own feed, where that has none. */
function aheadOfConverter({ box }: Facts, c: CircuitPlan, feedId: string, portId: string): Remedy[] {
  const feed = box.feeds.find((f) => f.id === feedId);
  if (c.feed || !feed || feed.switches.is === 'set') return [];
  return [
    {
      label: `The switch ahead of ${feed.name || 'the converter'}`,
      effect: 'switches all that hangs there',
      edits: [set(`${branchPath(c)}/switchPortId`, NONE), set(`feeds/${feedId}/switches`, setTo([portId]))]
    }
  ];
}

const overAmps = (x: Facts): Draft[] =>
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
    return [
      {
        at: user
          ? branchPlace(user)
          : h.part?.ref.kind === 'port' && !master
            ? portPlace(h.part.ref.id, h.id)
            : MAIN_PLACE,
        ...(users.length > 1 || (user && user.switches.length > 1) ? { also: h.id } : {}),
        severity: stop ? ('stop' as const) : ('caution' as const),
        say: say('switch-rating', 'overAmps', {
          master,
          id: h.id,
          bearsA: h.bearsA,
          currentA: amps,
          usersPorts: users.map((c) => c.feeds),
          stop
        }),
        figures: { loadA: amps, limitA },
        remedies: () => {
          const ref = h.part?.ref;
          const portId = ref?.kind === 'port' ? ref.id : undefined;
          const leastA = Math.max(hasMotor ? 2 * amps : amps, h.guard?.ratingA ?? 0);
          return portId === undefined ? [] : ownSwitch(x, portId, leastA);
        }
      }
    ];
  });
