import type { Said } from '../../quantity/said.ts';
import { BEHIND_GAP_MM } from '../../panel/spacing.ts';
import type { WordTable } from './table.ts';

const wanted = (x: { minMm: number; maxMm: number; drilledMm: number }, said: Said): string =>
  `It wants ${said.fine(x.minMm, 1)} to ${said.fineMm(x.maxMm, 1)}, the hole is ${said.fineMm(x.drilledMm, 1)}.`;

export const panelWords = {
  'behind-panel-collision': {
    told: (x: { tag: string; behindName: string; clearMm: number; needMm: number; freeMm: number }, said: Said) => {
      const [needs, after] = said.mmApart(x.needMm, x.freeMm);
      return {
        short: `${x.tag} hits the ${x.behindName}`,
        title: `${x.tag} does not go in: ${said.mm(-x.clearMm, 1)} short`,
        why: `It needs ${needs} behind the wall with its terminals; the ${x.behindName} stands after ${after}.`
      };
    }
  },
  'bracket-foot': {
    told: (
      {
        name,
        under,
        acrossMm,
        fixing,
        material,
        wallMm
      }: {
        name: string;
        under: string[];
        acrossMm: number;
        fixing: 'suction' | 'bolted' | 'ears';
        material: string;
        wallMm: number;
      },
      said: Said
    ) => ({
      short: `${name || 'The bracket'} wants bare wall`,
      title:
        under.length > 0
          ? `${name || 'The bracket'} sits on ${under.join(', ')}`
          : `The wall is thin under ${name || 'The bracket'}`,
      why:
        under.length > 0
          ? `Its foot is ${said.mm(acrossMm)} across and wants bare, flat wall${fixing === 'suction' ? ', clean and smooth' : ''}.`
          : `${said.mm(wallMm)} of ${material} gives under it: put a plate of at least ${said.mm(acrossMm + 20)} behind.`
    })
  },
  'bracket-pulls-off': {
    told: (
      {
        name,
        pullN,
        bearsN,
        loadKg,
        leverMm
      }: { name: string; pullN: number; bearsN: number; loadKg: number; leverMm: number },
      said: Said
    ) => ({
      short: `${name || 'The bracket'} pulls off`,
      title: `${name || 'The bracket'} pulls off: ${pullN.toFixed(0)} N on a foot that bears ${bearsN.toFixed(0)} N`,
      why: `${said.kg(loadKg)} at ${said.mm(leverMm)}, knocked about as it is carried. A shorter arm, a larger foot or bolts through a plate.`
    })
  },
  'bracket-tips': {
    told: ({ name, tipShare }: { name: string; tipShare: number }) => ({
      short: `${name || 'Bracket'} tips the box`,
      title: `${name || 'The bracket'} tips the box over`,
      why: `Its load uses ${(tipShare * 100).toFixed(0)} % of what the box’s own weight holds; half is left for gusts and knocks. Shorten the arm, or peg the box down.`
    })
  },
  'edge-too-near': {
    told: (
      { tag, nearestMm, keeps, wanted }: { tag: string; nearestMm: number; keeps: string; wanted: string },
      said: Said
    ) => ({
      short: `${tag} is ${said.mm(nearestMm, 0)} from the edge`,
      title: `${tag} is too near the edge`,
      why: `The flange keeps ${keeps} from the edge; ${wanted} keep it on flat wall, clear of the rounded corner.`
    })
  },
  'fit-tight': {
    told: ({ tag, clearMm, behindName }: { tag: string; clearMm: number; behindName: string }, said: Said) => ({
      short: `${tag}: ${said.mm(clearMm, 1)} to the ${behindName}`,
      title: `Only ${said.mm(clearMm, 1)} behind ${tag}`,
      why: `Wanted: ${said.mm(BEHIND_GAP_MM)} to the ${behindName}. Parts and mouldings vary by more than this: measure your real ones before drilling.`
    })
  },
  'flange-overlap': {
    told: ({
      tag,
      otherTag,
      kind,
      gap,
      needed
    }: {
      tag: string;
      otherTag: string;
      kind: 'opposite' | 'nut' | 'flange' | 'web' | 'plug' | 'behind';
      gap: string;
      needed: string;
    }) => ({
      short: `${tag} and ${otherTag} are too close`,
      title: `${tag} and ${otherTag} cannot both seat`,
      why: `Between their ${kind === 'nut' ? 'nuts' : 'flanges'} are ${gap}; ${needed} are needed.`
    })
  },
  'hole-drilled': {
    small: (
      { tag, minMm, maxMm, drilledMm }: { tag: string; minMm: number; maxMm: number; drilledMm: number },
      said: Said
    ) => ({
      short: `${tag}: its hole is too small`,
      title: `${tag} does not go into its hole yet`,
      why: `${wanted({ minMm, maxMm, drilledMm }, said)} Open it up with a step drill or a round file, then write down what it has.`
    }),
    large: (
      {
        tag,
        falls,
        minMm,
        maxMm,
        drilledMm,
        coversMm
      }: { tag: string; falls: boolean; minMm: number; maxMm: number; drilledMm: number; coversMm: number },
      said: Said
    ) => ({
      short: `${tag}: its hole is too large`,
      title: falls ? `${tag} falls through its hole` : `${tag} sits loose in its hole`,
      why: falls
        ? `${wanted({ minMm, maxMm, drilledMm }, said)} Its flange is ${said.mm(coversMm)} across: put a plate with the right hole over it, or take a larger part.`
        : `${wanted({ minMm, maxMm, drilledMm }, said)} It can turn and shift, and its gasket seals on one side only: an adapter ring, a plate behind, or a part with a wider hole.`
    })
  },
  'off-the-face': {
    told: (
      {
        tag,
        overMm,
        face,
        widthMm,
        heightMm,
        flangeWidthMm,
        flangeHeightMm
      }: {
        tag: string;
        overMm: number;
        face: 'front' | 'back' | 'left' | 'right' | 'lid' | 'floor';
        widthMm: number;
        heightMm: number;
        flangeWidthMm: number;
        flangeHeightMm: number;
      },
      said: Said
    ) => ({
      short: `${tag} overhangs by ${said.mm(overMm, 0)}`,
      title: `${tag} overhangs its face by ${said.mm(overMm, 1)}`,
      why: `The ${face} is ${said.mms(' × ', widthMm, heightMm)}; the flange is ${said.mms(' × ', flangeWidthMm, flangeHeightMm)}.`
    })
  },
  'panel-thickness': {
    collar: (
      {
        tag,
        stackMm,
        panelMaxMm,
        panelMinMm
      }: { tag: string; stackMm: number; panelMaxMm: number; panelMinMm: number },
      said: Said
    ) => ({
      short: `${tag} wants a hollow collar`,
      title: `The nut of ${tag} does not reach through wall and spacer`,
      why: `Together they are ${said.mm(stackMm)}; it holds on up to ${said.mm(panelMaxMm)}. Make the spacer a hollow collar, screwed to the wall, whose own face of ${said.mms(' to ', panelMinMm, panelMaxMm)} carries the part.`
    }),
    wall: (
      {
        tag,
        thick,
        guessed,
        inPlate,
        wallMm,
        panelMinMm,
        panelMaxMm
      }: {
        tag: string;
        thick: boolean;
        guessed: boolean;
        inPlate: boolean;
        wallMm: number;
        panelMinMm: number;
        panelMaxMm: number;
      },
      said: Said
    ) => ({
      short: `${tag}: wall is too ${thick ? 'thick' : 'thin'}`,
      title: guessed
        ? `Whether the wall suits ${tag} is not known`
        : `The wall is too ${thick ? 'thick' : 'thin'} for ${tag}`,
      why: `The ${inPlate ? 'plate it sits in' : 'wall'} is ${guessed ? 'taken as ' : ''}${said.mm(wallMm)}${guessed ? ', nobody measured it' : ''}; the part holds on ${said.mms(' to ', panelMinMm, panelMaxMm)}. ${thick ? 'Counterbore from inside, or take another part.' : 'Back it with a plate, or take another part.'}`
    })
  },
  'plug-envelope-clash': {
    told: ({ tag, what, say }: { tag: string; what: string; say: string }) => ({
      short: `Plug in ${tag} meets the ${what}`,
      title: `The plug in ${tag} meets the ${what}`,
      why: say
    })
  },
  'plug-finger-gap': {
    told: ({ tag, otherTag, gap, wanted }: { tag: string; otherTag: string; gap: string; wanted: string }) => ({
      short: `No finger room at ${tag}, ${otherTag}`,
      title: `Plugs in ${tag} and ${otherTag} cannot be gripped`,
      why: `${gap} between the plugs; cold fingers want ${wanted}.`
    })
  },
  'port-collision-inside': {
    told: ({ tag, otherTag, wantedMm }: { tag: string; otherTag: string; wantedMm: number }, said: Said) => ({
      short: `${tag} and ${otherTag} meet inside`,
      title: `${tag} and ${otherTag} meet inside`,
      why: `Their bodies and terminals come nearer than ${said.mm(wantedMm)}.`
    })
  },
  'web-too-thin': {
    told: ({ tag, otherTag, left, wanted }: { tag: string; otherTag: string; left: string; wanted: string }) => ({
      short: `Thin wall between ${tag} and ${otherTag}`,
      title: `Thin wall between ${tag} and ${otherTag}`,
      why: `${left} of wall would be left between the holes; ${wanted} keep it from cracking.`
    })
  }
} satisfies WordTable;
