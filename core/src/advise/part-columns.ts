import { CHEMISTRY } from '../battery/chemistry.ts';
import { SUPPLY_WORDS } from '../demand/edit-draw.ts';
import type { Box } from '../box/schema.ts';
import { fixed, lengthText, massText } from '../quantity/format.ts';
import { sealWord, SEAL_WORDS } from '../sealing/sealing.ts';
import type { Part, PartKind, PartOf } from '../catalogue/part.ts';

/** What a person reads sizes and masses in. */
export type PartUnits = Pick<Box['preferences'], 'lengthUnit' | 'massUnit'>;

/** One column of the table of parts of a kind: what it shows, and what it sorts by. */
export type PartColumn = {
  id: string;
  head: string;
  /** Stands to the right, in figures. */
  figure: boolean;
  text: (part: Part, units: PartUnits) => string;
  /** Null sorts last, whichever way. */
  by: (part: Part) => number | string | null;
};

type Maker<K extends PartKind> = (
  id: string,
  head: string,
  value: (p: PartOf<K>) => number | null,
  decimals?: number
) => PartColumn;

const figure =
  <K extends PartKind>(): Maker<K> =>
  (id, head, value, decimals = 1) => ({
    id,
    head,
    figure: true,
    by: (p) => value(p as PartOf<K>),
    text: (p) => {
      const v = value(p as PartOf<K>);
      return v === null ? 'unknown' : fixed(v, Number.isInteger(v) ? 0 : decimals);
    }
  });
const words = <K extends PartKind>(id: string, head: string, say: (p: PartOf<K>) => string): PartColumn => ({
  id,
  head,
  figure: false,
  by: (p) => say(p as PartOf<K>),
  text: (p) => say(p as PartOf<K>)
});

type Sized = { lengthMm: number; widthMm: number; heightMm: number };
const sized = (head: string, of: (p: Part) => Sized): PartColumn => ({
  id: 'size',
  head,
  figure: true,
  by: (p) => of(p).lengthMm * of(p).widthMm * of(p).heightMm,
  text: (p, { lengthUnit }) => {
    const s = of(p);
    return `${[s.lengthMm, s.widthMm, s.heightMm].map((mm) => lengthText(mm, lengthUnit, 0)).join(' × ')} ${lengthUnit}`;
  }
});

/** A length in the person's unit. */
const length = <K extends PartKind>(id: string, head: string, value: (p: PartOf<K>) => number): PartColumn => ({
  id,
  head,
  figure: true,
  by: (p) => value(p as PartOf<K>),
  text: (p, { lengthUnit }) => `${lengthText(value(p as PartOf<K>), lengthUnit)} ${lengthUnit}`
});

const mass: PartColumn = {
  id: 'mass',
  head: 'Mass',
  figure: true,
  by: (p) => p.massKg,
  text: (p, { massUnit }) => `${massText(p.massKg, massUnit, 2)} ${massUnit}`
};
const price: PartColumn = {
  id: 'price',
  head: 'Price',
  figure: true,
  by: (p) => (p.priceAmount === null ? null : p.priceAmount / p.packCount),
  text: (p) =>
    p.priceAmount === null ? 'unknown' : `${fixed(p.priceAmount, 2)}${p.packCount > 1 ? ` for ${p.packCount}` : ''}`
};

const battery = figure<'battery'>();
const panel = figure<'panel'>();
const holder = figure<'fuse-holder'>();
const block = figure<'fuse-block'>();
const shunt = figure<'shunt'>();
const wire = figure<'wire'>();

const chemistryName = (p: PartOf<'battery'>): string =>
  p.chemistry === 'unknown' ? 'unknown' : p.chemistry === 'lithium' ? 'some lithium' : CHEMISTRY[p.chemistry].name;
const volts = (p: PartOf<'battery'>): number =>
  p.chemistry === 'unknown' || p.chemistry === 'lithium' ? 12 : CHEMISTRY[p.chemistry].nominalV;

const holeSize = (p: PartOf<'panel'>): number | null =>
  p.hole.shape === 'round' || p.hole.shape === 'twin'
    ? p.hole.diameterMm
    : p.hole.shape === 'rect'
      ? p.hole.widthMm
      : null;

const hole: PartColumn = {
  id: 'hole',
  head: 'Hole',
  figure: true,
  by: (p) => holeSize(p as PartOf<'panel'>),
  text: (p, { lengthUnit: unit }) => {
    const h = (p as PartOf<'panel'>).hole;
    const mm = (v: number): string => lengthText(v, unit);
    if (h.shape === 'none') return 'none';
    if (h.shape === 'rect') return `${mm(h.widthMm)} × ${mm(h.heightMm)} ${unit}`;
    return `${h.shape === 'twin' ? '2 × ' : ''}${mm(h.diameterMm)} ${unit}`;
  }
};

