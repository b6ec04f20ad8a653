import { applyEdits } from '../box/edits.ts';
import type { Box } from '../box/schema.ts';
import { changed } from './changed.ts';
import { matterOf } from './matter.ts';
import { OUT_OF_SCOPE } from './out-of-scope.ts';
import { rootCause } from './roots.ts';
import type { Finding } from './rule.ts';

/** A cause, and the same box without it. */
export type LeftOut = { cause: string; rest: Box };

/**
 * Findings whose first remedy takes the cause itself away: a panel without a controller, a charger of another voltage or
 * at a port that only gives.
 */
const BY_ITS_REMEDY = ['solar-direct', 'charge-voltage', 'no-charge-way'];

/** Each cause that stands and can be left out, with what the box would be then. */
export function leftOut(box: Box, told: readonly Finding[]): LeftOut[] {
  const field = box.devices.filter((d) => d.use === 'field');
  const refused = field.length < box.devices.length ? [{ cause: OUT_OF_SCOPE, rest: { ...box, devices: field } }] : [];
  const others = BY_ITS_REMEDY.flatMap((id): LeftOut[] => {
    const roots = told.filter((f) => f.id === id && f.severity === 'stop' && f.acceptedBecause === null);
    // several of one kind, such as two chargers, are one cause: all of them are left out
    const edits = roots.flatMap((f) => f.remedies[0]!.edits);
    return roots.length > 0 ? [{ cause: rootCause(id)!, rest: applyEdits(box, edits) }] : [];
  });
  return [...refused, ...others];
}

/**
 * What only one thing brings about hangs below it. Found out by leaving it out: what is then no longer said comes from it.
 * Nothing is dropped, and its severity stays.
 * @param without findings of the same box without that thing
 */
export function under(found: readonly Finding[], without: readonly Finding[], cause: string): Finding[] {
  const still = new Set(without.map(matterOf));
  // an open question stays one of its own
  return found.map((f) => (still.has(matterOf(f)) || f.open ? f : changed(f, { cause })));
}
