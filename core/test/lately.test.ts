import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Lately } from '../src/lately.ts';

describe('answers worked out lately', () => {
  test('what was asked is there again, what was not is not', () => {
    const lately = new Lately<number>(3);
    expect(lately.get('a')).toBeUndefined();
    expect(lately.keep('a', 1)).toBe(1);
    expect(lately.get('a')).toBe(1);
    expect(lately.get('b')).toBeUndefined();
  });

  test('the one asked for longest ago goes first', () => {
    const lately = new Lately<number>(2);
    lately.keep('a', 1);
    lately.keep('b', 2);
    lately.get('a');
    lately.keep('c', 3);
    expect([lately.get('a'), lately.get('b'), lately.get('c')]).toEqual([1, undefined, 3]);
  });

  test('forgotten is gone', () => {
    const lately = new Lately<number>(2);
    lately.keep('a', 1);
    lately.forget();
    expect(lately.get('a')).toBeUndefined();
  });

  test('in any order of questions it holds the last few that were asked, with their last answers', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c', 'd', 'e'), fc.nat(9), fc.boolean())), (asked) => {
        const most = 3;
        const lately = new Lately<number>(most);
        // the plain way: a list in the order of use
        let list: [string, number][] = [];
        for (const [question, answer, isLook] of asked) {
          const there = list.find(([q]) => q === question);
          if (isLook) expect(lately.get(question)).toBe(there?.[1]);
          else lately.keep(question, answer);
          if (isLook && !there) continue;
          list = [...list.filter(([q]) => q !== question), [question, isLook ? there![1] : answer] as [string, number]];
          list = list.slice(-most);
        }
        for (const q of ['a', 'b', 'c', 'd', 'e']) expect(lately.get(q)).toBe(list.find(([k]) => k === q)?.[1]);
      })
    );
  });
});