/** What a table of parts shows for each kind, between the name and what it weighs and costs. */
const OWN: Record<PartKind, PartColumn[]> = {
  battery: [
    words<'battery'>('sort', 'Sort', chemistryName),
    battery('capacity', 'Ah', (p) => p.capacityAh),
    battery('energy', 'Wh', (p) => p.capacityAh * volts(p), 0),
    sized('Size', (p) => p as PartOf<'battery'>),
    words<'battery'>('terminal', 'Terminals', (p) => p.terminal)
  ],
  case: [
    words<'case'>('seal', 'Sealing', (p) => SEAL_WORDS[sealWord(p.seal)].toLowerCase()),
    sized('Inside', (p) => {
      const c = p as PartOf<'case'>;
      return { lengthMm: c.rimLengthMm, widthMm: c.rimWidthMm, heightMm: c.depthMm + c.lidDepthMm };
    }),
    length<'case'>('wall', 'Wall', (p) => p.wallMm),
    words<'case'>('drills', 'Drills', (p) => p.drillGrade)
  ],
  panel: [
    words<'panel'>('role', 'What it is', (p) => p.role),
    words<'panel'>('supply', 'Gives', (p) => (p.supply === null ? '' : SUPPLY_WORDS[p.supply])),
    panel('rating', 'A', (p) => p.ratingA),
    hole,
    length<'panel'>('depth', 'Behind', (p) => p.bodyDepthMm),
    words<'panel'>('seal', 'Open', (p) => SEAL_WORDS[sealWord(p.seal.open)].toLowerCase())
  ],
  fuse: [
    words<'fuse'>('family', 'Kind', (p) => p.family),
    words<'fuse'>('ratings', 'Ratings, A', (p) => p.ratingsA.join(', ')),
    figure<'fuse'>()('breaks', 'Breaks, A', (p) => p.interruptingA, 0)
  ],
  'fuse-holder': [words<'fuse-holder'>('family', 'Kind', (p) => p.family), holder('rating', 'A', (p) => p.ratingA)],
  'fuse-block': [
    words<'fuse-block'>('family', 'Kind', (p) => p.family),
    block('ways', 'Ways', (p) => p.wayCount),
    block('perWay', 'A each', (p) => p.perWayA),
    block('total', 'A in all', (p) => p.totalA),
    sized('Size', (p) => p as PartOf<'fuse-block'>)
  ],
  shunt: [
    shunt('rating', 'A', (p) => p.ratingA),
    shunt('milliV', 'mV', (p) => p.ratingMilliV),
    sized('Size', (p) => p as PartOf<'shunt'>)
  ],
  body: [words<'body'>('use', 'What it is', (p) => p.use), sized('Size', (p) => p as PartOf<'body'>)],
  wire: [
    words<'wire'>('size', 'Size', (p) => (p.system === 'awg' ? `${p.size} AWG` : `${p.size} mm²`)),
    wire('insulation', '°C', (p) => p.insulationC),
    length<'wire'>('outside', 'Outside', (p) => p.outsideMm),
    wire('pack', 'm in a pack', (p) => p.packM)
  ],
  sundry: [words<'sundry'>('use', 'What for', (p) => p.use)],
  device: [
    words<'device'>('supply', 'Takes', (p) => SUPPLY_WORDS[p.supply]),
    figure<'device'>()('draw', 'W, most', (p) => Math.max(0, ...p.modes.map((m) => m.powerW)))
  ]
};

/** The columns of a kind's table. */
export const columnsOf = (kind: PartKind): PartColumn[] =>
  kind === 'device' ? [...OWN.device] : [...OWN[kind], mass, price];

/** Parts in the order of a column; what nobody knows comes last, whichever way it runs. Equal ones stay by name. */
export function sortParts<P extends Part>(parts: readonly P[], column: PartColumn | undefined, down: boolean): P[] {
  const way = down ? -1 : 1;
  return parts.toSorted((a, b) => {
    const [x, y] = column ? [column.by(a), column.by(b)] : [a.name, b.name];
    if (x === null || y === null) return x === y ? a.name.localeCompare(b.name) : x === null ? 1 : -1;
    const order = typeof x === 'number' && typeof y === 'number' ? x - y : String(x).localeCompare(String(y));
    return order * way || a.name.localeCompare(b.name);
  });
}

/** A note that several of these parts carry: said once above them. */
export function sharedNotes(parts: readonly Part[]): string[] {
  const count = new Map<string, number>();
  for (const { note } of parts) if (note) count.set(note, (count.get(note) ?? 0) + 1);
  return [...count].filter(([, n]) => n > 1).map(([note]) => note);
}
