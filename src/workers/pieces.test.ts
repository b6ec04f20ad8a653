import { describe, expect, it } from 'vitest';
import { Pieces } from './pieces.ts';

const busy = (ms: number): void => {
  const until = performance.now() + ms;
  while (performance.now() < until);
};

function* counting(to: number, stepMs = 0): Generator<number, string> {
  for (let n = 1; n <= to; n++) {
    busy(stepMs);
    yield n;
  }
  return `counted to ${to}`;
}

describe('long work in pieces', () => {
  it('gives every part in turn and its end', async () => {
    const heard: number[] = [];
    const pieces = new Pieces();
    pieces.asked(1);
    expect(await pieces.run(counting(5), 1, (n) => heard.push(n))).toBe('counted to 5');
    expect(heard).toEqual([1, 2, 3, 4, 5]);
  });

  it('ends without an answer once a newer version of the document was asked about', async () => {
    const heard: number[] = [];
    const pieces = new Pieces();
    pieces.asked(1);
    const older = pieces.run(counting(1000, 5), 1, (n) => heard.push(n));
    pieces.asked(2);
    expect(await older).toBeUndefined();
    expect(heard.length).toBeLessThan(1000);
    expect(await pieces.run(counting(3), 2)).toBe('counted to 3');
  });

  it('never goes back to an older version', async () => {
    const pieces = new Pieces();
    pieces.asked(5);
    pieces.asked(3);
    expect(await pieces.run(counting(1000, 5), 4)).toBeUndefined();
    expect(await pieces.run(counting(10, 5), 5)).toBe('counted to 10');
  });
});
