import type { PartOf } from '../../catalogue/part.ts';
import type { KitLine } from '../../kit/kit.ts';

/** Steps that need a small part of each use; those that fasten go by their thread. */
const BY_USE: Partial<Record<PartOf<'sundry'>['use'], readonly string[]>> = {
  charger: ['charge'],
  ring: ['harness'],
  spade: ['harness'],
  butt: ['harness'],
  lever: ['harness'],
  'push-in': ['harness'],
  ferrule: ['harness'],
  sleeve: ['harness'],
  'bus-bar': ['inside'],
  relay: ['inside'],
  strap: ['hold'],
  foam: ['hold'],
  boot: ['hold'],
  sealant: ['fit-parts'],
  grommet: ['fit-parts'],
  tie: ['wire'],
  label: ['cut', 'card'],
  gel: ['card'],
  'solar-panel': ['solar', 'load']
};

/** Blocks and shunt stand on M4, brackets and the strap's anchors on M5. */
const BY_THREAD = { m4: ['inside'], m5: ['fit-parts'] } as const;

/** Where a line goes when the step that mounts it does not occur in this box. */
const BY_GROUP: Record<KitLine['group'], string> = {
  power: 'mock',
  case: 'mock',
  panel: 'mock',
  wiring: 'inside',
  crimps: 'harness',
  small: 'card'
};

/** Steps for which a line of the kit must have come, by what it is: whoever's part it is, and whatever it is called. */
function stepsOf({ what }: KitLine): readonly string[] {
  switch (what.kind) {
    case 'battery':
      return ['charge', 'mock'];
    case 'case':
    case 'body':
      return ['mock'];
    case 'panel':
      return ['mock', 'measure', 'fit-parts'];
    case 'fuse-block':
      return ['mock', 'inside'];
    case 'shunt':
      return ['inside'];
    case 'wire':
      return ['cut'];
    case 'fuse-holder':
      return ['harness'];
    case 'fuse':
      return ['fuse'];
    case 'sundry':
      if (what.use === 'bolt' || what.use === 'nut' || what.use === 'washer')
        return BY_THREAD[what.fits.startsWith('m4') ? 'm4' : 'm5'];
      return BY_USE[what.use] ?? [];
    case 'device':
      return [];
  }
}

/** Lines that each step of a box needs; every line is needed by some step, so what is missing always holds something up. */
export function linesByStep(stepIds: readonly string[], lines: readonly KitLine[]): Map<string, string[]> {
  const out = new Map<string, string[]>(stepIds.map((id) => [id, []]));
  for (const l of lines) {
    const wanted = stepsOf(l).filter((id) => out.has(id));
    for (const id of wanted.length > 0 ? wanted : [BY_GROUP[l.group]]) out.get(id)?.push(l.lineId);
  }
  return out;
}
