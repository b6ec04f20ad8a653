import type { WireSize } from '../quantity/wire-size.ts';
import { CONTACT_MILLIOHM } from './contacts.ts';

export type NetPartKind = 'battery' | 'inlet' | 'fuse' | 'switch' | 'fuse-block' | 'port' | 'bus' | 'shunt';
export type NetPart = {
  id: string;
  kind: NetPartKind;
  label: string;
  terminals: string[];
  ratingA: number | null;
  /** Resistance inside the part: from its first to its second terminal; for a port its contacts, both poles together. */
  throughMilliOhm: number;
};
export type Terminal = { part: string; terminal: string };
export type Conductor = {
  id: string;
  from: Terminal;
  to: Terminal;
  polarity: 'positive' | 'negative' | 'sense';
  size: WireSize | null;
  lengthMm: number;
  circuitId: string | null;
  /** Copper and the joint at each end. */
  milliOhm: number;
};
export type Netlist = { parts: NetPart[]; conductors: Conductor[] };

type BranchNet = {
  circuitId: string;
  fuseTag: string;
  fuseA: number | null;
  hasFuse: boolean;
  switchTag: string | null;
  switchA: number | null;
  portTag: string;
  portA: number | null;
  always: boolean;
  returnToBattery: boolean;
  isMeter: boolean;
  size: WireSize | null;
  lengthMm: number;
  fuseMilliOhm: number;
  switchMilliOhm: number;
  portMilliOhm: number;
};
export type NetInput = {
  mainFuseA: number | null;
  hasMainFuse: boolean;
  mainSize: WireSize | null;
  mainLengthMm: number;
  fuseDistanceMm: number;
  masterTag: string | null;
  masterA: number | null;
  hasBlock: boolean;
  hasShunt: boolean;
  shuntA: number | null;
  /** Of a wire as it lies in this box; an unknown size is taken as the thinnest. */
  milliOhmPerM: (size: WireSize | null) => number;
  mainFuseMilliOhm: number;
  masterMilliOhm: number;
  shuntMilliOhm: number;
  /** One way, of a battery that stands outside; 0 for one inside. */
  leadMm: number;
  branches: BranchNet[];
};

/** Share of a branch's run up to its switch; the rest goes on to the port. */
const TO_SWITCH = 0.6;

/** Joint at a terminal by what it is made on. @source electrical reference 3, new contacts */
const JOINT_MILLIOHM: Record<NetPartKind, number> = {
  battery: CONTACT_MILLIOHM.ringOnStud,
  inlet: CONTACT_MILLIOHM.ringOnStud,
  fuse: CONTACT_MILLIOHM.spade,
  switch: CONTACT_MILLIOHM.spade,
  'fuse-block': CONTACT_MILLIOHM.ringOnStud,
  port: CONTACT_MILLIOHM.spade,
  bus: CONTACT_MILLIOHM.busJoint,
  shunt: CONTACT_MILLIOHM.ringOnStud
};
/** The main path is made with rings on studs throughout. */
const MAIN_JOINT_MILLIOHM = CONTACT_MILLIOHM.ringOnStud;

/** Runs of the main path, positive and negative: each has a joint at both ends. */
export const mainRunCount = (x: {
  hasMainFuse: boolean;
  hasMaster: boolean;
  hasBlock: boolean;
  hasShunt: boolean;
  outside: boolean;
}): number =>
  (x.hasMainFuse ? 1 : 0) + (x.hasMaster ? 1 : 0) + (x.hasBlock ? 1 : 0) + (x.hasShunt ? 2 : 1) + (x.outside ? 2 : 0);

/** Contacts of a two-pole inlet, both poles. @source electrical reference 3, 30 A genderless pair */
export const INLET_MILLIOHM = 1.2;

/**
 * The whole circuit as parts with terminals and the conductors between them, fuse-block school: battery, main fuse,
 * master switch, a fused branch for each port (always-live ones taken ahead of the master), returns on a bus through the shunt.
 */
