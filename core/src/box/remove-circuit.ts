import { remove, set } from './edit.ts';
import { AUTO, type Attr } from './attr.ts';
import type { Edit } from './edits.ts';
import type { Box, Origin } from './schema.ts';

/** What hung on a branch goes back to automatic. */
function freed(box: Box, id: string): Edit[] {
  const hangs = (x: { from: Attr<Origin> }): boolean =>
    x.from.is === 'set' && (x.from.value.at === 'feed' || x.from.value.at === 'circuit') && x.from.value.id === id;
  const { solar, builtIn } = box.charging;
  const to = (path: `circuits/${string}` | `feeds/${string}` | `charging/builtIn/${string}` | 'charging/solar'): Edit =>
    set(`${path}/from`, AUTO);
  return [
    ...box.circuits.filter(hangs).map((c) => to(`circuits/${c.id}`)),
    ...box.feeds.filter(hangs).map((f) => to(`feeds/${f.id}`)),
    ...builtIn.filter(hangs).map((c) => to(`charging/builtIn/${c.id}`)),
    ...(solar && hangs(solar) ? [to('charging/solar')] : []),
    ...(box.bank.disconnectIn.is === 'set' && box.bank.disconnectIn.value === id
      ? [set('bank/disconnectIn', AUTO)]
      : [])
  ];
}

/** Takes a feed out: what hung on it hangs where such things usually do. The main feed stays. */
export function removeFeed(box: Box, feedId: string): Edit[] {
  if (box.feeds[0].id === feedId || !box.feeds.some((f) => f.id === feedId)) return [];
  const relays = box.relays.filter((r) => r.inId === feedId).map((r): Edit => remove(`relays/${r.id}`));
  return [...freed(box, feedId), ...relays, remove(`feeds/${feedId}`)];
}

/** Takes a circuit out with everything that refers to it: what it fed goes back to automatic, its relays and checks go. */
export function removeCircuit(box: Box, circuitId: string): Edit[] {
  const taps = freed(box, circuitId);
  const relays = box.relays.filter((r) => r.inId === circuitId).map((r): Edit => remove(`relays/${r.id}`));
  const checks = box.checkedPaths.some((k) => k.circuitId === circuitId)
    ? [
        set(
          'checkedPaths',
          box.checkedPaths.filter((k) => k.circuitId !== circuitId)
        )
      ]
    : [];
  return [...taps, ...relays, ...checks, remove(`circuits/${circuitId}`)];
}
