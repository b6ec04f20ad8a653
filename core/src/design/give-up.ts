import type { Edit } from '../box/edits.ts';
import type { Box, CarryWord } from '../box/schema.ts';
import { set } from '../findings/rule.ts';
import { CARRY_LIMIT_KG } from '../kit/carry.ts';
import { fixed } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import type { Merits } from './assess.ts';
import { limitsOf, type Limits } from './limits.ts';
import type { DesignSearch, Sound } from './search.ts';

/** The nearest that can be had where a wish cannot be met: what would have to give, and the box that then can be built. */
export type Nearest = {
  id: string;
  /** 'Lasts 13 h 10 min instead of 14 h'. */
  say: string;
  /** What is given up, as edits of outing and wishes. */
  gives: Edit[];
  design: Sound;
};
type Limit = 'mass' | 'money' | 'chance';
const LIMITS: readonly Limit[] = ['mass', 'money', 'chance'];

/** By how much of itself a limit is broken; 0 where it is kept. */
function excess(l: Limits, m: Merits, limit: Limit): number {
  if (limit === 'mass') return Math.max(0, m.massKg / l.mostKg - 1);
  if (limit === 'money') return Math.max(0, m.priceAmount / l.mostAmount - 1);
  return Math.max(0, l.leastChance - m.chanceFraction);
}

/** One limit given up just as far as a design needs it: in words, and as edits. */
function givenUp(box: Box, m: Merits, limit: Limit): { say: string; gives: Edit[] } {
  const said = saidIn(box.preferences);
  const l = limitsOf(box);
  const money = (v: number) => `${box.preferences.currency}${fixed(v, 0)}`;
  if (limit === 'mass') {
    const kg = Math.ceil(m.massKg * 10 - 1e-9) / 10;
    const byCarrying = limitsOf({ ...box, wishes: { ...box.wishes, mostKg: null } }).mostKg;
    const bands = (Object.keys(CARRY_LIMIT_KG) as CarryWord[]).find((w) => kg <= CARRY_LIMIT_KG[w]) ?? 'vehicle';
    return {
      say: `${said.kg(kg, 1)} instead of ${said.kg(l.mostKg, 1)}`,
      gives: [
        ...(box.wishes.mostKg !== null && box.wishes.mostKg < kg ? [set('wishes/mostKg', kg)] : []),
        ...(kg > byCarrying ? [set('outing/carry', bands)] : [])
      ]
    };
  }
  if (limit === 'money') {
    const amount = Math.ceil(m.priceAmount - 1e-9);
    const raised = (now: number | null): boolean => now !== null && now < amount;
    return {
      say: `${money(amount)} instead of ${money(l.mostAmount)}`,
      gives: [
        ...(raised(box.wishes.mostAmount) ? [set('wishes/mostAmount', amount)] : []),
        ...(raised(box.outing.budgetAmount) ? [set('outing/budgetAmount', amount)] : [])
      ]
    };
  }
  const fraction = Math.floor(m.chanceFraction * 100 + 1e-9) / 100;
  return {
    say: `${fixed(fraction * 100, 0)} % sure instead of ${fixed(l.leastChance * 100, 0)} %`,
    gives: [set('wishes/leastChanceFraction', fraction)]
  };
}

/** Sound boxes there are, but beyond a limit: the nearest when one limit is given up, and the one that asks for least of all together. */
export function overLimits(box: Box, search: DesignSearch, why: string[], nearest: Nearest[]): void {
  if (search.sound.length === 0) return;
  const said = saidIn(box.preferences);
  const l = limitsOf(box);
  const sum = (m: Merits): number => LIMITS.reduce((s, limit) => s + excess(l, m, limit), 0);
  const by = (of: (m: Merits) => number) => (a: Sound, b: Sound) =>
    of(a.merits) - of(b.merits) || a.merits.priceAmount - b.merits.priceAmount || (a.key < b.key ? -1 : 1);
  const told: Record<Limit, (m: Merits) => string> = {
    mass: (m) =>
      `Nothing up to ${said.kg(l.mostKg, 1)} does it; the lightest sound box that keeps the rest weighs ${said.kg(m.massKg, 1)}.`,
    money: (m) =>
      `Nothing up to ${box.preferences.currency}${fixed(l.mostAmount, 0)} does it; the cheapest sound box that keeps the rest costs ${box.preferences.currency}${fixed(m.priceAmount, 0)}.`,
    chance: (m) => `Within the limits nothing sound is surer than ${fixed(m.chanceFraction * 100, 0)} %.`
  };
  for (const limit of LIMITS) {
    const keeps = search.sound.filter((s) => LIMITS.every((o) => o === limit || excess(l, s.merits, o) === 0));
    const one = keeps.toSorted(by((m) => excess(l, m, limit)))[0];
    if (!one) continue;
    why.push(told[limit](one.merits));
    nearest.push({ id: limit, design: one, ...givenUp(box, one.merits, limit) });
  }
  if (nearest.length > 0) return;
  const one = search.sound.toSorted(by(sum))[0]!;
  const given = LIMITS.filter((limit) => excess(l, one.merits, limit) > 0).map((limit) =>
    givenUp(box, one.merits, limit)
  );
  why.push('No sound box keeps all but one of the limits; the nearest asks for more than one.');
  nearest.push({
    id: 'several',
    design: one,
    say: given.map((g) => g.say).join(', '),
    gives: given.flatMap((g) => g.gives)
  });
}
