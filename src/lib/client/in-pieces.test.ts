import { describe, expect, test } from 'vitest';
import { inPieces, type Known } from './in-pieces.ts';

type Row = { id: string; words: string };
const list = (count: number): Row[] => Array.from({ length: count }, (_, i) => ({ id: `r${i}`, words: `${i}` }));

/** A server whose list may change between two questions; keeps what it was asked. */
function served(rows: Row[], between: (asked: number) => void = () => {}) {
  const asked: [offset: number, limit: number][] = [];
  return {
    asked,
    ask: async (offset: number, limit: number) => {
      if (asked.length > 0) between(asked.length);
      asked.push([offset, limit]);
      return { records: rows.slice(offset, offset + limit), total: rows.length };
    }
  };
}
async function all(steps: AsyncGenerator<Known<Row>, void>): Promise<Known<Row>[]> {
  const out: Known<Row>[] = [];
  for await (const step of steps) out.push(step);
  return out;
}

describe('a long list in pieces', () => {
  test('the first piece is small and shows at once, the rest follows in its order', async () => {
    const rows = list(1300);
    const server = served(rows);
    const steps = await all(inPieces(server.ask));
    expect(server.asked).toEqual([
      [0, 60],
      [60, 500],
      [560, 500],
      [1060, 500]
    ]);
    expect(steps.map((s) => [s.rows.length, s.total, s.whole])).toEqual([
      [60, 1300, false],
      [560, 1300, false],
      [1060, 1300, false],
      [1300, 1300, true]
    ]);
    expect(steps.at(-1)!.rows).toEqual(rows);
  });
  test('a short one, and an empty one, are one question', async () => {
    for (const count of [0, 1, 60]) {
      const server = served(list(count));
      expect(await all(inPieces(server.ask))).toEqual([{ rows: list(count), total: count, whole: true }]);
      expect(server.asked).toHaveLength(1);
    }
  });
  test('something that comes in front while it is read makes nothing stand twice', async () => {
    const rows = list(200);
    const server = served(rows, (n) => n === 1 && rows.unshift({ id: 'new', words: 'new' }));
    const last = (await all(inPieces(server.ask))).at(-1)!;
    expect(new Set(last.rows.map((r) => r.id)).size).toBe(last.rows.length);
    expect(last.rows).toHaveLength(200);
    expect(last.whole).toBe(true);
  });
  test('what was mended meanwhile stands as it was read last, in its place', async () => {
    const rows = list(120);
    const server = served(rows, () => {
      rows[59] = { id: 'r59', words: 'mended' };
      rows.unshift({ id: 'new', words: 'new' });
    });
    const last = (await all(inPieces(server.ask))).at(-1)!;
    expect(last.rows[59]).toEqual({ id: 'r59', words: 'mended' });
  });
  test('what is taken out meanwhile does not keep it asking', async () => {
    const rows = list(700);
    const server = served(rows, () => void rows.splice(0, 300));
    const steps = await all(inPieces(server.ask));
    expect(steps.at(-1)!.whole).toBe(true);
    expect(server.asked.length).toBeLessThan(5);
  });
});
