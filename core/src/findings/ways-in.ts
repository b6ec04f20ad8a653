import { freePorts, suitedOutlets, usedSeal, type Suited } from '../advise/suit-port.ts';
import { panelPartOf } from '../box/lookup.ts';
import type { Device } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import { PLACE_FACES, placePort } from '../panel/place-port.ts';
import { reaches, SEAL_WORDS } from '../sealing/sealing.ts';
import { set, type Facts, type Remedy } from './rule.ts';

/** A free port that suits comes first, then a new one that does; a free one that does not suit comes last. */
export function waysIn(x: Facts, fit: CaseFit, d: Device): Remedy[] {
  const { box } = x;
  const suited = suitedOutlets(box, { fit, demand: x.demand, catalogue: x.catalogue }, d);
  const plug = freePorts(box, d, x.demand).map((port): Remedy & { suits: boolean } => {
    const part = panelPartOf(box, port)!;
    const suits = reaches(usedSeal(part), box.outing.seal);
    return {
      label: `Plug it into ${port.name || part.name}`,
      effect: suits
        ? 'a free port of the right kind'
        : `a free port, but ${SEAL_WORDS[usedSeal(part)].toLowerCase()} while plugged in`,
      edits: [set(`devices/${d.id}/portId`, port.id)],
      suits
    };
  })[0];
  const fresh = firstPlaced(x, fit, suited, d);
  const plain = plug && { label: plug.label, effect: plug.effect, edits: plug.edits };
  return [...(plug?.suits ? [plain!] : []), ...fresh, ...(plug && !plug.suits ? [plain!] : [])];
}

/** The best part that finds a place where it meets nothing; what suits may go on any face before something worse is taken. */
function firstPlaced({ box, said }: Facts, fit: CaseFit, suited: readonly Suited[], d: Device): Remedy[] {
  for (const s of suited) {
    const port = placePort(box, fit, s.part, PLACE_FACES, { name: d.name, holds: true });
    if (!port) continue;
    return [
      {
        label: `Add ${s.part.name}`,
        effect: [`on the ${port.face}, at ${said.mms(', ', port.xMm, port.yMm)}, with its own fuse`, s.say]
          .filter(Boolean)
          .join('; '),
        edits: [...port.edits, set(`devices/${d.id}/portId`, port.portId)]
      }
    ];
  }
  return [];
}
