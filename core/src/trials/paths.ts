import type { Box } from '../box/schema.ts';
import type { WiringPlan } from '../wiring/types.ts';

export type PathRow = {
  id: string;
  /** Where the current may come from: battery post, charger. */
  source: string;
  charges: boolean;
  to: string;
  feeds: string;
  /** Protection in order from the source: 'F0 30 A', 'F3 5 A', or what is missing. */
  protection: string[];
  protectedBy: { tag: string; ratingA: number } | undefined;
  /** Unfused length from the source to its first fuse, mm; undefined when nothing protects it. */
  firstFuseMm: number | undefined;
  weakest: { name: string; ratingA: number } | undefined;
  loadA: number;
  unknown: string[];
  state: 'holds' | 'caution' | 'stop';
  say: string;
};

/** What all load circuits would draw together. */
export const sumOfBranchesA = (rows: readonly PathRow[]): number =>
  rows.reduce((s, r) => s + (r.charges ? 0 : r.loadA), 0);

/** Unfused wire from a battery post allowed: bare, and sheathed. @source electrical reference 4 (small craft practice as remembered) */
const BARE_MM = 180;
const SHEATHED_MM = 1000;

/**
 * Every positive path from a battery or charger to a plug: its protection in order, the weakest part behind the last fuse,
 * how far the first fuse is from the source, and what about it nobody knows.
 */
export function paths(box: Box, wiring: WiringPlan): PathRow[] {
  const { main } = wiring;
  const hasMain = main.holder !== undefined && main.fuseOrigin !== 'none';
  const mainText = hasMain ? `F0 ${main.fuseA === undefined ? 'unknown' : `${main.fuseA} A`}` : undefined;
  const mostMm = box.wiring.mainSheathed ? SHEATHED_MM : BARE_MM;
  return wiring.circuits.map((c): PathRow => {
    const charge = c.circuit.purpose === 'charge';
    const own =
      c.fuseOrigin === 'none' ? undefined : `${c.fuseTag} ${c.fuseA === undefined ? 'unknown' : `${c.fuseA} A`}`;
    const protection = [mainText ?? 'no main fuse', own ?? 'no branch fuse'];
    const ratings = [
      { name: 'its wire', ratingA: c.ampacityA },
      { name: c.weakest?.name ?? '', ratingA: c.weakest?.ratingA }
    ].filter((r): r is { name: string; ratingA: number } => r.ratingA !== undefined);
    const weakest = ratings.sort((a, b) => a.ratingA - b.ratingA)[0];
    const last =
      c.fuseOrigin !== 'none' && c.fuseA !== undefined
        ? { tag: c.fuseTag, ratingA: c.fuseA }
        : hasMain && main.fuseA !== undefined
          ? { tag: 'F0', ratingA: main.fuseA }
          : undefined;
    const firstFuseMm = hasMain ? main.fuseDistanceMm : undefined;
    const unknown = [
      main.fuseOrigin === 'unknown' ? 'main fuse' : '',
      main.wireOrigin === 'unknown' ? 'main wire' : '',
      c.fuseOrigin === 'unknown' ? 'branch fuse' : '',
      c.wireOrigin === 'unknown' ? 'wire' : '',
      c.lengthOrigin === 'unknown' ? 'length' : '',
      hasMain && main.fuseDistanceMm === undefined ? 'distance of the main fuse' : '',
      c.portPart && c.portPart.ratingA === null ? 'rating of the port' : '',
      c.switchPart && c.switchPart.ratingA === null ? 'rating of the switch' : ''
    ].filter(Boolean);
    const tooBig = last && weakest ? last.ratingA > weakest.ratingA + 1e-9 : false;
    const far = firstFuseMm !== undefined && firstFuseMm > mostMm;
    const stop = !hasMain || !last || tooBig;
    return {
      id: c.circuit.id,
      source: charge ? 'battery and charger' : 'battery',
      charges: charge,
      to: c.portTag,
      feeds: c.feeds,
      protection,
      protectedBy: last,
      firstFuseMm,
      weakest,
      loadA: c.loadA,
      unknown,
      state: stop ? 'stop' : far || unknown.length > 0 ? 'caution' : 'holds',
      say: !hasMain
        ? 'nothing protects it at the battery'
        : !last
          ? 'no fuse of known rating'
          : tooBig
            ? `${last.tag} ${last.ratingA} A lets ${weakest!.name} (${weakest!.ratingA.toFixed(1)} A) burn`
            : far
              ? `${Math.round(firstFuseMm)} mm unfused, ${mostMm} allowed`
              : unknown.length > 0
                ? `not known: ${unknown.join(', ')}`
                : `${last.tag} opens before ${weakest?.name ?? 'anything'} suffers`
    };
  });
}
