import { add } from '../../box/edit.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { removeCircuit } from '../../box/remove-circuit.ts';
import { netlistFaults } from '../../wiring/netlist.ts';
import { BOX_PLACE, circuitPlace, portPlace, rule, type Draft } from '../rule.ts';
import { freeId } from '../../box/lookup.ts';
import { newCircuit, wantsCircuit } from '../../panel/add-port.ts';

/** Ports on two circuits, circuits without a port, outlets without a circuit, terminals that lead nowhere. */
export const circuitShape = rule('circuit-shape', 'safe', 'wiring', (x) => {
  const { circuits, ports } = x.box;
  const out: Draft[] = [];
  for (const c of x.wiring.circuits) {
    if (!ports.some((p) => p.id === c.circuit.portId))
      out.push({
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'stop' as const,
        short: `${c.tag} leads to no port`,
        title: `${c.tag} leads to no port`,
        why: `It names the port '${c.circuit.portId}', which is not on any face.`,
        remedies: [
          {
            label: 'Remove the circuit',
            effect: 'frees a fuse way',
            edits: removeCircuit(x.box, c.circuit.id)
          }
        ]
      });
    else if (
      circuits.filter((o) => o.portId === c.circuit.portId).length > 1 &&
      circuits.find((o) => o.portId === c.circuit.portId)!.id !== c.circuit.id
    )
      out.push({
        at: circuitPlace(c.circuit.id, c.tag),
        severity: 'stop' as const,
        short: `${c.portTag} is fed by two circuits`,
        title: `${c.portTag} is fed by two circuits`,
        why: 'Two fuses in parallel protect nothing.',
        remedies: [
          {
            label: `Remove ${c.tag}`,
            effect: 'one fuse feeds the port',
            edits: removeCircuit(x.box, c.circuit.id)
          }
        ]
      });
  }
  const waysIn = new Set(x.box.feeds.flatMap((f) => (f.throughPortId.is === 'set' ? [f.throughPortId.value] : [])));
  for (const port of ports) {
    const part = panelPartOf(x.box, port);
    const { solar } = x.box.charging;
    const takesPanel = solar?.fit === 'inside' && solar.panelPortId.is === 'set' && solar.panelPortId.value === port.id;
    // a cord through a gland ends inside: what hangs there wants a circuit as an outlet does
    const cords = part?.role === 'gland' ? x.box.devices.filter((d) => d.portId === port.id) : [];
    if (!part || takesPanel || waysIn.has(port.id) || circuits.some((c) => c.portId === port.id)) continue;
    if (!wantsCircuit(part) && cords.length === 0) continue;
    const tag = x.panel?.ports.find((p) => p.port.id === port.id)?.tag ?? port.id;
    const charge = part.role === 'inlet';
    out.push({
      at: portPlace(port.id, tag),
      severity: 'caution' as const,
      short: `${tag} is not wired`,
      title: cords.length > 0 ? `The cord through ${tag} is not wired` : `${tag} is not wired`,
      why:
        cords.length > 0
          ? `${cords.map((d) => d.name).join(', ')}: no circuit feeds the cord inside, so it does not run, and no fuse or wire of it is judged.`
          : 'No circuit feeds it, so nothing plugged in there runs.',
      remedies: [
        {
          label: 'Give it its own fused circuit',
          effect: charge ? 'ahead of the master switch' : 'behind the master switch',
          edits: [add('circuits', newCircuit(freeId('c', circuits), port.name, port.id, part))]
        }
      ]
    });
  }
  const duplicates = netlistFaults(x.wiring.netlist).filter(
    (f) => f.includes('share one id') && !out.some((o) => o.title.includes('two circuits'))
  );
  for (const fault of duplicates)
    out.push({
      at: BOX_PLACE,
      severity: 'stop' as const,
      short: 'The circuit does not close',
      title: 'The circuit does not close',
      why: `${fault}.`
    });
  return out;
});
