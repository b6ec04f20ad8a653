import { circuitPlace, rule } from '../rule.ts';

/** The spring contact of an accessory socket overheats from about 8 A. */
export const socketOvercurrent = rule('socket-overcurrent', 'safe', 'wiring', (x) =>
  x.wiring.circuits
    .filter((c) => c.portPart?.id === 'socket-12v-capped' && c.loadA > 8)
    .map((c) => ({
      at: circuitPlace(c.circuit.id, c.tag),
      severity: c.loadA > 10 ? ('stop' as const) : ('caution' as const),
      short: `${c.portTag} socket carries ${c.loadA.toFixed(1)} A`,
      title: `A 12 V socket is no place for ${c.loadA.toFixed(1)} A`,
      why: 'Its spring contact drops and heats; bolt or a genderless connector carries that.',
      figures: { loadA: c.loadA, limitA: 8 }
    }))
);
