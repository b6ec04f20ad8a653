import { say } from '../words/say.ts';
import { pluggedPorts } from '../../box/plugged.ts';
import type { PortPlan } from '../../panel/panel.ts';
import { otherFace } from '../other-face.ts';
import { portPlace, rule, set, type Remedy } from '../rule.ts';

/** An opening that looks up collects rain; one in the floor stands in it. */
export const portFacesUp = rule('port-faces-up', 'dry', 'ports', (x) => {
  const used = pluggedPorts(x.box);
  // a cap keeps nothing out of a port that something is plugged into
  const isOpen = ({ port }: PortPlan): boolean => port.inUse !== 'capped' || used.has(port.id);
  // an outing that stays dry has no rain
  return (x.box.outing.seal === 'dry-store' ? [] : (x.panel?.ports ?? []))
    .filter(
      (p) =>
        p.part.role !== 'meter' &&
        (p.port.face === 'floor' ||
          (p.port.face === 'lid' && isOpen(p) && (p.part.role === 'outlet' || p.part.role === 'inlet')))
    )
    .map((p) => ({
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      say: say('port-faces-up', 'told', { tag: p.tag, face: p.port.face }),
      figures: {},
      remedies: () => [
        ...(p.part.seal.capped && p.port.face === 'lid' && !used.has(p.port.id) ? [keptCapped(p)] : []),
        ...otherFace(x, p)
      ]
    }));
});

const keptCapped = ({ port }: PortPlan): Remedy => ({
  label: 'Keep it capped',
  effect: 'closed while it rains',
  edits: [set(`ports/${port.id}/inUse`, 'capped')]
});
