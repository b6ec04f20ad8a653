import type { Said } from '../../quantity/said.ts';
import { batteryWords } from './battery.ts';
import { caseWords } from './case.ts';
import { chargingWords } from './charging.ts';
import { controlWords } from './control.ts';
import { outingWords } from './outing.ts';
import { panelWords } from './panel.ts';
import { mainProtectionWords } from './main-protection.ts';
import { railsWords } from './rails.ts';
import { portsWords } from './ports.ts';
import { protectionWords } from './protection.ts';
import type { Words } from './table.ts';
import { wiresWords } from './wires.ts';

/** The one table of words: whatever is found is put into words here and nowhere else. */
const WORDS = {
  ...outingWords,
  ...batteryWords,
  ...chargingWords,
  ...caseWords,
  ...portsWords,
  ...panelWords,
  ...protectionWords,
  ...mainProtectionWords,
  ...wiresWords,
  ...railsWords,
  ...controlWords
};

type Table = typeof WORDS;
type QuantitiesOf<F> = F extends (...args: infer A) => Words
  ? A extends [infer Q, ...unknown[]]
    ? Q
    : Record<string, never>
  : never;

/** What a finding says, as data: which words of the table, and the quantities, tags and names that go into them. */
export type Say = { code: string; variant: string; quantities: Readonly<Record<string, unknown>> };

/** What is to be said, checked against the table by the compiler: code of the rule, which of its words, and what they take. */
export const say = <C extends keyof Table, V extends keyof Table[C] & string>(
  code: C,
  variant: V,
  quantities: QuantitiesOf<Table[C][V]>
): Say => ({ code, variant, quantities: quantities as Say['quantities'] });

/** What a finding says in words. @param said writes quantities in the person's units */
export function wordsOf({ code, variant, quantities }: Say, said: Said): Words {
  const table = WORDS as unknown as Record<string, Record<string, (q: Say['quantities'], said: Said) => Words>>;
  return table[code]![variant]!(quantities, said);
}
