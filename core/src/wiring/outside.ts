import { ofKind } from '../catalogue/of-kind.ts';
import type { Catalogue } from '../catalogue/part.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { areaMm2, knownSize } from './conductor.ts';

/** Outside over copper of thin stranded wire: the copper's own diameter with its voids, and two insulation walls, mm. @source rule of thumb */
const FILL = 1.3;
const INSULATION_MM = 0.8;

/** Outside diameter of a wire, mm: of the catalogue's reel of that size, else from its copper. */
export function outsideMm(catalogue: Catalogue, size: WireSize): number {
  const reel = ofKind(catalogue, 'wire').find((p) => p.system === size.system && p.size === size.size);
  if (reel) return reel.outsideMm;
  const area = knownSize(size) ? areaMm2(size) : 1;
  return Math.sqrt((4 * area * FILL) / Math.PI) + 2 * INSULATION_MM;
}
