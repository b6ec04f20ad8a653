import { circuitPlace, rule } from '../rule.ts';

/** A plug that goes in both ways feeds electronics. */
export const reversePolarity = rule('reverse-polarity', 'safe', 'ports', (x) =>
  x.wiring.circuits
    .filter((c) => c.fussy && c.portPart?.keyed === false)
    .map((c) => ({
      at: circuitPlace(c.circuit.id, c.portTag),
      severity: 'caution' as const,
      short: `${c.portTag} can be plugged reversed`,
      title: `${c.portTag} can be plugged in reversed`,
      why: `${c.feeds} does not survive reversed polarity. Mark both halves, check with a meter, or take a keyed connector.`,
      figures: {}
    }))
);
