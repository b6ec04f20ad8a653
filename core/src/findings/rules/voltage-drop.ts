import { AUTO } from '../../box/attr.ts';
import { circuitPlace, rule, set } from '../rule.ts';

/** Too much voltage is lost on the way: 3 % for electronics and radio, 10 % for the rest. */
export const voltageDrop = rule('voltage-drop', 'safe', 'wiring', (x) =>
  x.wiring.circuits.flatMap((c) => {
    if (c.dropFraction <= c.dropLimitFraction + 1e-9) return [];
    return [
      {
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'caution' as const,
        short: `${c.portTag} loses ${(c.dropFraction * 100).toFixed(1)} % on the way`,
        title: `${c.feeds} loses ${c.dropV.toFixed(2)} V on the way`,
        why: `${(c.dropFraction * 100).toFixed(1)} % of 12 V at ${c.lowLoadA.toFixed(1)} A; ${(c.dropLimitFraction * 100).toFixed(0)} % is allowed for ${c.dropLimitFraction < 0.05 ? 'electronics and radio' : 'lamps and heaters'}.`,
        figures: { dropV: c.dropV, dropFraction: c.dropFraction, limitFraction: c.dropLimitFraction },
        remedies:
          c.wireOrigin === 'set'
            ? [
                {
                  label: 'Let Haversack choose the wire',
                  effect: 'thick enough for the drop',
                  edits: [set(`circuits/${c.circuit.id}/wire`, AUTO)]
                }
              ]
            : []
      }
    ];
  })
);
