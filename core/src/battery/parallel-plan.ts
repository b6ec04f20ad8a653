import type { Box } from '../box/schema.ts';
import { partOf, valueOf } from '../box/lookup.ts';
import type { FuseFamily } from '../catalogue/part.ts';
import type { Bank } from './bank.ts';
import { agedResistanceFactor, openCircuitV, sagMilliOhm } from './model.ts';
import { joiningSurge, packCurrents, unevenness, type ParallelPack, type Surge } from './parallel.ts';

type PackFuse = { family: FuseFamily; ratingA: number };
/** Fuse of each pack while none is named: bolted on a stud, in line on a tab, never more than the tab bears. @source rule of thumb for packs to 50 Ah */
const USUAL_PACK_FUSE: Record<'stud' | 'tab-4.8' | 'tab-6.3', PackFuse> = {
  stud: { family: 'post', ratingA: 30 },
  'tab-4.8': { family: 'blade', ratingA: 15 },
  'tab-6.3': { family: 'blade', ratingA: 20 }
};

/** What sits at each pack, by its terminals, and its usual rating. */
export function usualPackFuse(box: Box): PackFuse {
  const terminal = partOf(box, 'battery', box.bank.partId)?.terminal;
  return USUAL_PACK_FUSE[terminal === 'tab-4.8' || terminal === 'tab-6.3' ? terminal : 'stud'];
}
/** The fuse at each pack of a bank of several, as set or as usual; undefined for one battery and for packs without. */
export function packFuseOf(box: Box): PackFuse | undefined {
  if (box.bank.count < 2 || box.bank.packFuse.is === 'none') return undefined;
  const usual = usualPackFuse(box);
  return { ...usual, ratingA: valueOf(box.bank.packFuse, usual.ratingA) ?? usual.ratingA };
}
const EVEN = 1.1;
const UNEVEN = 1.2;

export type ParallelPlan = {
  loadA: number;
  /** Of each pack, discharge positive; in a changeover only the one in use. */
  currentsA: number[];
  ratio: number;
  packFuseA: number;
  surge: Surge | undefined;
  say: string;
};

/** Each pack as it stands at the start: its voltage behind its resistance, age in it. */
export const packSources = (b: Bank): ParallelPack[] =>
  b.packs.map((p) => ({
    openV: openCircuitV(b.chemistry, p.startFraction),
    ohm:
      (sagMilliOhm(b.chemistry, b.part.capacityAh, b.tempC, p.startFraction) / 1000) *
      agedResistanceFactor(p.healthFraction)
  }));

/** How the packs of a bank share the load at the outing's highest current, and what joining them does. */
export function parallelPlan(box: Box, b: Bank, mainLoadA: number): ParallelPlan | undefined {
  if (b.count < 2) return undefined;
  const loadA = Math.max(0.5, mainLoadA);
  const packFuseA = (packFuseOf(box) ?? usualPackFuse(box)).ratingA;
  if (box.bank.arrangement === 'changeover')
    return {
      loadA,
      currentsA: b.packs.map((_, i) => (i === 0 ? loadA : 0)),
      ratio: 1,
      packFuseA,
      surge: undefined,
      say: 'One works at a time and carries all of it. A break-before-make switch keeps them apart.'
    };
  const currentsA = packCurrents(packSources(b), { linkOhm: b.linkMilliOhm / 1000, takeOff: box.bank.takeOff, loadA });
  const ratio = unevenness(currentsA);
  return {
    loadA,
    currentsA,
    ratio,
    packFuseA,
    surge: bankSurge(b),
    say: words(ratio)
  };
}

function words(ratio: number): string {
  if (!Number.isFinite(ratio)) return 'The fuller one feeds the emptier one instead of the load.';
  if (ratio <= EVEN) return 'They share evenly.';
  const times = `The hardest working gives ${ratio.toFixed(2)} times what the least gives`;
  return ratio <= UNEVEN
    ? `${times}: good enough.`
    : `${times}: it ages first. Opposite ends, equal leads and equal age help.`;
}

/** What flows when the packs of a bank are joined as they are; undefined while they are equally full. */
export function bankSurge(b: Bank): Surge | undefined {
  const socs = b.packs.map((p) => p.startFraction);
  const [full, empty] = [Math.max(...socs), Math.min(...socs)];
  if (full - empty < 0.01) return undefined;
  return joiningSurge(
    {
      chemistry: b.chemistry,
      capacityAh: b.part.capacityAh,
      tempC: b.tempC,
      linkOhm: (2 * b.linkMilliOhm) / 1000,
      labelA: b.part.maxChargeA
    },
    [full, empty]
  );
}
