import { areaMm2, knownSize } from '../../wiring/conductor.ts';
import { wireSizeText } from '../../quantity/wire-size.ts';
import { branches, branchPath, circuitPlace, rule, set } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';

const LEAST = { system: 'awg', size: '18' } as const;

/** Thin power wire breaks when flexed. */
export const gaugeTooThin = rule('gauge-too-thin', 'safe', 'wiring', (x) =>
  branches(x)
    .filter((c) => c.wire && knownSize(c.wire) && areaMm2(c.wire) < areaMm2(LEAST) * 0.9 && c.wireOrigin === 'set')
    .map((c) => ({
      at: circuitPlace(c.circuit.id, c.tag),
      severity: 'note' as const,
      short: `${c.tag} ${wireSizeText(c.wire!)} breaks easily`,
      title: `${c.tag}: ${wireSizeText(c.wire!)} is thin for a power lead`,
      why: 'Under 18 AWG the strands break at the crimp when the lid opens and closes.',
      figures: { areaMm2: areaMm2(c.wire!) },
      remedies: [
        {
          label: 'Let Haversack choose the wire',
          effect: '18 AWG or thicker',
          edits: [set(`${branchPath(c)}/wire`, AUTO)]
        }
      ]
    }))
);
