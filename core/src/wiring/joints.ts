import { inBlockWay } from './block-way.ts';
import { CHEMISTRY, usedKind } from '../battery/chemistry.ts';
import { partOf } from '../box/lookup.ts';
import type { Box, Feed } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { NetPart, Netlist, Terminal } from './netlist.ts';

type Stud = 'm4' | 'm5' | 'm6' | 'm8';

/** What a lead ends in. `given` is there already: nothing is crimped that has to be bought. */
export type Joint =
  | { kind: 'ring'; stud: Stud }
  | { kind: 'spade'; tab: '4.8' | '6.3' }
  | { kind: 'splice' }
  | { kind: 'ferrule' }
  | { kind: 'clamp' }
  | { kind: 'given'; say: string };

/** The small part that makes a joint: what the kit buys for it; undefined for what is there already. */
export function pieceOf(joint: Joint): { use: PartOf<'sundry'>['use']; fits: string } | undefined {
  switch (joint.kind) {
    case 'ring':
      return { use: 'ring', fits: joint.stud };
    case 'spade':
      return { use: 'spade', fits: `tab-${joint.tab}` };
    case 'splice':
      return { use: 'butt', fits: 'splice' };
    case 'ferrule':
      return { use: 'ferrule', fits: '' };
    case 'clamp':
      return { use: 'other', fits: 'post-clamp' };
    case 'given':
      return undefined;
  }
}

/** 'ring M5', 'spade 6.3'. */
export function jointText(joint: Joint): string {
  switch (joint.kind) {
    case 'ring':
      return `ring ${joint.stud.toUpperCase()}`;
    case 'spade':
      return `spade ${joint.tab}`;
    case 'splice':
      return 'butt splice';
    case 'clamp':
      return 'post clamp';
    case 'ferrule':
      return 'ferrule';
    case 'given':
      return joint.say;
  }
}

/** Switches from this rating on have studs. @source typical of rotary battery switches */
const STUD_FROM_A = 40;

const ring = (stud: Stud): Joint => ({ kind: 'ring', stud });
const SPADE: Joint = { kind: 'spade', tab: '6.3' };
const SPLICE: Joint = { kind: 'splice' };

function atBattery(box: Box): Joint {
  const part = partOf(box, 'battery', box.bank.partId);
  const terminal = part?.terminal ?? 'unknown';
  if (terminal === 'tab-4.8') return { kind: 'spade', tab: '4.8' };
  if (terminal === 'tab-6.3') return SPADE;
  if (terminal === 'unknown') return { kind: 'given', say: 'look at the posts' };
  if (terminal === 'post') return { kind: 'clamp' };
  if (terminal !== 'lead') return ring(terminal);
  // lead posts of lead-acid take a clamp; a lithium pack ends in a lead of its own
  const { chemistry } = part!;
  return chemistry !== 'unknown' && CHEMISTRY[usedKind(chemistry)].isLead ? { kind: 'clamp' } : SPLICE;
}

/** Fuses and breakers outside a block, by how their family is held. @source usual holders: tails on in-line ones, studs on bolted ones */
const AT_FUSE: Record<NonNullable<NetPart['family']>, Joint> = {
  blade: SPLICE,
  'mini-blade': SPLICE,
  glass: SPLICE,
  midi: ring('m5'),
  post: ring('m8'),
  breaker: ring('m6')
};

/** Where a feed ends, what its lead and those behind it are given there. @source usual terminals of each kind of joint */
const AT_END: Record<Feed['ends'], Joint> = {
  'fuse-block': ring('m5'),
  chain: SPLICE,
  'bus-bar': ring('m8'),
  stud: ring('m6'),
  lever: { kind: 'given', say: 'stripped 11 mm' },
  'push-in': { kind: 'given', say: 'stripped 11 mm' },
  splice: SPLICE,
  terminal: ring('m6')
};

const isSplice = (ends: Feed['ends']): boolean => ends === 'splice' || ends === 'chain';

/** How the feed ends whose joint a part of the netlist is; undefined for every other part. */
export function endsAt(box: Pick<Box, 'feeds'>, part: NetPart): Feed['ends'] | undefined {
  if (part.kind !== 'bus' || part.ref.kind !== 'circuit') return undefined;
  const { id } = part.ref;
  return box.feeds.find((f) => f.id === id)?.ends;
}

/** What a lead is given where it ends on a part. @source usual terminals of each kind of part; the person's own may differ */
export function jointAt(box: Box, net: Netlist, end: Terminal, side: 'from' | 'to'): Joint {
  const part = net.parts.find((p) => p.id === end.part)!;
  switch (part.kind) {
    case 'battery':
      return atBattery(box);
    case 'fuse':
      return inBlockWay(net, part.id) ? SPADE : AT_FUSE[part.family ?? 'blade'];
    case 'fuse-block':
    case 'inlet':
      return ring('m5');
    case 'shunt':
      return ring('m6');
    case 'bus': {
      const ends = endsAt(box, part);
      // one splice takes two leads: it is counted where the lead behind it begins
      if (ends && isSplice(ends) && side === 'to') return { kind: 'given', say: 'into the same splice' };
      // the returns of a block meet on its own bar or on a bus bar beside it
      if (ends === 'fuse-block' && part.terminals.includes('-')) return ring('m4');
      if (ends) return AT_END[ends];
      if (part.id !== 'bus') return ring('m8');
      const returns = box.wiring.returns.is === 'set' ? box.wiring.returns.value : 'bus-bar';
      return returns === 'splice' ? SPLICE : returns === 'stud' ? ring('m6') : ring('m4');
    }
    case 'changeover':
      return ring('m8');
    case 'switch':
      return (part.ratingA ?? 0) >= STUD_FROM_A ? ring('m6') : SPADE;
    case 'device':
      return { kind: 'given', say: 'the device’s own plug' };
    case 'controller':
      return { kind: 'ferrule' };
    case 'relay':
    case 'port':
    case 'converter':
      return end.terminal === 'plug' ? { kind: 'given', say: 'plug' } : SPADE;
  }
}

/**
 * Whether a lead is cut on the bench. Not what lies inside a block, not between a battery's stud and the fuse bolted on it,
 * and not a device's own lead, which came with it.
 */
export function isCut(net: Netlist, c: Netlist['conductors'][number]): boolean {
  if (c.lengthMm <= 0) return false;
  const [from, to] = [c.from, c.to].map((end) => net.parts.find((p) => p.id === end.part)!);
  if (from!.kind === 'device' || to!.kind === 'device') return false;
  return !(from!.kind === 'battery' && to!.kind === 'fuse' && to!.family === 'post');
}
