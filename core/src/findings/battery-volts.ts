import type { Device } from '../box/schema.ts';
import type { Facts } from './rule.ts';

/** The most a device straight on the battery may see on the outing, V: the battery full and at rest, or while something charges it. */
export const mostOnOutingV = (x: Facts): number | undefined =>
  x.bank && (x.judge.sources.some((s) => s.when === 'outing') ? Math.max(x.bank.fullV, x.judge.highV) : x.bank.fullV);

/** It hangs on the battery itself, and that never has what it needs. */
export const neverEnough = (x: Facts, d: Device): boolean =>
  d.supply === '12v' && d.minV !== null && d.minV > (mostOnOutingV(x) ?? Infinity);
