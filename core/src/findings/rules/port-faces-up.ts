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
      short: `${p.tag} ${p.port.face === 'floor' ? 'is in the floor' : 'looks up into the rain'}`,
      title: p.port.face === 'floor' ? `${p.tag} is in the floor` : `${p.tag} looks up into the rain`,
      why: 'Water pools there. A side face is better, a captive cap next best.',
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
