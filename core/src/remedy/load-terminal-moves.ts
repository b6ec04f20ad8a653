import { AUTO } from '../box/attr.ts';
import { set } from '../box/edit.ts';
import { branches, branchPath, type Finding } from '../findings/rule.ts';
import { weakPart } from '../findings/weak-part.ts';
import type { CircuitPlan } from '../wiring/types.ts';
import { move, type Bench, type Move } from './move.ts';

/** What hangs on a controller’s load terminals taken off them: the heaviest first, then all together. */
export function offTheLoadTerminal(b: Bench, f: Finding): Move[] {
  if (f.cause !== weakPart('SC')) return [];
  const there = branches(b.plan)
    .filter((c) => c.circuit.from.is === 'set' && c.circuit.from.value.at === 'load-terminal')
    .toSorted((p, q) => q.loadA - p.loadA);
  const off = (list: readonly CircuitPlan[]): Move =>
    move(
      `${list.map((c) => c.tag).join(', ')} from behind the main fuse`,
      'the controller carries the rest; its cut-off does not reach there',
      list.flatMap((c) => ['from', 'fuse', 'wire'].map((key) => set<string>(`${branchPath(c)}/${key}`, AUTO)))
    );
  return [...there.map((c) => off([c])), ...(there.length > 1 ? [off(there)] : [])];
}
