import { remove, set } from './edit.ts';
import { AUTO, NONE, setTo, type Attr } from './attr.ts';
import type { Edit } from './edits.ts';
import { removeCircuit } from './remove-circuit.ts';
import type { Box } from './schema.ts';

/** Takes a port off the case together with its circuit; devices that used it stay, without a port. */
export function removePort(box: Box, portId: string): Edit[] {
  const circuits = box.circuits.filter((c) => c.portId === portId).flatMap((c) => removeCircuit(box, c.id));
  const devices = box.devices.filter((d) => d.portId === portId).map((d): Edit => set(`devices/${d.id}/portId`, null));
  const switches = box.circuits
    .filter((c) => c.portId !== portId && c.switchPortId.is === 'set' && c.switchPortId.value === portId)
    .map((c): Edit => set(`circuits/${c.id}/switchPortId`, NONE));
  const names = (a: Attr<string>): boolean => a.is === 'set' && a.value === portId;
  const feeds = box.feeds.flatMap((f): Edit[] => {
    const through: Edit[] = names(f.throughPortId) ? [set(`feeds/${f.id}/throughPortId`, AUTO)] : [];
    if (f.switches.is !== 'set' || !f.switches.value.includes(portId)) return through;
    const left = f.switches.value.filter((id) => id !== portId);
    const none = f === box.feeds[0] ? AUTO : NONE;
    return [...through, set(`feeds/${f.id}/switches`, left.length ? setTo(left) : none)];
  });
  const gone = new Set(box.circuits.filter((c) => c.portId === portId).map((c) => c.id));
  const coils = box.relays
    .filter((r) => names(r.switchPortId) && !gone.has(r.inId))
    .map((r): Edit => set(`relays/${r.id}/switchPortId`, NONE));
  const { solar } = box.charging;
  const panel: Edit[] = solar && names(solar.panelPortId) ? [set('charging/solar/panelPortId', AUTO)] : [];
  if (solar && names(solar.switchPortId)) panel.push(set('charging/solar/switchPortId', NONE));
  return [...switches, ...devices, ...feeds, ...coils, ...panel, ...circuits, remove(`ports/${portId}`)];
}
