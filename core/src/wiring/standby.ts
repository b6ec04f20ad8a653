import { mainFeed, switchesOf } from '../box/feeds.ts';
import { panelPartOf } from '../box/lookup.ts';
import { holdingA } from '../box/relay.ts';
import type { Box, Circuit, Feed } from '../box/schema.ts';
import { RAIL_IDLE_A } from './rails.ts';
import { switchedBy, type Tree } from './tree.ts';
import type { WiringPlan } from './types.ts';

/** What cuts a feed off, by name: its switches, the lever of its breaker, the switch of its relay. */
const partedAt = (box: Box, f: Feed): string[] => [
  ...switchesOf(box, f),
  ...(f.leverSwitches ? [`lever ${f.id}`] : []),
  ...partedByRelay(box, f.id)
];
const partedByRelay = (box: Box, id: string): string[] =>
  box.relays.flatMap((r) => (r.inId === id && r.switchPortId.is === 'set' ? [`relay ${r.id}`] : []));

/** Everything that must be on for a feed or circuit to be live, by name: what stands on the way to it, and its own. */
export function mustBeOn(box: Box, tree: Tree, id: string): string[] {
  const circuit = box.circuits.find((c) => c.id === id);
  return [
    ...switchedBy(box, tree, id).flatMap((f) => partedAt(box, f)),
    ...(circuit?.switchPortId.is === 'set' ? [circuit.switchPortId.value] : []),
    ...(circuit ? partedByRelay(box, id) : [])
  ];
}

/** Everything in a box that can be switched on, by the names of `mustBeOn`. */
export const everySwitch = (box: Box): ReadonlySet<string> =>
  new Set([
    ...box.feeds.flatMap((f) => partedAt(box, f)),
    ...box.circuits.flatMap((c) => [
      ...(c.switchPortId.is === 'set' ? [c.switchPortId.value] : []),
      ...partedByRelay(box, c.id)
    ])
  ]);

const NOTHING_ON: ReadonlySet<string> = new Set();

/**
 * What flows with the box switched off: circuits ahead of the master, or all of them without one; coils and converters that
 * nothing switches.
 * @param on what is left on all the same, by the names of `mustBeOn`: what hangs behind it draws as well
 */
export function standbyDraws(
  box: Box,
  { tree }: Pick<WiringPlan, 'tree'>,
  on: ReadonlySet<string> = NOTHING_ON
): { circuit: Circuit | undefined; name: string; currentA: number }[] {
  const isLive = (id: string, ...more: string[]): boolean =>
    [...mustBeOn(box, tree, id), ...more].every((name) => on.has(name));
  const coils = box.relays.flatMap((r) => {
    // nothing switches it: held all the time where it stands in the main feed, elsewhere while that is live
    const unswitched = r.switchPortId.is !== 'set' && (r.inId === mainFeed(box).id || isLive(r.inId));
    const fed = r.contact === 'make' && on.has(`relay ${r.id}`);
    return (unswitched || fed) && holdingA(r) > 0
      ? [{ circuit: undefined, name: `coil of ${r.name}`, currentA: holdingA(r) }]
      : [];
  });
  const parts = box.circuits.flatMap((circuit) => {
    if (!isLive(circuit.id)) return [];
    const port = box.ports.find((p) => p.id === circuit.portId);
    const currentA = panelPartOf(box, port)?.quiescentA ?? 0;
    return currentA > 0 ? [{ circuit, name: port?.name || circuit.name, currentA }] : [];
  });
  const converters = box.feeds.flatMap((feed) =>
    feed.converter && isLive(feed.id, ...partedAt(box, feed))
      ? [{ circuit: undefined, name: `converter of ${feed.name || 'a feed'}`, currentA: RAIL_IDLE_A }]
      : []
  );
  return [...parts, ...coils, ...converters];
}
