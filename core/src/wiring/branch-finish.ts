import { coldestAirC } from '../sun/season-air.ts';
import { openCircuitV } from '../battery/model.ts';
import { weakestMilliOhm } from '../battery/resistance.ts';
import { mainFeed } from '../box/feeds.ts';
import { valueOf } from '../box/lookup.ts';
import type { Box, Circuit } from '../box/schema.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { ampacityA, knownSize } from './conductor.ts';
import { WEAK_SOC, type Draft, type Late, type Sources } from './draft.ts';
import { countsA, LOAD_SHARE } from './fuse.ts';
import { leadOf, type FinishContext } from './lead-ohms.ts';
import { THINNEST } from './main-path.ts';
import type { CircuitPlan } from './types.ts';
import { METER_FUSE_A } from './branch-draft.ts';
import { WayDrops } from './way-drops.ts';
import { baseV, heldBy, sizeFor } from './wire-choice.ts';
import { dropWorking, fuseWorking, lengthWorking } from './workings.ts';
import type { DropPiece } from './drop.ts';

/** Of fuses in a row, the nearest first, the one that opens first. Where nobody read the nearest, it may be that: unread as well. */
const firstOf = (guards: readonly NonNullable<CircuitPlan['guard']>[]): CircuitPlan['guard'] =>
  guards.reduce<CircuitPlan['guard']>(
    (best, g) => (best === undefined || (heldBy(g) ?? Infinity) < (heldBy(best) ?? 0) ? g : best),
    undefined
  );

/** Wires, drops and faults of every circuit, once the main path is known. A chain that is left to itself gets one size all along. */
export function finishCircuits(sources: Sources, drafts: readonly Draft[], x: FinishContext): CircuitPlan[] {
  const { bank, box } = sources;
  const ways = new WayDrops(sources, drafts, x);
  const wires = new Map<string, WireSize | undefined>(drafts.map((d) => [d.circuit.id, d.wire]));
  const fixed = (d: Draft): WireSize => wires.get(d.circuit.id) ?? THINNEST;
  for (const members of ways.groups()) {
    const free = members.filter((d) => d.wireOrigin === 'auto');
    if (free.length === 0) continue;
    const size = sizeFor(sources, x, ways, { members, free, fixed });
    for (const d of free) wires.set(d.circuit.id, size);
  }
  const weakBankMilliOhm = bank
    ? weakestMilliOhm(bank, box.bank.arrangement === 'changeover', coldestAirC(box), WEAK_SOC)
    : Infinity;
  return drafts.map((d) => {
    const guards = ways.guardsOf(d);
    return finish(sources, d, x, {
      wire: wires.get(d.circuit.id),
      guard: guards[0],
      opensFirst: firstOf(guards),
      weakBankMilliOhm,
      pieces: () => ways.piecesOf(d, fixed),
      ...ways.dropOf(d, fixed)
    });
  });
}

/**
 * What a draft already knows of a circuit, and the rest. Named one by one, in one piece: this runs for every circuit on every
 * edit, and putting two lists of forty names together took longer than all that is reckoned in them.
 */
const planned = (d: Draft, late: Pick<CircuitPlan, Late>): CircuitPlan => ({
  circuit: d.circuit,
  feed: d.feed,
  rail: d.rail,
  gives: d.gives,
  live: d.live,
  laid: d.laid,
  switches: d.switches,
  tag: d.tag,
  fuseTag: d.fuseTag,
  portTag: d.portTag,
  portPart: d.portPart,
  feeds: d.feeds,
  assumedLoad: d.assumedLoad,
  fussy: d.fussy,
  hasMotor: d.hasMotor,
  loadA: d.loadA,
  carriesA: d.carriesA,
  fuseLoadA: d.fuseLoadA,
  pushedA: d.pushedA,
  lowLoadA: d.lowLoadA,
  lowCarriesA: d.lowCarriesA,
  devices: d.devices,
  upId: d.upId,
  meanA: d.meanA,
  inrushA2s: d.inrushA2s,
  lengthMm: d.lengthMm,
  neededMm: d.neededMm,
  toSwitchMm: d.toSwitchMm,
  lengthOrigin: d.lengthOrigin,
  lengthAssumed: d.lengthAssumed,
  wireOrigin: d.wireOrigin,
  fuseFamily: d.fuseFamily,
  fuseA: d.fuseA,
  fuseOrigin: d.fuseOrigin,
  returnFuse: d.returnFuse,
  sharesFuse: d.sharesFuse,
  fuseDistanceMm: d.fuseDistanceMm,
  weakest: d.weakest,
  switchTag: d.switchTag,
  dropLimitFraction: d.dropLimitFraction,
  returnWire: late.returnWire,
  wire: late.wire,
  ampacityA: late.ampacityA,
  oneAmpacityA: late.oneAmpacityA,
  guard: late.guard,
  opensFirst: late.opensFirst,
  windowA: late.windowA,
  branchMilliOhm: late.branchMilliOhm,
  fuseMilliOhm: late.fuseMilliOhm,
  dropV: late.dropV,
  dropFraction: late.dropFraction,
  plugV: late.plugV,
  weakFaultA: late.weakFaultA,
  fuseWorking: late.fuseWorking,
  dropPieces: late.dropPieces,
  dropWorking: late.dropWorking,
  lengthWorking: late.lengthWorking
});

