import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { choiceOf, fromChoice, setTo } from '../src/box/attr.ts';

describe('an attribute as a list to choose from', () => {
  it('keeps auto, none and unknown apart from a value', () => {
    for (const is of ['auto', 'none', 'unknown'] as const) {
      expect(fromChoice(is)).toEqual({ is });
      expect(choiceOf({ is })).toBe(is);
    }
  });
  it('reads a figure where one is wanted', () => {
    expect(fromChoice('105', Number)).toEqual(setTo(105));
    expect(fromChoice('blade')).toEqual(setTo('blade'));
    expect(fromChoice('unknown', Number)).toEqual({ is: 'unknown' });
  });
  it('comes back as it went, for every figure', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (value) => {
        const back = fromChoice(choiceOf(setTo(value)), Number);
        expect(back.is === 'set' && back.value === value).toBe(true);
      })
    );
  });
});
