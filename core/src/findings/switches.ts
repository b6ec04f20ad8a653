import { ofKind } from '../catalogue/of-kind.ts';
import type { PartOf } from '../catalogue/part.ts';
import { type Facts } from './rule.ts';

/** The smallest plain switch of the catalogue that bears a current for good. */
export const largerSwitch = (x: Pick<Facts, 'catalogue'>, currentA: number): PartOf<'panel'> | undefined =>
  ofKind(x.catalogue, 'panel')
    .filter((p) => p.role === 'switch' && p.tabs === 'two-tabs' && (p.ratingA ?? 0) >= currentA)
    .sort((a, b) => a.ratingA! - b.ratingA!)[0];