/** What it loses in what all share; the charger's current does not go through that. */
const sharedPieces = (
  box: Box,
  main: FinishContext['main'],
  purpose: Circuit['purpose'],
  sharedMilliOhm: number
): DropPiece[] =>
  purpose === 'charge' || sharedMilliOhm === 0
    ? []
    : [
        {
          kind: 'wire',
          what: 'Main wire, out and back',
          milliOhm: main.commonWireMilliOhm,
          currentA: main.lowLoadA,
          entered: false,
          wireOf: mainFeed(box).id
        },
        {
          kind: 'shared',
          what: 'Main fuse, switches and joints',
          milliOhm: sharedMilliOhm - main.commonWireMilliOhm,
          currentA: main.lowLoadA,
          entered: false,
          wireOf: null
        }
      ];

const fuseFacts = (d: Draft) => ({
  ratingsA: d.ratingsA,
  laid: d.laid,
  meterMostA: d.portPart?.role === 'meter' ? METER_FUSE_A : undefined
});

function finish(
  { box, bank }: Sources,
  d: Draft,
  x: FinishContext,
  found: {
    wire: WireSize | undefined;
    guard: CircuitPlan['guard'];
    opensFirst: CircuitPlan['guard'];
    dropV: number;
    milliOhm: number;
    weakBankMilliOhm: number;
    pieces: () => DropPiece[];
  }
): CircuitPlan {
  const { main, lowV } = x;
  const { laid } = d;
  const { wire, guard, opensFirst, milliOhm } = found;
  const sharedMilliOhm = d.live === 'direct' || d.rail ? 0 : main.commonMilliOhm;
  const sharedV = (main.lowLoadA * sharedMilliOhm) / 1000;
  const dropV = found.dropV + (d.circuit.purpose === 'charge' ? 0 : sharedV);
  const one = wire && knownSize(wire) ? ampacityA(wire, laid) : undefined;
  const ampacity = one === undefined ? undefined : one * d.circuit.wireCount;
  const max = [ampacity, d.weakest?.ratingA].filter((v) => v !== undefined);
  const shared = sharedPieces(box, main, d.circuit.purpose, sharedMilliOhm);
  const pieces = () => [...found.pieces(), ...shared];
  const weakOhm = (found.weakBankMilliOhm + sharedMilliOhm + milliOhm) / 1000;
  const windowA = { min: countsA(d) / LOAD_SHARE, max: max.length ? Math.min(...max) : undefined };
  const lead = leadOf({ box }, d, wire ?? THINNEST, x);
  return planned(d, {
    returnWire: valueOf<WireSize>(d.circuit.returnWire, wire),
    wire,
    ampacityA: ampacity,
    oneAmpacityA: one,
    guard,
    opensFirst,
    windowA,
    branchMilliOhm: milliOhm,
    fuseMilliOhm: lead.fuse,
    dropV,
    dropFraction: dropV / baseV(d),
    plugV: (d.rail?.outV ?? lowV) - dropV,
    weakFaultA: d.rail ? d.rail.worstLimitA : bank ? openCircuitV(bank.chemistry, WEAK_SOC) / weakOhm : 0,
    fuseWorking: () => fuseWorking(d, { ...fuseFacts(d), ampacityA: ampacity, wire }),
    dropPieces: pieces,
    dropWorking: () => dropWorking(d, pieces(), dropV),
    lengthWorking: () => lengthWorking(d, d.run, box.preferences.lengthUnit)
  });
}
