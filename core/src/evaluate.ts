import { saidIn } from './quantity/said.ts';
import { bank, type Bank } from './battery/bank.ts';
import { bench, type Bench } from './bench/bench.ts';
import { applyEdits, type Edit } from './box/edits.ts';
import type { Box } from './box/schema.ts';
import { caseFit, type CaseFit } from './case/fit.ts';
import { heatPlan, type HeatPlan } from './case/heat-plan.ts';
import { stance, type Stance } from './case/stance.ts';
import type { Catalogue } from './catalogue/part.ts';
import { demand, type Demand } from './demand/demand.ts';
import { findings } from './findings/findings.ts';
import { leftOut, under } from './findings/left-out.ts';
import type { Finding } from './findings/rule.ts';
import { carry, type Carry } from './kit/carry.ts';
import { kit, type Kit } from './kit/kit.ts';
import { lastsOnly, outing, type Outing } from './outing/outing.ts';
import { bracketPlans, type BracketPlan } from './panel/brackets.ts';
import { panelPlan, type PanelPlan } from './panel/panel.ts';
import { dryPlan, type DryPlan } from './sealing/dry-plan.ts';
import { isTight } from './sealing/as-built.ts';
import { sealing, type Sealing } from './sealing/sealing.ts';
import { verdicts, type VerdictAnswer } from './verdict.ts';
import { feedOf, type Feed } from './wiring/feed.ts';
import { judge, type Judge } from './judge/table.ts';
import { corners } from './unknown/corners.ts';
import { unknownRanges } from './unknown/ranges.ts';
import { settle } from './unknown/settle.ts';
import { runList, type RunList } from './wiring/run-list.ts';
import { wiringPlan } from './wiring/wiring.ts';
import type { WiringPlan } from './wiring/types.ts';

/** What is known of one box before anybody asks for its kit, its work and its answers. */
export type Worked = {
  demand: Demand;
  bank: Bank | undefined;
  fit: CaseFit | undefined;
  panel: PanelPlan | undefined;
  wiring: WiringPlan;
  /** What happens to every element of the circuit. */
  judge: Judge;
  /** Every lead to cut, with its ends. */
  runs: RunList;
  /** The wiring reduced to its ports. */
  feed: Feed;
  outing: Outing | undefined;
  sealing: Sealing | undefined;
  dry: DryPlan | undefined;
  stance: Stance | undefined;
  heat: HeatPlan | undefined;
  brackets: BracketPlan[];
  carry: Carry;
  findings: Finding[];
  checkCount: number;
};

/** Every derived figure of one box. Nothing in it is stored. */
export type Plan = Worked & {
  kit: Kit;
  bench: Bench;
  verdicts: VerdictAnswer[];
  /** The same box with what is unknown at the ends of its range, the best end first; empty when nothing is unknown. */
  ends: Worked[];
};

/** A box as it stands, and what no finding reads: that is worked out for a plan, not for every change that is only tried. */
export type AsItStands = { worked: Worked; kitOf: () => Kit; benchOf: (kit: Kit) => Bench };

export type EvaluateOptions = {
  /** How long the packing search may look; the default suits every edit. */
  fitNodeLimit?: number | undefined;
  /** While a port or body is dragged, the box before and its plan: as long as only places differ, the arrangement inside and the run stay. */
  hold?: { box: Box; plan: Plan } | undefined;
};

/**
 * The whole chain from the document to every answer. Wiring stands before the run of the outing, because the run goes
 * through its resistances. Pure: the same box gives the same plan.
 */
export const evaluate = (box: Box, catalogue: Catalogue, options: EvaluateOptions = {}): Plan =>
  settled(box, catalogue, asItStands(box, catalogue, options), options);

/** The first half of `evaluate`: unknowns left open, no end of a range looked at. What stands here may still turn out to be a question. */
export const asItStands = (box: Box, catalogue: Catalogue, options: EvaluateOptions = {}): AsItStands =>
  workOut(box, catalogue, options);

/** The second half of `evaluate`: the same box at the ends of what is unknown, and what that makes of its findings. */
export function settled(box: Box, catalogue: Catalogue, asIs: AsItStands, options: EvaluateOptions = {}): Plan {
  const told = atItsEnds(box, catalogue, asIs.worked, options);
  const without = (rest: Box): Finding[] =>
    atItsEnds(rest, catalogue, workOut(rest, catalogue, options).worked, options).findings;
  const found = leftOut(box, told.findings).reduce(
    (all, { cause, rest }) => under(all, without(rest), cause),
    told.findings
  );
  const worked = { ...asIs.worked, findings: found };
  const list = asIs.kitOf();
  return {
    ...worked,
    kit: list,
    bench: asIs.benchOf(list),
    verdicts: verdicts({ box, ...worked, kit: list, ends: told.ends }),
    ends: told.ends
  };
}

