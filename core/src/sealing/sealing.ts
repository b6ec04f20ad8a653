import type { Box } from '../box/schema.ts';
import { saidIn, type Said } from '../quantity/said.ts';
import type { SealWord } from '../box/schema.ts';
import type { Face, SealMark } from '../catalogue/part.ts';
import { aboveGroundMm, type PanelPlan, type PortPlan } from '../panel/panel.ts';
import type { CaseFit } from '../case/fit.ts';
import type { OpeningKind, SealedBy } from '../box/seal-names.ts';
import { pluggedPorts } from '../box/plugged.ts';
import { atMost, cordFault, wallSeal, weaker, type SealHow } from './as-built.ts';

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
  /** Opening of the shell, by its id; undefined for everything else. */
  openingId: string | undefined;
  /** Why it holds less than its part is sold for; undefined = as sold. */
  how: SealHow | undefined;
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
/** What an opening of the shell is called. */
export const OPENING_WORDS: Record<OpeningKind, string> = {
  vents: 'vents, louvres, open holes',
  'cord-hole': 'a cord through a plain hole',
  'under-lid': 'a cord squeezed under the lid',
  rivets: 'blind rivets through the wall',
  screws: 'plain screws through the wall',
  'lid-gasket': 'lid gasket home-made or patched',
  cracked: 'a crack, or a lid gasket worn or missing'
};
/** How a part is sealed into its wall. */
export const SEALED_BY_WORDS: Record<SealedBy, string> = {
  ring: 'its own ring, in front',
  'home-made': 'a home-made gasket',
  sealant: 'neutral silicone, butyl',
  vinegar: 'vinegar silicone',
  behind: 'a gasket behind the wall'
};

/** Why a place holds less than it is sold for. */
export const SEAL_HOW_WORDS: Record<SealHow, string> = {
  ...OPENING_WORDS,
  'home-made': 'sealed by a home-made gasket nobody tried with water',
  sealant: 'sealed by hand, not tried with water',
  vinegar: 'sealed by hand, not tried with water',
  behind: 'its gasket or collar sits behind the wall, water stands in the hole',
  bare: 'nothing between its flange and the wall',
  unread: 'how it is sealed into the wall is not known',
  'flat-cord': 'a flat cord in a round seal',
  'thin-cord': 'its cord is too thin for the gland',
  'thick-cord': 'its cord is too thick for the gland'
};

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

/** What keeps a place from holding what it is sold for, the worse of its wall and its cord. */
function faultOf(p: PortPlan, material: CaseFit['part']['material']): SealHow | undefined {
  const faults = [wallSeal(p.port), cordFault(p.port, p.part)].filter((how) => how !== undefined);
  return faults.sort((a, b) => rank(atMost(a, material)) - rank(atMost(b, material)))[0];
}

function portItem(p: PortPlan, fit: CaseFit, more: { said: Said; isPlugged: boolean }): SealItem {
  const plugged = p.part.role === 'outlet' || p.part.role === 'inlet' || p.part.role === 'gland';
  const heightMm = p.port.face === 'lid' ? fit.part.depthMm + fit.part.lidDepthMm : aboveGroundMm(p, fit.part);
  const how = faultOf(p, fit.part.material);
  const asBuilt = (m: SealMark): SealMark => (how ? weaker(m, atMost(how, fit.part.material)) : m);
  return {
    name: p.tag,
    portId: p.port.id,
    openingId: undefined,
    face: p.port.face,
    heightMm,
    drip: dripOf(p, heightMm, more),
    how,
    open: asBuilt(p.part.seal.open),
    inUse: asBuilt(plugged ? usedMark(p, more.isPlugged) : portMark(p, p.part.seal.capped ? 'capped' : 'open')),
    closed: asBuilt(portMark(p, p.part.role === 'gland' ? 'mated' : p.part.seal.capped ? 'capped' : 'open'))
  };
}

/** A place that is the same whatever is plugged in. */
const always = (mark: SealMark): Pick<SealItem, 'inUse' | 'closed' | 'open'> => ({
  inUse: mark,
  closed: mark,
  open: mark
});
const NO_PORT = { portId: null, openingId: undefined, how: undefined } as const;

const openingItems = (box: Box, fit: CaseFit): SealItem[] =>
  box.openings.map((o) => ({
    name: o.name || OPENING_WORDS[o.kind],
    portId: null,
    openingId: o.id,
    face: o.face,
    heightMm: undefined,
    drip: o.kind === 'cord-hole' || o.kind === 'under-lid' ? 'runs in along the cord' : 'goes in',
    how: o.kind,
    ...always(weaker(fit.part.seal, atMost(o.kind, fit.part.material)))
  }));

const boltItems = (box: Box): SealItem[] =>
  box.brackets
    .filter((b) => b.fixing === 'bolted')
    .map((b) => ({
      ...NO_PORT,
      name: b.name || 'bracket bolts',
      face: b.face,
      heightMm: b.yMm - b.acrossMm / 2,
      drip: 'runs along the bolts: sealing washer outside',
      ...always(BOLT_MARK)
    }));

/** The weakest penetration decides. A drilled case is untested: this is what it is built towards. @source mechanical reference 7.1 */
export function sealing(box: Box, fit: CaseFit | undefined, panel: PanelPlan | undefined): Sealing | undefined {
  if (!fit || !panel) return undefined;
  const said = saidIn(box.preferences);
  const used = pluggedPorts(box);
  const items: SealItem[] = [
    {
      ...NO_PORT,
      name: 'the case itself',
      face: undefined,
      heightMm: undefined,
      drip: 'over the rim',
      ...always(fit.part.seal)
    },
    ...panel.ports
      .filter((p) => p.part.hole.shape !== 'none')
      .map((p) => portItem(p, fit, { said, isPlugged: used.has(p.port.id) })),
    ...boltItems(box),
    ...openingItems(box, fit)
  ];
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
