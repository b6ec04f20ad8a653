import type { Box } from '@haversack/core/box/schema';
import type { Merits } from '@haversack/core/design/assess';
import { ROLE_WORDS, type Role } from '@haversack/core/design/named';
import { durationText, fixed, massText } from '@haversack/core/quantity/format';

type Preferences = Box['preferences'];

export const rolesText = (roles: readonly Role[]): string =>
  roles.map((r, i) => (i === 0 ? ROLE_WORDS[r] : ROLE_WORDS[r].toLowerCase())).join(', ');

export const priceText = (p: Preferences, amount: number): string => `${p.currency}${fixed(amount, 0)}`;
export const weightText = (p: Preferences, kg: number): string => `${massText(kg, p.massUnit)} ${p.massUnit}`;
export const chanceText = (m: Merits): string => `${Math.round(m.chanceFraction * 100)} %`;
export const hoursText = (lastsH: number | null): string => (lastsH === null ? 'far longer' : durationText(lastsH));
