import { openCircuitV, sagMilliOhm } from '../battery/model.ts';
import { valueOf } from '../box/lookup.ts';
import type { WireSize } from '../quantity/wire-size.ts';
import { converterTag, type SharedRail } from './rails.ts';
import { startOf, wayTo, type Tree } from './tree.ts';
import { ampacityA, conductorC, knownSize, milliOhmPerM } from './conductor.ts';
import { CONTACT_MILLIOHM as R, DROP_BASE_V } from './contacts.ts';
import { WEAK_SOC, type Draft, type Sources } from './draft.ts';
import { fuseMilliOhm, letThroughA2s, LOAD_SHARE } from './fuse.ts';
import { CONTROLLER_LEAD_MM, LOAD_TERMINAL_MILLIOHM } from './netlist.ts';
import { THINNEST } from './main-path.ts';
import { RELAY_MILLIOHM } from './net-main.ts';
import { smallestWire, TAB_MOST_MM2, type Laid } from './sizing.ts';
import type { CircuitPlan, MainPlan } from './types.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { METER_FUSE_A } from './branch-draft.ts';
import { dropWorking, fuseWorking, lengthWorking } from './workings.ts';
import type { DropPiece } from './drop.ts';

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
type Lead = { wireOut: number; wireBack: number; fuse: number; out: number; own: number; back: number };

function leadOf({ box }: Sources, d: Draft, wire: WireSize, x: FinishContext): Lead {
  const known = knownSize(wire) ? wire : THINNEST;
  const perMOf = (size: WireSize) =>
    milliOhmPerM(size, Math.max(20, x.laid.ambientC), { cca: x.laid.cca }) / d.circuit.wireCount;
  const perM = perMOf(known);
  const own = valueOf<WireSize>(d.circuit.returnWire, undefined);
  const backPerM =
    d.circuit.returnWire.is === 'unknown' ? perMOf(THINNEST) : own && knownSize(own) ? perMOf(own) : perM;
  const fuse =
    d.fuseA === undefined || d.fuseOrigin === 'none'
      ? 0
      : fuseMilliOhm(d.fuseFamily, d.fuseA, d.carriesA) + R.bladeHolder;
  const relay = box.relays.some((r) => r.inId === d.circuit.id);
  const wireOut = (d.lengthMm * perM) / 1000;
  // onto another port a return is as long as its feed; else it runs back to the bus
  const backMm = x.back.has(d.circuit.id) ? d.lengthMm : (x.backMm.get(d.circuit.id) ?? d.lengthMm);
  const wireBack = (backMm * backPerM) / 1000;
  if (d.feed) return feedLead(d, { perMOf, wireOut, wireBack, fuse, relay });
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
  x: { perMOf: (size: WireSize) => number; wireOut: number; wireBack: number; fuse: number; relay: boolean }
): Lead {
  const lead = d.feed!.lead;
  const size = lead ? valueOf<WireSize>(lead.wire, d.wire) : undefined;
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
    back: d.feed!.secondBox || d.gives ? x.wireBack + ahead + 2 * R.busJoint : 0
  };
}

/** The voltage that a share lost is a share of. */
const baseV = (d: Pick<Draft, 'rail'>): number => d.rail?.outV ?? DROP_BASE_V;

/** The converter of a rail protects what has no fuse behind it: it never drives more than its limit. */
const limitOf = (rail: SharedRail, feedTag: string): CircuitPlan['guard'] => ({
  tag: converterTag(feedTag),
  family: 'breaker',
  ratingA: rail.limitA,
  limits: true
});

/** What a guard lets through in a heavy short, A²s; 0 where nothing is known of it. */
const letsOf = (g: CircuitPlan['guard']): number =>
  g?.ratingA === undefined || g.limits ? 0 : letThroughA2s(g.family, g.ratingA);

/** Of several ways to lie the one in which a wire carries least. */
const tightest = (all: readonly Laid[]): Laid => ({
  ...all[0]!,
  insulationC: Math.min(...all.map((l) => l.insulationC)),
  bundledCount: Math.max(...all.map((l) => l.bundledCount))
});

