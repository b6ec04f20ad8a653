import { NONE, type Attr } from '../box/attr.ts';
import type { POLES } from '../box/feed-names.ts';
import type { Feed } from '../box/schema.ts';

type Pole = (typeof POLES)[number];
export type Leads = { fuseLead: Attr<Pole>; switchLead: Attr<Pole> };

const inMinus = (lead: Attr<Pole>): boolean => lead.is === 'set' && lead.value === 'minus';

/** Its fuse sits in the negative lead: what comes back to the battery another way never goes through it. */
export const fusedInMinus = (of: Pick<Leads, 'fuseLead'>): boolean => inMinus(of.fuseLead);

/** Its switches break the negative lead: everything behind them stays joined to the positive. */
export const switchedInMinus = (of: Pick<Leads, 'switchLead'>): boolean => inMinus(of.switchLead);

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