/** What is unknown at the ends of its range, and what the findings come to by them. */
function atItsEnds(
  box: Box,
  catalogue: Catalogue,
  worked: Worked,
  options: EvaluateOptions
): Pick<Plan, 'ends' | 'findings'> {
  const ranges = unknownRanges(box, worked);
  const found = corners(box, ranges);
  if (found.length === 0) return { ends: [], findings: worked.findings };
  const ends = found.map((c) => workOut(c.box, catalogue, { fitNodeLimit: options.fitNodeLimit }, worked).worked);
  const of = (sort: boolean) => ends.filter((_, i) => found[i]!.otherSort === sort).map((e) => e.findings);
  const ranged = new Map(ranges.map((r) => [r.path, r.rules]));
  return { ends, findings: settle(worked.findings, { ends: of(false), sorts: of(true), ranged }) };
}

const fitOf = (box: Box, options: EvaluateOptions, held: Plan | undefined): CaseFit | undefined =>
  caseFit(box, {
    hold: held?.fit,
    ...(options.fitNodeLimit === undefined ? {} : { nodeLimit: options.fitNodeLimit })
  });

/** What the leads turn into heat, by the root mean square: a starter or a transmitter is on for a moment. */
const leadsHeatW = (wiring: WiringPlan, judged: Judge): number =>
  wiring.circuits.reduce((sum, c) => {
    const rmsA = judged.of(c.portTag)?.rmsA ?? c.loadA;
    return c.loadA > 0 ? sum + (c.dropV / c.loadA) * rmsA ** 2 : sum;
  }, 0);

/**
 * A box as it stands, unknowns left open.
 * @param like the same box with other figures of what is unknown: places and masses are taken from it
 */
function workOut(box: Box, catalogue: Catalogue, options: EvaluateOptions, like?: Worked): AsItStands {
  // while a thing is dragged only places change: what hangs on lengths of wire follows when it is let go
  const held = options.hold && onlyPlacesDiffer(box, options.hold.box) ? options.hold.plan : undefined;
  const need = (held ?? like)?.demand ?? demand(box);
  const b = held ? held.bank : bank(box, need);
  const fit = like ? like.fit : fitOf(box, options, held);
  const panel = like ? like.panel : panelPlan(box, fit);
  const wiring = held?.wiring ?? wiringPlan({ box, catalogue, need, bank: b, fit });
  const judged = held?.judge ?? judge({ box, catalogue, bank: b, wiring });
  const runs = (held ?? like)?.runs ?? runList(box, wiring.netlist);
  const feed = held?.feed ?? feedOf(wiring);
  const run = held ? held.outing : outing(box, need, b, feed);
  const seal = sealing(box, fit, panel);
  const load = like?.carry ?? carry(box, fit, wiring);
  const said = saidIn(box.preferences);
  const dry = dryPlan(box, fit, b, seal);
  const stands = like ? like.stance : fit && stance(fit, { ...load, tight: isTight(box, fit.part) }, said);
  const heat = heatPlan(box, fit, need, b, leadsHeatW(wiring, judged));
  const brackets = like ? like.brackets : fit && panel ? bracketPlans(box, panel, fit.part, load) : [];
  const derived = {
    demand: need,
    bank: b,
    fit,
    panel,
    wiring,
    judge: judged,
    outing: run,
    sealing: seal,
    dry,
    stance: stands,
    heat,
    brackets,
    carry: load
  };
  const checked = findings({
    ...derived,
    box,
    catalogue,
    said,
    lastsAfterH: (edits) => lastsAfterH(box, edits, feed)
  });
  return {
    worked: { ...derived, runs, feed, findings: checked.findings, checkCount: checked.checkCount },
    kitOf: () => held?.kit ?? kit(box, catalogue, { bank: b, fit, hold: stands?.hold, wiring, runs }),
    benchOf: ({ lines }) => held?.bench ?? bench(box, { bank: b, fit, panel, wiring, runs, demand: need, lines })
  };
}

const PLACES: readonly (keyof Box)[] = ['ports', 'placements', 'brackets'];

/** Edits share what they leave alone, so that looking at the parts is enough. */
const onlyPlacesDiffer = (a: Box, b: Box): boolean =>
  a.ports.length === b.ports.length &&
  a.ports.every((p, i) => p.id === b.ports[i]!.id && p.partId === b.ports[i]!.partId) &&
  (Object.keys(a) as (keyof Box)[]).every((key) => PLACES.includes(key) || a[key] === b[key]);

/** Step of the runs behind 'what would it change': coarse enough for every edit, under a minute off. */
const WHAT_IF_STEP_S = 600;

/** Hours after some edits to devices or battery, with the wiring as it is. */
function lastsAfterH(box: Box, edits: Edit[], feed: Feed): number {
  const after = applyEdits(box, edits);
  const need = demand(after);
  return lastsOnly(after, need, bank(after, need), feed, WHAT_IF_STEP_S);
}
