import { HEAT_INSIDE } from './heat-inside.ts';
import { OUT_OF_SCOPE } from './out-of-scope.ts';
import type { Finding } from './rule.ts';

/** Findings that are a cause themselves, by rule: they stand before what follows from them, however bad that is. */
const ROOT_OF: Readonly<Record<string, string>> = {
  'hot-box': HEAT_INSIDE,
  'engine-circuit': OUT_OF_SCOPE,
  'solar-direct': 'panel straight on the battery',
  'charge-voltage': 'charger of another voltage',
  'no-charge-way': 'charger where nothing gets in'
};

/** Under what the consequences of a rule's findings hang; undefined where it is no cause itself. */
export const rootCause = (ruleId: string): string | undefined => ROOT_OF[ruleId];

export const isRoot = (f: Pick<Finding, 'id' | 'cause'>): boolean => f.cause !== null && ROOT_OF[f.id] === f.cause;

/** Order of two findings that are as bad as each other: what the other comes from first. */
export const rootFirst = (a: Pick<Finding, 'id' | 'cause'>, b: Pick<Finding, 'id' | 'cause'>): number =>
  Number(isRoot(b)) - Number(isRoot(a));
