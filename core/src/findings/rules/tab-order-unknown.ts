import { ofKind } from '../../catalogue/of-kind.ts';
import { say } from '../words/say.ts';
import { panelPartOf } from '../../box/lookup.ts';
import { AUTO } from '../../box/attr.ts';
import type { PartOf } from '../../catalogue/part.ts';
import { portPlace, rule, set, type Facts, type Remedy } from '../rule.ts';
import { applyEdits, type Edit } from '../../box/edits.ts';
import { swapPart } from '../../panel/place-port.ts';

/** A switch without a lamp that bears as much: its two tabs may be fed from either side. */
function plainSwitch(x: Facts, part: PartOf<'panel'>): Remedy[] {
  const plain = ofKind(x.catalogue, 'panel').find(
    (o) => o.role === 'switch' && o.tabs === 'two-tabs' && (o.ratingA ?? 0) >= (part.ratingA ?? 0)
  );
  const ports = x.box.ports.filter((o) => o.partId === part.id && o.tabs.is !== 'set');
  if (!plain || !x.fit) return [];
  const edits: Edit[] = [];
  let box = x.box;
  for (const o of ports) {
    const swap = swapPart(box, x.fit, o.id, plain);
    if (!swap) return [];
    const more = [...swap.edits, set(`ports/${o.id}/tabs`, AUTO)];
    edits.push(...more);
    box = applyEdits(box, more);
  }
  return ports.length > 0
    ? [
        {
          label: plain.name,
          effect: 'two tabs, either way round',
          edits
        }
      ]
    : [];
}

/** Makers put supply, load and lamp return on different tabs. */
export const tabOrderUnknown = rule('tab-order-unknown', 'safe', 'wiring', (x) =>
  (x.panel?.ports ?? [])
    .filter((p) => p.part.role === 'switch')
    .filter((p) =>
      p.port.tabs.is === 'unknown' ? true : p.port.tabs.is === 'auto' && panelPartOf(x.box, p.port)?.tabs === null
    )
    .map((p) => ({
      at: portPlace(p.port.id, p.tag),
      severity: 'caution' as const,
      say: say('tab-order-unknown', 'told', { tag: p.tag }),
      figures: {},
      asks: 'order of its tabs',
      open: true,
      remedies: () => plainSwitch(x, p.part)
    }))
);
