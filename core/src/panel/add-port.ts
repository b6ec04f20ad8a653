import { add, set } from '../box/edit.ts';
import type { Edit } from '../box/edits.ts';
import { freeId } from '../box/lookup.ts';
import { AUTO, NONE } from '../box/attr.ts';
import type { Box, Circuit, Port } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import { faceSizeMm } from '../case/faces.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import { freeSpot } from './panel.ts';

type Panel = PartOf<'panel'>;
export type NewPort = {
  portId: string;
  circuitId: string | undefined;
  edits: Edit[];
  xMm: number;
  yMm: number;
  crowded: boolean;
};

/** A circuit of its own for a port: charge inlets ahead of the master switch, everything else behind it. */
export const newCircuit = (id: string, name: string, portId: string, part: Panel): Circuit => {
  const charge = part.role === 'inlet';
  return {
    id,
    name,
    purpose: charge ? 'charge' : 'load',
    portId,
    from: AUTO,
    switchPortId: NONE,
    fuse: AUTO,
    wire: AUTO,
    wireCount: 1,
    lengthMm: AUTO,
    fuseFamily: AUTO,
    fuseFromStartMm: AUTO,
    fuseLead: AUTO,
    switchLead: AUTO,
    switchPlace: AUTO,
    returnWire: AUTO,
    insulationC: AUTO,
    bundledCount: AUTO,
    expectedA: AUTO,
    returnTo: 'bus'
  };
};

/** How a part stands during the outing unless somebody says otherwise. */
export const portUse = (part: Panel): Port['inUse'] =>
  part.role === 'outlet' && part.seal.mated !== null
    ? 'mated'
    : part.role === 'inlet'
      ? 'capped'
      : part.role === 'gland'
        ? 'mated'
        : 'open';

export const wantsCircuit = (part: Panel): boolean => ['outlet', 'inlet', 'meter', 'lamp'].includes(part.role);

/**
 * Puts a part on a face at the nearest legal place, copies it into the box and gives it its own circuit where it needs one.
 * When the face has no legal place left it goes to the face's middle and `crowded` says so.
 */
export function addPort(
  box: Box,
  fit: CaseFit,
  part: Panel,
  face: Face,
  options: { name?: string; wanted?: { xMm: number; yMm: number }; exact?: boolean } = {}
): NewPort {
  const spot = options.exact
    ? options.wanted
    : freeSpot(box, fit, part, { face, terminals: 'flag', spacerMm: 0 }, options.wanted);
  const size = faceSizeMm(fit.part, face);
  const at = spot ?? { xMm: Math.round(size.widthMm / 2), yMm: Math.round(size.heightMm / 2) };
  const portId = freeId('p', box.ports);
  const port: Port = {
    id: portId,
    name: options.name ?? '',
    partId: part.id,
    face,
    ...at,
    terminals: 'flag',
    spacerMm: 0,
    drilledMm: null,
    contactMilliOhm: null,
    cameOn: null,
    insert: null,
    inUse: portUse(part),
    sealedBy: AUTO,
    cord: null,
    tabs: AUTO
  };
  const edits: Edit[] = [set(`parts/${part.id}`, part), add('ports', port)];
  const circuitId = wantsCircuit(part) ? freeId('c', box.circuits) : undefined;
  if (circuitId) edits.push(add('circuits', newCircuit(circuitId, port.name, portId, part)));
  return { portId, circuitId, edits, ...at, crowded: !spot };
}
