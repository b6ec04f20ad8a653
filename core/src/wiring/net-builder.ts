import type { WireSize } from '../quantity/wire-size.ts';
import { CONTACT_MILLIOHM } from './contacts.ts';
import type { Conductor, NetPart, NetPartKind, NetRef, Netlist, Terminal } from './netlist.ts';

/** Joint at a terminal by what it is made on. @source electrical reference 3, new contacts */
const JOINT_MILLIOHM: Record<NetPartKind, number> = {
  battery: CONTACT_MILLIOHM.ringOnStud,
  inlet: CONTACT_MILLIOHM.ringOnStud,
  fuse: CONTACT_MILLIOHM.spade,
  switch: CONTACT_MILLIOHM.spade,
  changeover: CONTACT_MILLIOHM.ringOnStud,
  relay: CONTACT_MILLIOHM.spade,
  'fuse-block': CONTACT_MILLIOHM.ringOnStud,
  port: CONTACT_MILLIOHM.spade,
  device: CONTACT_MILLIOHM.spade,
  bus: CONTACT_MILLIOHM.busJoint,
  shunt: CONTACT_MILLIOHM.ringOnStud,
  controller: CONTACT_MILLIOHM.spade,
  converter: CONTACT_MILLIOHM.spade
};
/** The main path is made with rings on studs throughout. */
const MAIN_JOINT_MILLIOHM = CONTACT_MILLIOHM.ringOnStud;

export type NewPart = Pick<NetPart, 'id' | 'kind' | 'label' | 'terminals' | 'ref'> &
  Partial<Pick<NetPart, 'duty' | 'ratingA' | 'family' | 'throughMilliOhm' | 'coil' | 'gives'>>;
export type NewWire = Pick<Conductor, 'id' | 'from' | 'to' | 'polarity' | 'lengthMm'> &
  Partial<Pick<Conductor, 'size' | 'count' | 'circuitId'>>;

export const at = (part: string, terminal: string): Terminal => ({ part, terminal });

/** Collects parts and conductors; a lead that was cut on the bench takes the length it has there. */
export class NetBuilder {
  readonly parts: NetPart[] = [];
  readonly conductors: Conductor[] = [];
  private readonly kinds = new Map<string, NetPartKind>();
  private readonly milliOhmPerM: (size: WireSize | null) => number;
  private readonly asCut: Readonly<Record<string, number>>;

  /** @param milliOhmPerM of a wire as it lies in this box; an unknown size is taken as the thinnest */
  constructor(milliOhmPerM: (size: WireSize | null) => number, asCut: Readonly<Record<string, number>>) {
    this.milliOhmPerM = milliOhmPerM;
    this.asCut = asCut;
  }

  part(p: NewPart): void {
    this.parts.push({
      id: p.id,
      kind: p.kind,
      label: p.label,
      ...(p.duty ? { duty: p.duty } : {}),
      terminals: p.terminals,
      ratingA: p.ratingA ?? null,
      family: p.family ?? null,
      throughMilliOhm: p.throughMilliOhm ?? 0,
      coil: p.coil ?? null,
      gives: p.gives ?? null,
      ref: p.ref
    });
    this.kinds.set(p.id, p.kind);
  }

  /** @returns the resistance of the new lead with its joints, milliohm */
  wire(w: NewWire): number {
    const size = w.size ?? null;
    const count = w.count ?? 1;
    const circuitId = w.circuitId ?? null;
    const inside = size === null && w.lengthMm === 0;
    const lengthMm = inside ? 0 : (this.asCut[w.id] ?? w.lengthMm);
    const joints = circuitId === null ? 2 * MAIN_JOINT_MILLIOHM : this.jointMilliOhm(w.from) + this.jointMilliOhm(w.to);
    const milliOhm = inside ? 0 : ((lengthMm / 1000) * this.milliOhmPerM(size) + joints) / count;
    this.conductors.push({
      id: w.id,
      from: w.from,
      to: w.to,
      polarity: w.polarity,
      size,
      count,
      lengthMm,
      circuitId,
      milliOhm
    });
    return milliOhm;
  }

  private jointMilliOhm(t: Terminal): number {
    return JOINT_MILLIOHM[this.kinds.get(t.part) ?? 'bus'];
  }

  done(rest: Pick<Netlist, 'packIds' | 'feed'>): Netlist {
    return { parts: this.parts, conductors: this.conductors, ...rest };
  }
}

export const MAIN_REF: NetRef = { kind: 'main' };
export const BATTERY_REF: NetRef = { kind: 'battery' };
export const circuitRef = (id: string): NetRef => ({ kind: 'circuit', id });
