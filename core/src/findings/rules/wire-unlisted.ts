import { AUTO } from '../../box/attr.ts';
import { knownSize } from '../../wiring/conductor.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { branches, branchPath, circuitPlace, rule, set } from '../rule.ts';

/** A size the tables do not hold cannot be judged. */
export const wireUnlisted = rule('wire-unlisted', 'safe', 'wiring', (x) =>
  branches(x)
    .filter((c) => c.wire && !knownSize(c.wire))
    .map((c) => ({
      at: circuitPlace(c.circuit.id, c.tag),
      severity: 'stop' as const,
      short: `${c.tag}: ${wireSizeText(c.wire!)} is unlisted`,
      title: `${c.tag}: no figures for ${wireSizeText(c.wire!)}`,
      why: 'The tables hold 22 to 1/0 AWG and 0.5 to 25 mm². Enter the nearest size below the real one.',
      figures: {},
      remedies: [
        {
          label: 'Let Haversack choose the wire',
          effect: 'a listed size',
          edits: [set(`${branchPath(c)}/wire`, AUTO)]
        }
      ]
    }))
);
