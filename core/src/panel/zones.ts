import { FACES, type Face } from '../catalogue/faces.ts';
import type { PartOf, Zone } from '../catalogue/part.ts';
import { faceSizeMm } from '../case/faces.ts';

type Case = PartOf<'case'>;

/** How far each kind of zone reaches beyond what is there, mm. @source mechanical reference 1.2 (rules of thumb) */
const GROWS_MM: Record<Zone['kind'], number> = {
  latch: 5,
  hinge: 5,
  gasket: 10,
  rib: 2,
  boss: 0,
  standoff: 0,
  handle: 0,
  curve: 0,
  foot: 0
};

/** Words for what stands in a zone. */
export const ZONE_WORDS: Record<Zone['kind'], string> = {
  gasket: 'rim and gasket',
  latch: 'latch',
  hinge: 'hinge',
  rib: 'rib',
  boss: 'lid-screw boss',
  handle: 'handle',
  standoff: 'standoff',
  curve: 'rounded corner',
  foot: 'foot'
};

/** A zone with the margin of its kind, cut off at the face's edges. The gasket's margin is in its measured band. */
export function grownZone(c: Case, z: Zone): Zone {
  const by = z.kind === 'gasket' ? 0 : GROWS_MM[z.kind];
  const { widthMm, heightMm } = faceSizeMm(c, z.face);
  const x = Math.max(0, z.xMm - by);
  const y = Math.max(0, z.yMm - by);
  return {
    ...z,
    xMm: x,
    yMm: y,
    widthMm: Math.max(1, Math.min(widthMm, z.xMm + z.widthMm + by) - x),
    heightMm: Math.max(1, Math.min(heightMm, z.yMm + z.heightMm + by) - y)
  };
}

/** Where nothing may be drilled on each face: what stands there with its margin, and the rounded corners. @source mechanical reference 1.2 */
export function noDrillZones(c: Case): Zone[] {
  const r = c.cornerRadiusMm;
  const corners =
    r < 1
      ? []
      : FACES.filter((f) => f !== 'lid' && f !== 'floor').flatMap((face): Zone[] => {
          const { widthMm, heightMm } = faceSizeMm(c, face);
          const strip = { face, kind: 'curve', yMm: 0, widthMm: r, heightMm } as const;
          return [
            { ...strip, xMm: 0 },
            { ...strip, xMm: widthMm - r }
          ];
        });
  return [...c.zones.map((z) => grownZone(c, z)), ...corners];
}

/** Zones of faces that this case lays over each other's edge, for one face. */
export const zonesOn = (zones: readonly Zone[], face: Face): Zone[] => zones.filter((z) => z.face === face);
