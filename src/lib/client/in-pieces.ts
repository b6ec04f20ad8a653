/** What is seen first, and how much comes at once after it. */
const FIRST = 60;
const PIECE = 500;

type Piece<Row> = { records: Row[]; total: number };
export type Known<Row> = { rows: Row[]; total: number; whole: boolean };

/**
 * A long list asked for in pieces, the first of them small; each step gives what is known so far. While it is read the list may
 * change: what slides into the next piece because something came before it stands once, as it was read last.
 * @param ask rows from a place on, so many at most, and how many there are in all
 */
export async function* inPieces<Row extends { id: string }>(
  ask: (offset: number, limit: number) => Promise<Piece<Row>>
): AsyncGenerator<Known<Row>, void> {
  const known = new Map<string, Row>();
  let offset = 0;
  for (let limit = FIRST; ; limit = PIECE) {
    const { records, total } = await ask(offset, limit);
    offset += records.length;
    for (const row of records) known.set(row.id, row);
    const whole = records.length === 0 || offset >= total;
    yield { rows: [...known.values()], total, whole };
    if (whole) return;
  }
}
