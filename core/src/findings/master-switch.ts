import { ofKind } from '../catalogue/of-kind.ts';
import { setTo } from '../box/attr.ts';
import { mainFeed, switchesOf } from '../box/feeds.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { PartOf } from '../catalogue/part.ts';
import { byPrice } from '../catalogue/by-price.ts';
import { PLACE_FACES, placePort, type PlacedPort } from '../panel/place-port.ts';
import { usedSeal } from '../advise/suit-port.ts';
import type { Box } from '../box/schema.ts';
import { reaches } from '../sealing/sealing.ts';
import { mainPath, set, type Facts, type Remedy } from './rule.ts';

/** Switch of the main feed as soon as no breaker's lever does that work: the one that is named, or one that is free. */
export function switchWithoutLever(box: Box): string | undefined {
  const free = { ...mainFeed(box), leverSwitches: false };
  return switchesOf({ ...box, feeds: [free, ...box.feeds.slice(1)] }, free)[0];
}

/**
 * A master switch in the main feed: one that bears what the main fuse lets through, the cheapest that keeps the weather out
 * first, at the first place where it meets nothing. What its breaker's lever was said to switch, it switches then.
 * @returns none where the main feed has a switch, or none that is to be had finds a place
 */
export function masterSwitch(x: Facts): Remedy[] {
  const { box, said } = x;
  const feed = mainFeed(box);
  if (switchWithoutLever(box) !== undefined) return [];
  const placed = placedSwitch(x, x.wiring.main.fuseA ?? x.wiring.main.loadA, 'Master');
  if (!placed) return [];
  const { part, port } = placed;
  return [
    {
      label: `A master switch: ${part.name}`,
      effect: `on the ${port.face}, at ${said.mms(', ', port.xMm, port.yMm)}`,
      edits: [
        ...port.edits,
        set(mainPath(x, 'switches'), setTo([port.portId])),
        ...(feed.leverSwitches ? [set(mainPath(x, 'leverSwitches'), false)] : [])
      ]
    }
  ];
}

/**
 * A switch of its own in place of one that shares its body with a socket or a meter: no other such body bears more.
 * @param leastA what it has to bear
 */
export function ownSwitch(x: Facts, portId: string, leastA: number): Remedy[] {
  const { box } = x;
  const shared = panelPartOf(
    box,
    box.ports.find((p) => p.id === portId)
  );
  if (!shared || shared.role === 'switch') return [];
  const placed = placedSwitch(x, leastA, 'Switch');
  if (!placed) return [];
  const { part, port } = placed;
  const there = setTo(port.portId);
  return [
    {
      label: `A switch of its own: ${part.name}`,
      effect: `on the ${port.face}, bears ${part.ratingA} A; the one in that body switches nothing`,
      edits: [
        ...port.edits,
        ...box.feeds.flatMap((f) =>
          f.switches.is === 'set' && f.switches.value.includes(portId)
            ? [set(`feeds/${f.id}/switches`, setTo(f.switches.value.map((id) => (id === portId ? port.portId : id))))]
            : []
        ),
        ...box.circuits.flatMap((c) =>
          c.switchPortId.is === 'set' && c.switchPortId.value === portId
            ? [set(`circuits/${c.id}/switchPortId`, there)]
            : []
        )
      ]
    }
  ];
}

/** The cheapest switch that bears so much, one that keeps the weather out first, at the first place where it meets nothing. */
function placedSwitch(
  { box, fit, catalogue }: Facts,
  leastA: number,
  name: string
): { part: PartOf<'panel'>; port: PlacedPort } | undefined {
  if (!fit) return undefined;
  const bear = ofKind(catalogue, 'panel')
    .filter((p) => p.role === 'switch' && p.also.length === 0 && (p.ratingA ?? 0) >= leastA)
    .toSorted(
      (a, b) =>
        Number(reaches(usedSeal(b), box.outing.seal)) - Number(reaches(usedSeal(a), box.outing.seal)) || byPrice(a, b)
    );
  for (const part of bear) {
    const port = placePort(box, fit, part, PLACE_FACES, { name, holds: true });
    if (port) return { part, port };
  }
  return undefined;
}
