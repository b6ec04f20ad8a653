import { set } from '../box/edit.ts';
import { AUTO, NONE, setTo, UNKNOWN } from '../box/attr.ts';
import type { Edit } from '../box/edits.ts';
import { removeCircuit } from '../box/remove-circuit.ts';
import type { Box, Solar } from '../box/schema.ts';

/** A panel whose controller comes along and is plugged in: nothing of it is placed or wired in the box. */
export const PLUGGED = {
  fit: 'plugged',
  panelPortId: AUTO,
  fuse: AUTO,
  from: AUTO,
  switchPortId: NONE,
  loadTerminal: null
} as const satisfies Partial<Solar>;

/** A panel while nothing is known of it but that there is one. @source usual small folding panel of 36 cells and its controller */
export const USUAL_SOLAR: Solar = {
  panelW: 20,
  maxPowerV: 18,
  openV: 22,
  tiltDeg: 45,
  unshadedFraction: 0.9,
  learnt: null,
  skyFraction: AUTO,
  controller: 'mppt',
  controllerMaxV: 50,
  controllerMaxA: 10,
  duringOuting: false,
  ...PLUGGED
};

/** The panel plugs in at this port (undefined: nobody knows which): whatever circuit the port had goes, with what refers to it. */
export function panelPortEdits(box: Box, portId: string | undefined): Edit[] {
  const circuits = box.circuits.filter((c) => c.portId === portId).flatMap((c) => removeCircuit(box, c.id));
  const value = portId === undefined ? UNKNOWN : setTo(portId);
  return [...circuits, set('charging/solar/panelPortId', value)];
}
