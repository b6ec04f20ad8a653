import type { DrawerLine } from './buy/orders.ts';

/** A table of text as a CSV reader gives it: one record a row, by the names of its head. */
export type Table = Record<string, string | undefined>[];

export type DrawerImport = { ok: true; lines: DrawerLine[] } | { ok: false; message: string };

const NAMES = ['part', 'name', 'what', 'item', 'article'];
const COUNTS = ['count', 'pieces', 'quantity', 'qty', 'amount', 'metres', 'meters', 'number'];
const IDS = ['line', 'lineid', 'id'];
const UNITS = ['unit'];
const MOST_ROWS = 500;

const slug = (name: string): string =>
  `own-${name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 80)}`;

/** A number as people type it, with a point or a comma. */
const numberOf = (text: string): number =>
  /^\d+(?:[.,]\d+)?$/.test(text.trim()) ? Number(text.trim().replace(',', '.')) : NaN;

/**
 * What lies in the drawer from a table: one row a thing, with a column for its name and one for how much of it. Names that
 * a kit knows become its lines; the rest are kept under their own names. All or nothing.
 * @param known lines of kits by name
 */
export function drawerFrom(
  table: Table,
  known: readonly { lineId: string; name: string; unit: 'pc' | 'm' }[]
): DrawerImport {
  if (table.length === 0)
    return {
      ok: false,
      message: 'The file holds no rows: a head such as "part,count" and one row a thing are wanted.'
    };
  if (table.length > MOST_ROWS)
    return { ok: false, message: `The file holds ${table.length} rows; ${MOST_ROWS} are read at most.` };
  const heads = Object.keys(table[0]!);
  const column = (words: readonly string[]) => heads.find((h) => words.includes(h.trim().toLowerCase()));
  const [name, count, id, unit] = [NAMES, COUNTS, IDS, UNITS].map(column);
  if (!name || !count)
    return {
      ok: false,
      message: `No column for ${name ? 'how much of it' : 'the part'} was found among '${heads.join("', '")}': name them 'part' and 'count'.`
    };
  const out = new Map<string, DrawerLine>();
  for (const [i, row] of table.entries()) {
    const said = (row[name] ?? '').trim();
    if (!said) continue;
    const value = numberOf(row[count] ?? '');
    if (!Number.isFinite(value) || value > 100000)
      return { ok: false, message: `Row ${i + 2}, '${said}': '${row[count] ?? ''}' is no count; nothing was taken.` };
    const of = known.find((k) => k.lineId === row[id ?? '']?.trim() || k.name.toLowerCase() === said.toLowerCase());
    const metres = of ? of.unit === 'm' : /^m(et(re|er)s?)?$/i.test((row[unit ?? ''] ?? '').trim());
    const lineId = of?.lineId ?? slug(said);
    const before = out.get(lineId);
    out.set(lineId, {
      lineId,
      name: of?.name ?? said.slice(0, 200),
      unit: metres ? 'm' : 'pc',
      count: (before?.count ?? 0) + value
    });
  }
  return { ok: true, lines: [...out.values()] };
}