/** Wires, drops and faults of every circuit, once the main path is known. A chain that is left to itself gets one size all along. */
export function finishCircuits(sources: Sources, drafts: readonly Draft[], x: FinishContext): CircuitPlan[] {
  const byId = new Map(drafts.map((d) => [d.circuit.id, d]));
  const wires = new Map<string, WireSize | undefined>(drafts.map((d) => [d.circuit.id, d.wire]));
  const sharedV = (x.main.lowLoadA * x.main.commonMilliOhm) / 1000;
  const guardOf = (d: Draft): CircuitPlan['guard'] => {
    for (const id of wayTo(x.tree, d.circuit.id).reverse()) {
      const up = byId.get(id)!;
      // what is ahead of a converter opens for nothing behind it
      if (up.circuit.id === d.rail?.feedId) return limitOf(d.rail, up.tag);
      if (up.fuseOrigin !== 'none') return { tag: up.fuseTag, family: up.fuseFamily, ratingA: up.fuseA };
    }
    const { main } = x;
    const start = startOf(x.tree, d.circuit.id);
    if (start === 'post' || start === 'load-terminal') return undefined;
    return main.fuseOrigin !== 'none' && main.fuseFamily
      ? { tag: 'F0', family: main.fuseFamily, ratingA: main.fuseA }
      : undefined;
  };
  const { bank, box } = sources;
  const weakBankMilliOhm = bank
    ? sagMilliOhm(bank.chemistry, bank.part.capacityAh, box.outing.airC, WEAK_SOC) / bank.count
    : Infinity;
  const waysOf = (d: Draft) => {
    const way = wayTo(x.tree, d.circuit.id);
    // a converter holds its voltage whatever is lost ahead of it
    const feeds = (d.rail ? way.slice(way.indexOf(d.rail.feedId) + 1) : way).map((id) => byId.get(id)!);
    const backs = [d];
    for (let up = x.back.get(d.circuit.id); up !== undefined; up = x.back.get(up)) backs.push(byId.get(up)!);
    return { feeds, backs };
  };
  const dropOf = (d: Draft, wireOf: (d: Draft) => WireSize): { dropV: number; milliOhm: number } => {
    const { feeds, backs } = waysOf(d);
    const own = leadOf(sources, d, wireOf(d), x);
    let dropV = (own.own * d.lowLoadA) / 1000;
    let milliOhm = own.own;
    for (const f of feeds) {
      const lead = f === d ? own : leadOf(sources, f, wireOf(f), x);
      // a feed's switches carry everything behind them
      const out = lead.out + (f.feed && f !== d ? lead.own + lead.back : 0);
      dropV += (out * f.lowCarriesA) / 1000;
      milliOhm += out;
    }
    for (const b of backs) {
      const back = b === d ? own.back : leadOf(sources, b, wireOf(b), x).back;
      dropV += (back * (x.backA.get(b.circuit.id) ?? b.lowLoadA)) / 1000;
      milliOhm += back;
    }
    return { dropV, milliOhm };
  };
  const fixed = (d: Draft): WireSize => wires.get(d.circuit.id) ?? THINNEST;
  const membersOf = new Map<string, Draft[]>();
  for (const d of drafts) {
    // one size all along a chain of circuits; a feed and what hangs on it are sized each for itself
    const way = wayTo(x.tree, d.circuit.id);
    const feedAt = way.findLastIndex((id) => byId.get(id)!.feed !== undefined);
    const root = d.feed ? d.circuit.id : way[feedAt + 1]!;
    membersOf.set(root, [...(membersOf.get(root) ?? []), d]);
  }
  for (const members of membersOf.values()) {
    const free = members.filter((d) => d.wireOrigin === 'auto');
    if (free.length === 0) continue;
    // a short between a shared voltage and the box's minus comes back over its converter's own return
    const wantedA = Math.max(
      ...free.map(
        (d) => Math.max(guardOf(d)?.ratingA ?? 0, d.carriesA, d.gives?.worstLimitA ?? 0) / d.circuit.wireCount
      )
    );
    const size = smallestWire(
      sources.box.preferences.wireSystem,
      tightest(members.map((m) => m.laid)),
      wantedA,
      (s) =>
        members.every(
          (d) =>
            dropOf(d, (m) => (m.wireOrigin === 'auto' ? s : fixed(m))).dropV + (d.rail ? 0 : sharedV) <=
            d.dropLimitFraction * baseV(d)
        ),
      sources.box.wiring.reels,
      {
        ...(members.some((d) => d.feed === undefined) ? { mostMm2: TAB_MOST_MM2 } : {}),
        letsA2s: Math.max(0, ...free.map((d) => letsOf(guardOf(d)))),
        count: Math.min(...free.map((d) => d.circuit.wireCount))
      }
    );
    for (const d of free) wires.set(d.circuit.id, size);
  }
  /** The same way in words, for whoever opens the arithmetic. */
  const piecesOf = (d: Draft): DropPiece[] => {
    const { feeds, backs } = waysOf(d);
    const own = leadOf(sources, d, fixed(d), x);
    const entered = (f: Draft) => f.lengthOrigin === 'set';
    return [
      ...feeds.flatMap((f): DropPiece[] => {
        const lead = leadOf(sources, f, fixed(f), x);
        const size = wireSizeText(fixed(f));
        return [
          {
            kind: 'wire',
            what: `${size} to ${f.portTag}`,
            milliOhm: lead.wireOut,
            currentA: f.lowCarriesA,
            entered: entered(f)
          },
          ...(lead.fuse > 0
            ? [
                {
                  kind: 'fuse' as const,
                  what: `Fuse ${f.fuseTag} and its clips`,
                  milliOhm: lead.fuse,
                  currentA: f.lowCarriesA,
                  entered: false
                }
              ]
            : []),
          {
            kind: 'crimps' as const,
            what: `Crimps to ${f.portTag}`,
            milliOhm: lead.out - lead.wireOut - lead.fuse,
            currentA: f.lowCarriesA,
            entered: false
          },
          ...(f.feed && f !== d && lead.own + lead.back > 0
            ? [
                {
                  kind: 'switches' as const,
                  what: `Switches and return of ${f.tag}`,
                  milliOhm: lead.own + lead.back,
                  currentA: f.lowCarriesA,
                  entered: false
                }
              ]
            : [])
        ];
      }),
      {
        kind: 'contacts' as const,
        what: 'Switch and port contacts',
        milliOhm: own.own,
        currentA: d.lowLoadA,
        entered: false
      },
      ...backs.map((b): DropPiece => {
        const lead = leadOf(sources, b, fixed(b), x);
        return {
          kind: 'return' as const,
          what: `Return from ${b.portTag} with its crimps`,
          milliOhm: lead.back,
          currentA: x.backA.get(b.circuit.id) ?? b.lowLoadA,
          entered: entered(b)
        };
      })
    ];
  };
  return drafts.map((d) =>
    finish(sources, d, x, {
      wire: wires.get(d.circuit.id),
      guard: guardOf(d),
      weakBankMilliOhm,
      pieces: () => piecesOf(d),
      ...dropOf(d, fixed)
    })
  );
}

