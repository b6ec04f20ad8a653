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
      short: `${c.portTag} socket carries ${c.loadA.toFixed(1)} A`,
      title: `A 12 V socket is no place for ${c.loadA.toFixed(1)} A`,
      why: 'Its spring contact drops and heats; bolt or a genderless connector carries that.',
      figures: { loadA: c.loadA, limitA: 8 }
    }))
);
