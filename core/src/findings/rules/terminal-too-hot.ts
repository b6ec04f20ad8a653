import { AUTO } from '../../box/attr.ts';
import { circuitPlace, rule, set } from '../rule.ts';

/** Plastic switches and sockets soften at their tabs. @source electrical reference 12: 75 °C by default */
const TERMINAL_C = 75;

/** The wire itself bears the heat, the terminal at its end does not. */
export const terminalTooHot = rule('terminal-too-hot', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) =>
    c.conductorC === undefined || c.conductorC <= TERMINAL_C
      ? []
      : [
          {
            at: circuitPlace(c.circuit.id, c.tag),
            severity: 'caution' as const,
            short: `${c.tag} tabs reach ${c.conductorC.toFixed(0)} °C`,
            title: `The tabs of ${c.portTag} get ${c.conductorC.toFixed(0)} °C warm`,
            why: `${c.carriesA.toFixed(1)} A warm its wire to that; plastic terminals soften above ${TERMINAL_C} °C, whatever the insulation bears.`,
            figures: { conductorC: c.conductorC, limitC: TERMINAL_C },
            remedies:
              c.wireOrigin === 'set'
                ? [
                    {
                      label: 'Let Haversack choose the wire',
                      effect: 'cooler at its ends',
                      edits: [set(`circuits/${c.circuit.id}/wire`, AUTO)]
                    }
                  ]
                : []
          }
        ]
  )
);
