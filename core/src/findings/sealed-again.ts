import { AUTO } from '../box/attr.ts';
import { panelPartOf } from '../box/lookup.ts';
import { cordFault, wallSeal } from '../sealing/as-built.ts';
import { swapPart } from '../panel/place-port.ts';
import { ofKind } from '../catalogue/of-kind.ts';
import { set, type Facts, type Remedy } from './rule.ts';

/** What makes a port hold again what its part is sold for: its own ring, and a cord that its gland closes on. */
export function sealedAgain(x: Facts, portId: string): Remedy[] {
  const port = x.box.ports.find((p) => p.id === portId);
  const part = panelPartOf(x.box, port);
  if (!port || !part) return [];
  const ring =
    wallSeal(port) === undefined
      ? []
      : [
          {
            label: 'Refit it with its own ring or gasket, in front',
            effect: 'as its maker sells it',
            edits: [set(`ports/${portId}/sealedBy`, AUTO)]
          }
        ];
  return [...ring, ...(cordFault(port, part) ? cordThatFits(x, portId) : [])];
}

/** A gland for the cord that is there, else a round cord for the gland. */
function cordThatFits(x: Facts, portId: string): Remedy[] {
  const port = x.box.ports.find((p) => p.id === portId)!;
  const part = panelPartOf(x.box, port)!;
  const { acrossMm, shape } = port.cord!;
  if (acrossMm !== null && shape !== 'flat')
    for (const to of ofKind(x.catalogue, 'panel')) {
      if (to.role !== 'gland' || cordFault(port, to) || to.cordMaxMm === null) continue;
      const swap = swapPart(x.box, x.fit!, portId, to);
      if (swap) return [{ label: `${to.name} there`, effect: 'closes on the cord that is there', edits: swap.edits }];
    }
  if (part.cordMinMm === null || part.cordMaxMm === null) return [];
  return [
    {
      label: `A round cord of ${x.said.fineMm(part.cordMinMm, 1)} to ${x.said.fineMm(part.cordMaxMm, 1)}`,
      effect: 'the gland closes on it all round',
      edits: [set(`ports/${portId}/cord`, { shape: 'round', acrossMm: (part.cordMinMm + part.cordMaxMm) / 2 })]
    }
  ];
}
