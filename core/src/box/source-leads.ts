import type { Attr } from './attr.ts';
import type { Box, BuiltInCharger, Origin } from './schema.ts';

/** A charger that lives in the box, as a sentence names it. */
export const chargerName = (c: Pick<BuiltInCharger, 'name'>): string => c.name || 'the charger in the box';

/** A lead of something that charges from inside the box: who it is, where it stands in the document, where it is joined, its fuse. */
export type SourceLead = {
  name: string;
  path: `charging/builtIn/${string}` | 'charging/solar';
  from: Attr<Origin>;
  fuse: Attr<number>;
};

/** The leads of chargers in the box and of a controller that is built in. */
export function sourceLeads({ charging: { builtIn, solar } }: Pick<Box, 'charging'>): SourceLead[] {
  const chargers = builtIn.map((c): SourceLead => ({
    name: chargerName(c),
    path: `charging/builtIn/${c.id}`,
    from: c.from,
    fuse: c.fuse
  }));
  if (solar?.fit !== 'inside') return chargers;
  return [{ name: 'the solar controller', path: 'charging/solar', from: solar.from, fuse: solar.fuse }, ...chargers];
}
