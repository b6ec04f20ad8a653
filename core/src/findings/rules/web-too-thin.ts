import { say } from '../words/say.ts';
import { portPlace, rule } from '../rule.ts';

/** Too little wall between two holes. */
export const webTooThin = rule('web-too-thin', 'fits', 'ports', (x) =>
  (x.panel?.clashes ?? [])
    .filter((c) => c.kind === 'web')
    .map((c) => {
      const [a, b] = [c.aId, c.bId].map((id) => x.panel!.ports.find((p) => p.port.id === id)!);
      const [left, wanted] = x.said.mmApart(c.gapMm, c.wantedMm);
      return {
        at: portPlace(b!.port.id, `${a!.tag} and ${b!.tag}`),
        also: `${c.aId}-${c.bId}`,
        severity: 'caution' as const,
        say: say('web-too-thin', 'told', { tag: a!.tag, otherTag: b!.tag, left, wanted }),
        figures: { webMm: c.gapMm, wantedMm: c.wantedMm }
      };
    })
);
