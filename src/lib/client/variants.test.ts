import { saltmarshHideBox } from '@haversack/core/demo/boxes';
import type { Box } from '@haversack/core/box/schema';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { OpenBox } from './open-box.svelte.ts';
import { nameOf, Variants } from './variants.svelte.ts';

const hide = saltmarshHideBox();
const named = (id: string, name: string): Box => ({ ...hide, variant: { id, name, builtDay: null } });

/** A server that keeps variants of one box, and boxes of their own. */
class Server {
  kept: Box[] = [];
  boxes: Box[] = [];
  refuse = '';
  readonly fetch = async (path: string, init?: RequestInit): Promise<Response> => {
    const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });
    const method = init?.method ?? 'GET';
    if (this.refuse && method !== 'GET') return json({ message: this.refuse }, 422);
    const body = init?.body ? (JSON.parse(String(init.body)) as { document: Box }) : undefined;
    if (path === '/api/boxes') {
      this.boxes.push(body!.document);
      return json({ id: `b${this.boxes.length + 1}` });
    }
    if (method === 'POST') {
      const { document } = body!;
      this.kept = [...this.kept.filter((k) => k.variant.id !== document.variant.id), document];
      return json({});
    }
    if (method === 'DELETE') {
      this.kept = this.kept.filter((k) => k.variant.id !== path.split('/').at(-1));
      return json({});
    }
    return json({
      variants: this.kept.map((document) => ({ ...document.variant, changedMs: 0, document })),
      broken: [{ id: 'v5', why: 'its text in the database is damaged' }]
    });
  };
}

/** An open box that can be replaced and saved; saving swaps on the server what is open. */
class FakeBox {
  readonly id = 'b1';
  doc: Box = named('v1', '');
  save: { kind: 'saved' | 'failed' } = { kind: 'saved' };
  labels: string[] = [];
  saves = 0;
  saveNow = async (): Promise<void> => {
    this.saves++;
  };
  replace(label: string, doc: Box): void {
    this.labels.push(label);
    this.doc = doc;
  }
}

let server: Server;
let box: FakeBox;
let variants: Variants;
beforeEach(() => {
  server = new Server();
  box = new FakeBox();
  variants = new Variants(box as unknown as OpenBox);
  vi.stubGlobal('fetch', server.fetch);
});
afterEach(() => vi.unstubAllGlobals());

describe('variants of the open box', () => {
  test('kept under an id that nothing has, a broken one’s included', async () => {
    for (const name of ['A', 'B', ' C ', 'D', 'E']) expect(await variants.keep(hide, name)).toBe(true);
    expect(variants.kept.map((v) => [v.id, v.name])).toEqual([
      ['v2', 'A'],
      ['v3', 'B'],
      ['v4', 'C'],
      ['v6', 'D'],
      ['v7', 'E']
    ]);
    expect(variants.did).toBe('Kept as “E”.');
    expect(variants.broken.length).toBe(1);
  });

  test('a refusal is said, nothing is claimed, and it is gone with the next that works', async () => {
    server.refuse = 'A box keeps 12 variants at most.';
    expect(await variants.keep(hide, 'A')).toBe(false);
    expect([variants.problem, variants.did]).toEqual(['A box keeps 12 variants at most.', '']);
    server.refuse = '';
    await variants.keep(hide, 'A');
    expect([variants.problem, variants.did]).toEqual(['', 'Kept as “A”.']);
  });

  test('another is opened in place, with the name and units of the box, after the last change was saved', async () => {
    await variants.keep({ ...hide, name: 'Old name' }, 'Lighter');
    box.doc = { ...box.doc, name: 'Renamed' };
    expect(await variants.openOne(variants.kept[0]!)).toBe(true);
    expect(box.labels).toEqual(['Opened “Lighter”']);
    expect(box.doc.variant.name).toBe('Lighter');
    expect(box.doc.name).toBe('Renamed');
    expect(box.saves).toBe(2);
  });

  test('with a save that fails nothing is opened: the change before it would be lost to its variant', async () => {
    await variants.keep(hide, 'Lighter');
    box.save = { kind: 'failed' };
    expect(await variants.openOne(variants.kept[0]!)).toBe(false);
    expect(box.labels).toEqual([]);
    expect(variants.problem).toMatch(/not saved yet/);
  });

  test('named, built, taken out', async () => {
    await variants.keep(hide, 'A');
    await variants.change(variants.kept[0]!, { name: 'B' }, 'Named “B”.');
    await variants.change(variants.kept[0]!, { builtDay: '2026-05-01' }, 'It was built.');
    expect(variants.kept[0]).toMatchObject({ id: 'v2', name: 'B', builtDay: '2026-05-01' });
    expect(variants.did).toBe('It was built.');
    await variants.drop(variants.kept[0]!);
    expect(variants.kept).toEqual([]);
    expect(variants.did).toBe('Took out “B”.');
  });

  test('a box of its own and a blank one of the family', async () => {
    expect(await variants.asBox(named('v3', 'Lighter'), 'Hide, lighter')).toBe('b2');
    expect(server.boxes[0]).toMatchObject({ name: 'Hide, lighter', variant: { id: 'v1', name: '' } });
    expect(await variants.blank(hide, 'Blank')).toBe('b3');
    expect(server.boxes[1]!.devices.every((d) => d.source === 'guess')).toBe(true);
    server.refuse = 'no room';
    expect(await variants.asBox(hide, 'x')).toBeUndefined();
    expect(await variants.blank(hide, 'x')).toBeUndefined();
  });

  test('the first has a name before anybody gave it one', () => {
    expect([nameOf({ name: '' }), nameOf({ name: 'Lighter' })]).toEqual(['First', 'Lighter']);
  });
});
