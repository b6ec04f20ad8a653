import { describe, expect, it } from 'vitest';
import { UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import { demoBoxes } from '../src/demo/boxes.ts';
import { openFields } from '../src/unknown/open-fields.ts';

/** The same, looked for in the plainest way: every path of the document, by its text. */
function bySearch(node: unknown, path: string[] = []): string[] {
  if (typeof node !== 'object' || node === null || path[0] === 'parts') return [];
  if ((node as { is?: unknown }).is === 'unknown') return [path.join('/')];
  return Object.entries(node).flatMap(([key, value]) => {
    const id = Array.isArray(node) ? (value as { id?: unknown } | null)?.id : undefined;
    return bySearch(value, [...path, typeof id === 'string' ? id : key]);
  });
}

describe('what a document says is unknown', () => {
  it.each(demoBoxes().map((b) => [b.name, b] as const))('is found everywhere in %s, and nothing else', (_, box) => {
    expect(openFields(box).map((f) => f.path)).toEqual(bySearch(box));
  });

  it('names list, thing and field of what was made unknown', () => {
    const box = demoBoxes()[0]!;
    const circuit = box.circuits[1]!.id;
    const main = box.feeds[0].id;
    const before = openFields(box).length;
    const open = openFields(
      applyEdits(box, [
        set(`circuits/${circuit}/wire`, UNKNOWN),
        set(`feeds/${main}/fuse`, UNKNOWN),
        set('wiring/insulationC', UNKNOWN)
      ])
    );
    expect(open).toHaveLength(before + 3);
    expect(open).toContainEqual({ path: `circuits/${circuit}/wire`, key: 'wire', list: 'circuits', id: circuit });
    expect(open).toContainEqual({ path: `feeds/${main}/fuse`, key: 'fuse', list: 'feeds', id: main });
    expect(open).toContainEqual({ path: 'wiring/insulationC', key: 'insulationC', list: '', id: '' });
  });

  it('belongs to the feed, however deep in it: a section of its wire', () => {
    const box = demoBoxes()[0]!;
    const main = box.feeds[0].id;
    const sections = [{ wire: UNKNOWN, wireCount: 1, lengthMm: UNKNOWN }];
    const odd = { ...box, feeds: [{ ...box.feeds[0], sections }] } as unknown as typeof box;
    const found = openFields(odd).filter((f) => f.path.includes('sections'));
    expect(found.map((f) => f.path)).toEqual([`feeds/${main}/sections/0/wire`, `feeds/${main}/sections/0/lengthMm`]);
    expect(found.map((f) => [f.list, f.id])).toEqual([
      ['feeds', main],
      ['feeds', main]
    ]);
  });
});