function finish(
  { box, bank }: Sources,
  d: Draft,
  x: FinishContext,
  found: {
    wire: WireSize | undefined;
    guard: CircuitPlan['guard'];
    dropV: number;
    milliOhm: number;
    weakBankMilliOhm: number;
    pieces: () => DropPiece[];
  }
): CircuitPlan {
  const { main, lowV } = x;
  const { laid } = d;
  const { wire, guard, milliOhm } = found;
  const sharedMilliOhm = d.live === 'direct' || d.rail ? 0 : main.commonMilliOhm;
  const sharedV = (main.lowLoadA * sharedMilliOhm) / 1000;
  const dropV = found.dropV + (d.circuit.purpose === 'charge' ? 0 : sharedV);
  const one = wire && knownSize(wire) ? ampacityA(wire, laid) : undefined;
  const ampacity = one === undefined ? undefined : one * d.circuit.wireCount;
  const max = [ampacity, d.weakest?.ratingA].filter((v) => v !== undefined);
  // the charger's current does not go through what the loads share
  const shared: DropPiece[] =
    d.circuit.purpose === 'charge' || sharedMilliOhm === 0
      ? []
      : [
          {
            kind: 'shared',
            what: 'Shared path, out and back',
            milliOhm: sharedMilliOhm,
            currentA: main.lowLoadA,
            entered: false
          }
        ];
  const pieces = () => [...found.pieces(), ...shared];
  const weakOhm = (found.weakBankMilliOhm + sharedMilliOhm + milliOhm) / 1000;
  const windowA = { min: d.carriesA / LOAD_SHARE, max: max.length ? Math.min(...max) : undefined };
  const lead = leadOf({ box } as Sources, d, wire ?? THINNEST, x);
  return {
    // named one by one: a spread of so many is slow, and this runs for every circuit on every edit
    circuit: d.circuit,
    feed: d.feed,
    rail: d.rail,
    gives: d.gives,
    live: d.live,
    laid: d.laid,
    returnWire: valueOf<WireSize>(d.circuit.returnWire, wire),
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
    sharesFuse: d.sharesFuse,
    fuseDistanceMm: d.fuseDistanceMm,
    weakest: d.weakest,
    switchPortId: d.switchPortId,
    switchTag: d.switchTag,
    switchPart: d.switchPart,
    dropLimitFraction: d.dropLimitFraction,
    wire,
    ampacityA: ampacity,
    oneAmpacityA: one,
    guard,
    windowA,
    branchMilliOhm: milliOhm,
    fuseMilliOhm: lead.fuse,
    dropV,
    dropFraction: dropV / baseV(d),
    plugV: (d.rail?.outV ?? lowV) - dropV,
    weakFaultA: d.rail ? d.rail.worstLimitA : bank ? openCircuitV(bank.chemistry, WEAK_SOC) / weakOhm : 0,
    conductorC: wire && knownSize(wire) ? conductorC(wire, d.carriesA / d.circuit.wireCount, laid) : undefined,
    fuseWorking: () =>
      fuseWorking(d, {
        ratingsA: d.ratingsA,
        ampacityA: ampacity,
        wire,
        laid,
        meterMostA: d.portPart?.role === 'meter' ? METER_FUSE_A : undefined
      }),
    dropPieces: pieces,
    dropWorking: () => dropWorking(d, pieces(), dropV),
    lengthWorking: () => lengthWorking(d, d.run, box.preferences.lengthUnit)
  };
}
