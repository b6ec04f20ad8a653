import { set } from '../box/edit.ts';
import { setTo } from '../box/attr.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { wireSizeText, type WireSize } from '../quantity/wire-size.ts';
import { areaMm2, knownSize } from './conductor.ts';
import type { Sources } from './draft.ts';
import { fuseOf } from './main-path.ts';
import { pickSizes } from './sizing.ts';
import type { CircuitPlan } from './types.ts';
import { wiringPlan } from './wiring.ts';
import { countsA, LOAD_SHARE } from './fuse.ts';

export type Change = { label: string; effect: string; edits: Edit[] };

/** A short must drive this many times the fuse to open it quickly. @source electrical reference 5 */
const FAST = 3.5;

/** What does not hold at a circuit: too large a fuse, too small a one, too much drop, too weak a short. Empty when it holds. */
export function troubles(c: CircuitPlan): string[] {
  const out: string[] = [];
  const guardA = c.opensFirst?.ratingA;
  if (c.guard === undefined) out.push('no fuse');
  if (guardA !== undefined && c.ampacityA !== undefined && guardA > c.ampacityA + 1e-9)
    out.push('the fuse lets the wire burn');
  if (guardA !== undefined && c.weakest && guardA > c.weakest.ratingA + 1e-9)
    out.push(`the fuse lets ${c.weakest.name} burn`);
  if (c.fuseA !== undefined && countsA(c) > LOAD_SHARE * c.fuseA + 1e-9) out.push('the fuse is too small for its load');
  if (c.ampacityA !== undefined && c.carriesA > c.ampacityA + 1e-9) out.push('the load overheats the wire');
  if (c.dropFraction > c.dropLimitFraction + 1e-9) out.push('too much voltage is lost');
  if (guardA !== undefined && c.weakFaultA > 0 && c.weakFaultA < FAST * guardA)
    out.push('a weak short opens the fuse late');
  return out;
}

/**
 * The least that has to change so that a circuit holds: another fuse, else the next thicker wire, else both, else a second
 * wire beside. Each is tried on the box itself. Undefined when it holds already or none of them helps.
 */
export function smallestChange(sources: Sources, circuitId: string): Change | undefined {
  const { box, catalogue } = sources;
  const planned = wiringPlan(sources).circuits.find((c) => c.circuit.id === circuitId);
  if (!planned || troubles(planned).length === 0) return undefined;
  const path = `circuits/${circuitId}` as const;
  const ratings = [...(fuseOf(box, catalogue, planned.fuseFamily)?.ratingsA ?? [])].sort(
    (a, b) => Math.abs(a - (planned.fuseA ?? 0)) - Math.abs(b - (planned.fuseA ?? 0))
  );
  const now = planned.wire && knownSize(planned.wire) ? areaMm2(planned.wire) : 0;
  const sizes = thicker(box, now);
  const fuse = (a: number): Edit => set(`${path}/fuse`, setTo(a));
  const wire = (w: WireSize): Edit => set(`${path}/wire`, setTo(w));
  const holds = (edits: Edit[]): CircuitPlan | undefined => {
    const after = wiringPlan({ ...sources, box: applyEdits(box, edits) });
    const c = after.circuits.find((k) => k.circuit.id === circuitId);
    return c && troubles(c).length === 0 ? c : undefined;
  };
  const effect = (c: CircuitPlan): string => `${c.carriesA.toFixed(2)} A, ${(c.dropFraction * 100).toFixed(1)} % lost`;
  const near = ratings.filter((r) => r !== planned.fuseA && r >= countsA(planned) / LOAD_SHARE - 1e-9).slice(0, 5);
  for (const a of near) {
    const c = holds([fuse(a)]);
    if (c) return { label: `Fit a ${a} A fuse`, effect: effect(c), edits: [fuse(a)] };
  }
  for (const w of sizes) {
    const c = holds([wire(w)]);
    if (c)
      return {
        label: `${wireSizeText(w)} instead of ${planned.wire ? wireSizeText(planned.wire) : 'the unknown wire'}`,
        effect: effect(c),
        edits: [wire(w)]
      };
  }
  for (const w of sizes.slice(0, 5))
    for (const a of near) {
      const c = holds([wire(w), fuse(a)]);
      if (c) return { label: `${wireSizeText(w)} and a ${a} A fuse`, effect: effect(c), edits: [wire(w), fuse(a)] };
    }
  const twin: Edit = set(`${path}/wireCount`, planned.circuit.wireCount + 1);
  const doubled = planned.circuit.wireCount < 4 ? holds([twin]) : undefined;
  return doubled && { label: 'A second wire beside each', effect: effect(doubled), edits: [twin] };
}

/** Sizes over the fitted one, thin to thick, wire that lies at home first. */
function thicker(box: Box, thanMm2: number): WireSize[] {
  const byArea = (a: WireSize, b: WireSize) => areaMm2(a) - areaMm2(b);
  const own = box.wiring.reels.filter((s) => knownSize(s) && areaMm2(s) > thanMm2).sort(byArea);
  return [...own, ...pickSizes(box.preferences.wireSystem).filter((s) => areaMm2(s) > thanMm2)].slice(0, 10);
}
