import { byPrice } from '../catalogue/by-price.ts';
import type { Box, Device } from '../box/schema.ts';
import { wallMmOf } from '../case/faces.ts';
import { depthBehindMm, type CaseFit } from '../case/fit.ts';
import type { Catalogue, Face, PartOf } from '../catalogue/part.ts';
import { portSupply } from '../demand/converter.ts';
import type { Demand } from '../demand/demand.ts';
import { fixed } from '../quantity/format.ts';
import { reaches, sealWord, SEAL_WORDS } from '../sealing/sealing.ts';
import type { WiringPlan } from '../wiring/types.ts';
import { bears, usedSeal } from './suit-port.ts';

type Panel = PartOf<'panel'>;
export type ShelfRole = 'all' | Panel['role'];

/** A part on the shelf of ports: whether it suits this box on a face, and why or why not. */
export type ShelfPart = {
  part: Panel;
  suits: boolean;
  /** 'for Camera A', 'no more than dry store while plugged in'. */
  say: string;
  /** 'bears 15 A', '30 W'; empty where nothing flows through it. */
  rating: string;
  /** Behind the wall, straight terminals and first bend, mm. */
  depthMm: number;
  /** While it is used: plugged in where something plugs in. */
  seal: string;
};
export type ShelfContext = {
  fit: Pick<CaseFit, 'part'>;
  demand: Demand;
  wiring: Pick<WiringPlan, 'main'>;
  catalogue: Catalogue;
};

/** As a panel is usually filled. */
const ORDER: readonly Panel['role'][] = ['outlet', 'inlet', 'switch', 'meter', 'gland', 'vent', 'lamp', 'blank'];
/** Through others nothing flows that they are chosen by. */
const RATED: readonly Panel['role'][] = ['outlet', 'inlet', 'switch'];

/** What is wanted most stands first: a socket for a device that has none, then what devices here use, then the rest. */
type Wanted = 0 | 1 | 2;

/**
 * The panel parts of a kind for one face, those first that suit: hold the outing's weather while used, go into the wall, bear what
 * they will carry, and are wanted by a device; among equals the cheapest. Whether one meets its neighbours is told when it is put.
 */
export function shelfParts(box: Box, x: ShelfContext, face: Face, role: ShelfRole = 'all'): ShelfPart[] {
  return x.catalogue
    .filter((p): p is Panel => p.kind === 'panel' && (role === 'all' || p.role === role))
    .map((part) => ({ row: rowOf(box, x, face, part), wanted: wantedBy(box, part).wanted }))
    .sort(
      (a, b) =>
        Number(b.row.suits) - Number(a.row.suits) ||
        a.wanted - b.wanted ||
        ORDER.indexOf(a.row.part.role) - ORDER.indexOf(b.row.part.role) ||
        byPrice(a.row.part, b.row.part)
    )
    .map(({ row }) => row);
}

function rowOf(box: Box, x: ShelfContext, face: Face, part: Panel): ShelfPart {
  const wall = wallMmOf(x.fit.part, face);
  const seal = sealWord(part.seal.mated ?? part.seal.open);
  const { wanted, devices } = wantedBy(box, part);
  const fits = devices.filter((d) => bears(part, d, x.demand));
  const against = [
    wall > part.panelMaxMm && `the wall is too thick, ${fixed(part.panelMaxMm, 1)} mm at most`,
    wall < part.panelMinMm && `the wall is too thin, ${fixed(part.panelMinMm, 1)} mm at least`,
    !reaches(seal, box.outing.seal) &&
      `no more than ${SEAL_WORDS[usedSeal(part)].toLowerCase()}${part.seal.mated ? ' while plugged in' : ''}`,
    part.role === 'outlet' && wanted === 2 && 'nothing here takes it',
    devices.length > 0 && fits.length === 0 && `too little for ${devices[0]!.name}`,
    part.role === 'switch' && tooWeak(part, x.wiring.main.loadA) && 'too little to switch the whole box'
  ].filter((t): t is string => typeof t === 'string');
  const suits = against.length === 0;
  const good = fits.length > 0 && wanted === 0 ? `for ${fits.map((d) => d.name).join(', ')}` : 'suits this box';
  return {
    part,
    suits,
    say: suits ? good : against[0]!,
    rating: ratingText(part),
    depthMm: depthBehindMm(part, { terminals: 'straight', spacerMm: 0 }),
    seal: SEAL_WORDS[seal]
  };
}

function ratingText({ role, converterRatedW, ratingA }: Panel): string {
  if (!RATED.includes(role)) return '';
  if (converterRatedW !== null) return `${fixed(converterRatedW, 0)} W`;
  return ratingA === null ? 'rating unknown' : `${fixed(ratingA, ratingA < 10 ? 1 : 0)} A`;
}

const tooWeak = (part: Panel, loadA: number): boolean => part.ratingA !== null && part.ratingA < loadA;

/** Devices that a socket would feed: those without a port; else how far anything here takes it. */
function wantedBy(box: Box, part: Panel): { wanted: Wanted; devices: Device[] } {
  if (part.role !== 'outlet' || part.supply === null) return { wanted: 1, devices: [] };
  const takers = box.devices.filter((d) => portSupply(d.supply) === part.supply);
  const waiting = takers.filter((d) => d.portId === null);
  if (waiting.length > 0) return { wanted: 0, devices: waiting };
  return { wanted: takers.length > 0 ? 1 : 2, devices: [] };
}
