import { ofKind } from '../catalogue/of-kind.ts';
import type { Box } from '../box/schema.ts';
import type { Catalogue, Part, PartOf } from '../catalogue/part.ts';
import type { KitLine, What } from './line.ts';

type Row = {
  part: Part;
  what: What;
  /** Line it was before it was told apart by sort: what an older document owns stands under it. */
  base: string;
  group: KitLine['group'];
  name: string;
  count: number;
  unit: 'pc' | 'm';
  perPack: number;
  note: string;
};

/** Small parts by use and what they fit, in the order of the catalogue; found once for each catalogue. */
const sundries = new WeakMap<Catalogue, Map<string, PartOf<'sundry'>[]>>();
function sundriesOf(catalogue: Catalogue): Map<string, PartOf<'sundry'>[]> {
  const ready = sundries.get(catalogue);
  if (ready) return ready;
  const out = new Map<string, PartOf<'sundry'>[]>();
  for (const p of ofKind(catalogue, 'sundry'))
    out.set(`${p.use} ${p.fits}`, [...(out.get(`${p.use} ${p.fits}`) ?? []), p]);
  sundries.set(catalogue, out);
  return out;
}

const whatOf = (part: Part): What => {
  if (part.kind === 'sundry') return { kind: 'sundry', use: part.use, fits: part.fits };
  return part.kind === 'fuse' ? { kind: 'fuse', family: part.family, ratingA: null } : { kind: part.kind };
};

/** Gathers what a box takes, a line for each thing, and turns it into packets for all boxes. */
export class Collector {
  private readonly rows = new Map<string, Row>();
  readonly box: Box;
  readonly catalogue: Catalogue;

  constructor(box: Box, catalogue: Catalogue) {
    this.box = box;
    this.catalogue = catalogue;
  }

  part(
    group: KitLine['group'],
    part: Part,
    count: number,
    as: {
      lineId?: string;
      base?: string;
      what?: What;
      name?: string;
      unit?: 'pc' | 'm';
      perPack?: number;
      note?: string;
    } = {}
  ): void {
    const lineId = as.lineId ?? part.id;
    const row = this.rows.get(lineId);
    if (row) row.count += count;
    else
      this.rows.set(lineId, {
        part,
        what: as.what ?? whatOf(part),
        base: as.base ?? lineId,
        group,
        name: as.name ?? part.name,
        count,
        unit: as.unit ?? 'pc',
        perPack: as.perPack ?? part.packCount,
        note: as.note ?? part.note
      });
  }

  /** A small thing by its use and what it fits; the person's own with its own price comes first in the catalogue. */
  small(
    group: KitLine['group'],
    use: PartOf<'sundry'>['use'],
    fits: string,
    count: number,
    as: {
      note?: string;
      unit?: 'pc' | 'm';
      /** Sold in several sorts, each in packets of its own. */ sort?: string;
    } = {}
  ): void {
    const found = sundriesOf(this.catalogue).get(`${use} ${fits}`);
    // what is owned is kept under the starter part's name, whoever's part is bought
    const [part, base] = [found?.at(0), found?.at(-1)?.id];
    if (!part || !base || count <= 0) return;
    this.part(group, part, count, {
      lineId: as.sort ? `${base}-${as.sort.replace(/\W+/g, '-')}` : base,
      base,
      ...(as.sort ? { name: `${part.name}, ${as.sort}` } : {}),
      ...(as.unit ? { unit: as.unit } : {}),
      ...(as.note ? { note: as.note } : {})
    });
  }

  lines(): KitLine[] {
    const { boxCount, owned } = this.box.kit;
    const pool = new Map(owned.map((o) => [o.lineId, o.count]));
    const takeOf = (id: string, most: number): number => {
      const taken = Math.min(most, pool.get(id) ?? 0);
      pool.set(id, (pool.get(id) ?? 0) - taken);
      return taken;
    };
    return [...this.rows].map(([lineId, r]) => {
      const wanted = r.count * boxCount;
      const own = takeOf(lineId, wanted);
      const toBuy = Math.max(0, wanted - own - (r.base === lineId ? 0 : takeOf(r.base, wanted - own)));
      const packs = toBuy > 0 ? Math.ceil(toBuy / r.perPack - 1e-9) : 0;
      return {
        lineId,
        what: r.what,
        group: r.group,
        name: r.name,
        perBox: Number(r.count.toFixed(2)),
        unit: r.unit,
        toBuy: Number(toBuy.toFixed(2)),
        perPack: r.perPack,
        packText: r.unit === 'm' ? `${r.perPack} m` : r.perPack === 1 ? 'each' : `pack of ${r.perPack}`,
        packs,
        packPrice: r.part.priceAmount,
        cost: packs * (r.part.priceAmount ?? 0),
        note: r.note
      };
    });
  }
}
