import { say } from '../words/say.ts';
import { areaMm2, knownSize } from '../../wiring/conductor.ts';
import type { WireSize } from '../../quantity/wire-size.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { branches, branchPath, branchName, branchPlace, rule, set, type Draft } from '../rule.ts';
import { AUTO } from '../../box/attr.ts';

const LEAST = { system: 'awg', size: '18' } as const;

/** Thin power wire breaks when flexed, out as well as back. */
export const gaugeTooThin = rule('gauge-too-thin', 'safe', 'wiring', (x) =>
  branches(x).flatMap((c) => [
    ...(c.wireOrigin === 'set' && isThin(c.wire) ? [thin(c, 'wire', c.wire!)] : []),
    ...(c.circuit.returnWire.is === 'set' && isThin(c.circuit.returnWire.value)
      ? [thin(c, 'returnWire', c.circuit.returnWire.value)]
      : [])
  ])
);

const isThin = (w: WireSize | undefined): boolean =>
  w !== undefined && knownSize(w) && areaMm2(w) < areaMm2(LEAST) * 0.9;

function thin(c: CircuitPlan, field: 'wire' | 'returnWire', size: WireSize): Draft {
  const isReturn = field === 'returnWire';
  return {
    at: branchPlace(c),
    ...(isReturn ? { also: 'return' } : {}),
    severity: 'note',
    say: say('gauge-too-thin', 'told', { branch: branchName(c), isReturn, size }),
    figures: { areaMm2: areaMm2(size) },
    remedies: [
      {
        label: `Let Haversack choose the ${isReturn ? 'return' : 'wire'}`,
        effect: '18 AWG or thicker',
        edits: [set(`${branchPath(c)}/${field}`, AUTO)]
      }
    ]
  };
}
