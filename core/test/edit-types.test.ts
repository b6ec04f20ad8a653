import { describe, expect, test } from 'vitest';
import { AUTO, setTo } from '../src/box/attr.ts';
import { add, remove, set } from '../src/box/edit.ts';

/**
 * What the compiler refuses. `tsc -p core/tsconfig.test.json` reads this file: a line marked as an error that is none fails
 * there, so that neither a wrong path nor a wrong value gets through unseen.
 */
describe('edits typed by the schema', () => {
  test('give what they are asked for', () => {
    expect(set('outing/airC', -3)).toEqual({ op: 'set', path: 'outing/airC', value: -3 });
    expect(set(`circuits/${'c1'}/fuse`, setTo(5))).toEqual({
      op: 'set',
      path: 'circuits/c1/fuse',
      value: { is: 'set', value: 5 }
    });
    expect(set('feeds/main/lead/wireCount', 2).path).toBe('feeds/main/lead/wireCount');
    expect(add('bodies', { id: 'b1', name: 'Bag', partId: 'bag', held: 'stowed' })).toEqual({
      op: 'add',
      path: 'bodies',
      value: { id: 'b1', name: 'Bag', partId: 'bag', held: 'stowed' }
    });
    expect(add('kit/owned', { lineId: 'l', count: 1 }, 0)).toMatchObject({ op: 'add', index: 0 });
    expect(remove('ports/p1')).toEqual({ op: 'remove', path: 'ports/p1' });
  });

  test('a path that leads nowhere is refused', () => {
    const id = 'c1' as string;
    // @ts-expect-error no such field
    expect(set('outing/airF', 3).op).toBe('set');
    // @ts-expect-error no such field of a circuit
    expect(set(`circuits/${id}/fuze`, AUTO).op).toBe('set');
    // @ts-expect-error no such field two levels down
    expect(set(`devices/${id}/inner/capacity`, 3).op).toBe('set');
    // @ts-expect-error no list stands there
    expect(add('outing', { airC: 3 }).op).toBe('add');
  });

  test('a value that cannot stand there is refused', () => {
    const id = 'c1' as string;
    // @ts-expect-error a number is wanted
    expect(set('outing/airC', '3').op).toBe('set');
    // @ts-expect-error a bare number where a choice is wanted
    expect(set(`circuits/${id}/fuse`, 5).op).toBe('set');
    // @ts-expect-error no such word
    expect(set('bank/arrangement', 'in-a-row').op).toBe('set');
    // @ts-expect-error a key too many
    expect(set('charging/plugged', [{ id: 'k', startH: 1, endH: 2 }]).op).toBe('set');
    // @ts-expect-error a key is missing
    expect(add('kit/owned', { lineId: 'l' }).op).toBe('add');
  });

  test('a path put together while it runs takes anything: the schema reads it', () => {
    const path: string = 'outing/airC';
    expect(set(path, 'x')).toEqual({ op: 'set', path, value: 'x' });
  });
});
