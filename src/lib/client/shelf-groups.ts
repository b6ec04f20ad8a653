import type { BoxSummary } from '$lib/server/shelf.ts';

export type ShelfRow = BoxSummary;
export type ShelfGroup = { id: string; name: string; rows: ShelfRow[] };

const some = (row: ShelfRow, state: ShelfRow['verdicts'][number]['state']): boolean =>
  row.verdicts.some((v) => v.state === state);

/** By what needs doing, the worst first. */
const GROUPS: readonly { id: string; name: string; holds: (r: ShelfRow) => boolean }[] = [
  { id: 'unreadable', name: 'Cannot be read', holds: (r) => r.unreadable !== null },
  { id: 'pending', name: 'Being worked out', holds: (r) => r.pending },
  { id: 'stop', name: 'Not to be built like this', holds: (r) => some(r, 'stop') },
  { id: 'caution', name: 'To be looked at again', holds: (r) => some(r, 'caution') },
  { id: 'begun', name: 'Begun', holds: (r) => some(r, 'not-started') },
  { id: 'stands', name: 'Everything stands', holds: () => true }
];

/** Boxes in the groups that have any, each box in the first that it belongs to; within a group they stay in their order. */
export function grouped(rows: readonly ShelfRow[]): ShelfGroup[] {
  const of = (row: ShelfRow): string => GROUPS.find((g) => g.holds(row))!.id;
  return GROUPS.map(({ id, name }) => ({ id, name, rows: rows.filter((r) => of(r) === id) })).filter(
    (g) => g.rows.length > 0
  );
}
