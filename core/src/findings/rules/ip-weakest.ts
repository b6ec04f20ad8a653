import { panelPartOf } from '../../box/lookup.ts';
import { reaches, SEAL_WORDS } from '../../sealing/sealing.ts';
import { CASE_PLACE, portPlace, rule } from '../rule.ts';

/** Closed and capped, the box is not built towards what the outing wants. */
export const ipWeakest = rule('ip-weakest', 'dry', 'ports', (x) => {
  const s = x.sealing;
  const wanted = x.box.outing.seal;
  if (!s || reaches(s.closed, wanted)) return [];
  const worst = s.items.filter(
    (i) => i.closed.jet + i.closed.dunk === Math.min(...s.items.map((j) => j.closed.jet + j.closed.dunk))
  )[0]!;
  const port = x.box.ports.find((p) => p.id === worst.portId);
  const part = panelPartOf(x.box, port);
  return [
    {
      at: port ? portPlace(port.id, worst.name) : CASE_PLACE,
      severity: 'caution',
      short: `${worst.name} lets it down: ${SEAL_WORDS[s.closed].toLowerCase()}`.slice(0, 32),
      title: `Built towards ${SEAL_WORDS[s.closed].toLowerCase()}, not ${SEAL_WORDS[wanted].toLowerCase()}`,
      why: `Even with every cap on, ${worst.name}${part ? ` (${part.name})` : ''} is the weakest place. A sealed connector or gland there, or another case, lifts it.`,
      figures: { jetMark: worst.closed.jet, dunkMark: worst.closed.dunk },
      remedies: [
        {
          label: `Plan for ${SEAL_WORDS[s.closed].toLowerCase()} instead`,
          effect: 'keeps the box as it is',
          edits: [{ op: 'set', path: 'outing/seal', value: s.closed }]
        }
      ]
    }
  ];
});
