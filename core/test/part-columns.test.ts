import { describe, expect, test } from 'vitest';
import { columnsOf, sharedNotes, sortParts } from '../src/advise/part-columns.ts';
import type { Part, PartKind } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';

const METRIC = { lengthUnit: 'mm', massUnit: 'kg' } as const;
const IMPERIAL = { lengthUnit: 'in', massUnit: 'lb' } as const;
const kinds = [...new Set(STARTER_CATALOGUE.map((p) => p.kind))] as PartKind[];
const of = (kind: PartKind): Part[] => STARTER_CATALOGUE.filter((p) => p.kind === kind);

describe('the table of parts', () => {
  test.each(kinds)(
    '%s: every cell of every part says something, in both unit systems, and no column is there twice',
    (kind) => {
      const columns = columnsOf(kind);
      expect(new Set(columns.map((c) => c.id)).size).toBe(columns.length);
      for (const p of of(kind))
        for (const c of columns)
          for (const units of [METRIC, IMPERIAL]) {
            const text = c.text(p, units);
            expect(text).not.toMatch(/undefined|NaN|Infinity|null/);
            if (c.id !== 'supply') expect([p.name, c.id, text]).not.toEqual([p.name, c.id, '']);
          }
    }
  );

  test.each(kinds)(
    '%s: sorted by any column the figures run one way, what is unknown last; nothing is lost',
    (kind) => {
      for (const column of columnsOf(kind))
        for (const down of [false, true]) {
          const sorted = sortParts(of(kind), column, down);
          expect(sorted.map((p) => p.id).toSorted()).toEqual(
            of(kind)
              .map((p) => p.id)
              .toSorted()
          );
          const values = sorted.map((p) => column.by(p));
          const known = values.filter((v) => v !== null);
          expect(values.slice(0, known.length)).toEqual(known);
          const inOrder = known.toSorted((a, b) =>
            typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b))
          );
          expect(known).toEqual(down ? inOrder.toReversed() : inOrder);
        }
    }
  );

  test('by name without a column; an unknown price stands last both ways', () => {
    const parts = of('battery');
    expect(sortParts(parts, undefined, false).map((p) => p.name)).toEqual(
      parts.map((p) => p.name).toSorted((a, b) => a.localeCompare(b))
    );
    const price = columnsOf('battery').find((c) => c.id === 'price')!;
    const noPrice = { ...parts[0]!, id: 'mine', priceAmount: null };
    for (const down of [false, true]) expect(sortParts([noPrice, ...parts], price, down).at(-1)!.id).toBe('mine');
  });

  test('energy is capacity by the chemistry’s voltage, a price is for its packet', () => {
    const lfp = of('battery').find((p) => p.kind === 'battery' && p.chemistry === 'lfp' && p.capacityAh === 20)!;
    const energy = columnsOf('battery').find((c) => c.id === 'energy')!;
    expect(energy.text(lfp, METRIC)).toBe('256');
    const price = columnsOf('fuse').find((c) => c.id === 'price')!;
    expect(price.text({ ...of('fuse')[0]!, priceAmount: 6, packCount: 10 }, METRIC)).toBe('6.00 for 10');
    expect(price.by({ ...of('fuse')[0]!, priceAmount: 6, packCount: 10 })).toBe(0.6);
  });

  test('inches and pounds are read where they are chosen, in every size and mass', () => {
    const [part] = of('case');
    for (const id of ['size', 'wall']) {
      const column = columnsOf('case').find((c) => c.id === id)!;
      expect(column.text(part!, IMPERIAL)).toMatch(/ in$/);
      expect(column.text(part!, METRIC)).toMatch(/ mm$/);
    }
    const mass = columnsOf('case').find((c) => c.id === 'mass')!;
    expect(mass.text({ ...part!, massKg: 1 }, IMPERIAL)).toBe('2.20 lb');
  });

  test('a note of several parts is said once, one of a single part stays with it', () => {
    const [a, b, c] = of('battery');
    expect(
      sharedNotes([
        { ...a!, note: 'x' },
        { ...b!, note: 'x' },
        { ...c!, note: 'y' },
        { ...c!, note: '' }
      ])
    ).toEqual(['x']);
  });
});
