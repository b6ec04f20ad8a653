import { ofKind } from '../catalogue/of-kind.ts';
import { setTo } from '../box/attr.ts';
import { mainFeed, switchesOf } from '../box/feeds.ts';
import { byPrice } from '../catalogue/by-price.ts';
import { PLACE_FACES, placePort } from '../panel/place-port.ts';
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
  const { box, fit, said } = x;
  const feed = mainFeed(box);
  if (!fit || switchWithoutLever(box) !== undefined) return [];
  const leastA = x.wiring.main.fuseA ?? x.wiring.main.loadA;
  const bear = ofKind(x.catalogue, 'panel')
    .filter((p) => p.role === 'switch' && p.also.length === 0 && (p.ratingA ?? 0) >= leastA)
    .toSorted(
      (a, b) =>
        Number(reaches(usedSeal(b), box.outing.seal)) - Number(reaches(usedSeal(a), box.outing.seal)) || byPrice(a, b)
    );
  for (const part of bear) {
    const port = placePort(box, fit, part, PLACE_FACES, { name: 'Master', holds: true });
    if (!port) continue;
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
  return [];
}
