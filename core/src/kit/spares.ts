import type { Plan } from '../evaluate.ts';
import type { FuseFamily, PartOf } from '../catalogue/part.ts';
import type { Need } from './buy/types.ts';
import type { KitLine } from './kit.ts';

/** Something worth having along: what it replaces, how many, and whether it is changed by hand. */
export type Spare = {
  lineId: string;
  name: string;
  count: number;
  unit: 'pc' | 'm';
  /** Where it goes: 'F1, F2'. */
  where: string;
  /** What it takes to change it; empty: bare hands. */
  tools: string;
};

/** What it takes to change a fuse. @source usual holders: blades and glass are pulled by hand, bolted ones want a spanner */
const TOOLS: Record<FuseFamily, string> = {
  blade: '',
  'mini-blade': '',
  glass: '',
  midi: 'spanner, 8 mm',
  post: 'spanner, 13 mm',
  breaker: ''
};
/** Of one rating: one, and one more from this many on. @source rule of thumb: the second blows when the first was not looked into */
const TWO_FROM = 3;

/** Small things that hold most repairs until home. @source as-built reference: what lies in people's lids */
const POCKET: readonly { use: PartOf<'sundry'>['use']; count: number; tools: string; where: string }[] = [
  { use: 'butt', count: 2, tools: 'crimp tool or pliers', where: 'a broken lead' },
  { use: 'tie', count: 10, tools: '', where: 'whatever hangs' },
  { use: 'spade', count: 2, tools: 'crimp tool or pliers', where: 'a tab that came off' }
];

/**
 * The pocket of spares of this box: a fuse of every rating that is in it and can be changed out there, and what mends a
 * lead. Breakers are put back by hand and need none.
 */
export function sparesOf(plan: Pick<Plan, 'wiring' | 'kit'>): Spare[] {
  const lineOf = (id: string): KitLine | undefined => plan.kit.lines.find((l) => l.lineId === id);
  const byLine = new Map<string, { tags: string[]; family: FuseFamily }>();
  for (const p of plan.wiring.netlist.parts) {
    if (p.kind !== 'fuse' || !p.family || p.family === 'breaker' || p.ratingA === null) continue;
    const line = plan.kit.lines.find(
      ({ what }) => what.kind === 'fuse' && what.family === p.family && what.ratingA === p.ratingA
    );
    if (!line) continue;
    const row = byLine.get(line.lineId) ?? { tags: [], family: p.family };
    row.tags.push(p.id);
    byLine.set(line.lineId, row);
  }
  const fuses = [...byLine].map(([lineId, { tags, family }]): Spare => {
    const line = lineOf(lineId)!;
    return {
      lineId,
      name: line.name,
      unit: 'pc',
      count: tags.length >= TWO_FROM ? 2 : 1,
      where: tags.join(', '),
      tools: TOOLS[family]
    };
  });
  const small = POCKET.flatMap((s): Spare[] => {
    const line = plan.kit.lines.find(({ what }) => what.kind === 'sundry' && what.use === s.use);
    return line
      ? [{ lineId: line.lineId, name: line.name, unit: line.unit, count: s.count, where: s.where, tools: s.tools }]
      : [];
  });
  return [...fuses, ...small];
}

/** What is to be bought with the spares in it: what the packets leave over anyway costs nothing more. */
export function withSpares(needs: readonly Need[], spares: readonly Spare[], boxes: number): Need[] {
  const out = new Map(needs.map((n) => [n.lineId, { ...n }]));
  for (const s of spares) {
    const known = out.get(s.lineId);
    if (known) known.count += s.count * boxes;
    else out.set(s.lineId, { lineId: s.lineId, name: s.name, unit: s.unit, count: s.count * boxes });
  }
  return [...out.values()];
}
