import type { Box } from '../box/schema.ts';
import { fixed } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import type { Merits } from './assess.ts';
import type { Pair, PairOutcome } from './pair.ts';

type Preferences = Box['preferences'];

/** Below these a difference is not worth a word. */
const KG = 0.05;
const MONEY = 0.5;
const LITRES = 0.3;
const CHANCE = 0.015;

/** '2 × LiFePO4 12.8 V 7 Ah'. */
export const packsText = (p: Pick<Pair, 'battery' | 'count'>): string =>
  p.count > 1 ? `${p.count} × ${p.battery.name}` : p.battery.name;
export const pairText = (p: Pair): string => `${packsText(p)} in ${p.case.name}`;

/** What another design would be instead of this one: '1.9 kg more, €21 less, 12 % less sure'. */
export function differenceSay(p: Preferences, from: Merits, to: Merits): string {
  const said = saidIn(p);
  const parts: string[] = [];
  const say = (delta: number, least: number, text: (size: number) => string, more = 'more', less = 'less') => {
    if (Math.abs(delta) >= least) parts.push(`${text(Math.abs(delta))} ${delta > 0 ? more : less}`);
  };
  say(to.massKg - from.massKg, KG, (v) => said.kg(v, 1));
  say(to.priceAmount - from.priceAmount, MONEY, (v) => `${p.currency}${fixed(v, 0)}`);
  say(to.volumeL - from.volumeL, LITRES, (v) => `${fixed(v, 1)} l`, 'larger', 'smaller');
  say(to.chanceFraction - from.chanceFraction, CHANCE, (v) => `${Math.round(v * 100)} %`, 'surer', 'less sure');
  return parts.length ? parts.join(', ') : 'no difference in mass, price, size or chance';
}

/** Why a pair gave no sound box, in a few words. */
export function failureSay(o: Exclude<PairOutcome, { kind: 'sound' }>): string {
  if (o.kind === 'unbuilt') return o.say;
  const [first, ...more] = o.design.against;
  return `${first!.title}${more.length ? ` and ${more.length} more` : ''}`;
}
