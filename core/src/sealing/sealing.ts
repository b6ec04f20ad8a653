import type { Box } from '../box/schema.ts';
import { saidIn, type Said } from '../quantity/said.ts';
import type { SealWord } from '../box/schema.ts';
import type { Face, SealMark } from '../catalogue/part.ts';
import { aboveGroundMm, type PanelPlan, type PortPlan } from '../panel/panel.ts';
import type { CaseFit } from '../case/fit.ts';
import { pluggedPorts } from '../box/plugged.ts';

export const SEAL_LADDER: readonly SealWord[] = ['dry-store', 'splash', 'rain', 'dunk'];
export const SEAL_WORDS: Record<SealWord, string> = {
  'dry-store': 'Dry store',
  splash: 'Splash',
  rain: 'Rain',
  dunk: 'Brief dunk'
};

export type SealItem = {
  name: string;
  portId: string | null;
  face: Face | undefined;
  /** Lowest edge over the ground, mm; undefined for the case itself. */
  heightMm: number | undefined;
  /** Which way water takes there. */
  drip: string;
  inUse: SealMark;
  closed: SealMark;
  open: SealMark;
};
export type Sealing = {
  items: SealItem[];
  /** As carried during the outing: plugs in, caps as stated. */
  inUse: SealWord;
  /** Everything unplugged and capped. */
  closed: SealWord;
  weakest: SealItem;
  hasVent: boolean;
};

/** What a pair of marks promises. @source mechanical reference 7.4 */
export const sealWord = (m: SealMark): SealWord =>
  m.dunk >= 7 ? 'dunk' : m.jet >= 5 ? 'rain' : m.jet >= 4 ? 'splash' : 'dry-store';

const rank = (m: SealMark): number => SEAL_LADDER.indexOf(sealWord(m)) * 100 + m.jet + m.dunk;

/** Marks of one panel part plugged, capped or as it stands. */
export function portMark(p: PortPlan, state: 'mated' | 'capped' | 'open'): SealMark {
  const { seal } = p.part;
  if (state === 'mated') return seal.mated ?? seal.capped ?? seal.open;
  if (state === 'capped') return seal.capped ?? seal.mated ?? seal.open;
  return seal.open;
}

const least = (items: SealItem[], by: 'inUse' | 'closed'): SealItem =>
  items.reduce((worst, i) => (rank(i[by]) < rank(worst[by]) ? i : worst));

/** A lead that hangs out wants to drop this far below its entry before it rises, mm. @source mechanical reference 7.2 */
const DRIP_LOOP_MM = 50;
/** Bolts with a bonded washer, never tested by the person. @source mechanical reference 7.1: home-made seals jet 4, dunk 0 */
const BOLT_MARK: SealMark = { jet: 4, dunk: 0 };

/** The worse of what a port is said to be and of what it is while something is plugged in. */
function usedMark(p: PortPlan, isPlugged: boolean): SealMark {
  const said = portMark(p, p.port.inUse);
  const mated = portMark(p, 'mated');
  return isPlugged && p.port.inUse === 'capped' && rank(mated) < rank(said) ? mated : said;
}

/** Where water goes at a port: along its lead, into a cup, or off. */
function dripOf(p: PortPlan, heightMm: number, { said, isPlugged }: { said: Said; isPlugged: boolean }): string {
  const { face } = p.port;
  const inUse = isPlugged ? 'mated' : p.port.inUse;
  if (face === 'floor') return 'stands in what is on the ground';
  const lead =
    p.part.role === 'gland' ||
    (inUse === 'mated' && p.part.plugWidthMm > 0) ||
    (inUse === 'mated' && p.part.role === 'outlet');
  if (face === 'lid') return lead ? 'runs down the lead into it: lead it over an edge first' : 'rain lies on it';
  if (!lead) return 'runs off down the face';
  return heightMm >= DRIP_LOOP_MM
    ? `lead may drop ${said.mm(DRIP_LOOP_MM)} in a loop and drip off`
    : `lead has only ${said.mm(Math.floor(heightMm))} to drop: let it sag beside the box`;
}

/** The weakest penetration decides. A drilled case is untested: this is what it is built towards. @source mechanical reference 7.1 */
export function sealing(box: Box, fit: CaseFit | undefined, panel: PanelPlan | undefined): Sealing | undefined {
  if (!fit || !panel) return undefined;
  const { brackets } = box;
  const said = saidIn(box.preferences);
  const used = pluggedPorts(box);
  const shell = fit.part.seal;
  const items: SealItem[] = [
    {
      name: 'the case itself',
      portId: null,
      face: undefined,
      heightMm: undefined,
      drip: 'over the rim',
      inUse: shell,
      closed: shell,
      open: shell
    }
  ];
  for (const p of panel.ports) {
    if (p.part.hole.shape === 'none') continue;
    const plugged = p.part.role === 'outlet' || p.part.role === 'inlet' || p.part.role === 'gland';
    const heightMm = p.port.face === 'lid' ? fit.part.depthMm + fit.part.lidDepthMm : aboveGroundMm(p, fit.part);
    items.push({
      name: p.tag,
      portId: p.port.id,
      face: p.port.face,
      heightMm,
      drip: dripOf(p, heightMm, { said, isPlugged: used.has(p.port.id) }),
      open: p.part.seal.open,
      inUse: plugged ? usedMark(p, used.has(p.port.id)) : portMark(p, p.part.seal.capped ? 'capped' : 'open'),
      closed: portMark(p, p.part.role === 'gland' ? 'mated' : p.part.seal.capped ? 'capped' : 'open')
    });
  }
  for (const b of brackets)
    if (b.fixing === 'bolted')
      items.push({
        name: b.name || 'bracket bolts',
        portId: null,
        face: b.face,
        heightMm: b.yMm - b.acrossMm / 2,
        drip: 'runs along the bolts: sealing washer outside',
        inUse: BOLT_MARK,
        closed: BOLT_MARK,
        open: BOLT_MARK
      });
  const weakest = least(items, 'inUse');
  return {
    items,
    inUse: sealWord(weakest.inUse),
    closed: sealWord(least(items, 'closed').closed),
    weakest,
    hasVent: panel.ports.some((p) => p.part.role === 'vent')
  };
}

export const reaches = (has: SealWord, wanted: SealWord): boolean =>
  SEAL_LADDER.indexOf(has) >= SEAL_LADDER.indexOf(wanted);
