import { NONE, type Attr } from '../box/attr.ts';
import type { POLES, SWITCH_PLACES } from '../box/feed-names.ts';
import { mainFeed } from '../box/feeds.ts';
import type { Box, Feed, Origin } from '../box/schema.ts';

type Pole = (typeof POLES)[number];
type Leads = { fuseLead: Attr<Pole>; switchLead: Attr<Pole> };

const inMinus = (lead: Attr<Pole>): boolean => lead.is === 'set' && lead.value === 'minus';

/** Its fuse sits in the negative lead: what comes back to the battery another way never goes through it. */
export const fusedInMinus = (of: Pick<Leads, 'fuseLead'>): boolean => inMinus(of.fuseLead);

/** Its switches break the negative lead: everything behind them stays joined to the positive. */
export const switchedInMinus = (of: Pick<Leads, 'switchLead'>): boolean => inMinus(of.switchLead);

/**
 * Its switches sit between where it starts and its own fuse: that fuse opens for nothing up to them, and what is taken off
 * ahead of them is ahead of the fuse, too. Both have to sit in the positive.
 */
export const switchedAheadOfFuse = (
  of: Leads & { switchPlace: Attr<(typeof SWITCH_PLACES)[number]>; fuse: { is: Attr<number>['is'] } }
): boolean =>
  of.switchPlace.is === 'set' &&
  of.switchPlace.value === 'ahead-of-fuse' &&
  of.fuse.is !== 'none' &&
  !fusedInMinus(of) &&
  !switchedInMinus(of);

/** Starts at a battery, or where the main feed has no fuse yet: ahead of a switch that sits ahead of the main fuse. */
export function startsUnfused(box: Pick<Box, 'feeds'>, from: Attr<Origin>): boolean {
  if (from.is === 'set' && from.value.at === 'post') return true;
  const main = mainFeed(box);
  if (!switchedAheadOfFuse(main) || from.is === 'unknown') return false;
  return from.is !== 'set' || (from.value.at === 'feed' && from.value.id === main.id && from.value.ahead);
}

/** The fuse of a stretch as far as it protects its positive wire: one in the negative lead does not. */
export const plusFuse = <A extends { is: Attr<number>['is'] }>(
  of: Pick<Leads, 'fuseLead'> & { fuse: A }
): A | typeof NONE => (fusedInMinus(of) ? NONE : of.fuse);

/** What comes back over a feed has a way of its own: from a second box or a converter, or over what sits in that lead. */
export const hasOwnReturn = (feed: Feed): boolean =>
  feed.secondBox ||
  feed.converter !== null ||
  fusedInMinus(feed) ||
  (switchedInMinus(feed) && feed.switches.is === 'set');
