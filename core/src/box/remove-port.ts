import { AUTO, NONE, type Attr } from './attr.ts';
import type { Edit } from './edits.ts';
import { removeCircuit } from './remove-circuit.ts';
import type { Box } from './schema.ts';

/** Takes a port off the case together with its circuit; devices that used it stay, without a port. */
export function removePort(box: Box, portId: string): Edit[] {
  const circuits = box.circuits.filter((c) => c.portId === portId).flatMap((c) => removeCircuit(box, c.id));
  const devices = box.devices
    .filter((d) => d.portId === portId)
    .map((d): Edit => ({ op: 'set', path: `devices/${d.id}/portId`, value: null }));
  const switches = box.circuits
    .filter((c) => c.portId !== portId && c.switchPortId.is === 'set' && c.switchPortId.value === portId)
    .map((c): Edit => ({ op: 'set', path: `circuits/${c.id}/switchPortId`, value: NONE }));
  const master: Edit[] =
    box.switching.master.is === 'set' && box.switching.master.value === portId
      ? [{ op: 'set', path: 'switching/master', value: AUTO }]
      : [];
  const names = (a: Attr<string>): boolean => a.is === 'set' && a.value === portId;
  const isolator: Edit[] = names(box.switching.isolator)
    ? [{ op: 'set', path: 'switching/isolator', value: NONE }]
    : [];
  const gone = new Set(box.circuits.filter((c) => c.portId === portId).map((c) => c.id));
  const coils = box.switching.relays
    .filter((r) => names(r.switchPortId) && !(r.circuitId !== null && gone.has(r.circuitId)))
    .map((r): Edit => ({ op: 'set', path: `switching/relays/${r.id}/switchPortId`, value: NONE }));
  const { solar } = box.charging;
  const panel: Edit[] =
    solar && names(solar.panelPortId) ? [{ op: 'set', path: 'charging/solar/panelPortId', value: AUTO }] : [];
  return [
    ...switches,
    ...devices,
    ...isolator,
    ...coils,
    ...panel,
    ...circuits,
    ...master,
    { op: 'remove', path: `ports/${portId}` }
  ];
}
