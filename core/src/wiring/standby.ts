import { mainFeed, switchesOf } from '../box/feeds.ts';
import { panelPartOf } from '../box/lookup.ts';
import { holdingA } from '../box/relay.ts';
import type { Box, Circuit } from '../box/schema.ts';
import { RAIL_IDLE_A } from './rails.ts';
import { startOf, switchedBy } from './tree.ts';
import type { WiringPlan } from './types.ts';

/** What flows with the box switched off: circuits ahead of the master, or all of them without one; coils and converters that nothing switches. */
export function standbyDraws(
  box: Box,
  wiring: Pick<WiringPlan, 'main' | 'tree'>
): { circuit: Circuit | undefined; name: string; currentA: number }[] {
  const coils = box.relays.flatMap((r) =>
    r.inId === mainFeed(box).id && r.switchPortId.is !== 'set' && holdingA(r) > 0
      ? [{ circuit: undefined, name: `coil of ${r.name}`, currentA: holdingA(r) }]
      : []
  );
  const parts = box.circuits.flatMap((circuit) => {
    const root = startOf(wiring.tree, circuit.id);
    if (root === 'main' && wiring.main.canSwitchOff) return [];
    // its own switch cuts it as well as one on the way to it
    if (circuit.switchPortId.is === 'set' || switchedBy(box, wiring.tree, circuit.id).length > 0) return [];
    const port = box.ports.find((p) => p.id === circuit.portId);
    const currentA = panelPartOf(box, port)?.quiescentA ?? 0;
    return currentA > 0 ? [{ circuit, name: port?.name ?? circuit.name, currentA }] : [];
  });
  const converters = box.feeds.flatMap((feed) => {
    if (!feed.converter) return [];
    const off = startOf(wiring.tree, feed.id) === 'main' && wiring.main.canSwitchOff;
    const own = feed.leverSwitches || switchesOf(box, feed).length > 0;
    return off || own || switchedBy(box, wiring.tree, feed.id).length > 0
      ? []
      : [{ circuit: undefined, name: `converter of ${feed.name || 'a feed'}`, currentA: RAIL_IDLE_A }];
  });
  return [...parts, ...coils, ...converters];
}
