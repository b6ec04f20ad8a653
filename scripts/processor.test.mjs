import { describe, expect, test } from 'vitest';
import { processorTicks, sharesBetween, sharesSaid } from './processor.mjs';

const stat = (user, idle, wait, stolen) =>
  `cpu  ${user} 0 100 ${idle} ${wait} 0 0 ${stolen} 7 0\ncpu0 1 1 1 1 1 1 1 1 1 1\nintr 5\n`;

describe('what became of the processor’s time', () => {
  test('all, idle with waiting for the disk, and given away; what guests took is counted once', () => {
    expect(processorTicks(stat(1000, 300, 50, 200))).toEqual({ all: 1650, idle: 350, stolen: 200 });
  });

  test('shares between two looks', () => {
    const shares = sharesBetween(processorTicks(stat(1000, 300, 50, 200)), processorTicks(stat(1500, 320, 55, 675)));
    expect(shares).toEqual({ idle: 0.025, stolen: 0.475 });
    expect(sharesSaid(shares)).toBe('3 % idle, 48 % given to other machines');
  });

  test('where nobody tells, nothing is said', () => {
    expect(processorTicks('')).toBeUndefined();
    expect(processorTicks('cpu  1 2 3 4\n')).toBeUndefined();
    const now = processorTicks(stat(1, 1, 1, 1));
    expect(sharesBetween(undefined, now)).toBeUndefined();
    expect(sharesBetween(now, now)).toBeUndefined();
    expect(sharesSaid(undefined)).toBe('');
  });

  test.runIf(process.platform === 'linux')('this machine tells', () => {
    expect(processorTicks().all).toBeGreaterThan(0);
  });
});
