import { say } from '../words/say.ts';
import { moveAway } from '../other-face.ts';
import { portPlace, rule } from '../rule.ts';

/** Two flanges or nuts cannot both seat. */
export const flangeOverlap = rule('flange-overlap', 'fits', 'ports', (x) => {
  const seen = new Set<string>();
  return (x.panel?.clashes ?? [])
    .filter((c) => c.kind === 'flange' || c.kind === 'nut')
    .flatMap((c) => {
      if (seen.has(c.aId + c.bId)) return [];
      seen.add(c.aId + c.bId);
      const [a, b] = [c.aId, c.bId].map((id) => x.panel!.ports.find((p) => p.port.id === id)!);
      const [gap, needed] = x.said.mmApart(c.gapMm, c.wantedMm);
      return [
        {
          at: portPlace(b!.port.id, `${a!.tag} and ${b!.tag}`),
          also: `${c.aId}-${c.bId}`,
          severity: 'stop' as const,
          say: say('flange-overlap', 'told', { tag: a!.tag, otherTag: b!.tag, kind: c.kind, gap, needed }),
          figures: { gapMm: c.gapMm, wantedMm: c.wantedMm },
          remedies: () => [b!, a!].flatMap((p) => moveAway(x, p, 'nearest free place', true))
        }
      ];
    });
});
