import { valueOf } from '../box/lookup.ts';
import type { Feed } from '../box/schema.ts';
import { WORST_INSULATION_C, type Laid } from './sizing.ts';
import type { WiringPlan } from './types.ts';

/** How one stretch lies: its own insulation and bundle where they are said, else those of the box; unknown is the worst. */
export function ownLaid(
  laid: Laid,
  own: Pick<Feed, 'insulationC' | 'bundledCount'>,
  bundled: { usual: number; unknown: number }
): Laid {
  // bare wire bears no more than the worst
  const insulationC = valueOf<number>(own.insulationC, laid.insulationC) ?? WORST_INSULATION_C;
  const bundledCount = Math.max(1, valueOf(own.bundledCount, bundled.usual) ?? bundled.unknown);
  return insulationC === laid.insulationC && bundledCount === laid.bundledCount
    ? laid
    : { ...laid, insulationC, bundledCount };
}

/** How the wire of each circuit or feed lies; what is no branch of its own lies as the main wire does. */
export function laidLookup(wiring: Pick<WiringPlan, 'main' | 'circuits' | 'feeds'>): (branchId: string | null) => Laid {
  const own = new Map([...wiring.circuits, ...wiring.feeds].map((c) => [c.circuit.id, c.laid]));
  return (id) => (id === null ? undefined : own.get(id)) ?? wiring.main.laid;
}
