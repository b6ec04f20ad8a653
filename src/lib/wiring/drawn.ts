import type { Box } from '@haversack/core/box/schema';
import type { Plan } from '@haversack/core/evaluate';

/** Colours of the poles as the person's wire has them. */
export const leadColours = (doc: Box): { positive: string; negative: string } =>
  doc.preferences.colours === 'brown-blue'
    ? { positive: 'var(--brass7)', negative: 'var(--note)' }
    : { positive: 'var(--pos)', negative: 'var(--neg)' };

/** Parts of the circuit at which a stop stands that nobody accepted: their fuse is drawn as failing. */
export function failingParts(plan: Plan): ReadonlySet<string> {
  const out = new Set<string>();
  for (const f of plan.findings) {
    if (f.severity !== 'stop' || f.acceptedBecause !== null) continue;
    if (f.where.kind === 'main') out.add('F0');
    const c = plan.wiring.circuits.find((k) => k.circuit.id === f.where.id);
    if (f.where.kind === 'circuit' && c) out.add(c.fuseOrigin === 'none' ? c.portTag : c.fuseTag);
  }
  return out;
}
