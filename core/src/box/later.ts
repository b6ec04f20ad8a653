import { partWithLater } from '../catalogue/part-later.ts';
import { filled } from '../filled.ts';
import { AUTO } from './attr.ts';
import { FIRST_VARIANT } from './variant-names.ts';
import { NO_WISHES } from './wishes.ts';
import { isRaw } from '../raw.ts';

/**
 * What came to documents without a version of its own, with the value that leaves everything as it was: a file or a
 * stored box from before has none of it. The schema takes its defaults from here, so that both ways of reading agree.
 */
export const LATER = {
  box: { openings: [], wishes: NO_WISHES, variant: FIRST_VARIANT },
  device: { learnt: null, card: null },
  bank: { changeoverA: AUTO, learnt: null },
  charging: { fedFrom: 'mains' },
  solar: { learnt: null },
  port: { drilledMm: null, contactMilliOhm: null, sealedBy: AUTO, cord: null },
  feed: { fuseLead: AUTO, switchLead: AUTO, switchPlace: AUTO, converter: null },
  converter: { ratedW: null },
  circuit: { fuseLead: AUTO, switchLead: AUTO, switchPlace: AUTO },
  kit: { offered: [] }
} as const;

const inside = (v: unknown, key: string, fill: (inner: unknown) => unknown): unknown => {
  if (!isRaw(v) || v[key] === undefined) return v;
  const inner = fill(v[key]);
  return inner === v[key] ? v : { ...v, [key]: inner };
};

const each =
  (fill: (v: unknown) => unknown) =>
  (list: unknown): unknown => {
    if (!Array.isArray(list)) return list;
    const after = list.map(fill);
    return after.some((v, i) => v !== list[i]) ? after : list;
  };

function partsWithLater(parts: unknown): unknown {
  if (!isRaw(parts)) return parts;
  const after = Object.entries(parts).map(([id, part]) => [id, partWithLater(part)] as const);
  return after.some(([id, part]) => part !== parts[id]) ? Object.fromEntries(after) : parts;
}

const STEPS: readonly (readonly [key: string, fill: (v: unknown) => unknown])[] = [
  ['devices', each((d) => filled(d, LATER.device))],
  ['bank', (v) => filled(v, LATER.bank)],
  ['charging', (v) => inside(filled(v, LATER.charging), 'solar', (s) => filled(s, LATER.solar))],
  ['ports', each((p) => filled(p, LATER.port))],
  ['feeds', each((f) => inside(filled(f, LATER.feed), 'converter', (c) => filled(c, LATER.converter)))],
  ['circuits', each((c) => filled(c, LATER.circuit))],
  ['kit', (v) => filled(v, LATER.kit)],
  ['parts', partsWithLater]
];

/** A document of today's version with what came to it later; anything else comes back as it is. Never throws. */
export function withLater(data: unknown): unknown {
  if (!isRaw(data)) return data;
  return STEPS.reduce((box, [key, fill]) => inside(box, key, fill), filled(data, LATER.box));
}
