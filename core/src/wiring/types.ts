import type { DropPiece } from './drop.ts';
import type { Circuit, Feed } from '../box/schema.ts';
import type { FuseFamily, PartOf } from '../catalogue/part.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import type { Working } from '../quantity/working.ts';
import type { Laid } from './sizing.ts';
import type { SharedRail } from './rails.ts';
import type { Tree } from './tree.ts';
import type { Netlist } from './netlist.ts';

export type Origin = 'auto' | 'set' | 'none' | 'unknown';

/** A fuse or breaker in the negative lead. */
export type ReturnFuse = { tag: string; family: FuseFamily; ratingA: number | undefined };

/** A circuit, or a feed behind the main one: what both have. */
export type CircuitPlan = {
  circuit: Circuit;
  /** For a feed, which ends in a joint instead of a port. */
  feed: Feed | undefined;
  /** The shared voltage it lies on; undefined where the battery's own does. */
  rail: SharedRail | undefined;
  /** What the converter at a feed's end gives. */
  gives: SharedRail | undefined;
  /** Behind the main feed, ahead of its switches, or straight off a post. */
  live: 'master' | 'always' | 'direct';
  laid: Laid;
  /** Its return, where that differs from its wire. */
  returnWire: WireSize | undefined;
  tag: string;
  fuseTag: string;
  portTag: string;
  portPart: PartOf<'panel'> | undefined;
  /** What it feeds, in words. */
  feeds: string;
  /** No device is named for the port: a load was assumed. */
  assumedLoad: boolean;
  fussy: boolean;
  hasMotor: boolean;
  /** Everything on the port in its hungriest mode, with the battery low or while it charges, whichever takes more. */
  loadA: number;
  /** The same with what hangs behind it in a chain: what its feed carries. */
  carriesA: number;
  /** The same as its fuse counts it: of loads that come and go not the whole peak. */
  fuseLoadA: number;
  /** What a charger plugged into an outlet of it or behind it pushes back through it; 0 where none is. */
  pushedA: number;
  /** Both with the battery at its lowest working voltage: what loses voltage then. */
  lowLoadA: number;
  lowCarriesA: number;
  /** Devices on the port with their share of the load. */
  devices: readonly { id: string; name: string; currentA: number }[];
  /** Circuit it is fed from; undefined when it hangs on the main path itself. */
  upId: string | undefined;
  meanA: number;
  inrushA2s: number;
  lengthMm: number;
  /** What the layout asks for, lid open, tails and service loop in; undefined while a place is not known. */
  neededMm: number | undefined;
  /** The part of the length up to its own switch, where that sits on the panel; undefined without one or while its place is not known. */
  toSwitchMm: number | undefined;
  lengthOrigin: Origin;
  lengthAssumed: boolean;
  wire: WireSize | undefined;
  wireOrigin: Origin;
  /** All its conductors together; and one alone. */
  ampacityA: number | undefined;
  oneAmpacityA: number | undefined;
  fuseFamily: FuseFamily;
  fuseA: number | undefined;
  fuseOrigin: Origin;
  /** In its negative lead: in its positive it has none then. */
  returnFuse: ReturnFuse | undefined;
  /**
   * The fuse that stands for its wire: its own, else the nearest before it in the chain; undefined when there is none. `limits`:
   * no fuse, but the converter of its rail, which never drives more than that.
   */
  guard: { tag: string; family: FuseFamily; ratingA: number | undefined; limits?: true } | undefined;
  /** Of all that stand before it the one that opens first, which may be far ahead of a larger one of its own: no more flows for minutes. */
  opensFirst: CircuitPlan['guard'];
  /** It is meant to stand behind a fuse it shares: in a chain, or fed from another port. */
  sharesFuse: boolean;
  /** From where it starts to its own fuse, where that is known; usual for one straight off the battery. */
  fuseDistanceMm: number | undefined;
  /** Weakest thing downstream that the fuse protects, besides the wire. */
  weakest: { name: string; ratingA: number } | undefined;
  /** A fuse may be anywhere between: load x 1.25 and the smallest of wire and parts. */
  windowA: { min: number; max: number | undefined };
  /** Contacts of the port a feed comes through, one pole. */
  throughMilliOhm?: number;
  /** Its own switches, in the order of the current; the first also by itself. */
  switches: readonly { portId: string; tag: string; part: PartOf<'panel'> | undefined }[];
  switchTag: string | undefined;
  branchMilliOhm: number;
  fuseMilliOhm: number;
  dropV: number;
  dropFraction: number;
  dropLimitFraction: number;
  plugV: number;
  /** Least current of a short at the far end: cold, a fifth left. */
  weakFaultA: number;
  /** Written out when somebody opens them. */
  fuseWorking: () => Working;
  /** The way to its plug and back, piece by piece. */
  dropPieces: () => DropPiece[];
  dropWorking: () => Working;
  lengthWorking: () => Working;
};

export type MainPlan = {
  holder: PartOf<'fuse-holder'> | undefined;
  fuseFamily: FuseFamily | undefined;
  fuse: PartOf<'fuse'> | undefined;
  fuseA: number | undefined;
  fuseOrigin: Origin;
  /** In the negative lead: in the positive there is none then. */
  returnFuse: ReturnFuse | undefined;
  wire: WireSize | undefined;
  wireCount: number;
  wireOrigin: Origin;
  /** Of the ways back, where it is another. */
  returnWire: WireSize | undefined;
  laid: Laid;
  ampacityA: number | undefined;
  oneAmpacityA: number | undefined;
  /** Everything that can be on at once. */
  loadA: number;
  /** The same as its fuse counts it: of loads that come and go not the whole peak. */
  fuseLoadA: number;
  /** What chargers and controllers push through it, other than by a charge inlet. */
  pushedA: number;
  /** The same with the battery low. */
  lowLoadA: number;
  /** The most the time table has on together. */
  timetableA: number;
  /** The largest fuse behind it. */
  biggestA: number;
  /** Along the unfused wire from the battery post. */
  fuseDistanceMm: number | undefined;
  /** Its relay and switches sit ahead of its fuse. */
  switchedFirst: boolean;
  lengthMm: number;
  /** Element and holder, warm. */
  fuseMilliOhm: number;
  commonMilliOhm: number;
  /** Of that what its wires and their joints have, out and back. */
  commonWireMilliOhm: number;
  weakFaultA: number;
  weakest: { name: string; ratingA: number; isTerminal?: boolean } | undefined;
  masterPortId: string | undefined;
  masterPart: PartOf<'panel'> | undefined;
  /** Something switches the whole box off: a master, or the breaker's own lever. */
  canSwitchOff: boolean;
  working: Working;
};

/** The main path before its resistance is known: that follows from the circuit built with it. */
export type MainDraft = Omit<MainPlan, 'commonMilliOhm' | 'commonWireMilliOhm' | 'weakFaultA' | 'working'>;

export type WiringPlan = {
  ambientC: number;
  insulationC: number;
  bundledCount: number;
  cca: boolean;
  main: MainPlan;
  block: PartOf<'fuse-block'> | undefined;
  shunt: PartOf<'shunt'> | undefined;
  circuits: CircuitPlan[];
  /** Feeds behind the main one. */
  feeds: CircuitPlan[];
  /** Who feeds whom. */
  tree: Tree;
  netlist: Netlist;
  lowV: number;
};
