import { leadWire } from './lead-section.ts';
import { valueOf } from '../box/lookup.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { knownSize, milliOhmPerM } from './conductor.ts';
import { CONTACT_MILLIOHM as R } from './contacts.ts';
import type { Draft, Sources } from './draft.ts';
import { fuseMilliOhm } from './fuse.ts';
import { THINNEST } from './main-path.ts';
import { RELAY_MILLIOHM } from './net-coil.ts';
import { CONTROLLER_LEAD_MM, LOAD_TERMINAL_MILLIOHM } from './netlist.ts';
import { hasOwnReturn } from './poles.ts';
import type { Laid } from './sizing.ts';
import { startOf, type Tree } from './tree.ts';
import type { MainPlan } from './types.ts';

export type FinishContext = {
  main: MainPlan;
  laid: Laid;
  lowV: number;
  tree: Tree;
  /** Whose port a return lands on, and what each return carries. */
  back: ReadonlyMap<string, string>;
  backA: ReadonlyMap<string, number>;
  /** One way from the port back to the bus, mm. */
  backMm: ReadonlyMap<string, number>;
};

/** Resistance of one lead of a chain: what carries everything behind it, what carries its own load alone, and its return. */
export type Lead = { wireOut: number; wireBack: number; fuse: number; out: number; own: number; back: number };

export function leadOf({ box }: Pick<Sources, 'box'>, d: Draft, wire: WireSize, x: FinishContext): Lead {
  const known = knownSize(wire) ? wire : THINNEST;
  const perMOf = (size: WireSize) =>
    milliOhmPerM(size, Math.max(20, x.laid.ambientC), { cca: x.laid.cca }) / d.circuit.wireCount;
  const perM = perMOf(known);
  const own = valueOf<WireSize>(d.circuit.returnWire, undefined);
  const backPerM =
    d.circuit.returnWire.is === 'unknown' ? perMOf(THINNEST) : own && knownSize(own) ? perMOf(own) : perM;
  // whichever lead it sits in, it loses the same
  const fittedA = d.returnFuse ? d.returnFuse.ratingA : d.fuseOrigin === 'none' ? undefined : d.fuseA;
  const fuse = fittedA === undefined ? 0 : fuseMilliOhm(d.fuseFamily, fittedA, d.carriesA) + R.bladeHolder;
  const relay = box.relays.some((r) => r.inId === d.circuit.id);
  const wireOut = (d.lengthMm * perM) / 1000;
  // onto another port a return is as long as its feed; else it runs back to the bus
  const backMm = x.back.has(d.circuit.id) ? d.lengthMm : (x.backMm.get(d.circuit.id) ?? d.lengthMm);
  const wireBack = (backMm * backPerM) / 1000;
  if (d.feed) return feedLead(d, { wire, perMOf, wireOut, wireBack, fuse, relay });
  return {
    wireOut,
    wireBack,
    fuse,
    out: wireOut + fuse + 2 * R.spade,
    own:
      d.switches.reduce((sum, w) => sum + (w.part?.contactMilliOhm ?? 0) + 2 * R.spade, 0) +
      (relay ? RELAY_MILLIOHM + 2 * R.spade : 0) +
      (d.portPart?.contactMilliOhm ?? 0) +
      (startOf(x.tree, d.circuit.id) === 'load-terminal' ? controllerMilliOhm(x, perMOf) : 0),
    back: wireBack + R.spade + (x.back.has(d.circuit.id) ? R.spade : R.busJoint)
  };
}

/** From the main feed through a built-in controller to its load terminals and back, in the main wire. */
function controllerMilliOhm(x: FinishContext, perMOf: (size: WireSize) => number): number {
  const size = x.main.wire && knownSize(x.main.wire) ? x.main.wire : THINNEST;
  const lead = ((2 * CONTROLLER_LEAD_MM) / 1000) * perMOf(size);
  return lead + 2 * LOAD_TERMINAL_MILLIOHM + 6 * R.spade;
}

/** A feed: the section ahead of its way in, its contacts, its switches and the joint it ends in. */
function feedLead(
  d: Draft,
  x: {
    wire: WireSize;
    perMOf: (size: WireSize) => number;
    wireOut: number;
    wireBack: number;
    fuse: number;
    relay: boolean;
  }
): Lead {
  const lead = d.feed!.lead;
  const size = lead ? leadWire(lead, x.wire) : undefined;
  const ahead = lead
    ? (lead.lengthMm * x.perMOf(size && knownSize(size) ? size : THINNEST) * d.circuit.wireCount) /
      lead.wireCount /
      1000
    : 0;
  const end = d.feed!.ends === 'fuse-block' ? R.ringOnStud : R.busJoint;
  return {
    wireOut: x.wireOut + ahead,
    wireBack: x.wireBack + ahead,
    fuse: x.fuse,
    out: x.wireOut + ahead + x.fuse + R.spade + end,
    own:
      (d.throughMilliOhm ?? 0) +
      d.switches.reduce((sum, w) => sum + (w.part?.contactMilliOhm ?? 0) + 2 * R.spade, 0) +
      (x.relay ? RELAY_MILLIOHM + 2 * R.spade : 0),
    back: hasOwnReturn(d.feed!) ? x.wireBack + ahead + 2 * R.busJoint : 0
  };
}
