import { byPrice } from '../catalogue/by-price.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Box, Device, SealWord } from '../box/schema.ts';
import { wallMmOf } from '../case/faces.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Catalogue, Face, PartOf } from '../catalogue/part.ts';
import { portSupply } from '../demand/converter.ts';
import type { Demand } from '../demand/demand.ts';
import { greatestW } from '../demand/draw.ts';
import { reaches, sealWord, SEAL_WORDS } from '../sealing/sealing.ts';
import { LOAD_SHARE } from '../wiring/fuse.ts';

type Panel = PartOf<'panel'>;

/** What a part holds off while it is used: plugged in where something plugs in. */
export const usedSeal = (part: Panel): SealWord => sealWord(part.seal.mated ?? part.seal.open);

/** Whether a part bears a device's greatest draw: its amps, or its watts behind a converter of the port's own. */
export function bears(part: Panel, device: Device, need: Demand): boolean {
  if (part.converterRatedW !== null) return greatestW(device) <= part.converterRatedW;
  const d = need.devices.find((x) => x.deviceId === device.id);
  if (!d) return true;
  return part.ratingA !== null && LOAD_SHARE * part.ratingA >= d.peakA;
}

export type Suited = { part: Panel; holdsWeather: boolean; bears: boolean; say: string };

/**
 * Sockets for a device, those first that hold the outing's weather while plugged in, bear its draw and go into the wall;
 * among them the cheapest.
 */
export function suitedOutlets(
  box: Box,
  x: { fit: Pick<CaseFit, 'part'>; demand: Demand; catalogue: Catalogue },
  device: Device,
  face: Face = 'front'
): Suited[] {
  const wanted = portSupply(device.supply);
  const wall = wallMmOf(x.fit.part, face);
  const weather = box.outing.seal;
  const ranked = x.catalogue
    .filter((p): p is Panel => p.kind === 'panel' && p.role === 'outlet' && p.supply === wanted)
    .map((part) => {
      const holdsWeather = reaches(usedSeal(part), weather);
      const enough = bears(part, device, x.demand);
      const seal = SEAL_WORDS[usedSeal(part)].toLowerCase();
      const say = weather === 'dry-store' ? '' : `${holdsWeather ? 'holds' : 'no more than'} ${seal} while plugged in`;
      const goesIn = wall >= part.panelMinMm && wall <= part.panelMaxMm;
      const rank = (holdsWeather ? 0 : 4) + (enough ? 0 : 2) + (goesIn ? 0 : 1);
      return { suited: { part, holdsWeather, bears: enough, say }, rank };
    })
    .sort((a, b) => a.rank - b.rank || byPrice(a.suited.part, b.suited.part));
  return ranked.map((r) => r.suited);
}

/** Parts that do the same as one, bear as much, and hold a weather while used or closed; the cheapest first. */
export function sealedInstead(catalogue: Catalogue, part: Panel, wanted: SealWord): Panel[] {
  const closed = (p: Panel): SealWord => sealWord(p.seal.capped ?? p.seal.mated ?? p.seal.open);
  const plugged = part.role === 'outlet' || part.role === 'inlet' || part.role === 'gland';
  return catalogue
    .filter(
      (p): p is Panel =>
        p.kind === 'panel' &&
        p.id !== part.id &&
        p.role === part.role &&
        p.supply === part.supply &&
        (part.ratingA === null || (p.ratingA ?? 0) >= part.ratingA) &&
        (p.converterRatedW ?? 0) >= (part.converterRatedW ?? 0) &&
        reaches(closed(p), wanted) &&
        (!plugged || reaches(usedSeal(p), wanted))
    )
    .sort(byPrice);
}

/** A free port of the right kind for a device: those first that suit the weather and the draw. */
export function freePorts(box: Box, device: Device, demand: Demand): Box['ports'] {
  const wanted = portSupply(device.supply);
  const rank = (portId: string): number => {
    const part = panelPartOf(
      box,
      box.ports.find((p) => p.id === portId)
    )!;
    return (reaches(usedSeal(part), box.outing.seal) ? 0 : 2) + (bears(part, device, demand) ? 0 : 1);
  };
  return box.ports
    .filter((p) => panelPartOf(box, p)?.supply === wanted && !box.devices.some((d) => d.portId === p.id))
    .sort((a, b) => rank(a.id) - rank(b.id));
}
