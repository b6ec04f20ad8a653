import { say } from '../words/say.ts';
import { sealedInstead } from '../../advise/suit-port.ts';
import { applyEdits, type Edit } from '../../box/edits.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { caseFit } from '../../case/fit.ts';
import { panelPlan } from '../../panel/panel.ts';
import { swapPart } from '../../panel/place-port.ts';
import { reaches, SEAL_WORDS, sealing, type SealItem } from '../../sealing/sealing.ts';
import { portPlace, rule, set, type Facts, type Remedy } from '../rule.ts';

/** The promise holds only with caps on, and caps are off in use. */
export const ipOpenInUse = rule('ip-open-in-use', 'dry', 'ports', (x) => {
  const s = x.sealing;
  const wanted = x.box.outing.seal;
  if (!s || !reaches(s.closed, wanted) || reaches(s.inUse, wanted)) return [];
  const open = s.items.filter((i) => i.portId && i.inUse.jet < i.closed.jet);
  return [
    {
      at: portPlace(open[0]?.portId ?? 'box', open.map((i) => i.name).join(', ') || s.weakest.name),
      others: open.slice(1).map((i) => portPlace(i.portId!, i.name)),
      severity: 'caution',
      say: say('ip-open-in-use', 'told', {
        openNames: open.map((i) => i.name),
        wanted,
        inUse: s.inUse
      }),
      figures: { openCount: open.length },
      remedies: () => [
        ...sealedRemedy(x, open),
        {
          label: `Plan for ${SEAL_WORDS[s.inUse].toLowerCase()} instead`,
          effect: 'stands under cover',
          edits: [set('outing/seal', s.inUse)]
        }
      ]
    }
  ];
});

/** Parts that hold the weather while plugged in, at every open port; offered when all of them together do it. */
function sealedRemedy(x: Facts, open: readonly SealItem[]): Remedy[] {
  const edits: Edit[] = [];
  let box = x.box;
  const names = new Set<string>();
  for (const item of open) {
    const part = panelPartOf(
      box,
      box.ports.find((p) => p.id === item.portId)
    );
    if (!part || !item.portId) return [];
    const fit = caseFit(box)!;
    const swap = sealedInstead(x.catalogue, part, x.box.outing.seal)
      .map((to) => ({ to, swap: swapPart(box, fit, item.portId!, to) }))
      .find((o) => o.swap !== undefined);
    if (!swap) return [];
    edits.push(...swap.swap!.edits);
    box = applyEdits(box, swap.swap!.edits);
    names.add(swap.to.name);
  }
  const fit = caseFit(box);
  const after = sealing(box, fit, panelPlan(box, fit));
  if (edits.length === 0 || !after || !reaches(after.inUse, x.box.outing.seal)) return [];
  return [
    {
      label: `Sealed connectors at ${open.map((i) => i.name).join(', ')}`,
      effect: `${[...names].join(', ')}: ${SEAL_WORDS[after.inUse].toLowerCase()} with plugs in; new holes`,
      edits
    }
  ];
}
