import { blockOf, caseBlocks, mainFeed } from '../box/feeds.ts';
import { valueOf } from '../box/lookup.ts';
import type { Box } from '../box/schema.ts';
import { endsAt } from '../wiring/joints.ts';
import type { NetPart } from '../wiring/netlist.ts';
import type { WiringPlan } from '../wiring/types.ts';
import type { Collector } from './collector.ts';

type Connector = 'lever' | 'push-in';

/** Ways of the connectors of a kind that are sold, fewest first. */
const waysOf = (c: Collector, use: Connector): number[] =>
  c.catalogue
    .flatMap((p) => (p.kind === 'sundry' && p.use === use ? [Number(p.fits)] : []))
    .filter((n) => n >= 2)
    .toSorted((a, b) => a - b);

/** Connectors that take a number of leads; where the largest has too few ways, several are linked. */
function connectors(c: Collector, use: Connector, leads: number): void {
  const sold = waysOf(c, use);
  const most = sold.at(-1);
  if (most === undefined) return;
  const enough = sold.find((n) => n >= leads);
  if (enough) return c.small('wiring', use, String(enough), 1);
  // each link takes a way at both its ends
  const count = Math.ceil((leads - 2) / (most - 2));
  c.small('wiring', use, String(most), count, { note: `${count} linked: a short lead from one to the next.` });
}

/** The block that a feed ends in has a bar for the returns. */
function hasOwnBar(box: Box, joint: NetPart): boolean {
  const feed = box.feeds.find((f) => joint.ref.kind === 'circuit' && f.id === joint.ref.id);
  return feed !== undefined && blockOf(box, feed)?.hasNegativeBus === true;
}

/** What feeds end in, and the joints of their returns: bars and studs, or connectors by the leads that come together. */
function feedJoints(c: Collector, box: Box, wiring: WiringPlan): void {
  const { parts, conductors } = wiring.netlist;
  for (const p of parts) {
    if (p.kind !== 'bus' || p.id === 'bus') continue;
    const ends = endsAt(box, p);
    const leads = conductors.filter((w) => w.from.part === p.id || w.to.part === p.id).reduce((n, w) => n + w.count, 0);
    if (ends === 'lever' || ends === 'push-in') connectors(c, ends, leads);
    else if (ends === 'stud') c.small('wiring', 'bus-bar', 'stud', 1);
    else if (ends === 'fuse-block' && p.terminals.includes('-') && !hasOwnBar(box, p))
      c.small('wiring', 'bus-bar', '', 1);
    else if (ends === undefined || ends === 'bus-bar') c.small('wiring', 'bus-bar', 'power', 1);
  }
  // the main feed ends where its circuits begin: no part of the netlist of its own
  const { ends } = mainFeed(box);
  const leads = 1 + wiring.tree.order.filter((b) => wiring.tree.startOf.get(b.id) === 'main').length;
  if (leads === 1) return;
  if (ends === 'bus-bar') c.small('wiring', 'bus-bar', 'power', 1);
  if (ends === 'stud') c.small('wiring', 'bus-bar', 'stud', 1);
  if (ends === 'lever' || ends === 'push-in') connectors(c, ends, leads);
}

/** The battery's lead comes in through a connector that no port stands for: its pair is bought. */
const looseConnector = (box: Box, parts: readonly NetPart[]): boolean =>
  valueOf(mainFeed(box).wayIn, 'connector') === 'connector' &&
  parts.some((p) => p.kind === 'inlet' && p.ref.kind !== 'port');

/** Parts that the netlist has and the document does not name as a part: bars, relays, changeover, connectors. */
export function netParts(c: Collector, box: Box, wiring: WiringPlan): void {
  const { parts } = wiring.netlist;
  const returns = box.wiring.returns;
  const way = returns.is === 'set' ? returns.value : 'bus-bar';
  if (wiring.circuits.length > 0 && way === 'bus-bar' && !caseBlocks(box).some((b) => b.part.hasNegativeBus))
    c.small('wiring', 'bus-bar', '', 1);
  if (wiring.circuits.length > 0 && way === 'stud') c.small('wiring', 'bus-bar', 'stud', 1);
  feedJoints(c, box, wiring);
  c.small('wiring', 'relay', '', parts.filter((p) => p.kind === 'relay').length);
  c.small('wiring', 'other', 'changeover', parts.filter((p) => p.kind === 'changeover').length);
  c.small('wiring', 'other', 'two-pole', looseConnector(box, parts) ? 1 : 0);
  if (box.bank.postsCovered === 'yes') c.small('wiring', 'boot', '', 2 * box.bank.count);
}
