import { set } from '../box/edit.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Box, Port } from '../box/schema.ts';
import { faceSizeMm } from '../case/faces.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import { freeSpot } from './panel.ts';
import { GROUND_CLEAR_MM, pitchMm } from './spacing.ts';

type Panel = PartOf<'panel'>;
export type ArrangedPort = { portId: string; face: Face; xMm: number; yMm: number; why: string; placed: boolean };
export type Arranged = { edits: Edit[]; ports: ArrangedPort[] };

type Group = 'outlets' | 'controls' | 'inlets' | 'cables' | 'vents';
const GROUP: Record<Panel['role'], Group> = {
  outlet: 'outlets',
  switch: 'controls',
  meter: 'controls',
  lamp: 'controls',
  inlet: 'inlets',
  gland: 'cables',
  blank: 'cables',
  vent: 'vents'
};
/** Faces by preference, and why. @source mechanical reference 5, facing */
const PLAN: Record<Group, { faces: Face[]; row: number; why: string }> = {
  outlets: { faces: ['front', 'right', 'left'], row: 0, why: 'plugs in one row, under the lid, away from the hinge' },
  controls: { faces: ['front', 'right', 'left'], row: 1, why: 'over the plugs, where the eye and the thumb go' },
  inlets: {
    faces: ['right', 'left', 'front'],
    row: 0.6,
    why: 'apart from the outlets, so that the charger is not plugged in there by mistake'
  },
  cables: { faces: ['left', 'right', 'back'], row: 0, why: 'low on a side, the lead drops in a loop and drips off' },
  vents: { faces: ['left', 'right', 'back', 'front'], row: 1, why: 'high on a sheltered face' }
};
const ORDER: readonly Group[] = ['outlets', 'controls', 'inlets', 'cables', 'vents'];

/**
 * Places for all ports of a box: by groups in rows, at the pitch that flanges, nuts, webs and plugs ask for, clear of what
 * stands behind and of no-drill zones, with the reason for each. Ports that find no legal place stay where they are.
 */
export function arrangePorts(box: Box, fit: CaseFit): Arranged {
  const c = fit.part;
  const known = box.ports.filter((p) => panelPartOf(box, p));
  let work: Box = { ...box, ports: box.ports.filter((p) => !known.includes(p)) };
  const out: ArrangedPort[] = [];
  const edits: Edit[] = [];
  for (const group of ORDER) {
    const mine = known.filter((p) => GROUP[panelPartOf(box, p)!.role] === group);
    const targets = rowTargets(box, c, mine, PLAN[group]);
    for (const port of mine) {
      const found = place(work, fit, box, port, PLAN[group], targets[port.id]!);
      const at = found ?? { face: port.face, xMm: port.xMm, yMm: port.yMm };
      const why = !found
        ? 'no legal place left on any face that suits it: it stays where it was'
        : found.face === PLAN[group].faces[0]
          ? PLAN[group].why
          : `${PLAN[group].why}; no room left on the ${PLAN[group].faces[0]}`;
      out.push({ portId: port.id, ...at, why, placed: found !== undefined });
      work = { ...work, ports: [...work.ports, { ...port, ...at }] };
      for (const key of ['face', 'xMm', 'yMm'] as const)
        if (port[key] !== at[key]) edits.push(set(`ports/${port.id}/${key}`, at[key]));
    }
  }
  return { edits, ports: out };
}

/** Evenly spaced wishes along the first face of a group. */
function rowTargets(
  box: Box,
  c: PartOf<'case'>,
  ports: readonly Port[],
  plan: (typeof PLAN)[Group]
): Record<string, { xMm: number; yMm: number }> {
  const face = faceSizeMm(c, plan.faces[0]!);
  const parts = ports.map((p) => panelPartOf(box, p)!);
  const steps = parts.slice(1).map((part, i) => pitchMm(parts[i]!, part, c.material, c.wallMm).pitch);
  const whole = steps.reduce((s, v) => s + v, 0);
  const tallest = Math.max(0, ...parts.map((p) => p.flangeHeightMm));
  const low = GROUND_CLEAR_MM + tallest / 2 - c.wallMm + 2;
  const high = Math.max(low, face.heightMm - c.gasketBandMm - tallest / 2 - 8);
  let x = Math.max(0, (face.widthMm - whole) / 2);
  return Object.fromEntries(
    ports.map((p, i) => {
      const at = { xMm: Math.round(x), yMm: Math.round(low + (high - low) * plan.row) };
      x += steps[i] ?? 0;
      return [p.id, at];
    })
  );
}

function place(
  work: Box,
  fit: CaseFit,
  box: Box,
  port: Port,
  plan: (typeof PLAN)[Group],
  wanted: { xMm: number; yMm: number }
): { face: Face; xMm: number; yMm: number } | undefined {
  const part = panelPartOf(box, port)!;
  if (part.hole.shape === 'none') return { face: port.face, xMm: port.xMm, yMm: port.yMm };
  for (const face of plan.faces) {
    if (face === fit.part.hinge && part.plugWidthMm > 0) continue;
    const spot = freeSpot(work, fit, part, { ...port, face }, face === plan.faces[0] ? wanted : undefined);
    if (spot) return { face, ...spot };
  }
  return undefined;
}

/** The box with its ports arranged, for a look before it is taken. */
export const withArranged = (box: Box, arranged: Arranged): Box => applyEdits(box, arranged.edits);
