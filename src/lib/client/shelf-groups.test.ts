import { describe, expect, test } from 'vitest';
import { grouped, type ShelfRow } from './shelf-groups.ts';

type State = ShelfRow['verdicts'][number]['state'];
const row = (id: string, states: State[], unreadable: ShelfRow['unreadable'] = null): ShelfRow => ({
  id,
  name: id,
  notes: '',
  archived: false,
  revision: 1,
  updatedMs: 0,
  verdicts: states.map((state, i) => ({ id: String(i), name: '', state, text: '' })),
  unreadable,
  pending: false
});

describe('the shelf by what needs doing', () => {
  test('each box stands once, under the worst that is so of it; empty groups are not shown', () => {
    const rows = [
      row('fine', ['holds', 'holds']),
      row('stop', ['holds', 'caution', 'stop', 'not-started']),
      row('look', ['caution', 'not-started']),
      row('begun', ['not-started', 'holds']),
      row('torn', [], { why: 'half a text', goodRevision: null })
    ];
    expect(grouped(rows).map((g) => [g.id, g.rows.map((r) => r.id)])).toEqual([
      ['unreadable', ['torn']],
      ['stop', ['stop']],
      ['caution', ['look']],
      ['begun', ['begun']],
      ['stands', ['fine']]
    ]);
    expect(grouped([]).length).toBe(0);
  });

  test('a box whose answers are not known yet is never under what stands', () => {
    const unknown = { ...row('new', []), pending: true };
    expect(grouped([unknown, row('fine', ['holds'])]).map((g) => [g.id, g.rows.map((r) => r.id)])).toEqual([
      ['pending', ['new']],
      ['stands', ['fine']]
    ]);
  });

  test('within a group they keep their order', () => {
    expect(grouped([row('b', ['holds']), row('a', ['holds'])])[0]!.rows.map((r) => r.id)).toEqual(['b', 'a']);
  });
});
