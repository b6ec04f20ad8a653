import type { SealWord } from '../box/schema.ts';
import type { SealMark } from '../catalogue/part.ts';
import type { PanelPlan, PortPlan } from '../panel/panel.ts';
import type { CaseFit } from '../case/fit.ts';

export const SEAL_LADDER: readonly SealWord[] = ['dry-store', 'splash', 'rain', 'dunk'];
export const SEAL_WORDS: Record<SealWord, string> = {
  'dry-store': 'Dry store',
  splash: 'Splash',
  rain: 'Rain',
  dunk: 'Brief dunk'
};

export type SealItem = { name: string; portId: string | null; inUse: SealMark; closed: SealMark };
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

/** The weakest penetration decides. A drilled case is untested: this is what it is built towards. @source mechanical reference 7.1 */
export function sealing(fit: CaseFit | undefined, panel: PanelPlan | undefined): Sealing | undefined {
  if (!fit || !panel) return undefined;
  const items: SealItem[] = [{ name: 'the case itself', portId: null, inUse: fit.part.seal, closed: fit.part.seal }];
  for (const p of panel.ports) {
    if (p.part.hole.shape === 'none') continue;
    const plugged = p.part.role === 'outlet' || p.part.role === 'inlet' || p.part.role === 'gland';
    items.push({
      name: p.tag,
      portId: p.port.id,
      inUse: plugged ? portMark(p, p.port.inUse) : portMark(p, p.part.seal.capped ? 'capped' : 'open'),
      closed: portMark(p, p.part.role === 'gland' ? 'mated' : p.part.seal.capped ? 'capped' : 'open')
    });
  }
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
