import { say } from '../words/say.ts';
import type { PartOf } from '../../catalogue/part.ts';
import { rule, branchPlace } from '../rule.ts';
import { weakPart } from '../weak-part.ts';

/** Contacts that only press: sockets of the car kind, by what they lose. @source electrical reference 3: 20 to 100 mohm */
const SPRING_MILLIOHM = 20;
const isSpring = (part: PartOf<'panel'> | undefined): boolean =>
  part?.role === 'outlet' && part.converterRatedW === null && (part.contactMilliOhm ?? 0) >= SPRING_MILLIOHM;

/** The spring contact of an accessory socket overheats from about 8 A. */
export const socketOvercurrent = rule('socket-overcurrent', 'safe', 'wiring', (x) =>
  x.wiring.circuits
    .filter((c) => isSpring(c.portPart) && c.loadA > 8)
    .map((c) => ({
      at: branchPlace(c),
      cause: weakPart(c.portTag),
      severity: c.loadA > 10 ? ('stop' as const) : ('caution' as const),
      say: say('socket-overcurrent', 'told', { portTag: c.portTag, loadA: c.loadA }),
      figures: { loadA: c.loadA, limitA: 8 }
    }))
);
