import { say } from '../words/say.ts';
import { portPlace, rule } from '../rule.ts';

/** Plugs side by side cannot be gripped. */
export const plugFingerGap = rule('plug-finger-gap', 'fits', 'ports', (x) =>
  (x.panel?.clashes ?? [])
    .filter((c) => c.kind === 'plug')
    .map((c) => {
      const [a, b] = [c.aId, c.bId].map((id) => x.panel!.ports.find((p) => p.port.id === id)!);
      const [gap, wanted] = x.said.mmApart(c.gapMm, c.wantedMm, 0);
      return {
        at: portPlace(b!.port.id, `${a!.tag} and ${b!.tag}`),
        also: `${c.aId}-${c.bId}`,
        severity: 'caution' as const,
        say: say('plug-finger-gap', 'told', { tag: a!.tag, otherTag: b!.tag, gap, wanted }),
        figures: { gapMm: c.gapMm, wantedMm: c.wantedMm }
      };
    })
);
