import { portPlace, rule, set } from '../rule.ts';

/** An opening that looks up collects rain; one in the floor stands in it. */
export const portFacesUp = rule('port-faces-up', 'dry', 'ports', (x) =>
  // an outing that stays dry has no rain
  (x.box.outing.seal === 'dry-store' ? [] : (x.panel?.ports ?? []))
    .filter(
      (p) =>
        p.part.role !== 'meter' &&
        (p.port.face === 'floor' ||
          (p.port.face === 'lid' && p.port.inUse !== 'capped' && (p.part.role === 'outlet' || p.part.role === 'inlet')))
    )
    .map((p) => ({
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      short: `${p.tag} ${p.port.face === 'floor' ? 'is in the floor' : 'looks up into the rain'}`,
      title: p.port.face === 'floor' ? `${p.tag} is in the floor` : `${p.tag} looks up into the rain`,
      why: 'Water pools there. A side face is better, a captive cap next best.',
      figures: {},
      remedies:
        p.port.face === 'lid' && p.part.seal.capped
          ? [
              {
                label: 'Keep it capped',
                effect: 'closed while it rains',
                edits: [set(`ports/${p.port.id}/inUse`, 'capped')]
              }
            ]
          : []
    }))
);
