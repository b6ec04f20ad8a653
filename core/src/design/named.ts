import type { Box } from '../box/schema.ts';
import type { Merits } from './assess.ts';
import { front } from './front.ts';
import { withinLimits } from './limits.ts';

/** What one design of the front is best at. */
export type Role = 'cheapest' | 'lightest' | 'smallest' | 'surest' | 'from-home';
export const ROLE_WORDS: Record<Role, string> = {
  cheapest: 'Cheapest',
  lightest: 'Lightest',
  smallest: 'Smallest',
  surest: 'Surest',
  'from-home': 'Least to buy'
};

type Comparable = { merits: Merits; key: string };
export type Named<T> = { design: T; roles: Role[] };

/** As few as this are shown with what else is on the front, where there is more. */
const SHOWN = 3;

/**
 * The few to choose from: of the front within the limits the best at each aim, one design for all aims it is best at, filled
 * up to three with what else nothing beats. Where several are equally good at an aim, the cheaper and then the lighter is named.
 */
export function namedOf<T extends Comparable>(box: Pick<Box, 'outing' | 'wishes'>, all: readonly T[]): Named<T>[] {
  const shown = front(withinLimits(box, all));
  if (shown.length === 0) return [];
  const order = (of: (m: Merits) => number) => (a: T, b: T) =>
    of(a.merits) - of(b.merits) ||
    a.merits.priceAmount - b.merits.priceAmount ||
    a.merits.massKg - b.merits.massKg ||
    (a.key < b.key ? -1 : 1);
  const best = (of: (m: Merits) => number): T => shown.toSorted(order(of))[0]!;
  const picks: [Role, T][] = [
    ['cheapest', best((m) => m.priceAmount)],
    ['lightest', best((m) => m.massKg)],
    ['smallest', best((m) => m.volumeL)],
    ['surest', best((m) => -Math.round(m.chanceFraction * 100))]
  ];
  // something lies at home: what is left to buy is a question of its own
  if (shown.some((d) => d.merits.toBuyAmount < d.merits.priceAmount - 0.5))
    picks.push(['from-home', best((m) => m.toBuyAmount)]);
  const out: Named<T>[] = [];
  for (const [role, design] of picks) {
    const known = out.find((n) => n.design === design);
    if (known) known.roles.push(role);
    else out.push({ design, roles: [role] });
  }
  const rest = shown.filter((d) => !out.some((n) => n.design === d)).toSorted(order((m) => m.priceAmount * m.massKg));
  return [...out, ...rest.slice(0, Math.max(0, SHOWN - out.length)).map((design) => ({ design, roles: [] }))];
}
