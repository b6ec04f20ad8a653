import type { Bank } from './bank.ts';
import { rateFactor } from './model.ts';

const ROUNDS = 40;

/**
 * The steady current a bank gives for some hours down to what is kept back, A: usable amp-hours over the hours, less what
 * a fast discharge loses. @param durationH positive hours
 * @source electrical reference 6: rate factor
 */
export function ampsFor(bank: Pick<Bank, 'chemistry' | 'part' | 'count' | 'usableAh'>, durationH: number): number {
  if (durationH <= 0 || bank.usableAh <= 0) return 0;
  let amps = bank.usableAh / durationH;
  for (let i = 0; i < ROUNDS; i++)
    amps = bank.usableAh / durationH / rateFactor(bank.chemistry, bank.part.capacityAh, amps / bank.count);
  return amps;
}

/** The wanted hours, and a third more and half as long again: what may run in each. */
export function ampsTable(bank: Parameters<typeof ampsFor>[0], wantedH: number): { durationH: number; amps: number }[] {
  const all = [wantedH, Math.round(wantedH * 1.33), Math.round(wantedH * 1.5)].filter((h) => h > 0);
  return [...new Set(all)].map((durationH) => ({ durationH, amps: ampsFor(bank, durationH) }));
}
