import type { Said } from '../quantity/said.ts';
import type { PartOf } from '../catalogue/part.ts';

type Terminal = PartOf<'battery'>['terminal'];

/**
 * What a battery's terminals bear for good, A, and the most copper that can be crimped for one, mm².
 * @source receptacles 4.8 and 6.3 mm after IEC 61210 as remembered (16 A and 24 A); studs by usual cable lugs (rule of thumb)
 */
export const TERMINAL_BEARS: Record<
  Exclude<Terminal, 'unknown'>,
  { ratingA: number; mostMm2: number; words: (said: Said) => string }
> = {
  'tab-4.8': { ratingA: 16, mostMm2: 2.6, words: (said) => `${said.mm(4.8)} tab` },
  'tab-6.3': { ratingA: 24, mostMm2: 6, words: (said) => `${said.mm(6.3)} tab` },
  m5: { ratingA: 80, mostMm2: 16, words: () => 'M5 stud' },
  m6: { ratingA: 120, mostMm2: 35, words: () => 'M6 stud' },
  m8: { ratingA: 250, mostMm2: 70, words: () => 'M8 stud' },
  post: { ratingA: 300, mostMm2: 70, words: () => 'lead post' },
  lead: { ratingA: 300, mostMm2: 70, words: () => 'lead of its own' }
};

/** What a pack's terminals bear; undefined when nobody knows them. */
export const terminalBears = (
  part: PartOf<'battery'>
): (typeof TERMINAL_BEARS)[keyof typeof TERMINAL_BEARS] | undefined =>
  part.terminal === 'unknown' ? undefined : TERMINAL_BEARS[part.terminal];

/** A push-on tab: nothing can be bolted on it. */
export const isTab = (part: PartOf<'battery'>): boolean => part.terminal.startsWith('tab');

/** What terminals may reach in the hand on a mild day, °C: 75 °C is what their plastic bears, less a hot day's margin. @source electrical reference 12 */
export const TERMINAL_LIMIT_C = 60;