export function netlist(input: NetInput): Netlist {
  const parts: NetPart[] = [];
  const conductors: Conductor[] = [];
  const part = (
    id: string,
    kind: NetPartKind,
    label: string,
    terminals: string[],
    ratingA: number | null,
    throughMilliOhm = 0
  ) => parts.push({ id, kind, label, terminals, ratingA, throughMilliOhm });
  const kindOf = (id: string): NetPartKind => parts.find((p) => p.id === id)!.kind;
  const wire = (
    from: Terminal,
    to: Terminal,
    polarity: Conductor['polarity'],
    size: WireSize | null,
    lengthMm: number,
    circuitId: string | null = null
  ) => {
    const inside = size === null && lengthMm === 0;
    const joints =
      circuitId === null
        ? 2 * MAIN_JOINT_MILLIOHM
        : JOINT_MILLIOHM[kindOf(from.part)] + JOINT_MILLIOHM[kindOf(to.part)];
    const milliOhm = inside ? 0 : (lengthMm / 1000) * input.milliOhmPerM(size) + joints;
    conductors.push({ id: `w${conductors.length + 1}`, from, to, polarity, size, lengthMm, circuitId, milliOhm });
  };
  const at = (p: string, terminal: string): Terminal => ({ part: p, terminal });

  part('battery', 'battery', 'Battery', ['+', '-'], null);
  let source = at('battery', '+');
  if (input.hasMainFuse) {
    part('F0', 'fuse', 'Main fuse', ['in', 'out'], input.mainFuseA, input.mainFuseMilliOhm);
    wire(source, at('F0', 'in'), 'positive', input.mainSize, input.fuseDistanceMm);
    source = at('F0', 'out');
  }
  let ground = at('battery', '-');
  if (input.leadMm > 0) {
    part('inlet', 'inlet', 'Battery inlet +', ['in', 'out'], null, INLET_MILLIOHM / 2);
    part('inlet-', 'inlet', 'Battery inlet −', ['in', 'out'], null, INLET_MILLIOHM / 2);
    wire(source, at('inlet', 'in'), 'positive', input.mainSize, input.leadMm);
    wire(at('inlet-', 'in'), ground, 'negative', input.mainSize, input.leadMm);
    source = at('inlet', 'out');
    ground = at('inlet-', 'out');
  }
  const rest = Math.max(0, input.mainLengthMm - (input.hasMainFuse ? input.fuseDistanceMm : 0));
  let feed = source;
  if (input.masterTag) {
    part(input.masterTag, 'switch', 'Master switch', ['in', 'out'], input.masterA, input.masterMilliOhm);
    wire(source, at(input.masterTag, 'in'), 'positive', input.mainSize, rest / 2);
    feed = at(input.masterTag, 'out');
  }
  const loads = input.branches.some((b) => !b.always);
  if (input.hasBlock && loads) {
    part('block', 'fuse-block', 'Fuse block', ['+'], null);
    wire(feed, at('block', '+'), 'positive', input.mainSize, input.masterTag ? rest / 2 : rest);
    feed = at('block', '+');
  }
  part('bus', 'bus', 'Negative bus', ['-'], null);
  if (input.hasShunt) {
    part('shunt', 'shunt', 'Shunt', ['load side', 'battery side'], input.shuntA, input.shuntMilliOhm);
    wire(at('bus', '-'), at('shunt', 'load side'), 'negative', input.mainSize, input.mainLengthMm / 2);
    wire(at('shunt', 'battery side'), ground, 'negative', input.mainSize, input.mainLengthMm / 2);
  } else wire(at('bus', '-'), ground, 'negative', input.mainSize, input.mainLengthMm);

  for (const b of input.branches) {
    let from = b.always ? source : feed;
    if (b.hasFuse) {
      part(b.fuseTag, 'fuse', `Fuse ${b.fuseTag}`, ['in', 'out'], b.fuseA, b.fuseMilliOhm);
      // ahead of the branch fuse only the main one protects: that stub is as thick as the main wire
      if (b.always || !input.hasBlock) wire(from, at(b.fuseTag, 'in'), 'positive', input.mainSize, 60, b.circuitId);
      else wire(from, at(b.fuseTag, 'in'), 'positive', null, 0, b.circuitId); // inside the block
      from = at(b.fuseTag, 'out');
    }
    let runLeft = b.lengthMm;
    if (b.switchTag) {
      part(b.switchTag, 'switch', `Switch ${b.switchTag}`, ['in', 'out'], b.switchA, b.switchMilliOhm);
      wire(from, at(b.switchTag, 'in'), 'positive', b.size, b.lengthMm * TO_SWITCH, b.circuitId);
      from = at(b.switchTag, 'out');
      runLeft -= b.lengthMm * TO_SWITCH;
    }
    part(
      b.portTag,
      'port',
      b.portTag,
      b.isMeter && input.hasShunt ? ['+', '-', 'sense+', 'sense-'] : ['+', '-'],
      b.portA,
      b.portMilliOhm
    );
    wire(from, at(b.portTag, '+'), 'positive', b.size, runLeft, b.circuitId);
    wire(at(b.portTag, '-'), b.returnToBattery ? ground : at('bus', '-'), 'negative', b.size, b.lengthMm, b.circuitId);
    if (b.isMeter && input.hasShunt) {
      wire(
        at(b.portTag, 'sense+'),
        at('shunt', 'load side'),
        'sense',
        { system: 'awg', size: '22' },
        b.lengthMm,
        b.circuitId
      );
      wire(
        at(b.portTag, 'sense-'),
        at('shunt', 'battery side'),
        'sense',
        { system: 'awg', size: '22' },
        b.lengthMm,
        b.circuitId
      );
    }
  }
  return { parts, conductors };
}

/** What is wrong with a netlist's shape: terminals that do not exist, parts nothing reaches, twice the same id. */
export function netlistFaults(net: Netlist): string[] {
  const faults: string[] = [];
  const byId = new Map(net.parts.map((p) => [p.id, p]));
  if (byId.size !== net.parts.length) faults.push('two parts share one id');
  const touched = new Set<string>();
  for (const c of net.conductors)
    for (const end of [c.from, c.to]) {
      touched.add(end.part);
      if (!byId.get(end.part)?.terminals.includes(end.terminal))
        faults.push(`${c.id} ends at ${end.part} ${end.terminal}, which is not there`);
    }
  for (const p of net.parts) if (!touched.has(p.id)) faults.push(`nothing is connected to ${p.label}`);
  return faults;
}
