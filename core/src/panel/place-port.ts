import { add, set } from '../box/edit.ts';
import { METRIC } from '../quantity/said.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { removeCircuit } from '../box/remove-circuit.ts';
import type { Box } from '../box/schema.ts';
import { freeId } from '../box/lookup.ts';
import { wallMmOf } from '../case/faces.ts';
import { caseFit, type CaseFit } from '../case/fit.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import { addPort, newCircuit, portUse, wantsCircuit, type NewPort } from './add-port.ts';
import { freeSpot, panelPlan, type PanelPlan } from './panel.ts';
import { plugClashes } from './plug-room.ts';

type Panel = PartOf<'panel'>;

/** Faces in the order they are thought of; the hinge side and the lid last. */
export const PLACE_FACES: readonly Face[] = ['front', 'right', 'left', 'back', 'lid'];

/** Everything that meets something on a panel, each by a name of its own. */
function clashNames(box: Box, panel: PanelPlan, fit: CaseFit): Set<string> {
  return new Set([
    ...panel.clashes.map((c) => `${c.kind} ${c.aId} ${c.bId}`),
    ...panel.zoneClashes.map((z) => `zone ${z.portId}`),
    ...panel.swingClashes.map((s) => `swing ${s.portId}`),
    ...panel.ports.filter((p) => p.clearMm < 0).map((p) => `deep ${p.port.id}`),
    ...plugClashes(box, panel, fit.part, METRIC).map((p) => `plug ${p.portId}`)
  ]);
}

/** Whether a change to the panel makes anything meet that did not meet before, on the faces or inside. */
export function collides(box: Box, fit: CaseFit, edits: readonly Edit[]): boolean {
  const after = applyEdits(box, edits);
  const next = caseFit(after);
  const [was, now] = [panelPlan(box, fit), panelPlan(after, next)];
  if (!next || !was || !now) return false;
  if (fit.state === 'fits' && next.state !== 'fits') return true;
  const before = clashNames(box, was, fit);
  return [...clashNames(after, now, next)].some((name) => !before.has(name));
}

export type PlacedPort = NewPort & { face: Face };

/**
 * A new port on the first of some faces where it meets nothing; undefined when there is none.
 * @param options `holds`: only on a wall of the thickness it is made for, as a remedy has to; a person may put it anywhere
 */
export function placePort(
  box: Box,
  fit: CaseFit,
  part: Panel,
  faces: readonly Face[] = PLACE_FACES,
  { holds = false, ...options }: { name?: string; holds?: boolean } = {}
): PlacedPort | undefined {
  for (const face of faces) {
    const wallMm = wallMmOf(fit.part, face);
    if (holds && (wallMm < part.panelMinMm || wallMm > part.panelMaxMm)) continue;
    const added = addPort(box, fit, part, face, options);
    if (!added.crowded && !collides(box, fit, added.edits)) return { ...added, face };
  }
  return undefined;
}

/**
 * Another part in a port's place, with the circuit that part wants. It stays where it is when it meets nothing there, else
 * it goes to the nearest free place of its face.
 * @returns undefined when its face has no place for it
 */
export function swapPart(
  box: Box,
  fit: CaseFit,
  portId: string,
  part: Panel
): { edits: Edit[]; moved: boolean } | undefined {
  const port = box.ports.find((p) => p.id === portId);
  if (!port) return undefined;
  const swap = swapEdits(box, portId, part);
  if (!collides(box, fit, swap)) return { edits: swap, moved: false };
  const spot = freeSpot(box, fit, part, port, port);
  if (!spot) return undefined;
  const edits: Edit[] = [...swap, set(`ports/${portId}/xMm`, spot.xMm), set(`ports/${portId}/yMm`, spot.yMm)];
  return collides(box, fit, edits) ? undefined : { edits, moved: true };
}

/** Another part in a port's place with the circuit it wants, whatever it meets there. */
export function swapEdits(box: Box, portId: string, part: Panel): Edit[] {
  const port = box.ports.find((p) => p.id === portId);
  if (!port) return [];
  const own = box.circuits.filter((c) => c.portId === portId);
  const circuits: Edit[] =
    wantsCircuit(part) && own.length === 0
      ? [add('circuits', newCircuit(freeId('c', box.circuits), port.name, portId, part))]
      : wantsCircuit(part)
        ? own.map((c): Edit => set(`circuits/${c.id}/purpose`, part.role === 'inlet' ? 'charge' : 'load'))
        : own.flatMap((c) => removeCircuit(box, c.id));
  return [
    set(`parts/${part.id}`, part),
    set(`ports/${portId}/partId`, part.id),
    set(`ports/${portId}/inUse`, part.seal[port.inUse] ? port.inUse : portUse(part)),
    // what was measured were the contacts of the other part
    ...(port.contactMilliOhm === null ? [] : [set(`ports/${portId}/contactMilliOhm`, null)]),
    ...circuits
  ];
}
