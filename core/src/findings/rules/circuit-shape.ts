import { say } from '../words/say.ts';
import { portTag } from '../../panel/panel.ts';
import { NONE } from '../../box/attr.ts';
import { add, set } from '../../box/edit.ts';
import { switchesOf } from '../../box/feeds.ts';
import { freeId, panelPartOf } from '../../box/lookup.ts';
import { removeCircuit } from '../../box/remove-circuit.ts';
import type { Port } from '../../box/schema.ts';
import { newCircuit, wantsCircuit } from '../../panel/add-port.ts';
import type { CircuitPlan } from '../../wiring/types.ts';
import { standTwice } from '../../wiring/netlist.ts';
import { BOX_PLACE, portPlace, rule, type Draft, type Facts, branchPlace } from '../rule.ts';

/** Ports on two circuits, circuits without a port, outlets without a circuit, terminals that lead nowhere. */
export const circuitShape = rule('circuit-shape', 'safe', 'wiring', (x) => {
  const twice = x.wiring.circuits.filter((c) => feedsAgain(x, c));
  return [
    ...x.wiring.circuits.flatMap((c) =>
      hasPort(x, c) ? (twice.includes(c) ? [fedTwice(x, c)] : []) : [portless(x, c)]
    ),
    ...x.box.ports.flatMap((p) => unwired(x, p)),
    // two circuits on one port say so themselves
    ...(twice.length === 0 ? notClosed(x) : [])
  ];
});

const hasPort = (x: Facts, c: CircuitPlan): boolean => x.box.ports.some((p) => p.id === c.circuit.portId);

/** Another circuit before it in the list feeds the same port. */
const feedsAgain = (x: Facts, c: CircuitPlan): boolean =>
  hasPort(x, c) && x.box.circuits.find((o) => o.portId === c.circuit.portId)!.id !== c.circuit.id;

/** A part that stands in the circuit twice, most often an outlet that is named as somebody's switch. */
function notClosed(x: Facts): Draft[] {
  const tags = standTwice(x.wiring.netlist);
  if (tags.length === 0) return [];
  const named = x.box.feeds.filter((f) => switchesOf(x.box, f).some((id) => tags.includes(portTag(x.panel, id) ?? '')));
  return [
    {
      at: BOX_PLACE,
      severity: 'stop',
      say: say('circuit-shape', 'notClosed', { tags }),
      remedies: named.map((f) => ({
        label: `No switch in ${f.name || 'the feed'}`,
        effect: 'choose another on Wiring',
        edits: [set(`feeds/${f.id}/switches`, NONE)]
      }))
    }
  ];
}

const portless = (x: Facts, c: CircuitPlan): Draft => ({
  at: branchPlace(c),
  severity: 'stop',
  say: say('circuit-shape', 'portless', { tag: c.tag, portId: c.circuit.portId }),
  remedies: [{ label: 'Remove the circuit', effect: 'frees a fuse way', edits: removeCircuit(x.box, c.circuit.id) }]
});

const fedTwice = (x: Facts, c: CircuitPlan): Draft => ({
  at: branchPlace(c),
  severity: 'stop',
  say: say('circuit-shape', 'fedTwice', { portTag: c.portTag }),
  remedies: [{ label: `Remove ${c.tag}`, effect: 'one fuse feeds the port', edits: removeCircuit(x.box, c.circuit.id) }]
});

/** A port that something must feed, and nothing does. */
function unwired(x: Facts, port: Port): Draft[] {
  const { circuits, feeds, charging, devices } = x.box;
  const part = panelPartOf(x.box, port);
  const { solar } = charging;
  const takesPanel = solar?.fit === 'inside' && solar.panelPortId.is === 'set' && solar.panelPortId.value === port.id;
  const isWayIn = feeds.some((f) => f.throughPortId.is === 'set' && f.throughPortId.value === port.id);
  if (!part || takesPanel || isWayIn || circuits.some((c) => c.portId === port.id)) return [];
  // a cord through a gland ends inside: what hangs there wants a circuit as an outlet does
  const cords = part.role === 'gland' ? devices.filter((d) => d.portId === port.id) : [];
  if (!wantsCircuit(part) && cords.length === 0) return [];
  const tag = portTag(x.panel, port.id) ?? port.id;
  return [
    {
      at: portPlace(port.id, tag),
      severity: 'caution',
      say: say('circuit-shape', 'unwired', { tag, cordsNames: cords.map((d) => d.name) }),
      remedies: [
        {
          label: 'Give it its own fused circuit',
          effect: part.role === 'inlet' ? 'ahead of the master switch' : 'behind the master switch',
          edits: [add('circuits', newCircuit(freeId('c', circuits), port.name, port.id, part))]
        }
      ]
    }
  ];
}
