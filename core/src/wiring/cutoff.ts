import { mainFeed } from '../box/feeds.ts';
import type { Box } from '../box/schema.ts';
import { behind, startOf, type Tree } from './tree.ts';

/** Stands in place of a feed: the controller's load terminals are the cut-off. */
const LOAD_TERMINAL = 'load-terminal';

/**
 * Ports that the low-voltage cut-off switches off: those behind the feed or circuit it stands in; undefined = all of them.
 * Where nobody said where it stands it is taken to stand in the main feed, ahead of everything that hangs there: what is taken
 * straight off a post goes round it.
 */
export function coveredPorts(box: Box, t: Tree): ReadonlySet<string> | undefined {
  const at = box.bank.disconnectIn;
  const main = mainFeed(box).id;
  const covers = (id: string): boolean => {
    if (at.is !== 'set') return startOf(t, id) !== 'post';
    if (at.value === LOAD_TERMINAL) return startOf(t, id) === 'load-terminal';
    if (at.value === main) return ['main', 'ahead'].includes(startOf(t, id));
    return behind(t, at.value).includes(id);
  };
  const covered = box.circuits.filter((c) => covers(c.id));
  return at.is !== 'set' && covered.length === box.circuits.length ? undefined : new Set(covered.map((c) => c.portId));
}
