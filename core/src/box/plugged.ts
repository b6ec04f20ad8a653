import { panelPartOf, valueOf } from './lookup.ts';
import type { Box } from './schema.ts';

/** The port a charger at home is plugged into; undefined when it is clipped on with the lid open, or cannot be. */
export function chargePortId(box: Box): string | undefined {
  const path = box.charging.path;
  if (path.is === 'none' || (path.is === 'set' && path.value === 'lid-open')) return undefined;
  const inlet = box.circuits.find((c) => c.purpose === 'charge')?.portId;
  const through = path.is === 'set' && path.value === 'through-port';
  const named = valueOf(box.charging.throughPortId, undefined);
  if (!through && inlet) return inlet;
  if (!through) return undefined;
  if (named !== undefined) return named;
  // nobody said which: any plain 12 V outlet would do, the weakest of them counts
  return plainOutlets(box).sort((a, b) => a.ratingA - b.ratingA)[0]?.id;
}

/** Outlets without a converter: a charger plugged in there charges. */
export const plainOutlets = (box: Box): { id: string; ratingA: number }[] =>
  box.circuits.flatMap((c) => {
    const port = box.ports.find((p) => p.id === c.portId);
    const part = panelPartOf(box, port);
    return part?.role === 'outlet' && part.converterRatedW === null
      ? [{ id: c.portId, ratingA: part.ratingA ?? 0 }]
      : [];
  });

/** Whether something that happens from one clock hour to another happens within the outing. */
const onOuting = ({ startH, durationH }: Box['outing'], s: { startH: number; endH: number }): boolean =>
  s.endH > s.startH && s.startH < startH + durationH && s.endH > startH;

/** The times at which a charger is plugged in on the outing. */
export const chargedOnOuting = ({
  charging,
  outing
}: Pick<Box, 'charging' | 'outing'>): { startH: number; endH: number }[] =>
  charging.plugged.filter((s) => onOuting(outing, s));

/** Where a charger on the outing is plugged in. */
export const outingPortId = (box: Box): string | undefined =>
  chargePortId(box) ?? box.circuits.find((c) => c.purpose === 'charge')?.portId;

/** Where a panel comes in: the port of a built-in controller, else an inlet, the second where there are two. */
export function panelInletId(box: Box): string | undefined {
  const { solar } = box.charging;
  if (!solar) return undefined;
  if (solar.fit === 'inside') return valueOf(solar.panelPortId, undefined);
  const inlets = box.circuits.filter((c) => c.purpose === 'charge');
  return (inlets[1] ?? inlets[0])?.portId;
}

/** Ports with a plug in them at some time of the outing or of the weeks alone: a device that is on, a charger, a panel. */
export function pluggedPorts(box: Box): ReadonlySet<string> {
  const { charging, season } = box;
  const devices = box.devices
    .filter((d) => d.spans.some((s) => onOuting(box.outing, s)) || (season && d.inSeason))
    .map((d) => d.portId);
  const charger = chargedOnOuting(box).length > 0 ? outingPortId(box) : undefined;
  const sun = charging.solar?.duringOuting || season?.useSun ? panelInletId(box) : undefined;
  return new Set([...devices, charger, sun].filter((id): id is string => id != null));
}
