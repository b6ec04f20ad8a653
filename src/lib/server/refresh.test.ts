import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { AnswersOf } from './answers-of.ts';
import { Refresh } from './refresh.ts';

const answersFor = (boxId: string): AnswersOf => ({
  boxId,
  revision: 1,
  bytes: 1,
  own: '',
  answers: { notes: '', verdicts: [], unreadable: null }
});

/** A queue whose work is done by hand. */
function byHand(restMs?: number) {
  const asked: string[] = [];
  const kept: string[] = [];
  const failed: string[] = [];
  let finish: (of: AnswersOf | undefined) => void = () => {};
  let fail: (error: Error) => void = () => {};
  const refresh = new Refresh(
    {
      answersOf: (boxId) => {
        asked.push(boxId);
        return new Promise((done, no) => ([finish, fail] = [done, no]));
      },
      keep: (of) => kept.push(of.boxId),
      failed: (boxId) => failed.push(boxId)
    },
    restMs
  );
  const settle = () => vi.advanceTimersByTimeAsync(0);
  return {
    refresh,
    asked,
    kept,
    failed,
    done: async () => (finish(answersFor(asked.at(-1)!)), settle()),
    gone: async () => (finish(undefined), settle()),
    breaks: async () => (fail(new Error('too long')), settle())
  };
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('answers that are to be worked out', () => {
  test('one after the other, each once, however often the shelf is looked at', async () => {
    const hand = byHand();
    hand.refresh.now(['a', 'b']);
    hand.refresh.now(['b', 'c']);
    expect(hand.asked).toEqual(['a']);
    expect(hand.refresh.left).toBe(3);
    await hand.done();
    await hand.done();
    await hand.done();
    expect(hand.asked).toEqual(['a', 'b', 'c']);
    expect(hand.kept).toEqual(['a', 'b', 'c']);
    expect(hand.refresh.left).toBe(0);
  });

  test('what is asked for now goes before what waits', async () => {
    const hand = byHand();
    hand.refresh.now(['a', 'b', 'c']);
    hand.refresh.now(['c']);
    await hand.done();
    expect(hand.asked).toEqual(['a', 'c']);
  });

  test('a box that cannot be worked out, or is gone, does not hold up the others', async () => {
    const hand = byHand();
    hand.refresh.now(['a', 'b', 'c']);
    await hand.breaks();
    await hand.gone();
    await hand.done();
    expect(hand.failed).toEqual(['a']);
    expect(hand.kept).toEqual(['c']);
  });

  test('a row of saves is one look, four seconds after the last', async () => {
    const hand = byHand();
    hand.refresh.soon('a');
    await vi.advanceTimersByTimeAsync(3_900);
    hand.refresh.soon('a');
    await vi.advanceTimersByTimeAsync(3_900);
    expect(hand.asked).toEqual([]);
    await vi.advanceTimersByTimeAsync(200);
    expect(hand.asked).toEqual(['a']);
  });

  test('where the machine has more urgent things to do, it waits as long as it was told', async () => {
    const hand = byHand(60_000);
    hand.refresh.soon('a');
    await vi.advanceTimersByTimeAsync(59_900);
    expect(hand.asked).toEqual([]);
    await vi.advanceTimersByTimeAsync(200);
    expect(hand.asked).toEqual(['a']);
  });

  test('stopped, nothing more is begun or kept', async () => {
    const hand = byHand();
    hand.refresh.now(['a', 'b']);
    hand.refresh.soon('c');
    hand.refresh.stop();
    await hand.done();
    await vi.advanceTimersByTimeAsync(5000);
    hand.refresh.now(['d']);
    expect(hand.asked).toEqual(['a']);
    expect(hand.kept).toEqual([]);
  });
});
