import { ofKind } from '@haversack/core/catalogue/of-kind';
import { coldestAirC } from '@haversack/core/sun/season-air';
import type { Edit } from '@haversack/core/box/edits';
import type { Box } from '@haversack/core/box/schema';
import type { Part, PartOf } from '@haversack/core/catalogue/part';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { helps, type Help } from '@haversack/core/advise/helps';
import { suitingBatteries, type SuitedBattery } from '@haversack/core/advise/suit-battery';
import { suitingCases, type SuitedCase } from '@haversack/core/advise/suit-case';
import { cheapestChanges, type Change } from '@haversack/core/case/changes';
import { fitting, type CaseFit } from '@haversack/core/case/fit';
import { candidate, judge, type Candidate } from '@haversack/core/compare/candidate';
import { evaluate, type Plan } from '@haversack/core/evaluate';
import { seasonPlan, type SeasonPlan } from '@haversack/core/season/season';
import { TrialCircuit } from '@haversack/core/trials/circuit';
import { alternativesFor, type Alternative } from '@haversack/core/advise/alternatives';
import { cuttingFor, type Cutting } from '@haversack/core/kit/cutting';
import type { DrawerLine } from '@haversack/core/kit/buy/orders';
import { cheapestBasket } from '@haversack/core/kit/buy/basket';
import type { Basket, Need, Offer, Shop } from '@haversack/core/kit/buy/types';
import { survey, type ShortTrial } from '@haversack/core/trials/survey';
import { proving, type Proven } from '@haversack/core/remedy/prove';
import {
  soundSearch,
  soundWith,
  type Goal,
  type Sound,
  type SoundFacts,
  type SoundProgress
} from '@haversack/core/remedy/sound';
import { adapting, type Adapted, type Ask } from '@haversack/core/design/adapt';
import { designSearch, type DesignSearch, type Sound as SoundDesign } from '@haversack/core/design/search';
import { unmet } from '@haversack/core/design/unmet';
import {
  proposalOf,
  resultOf,
  viewOf,
  type DesignResult,
  type DesignView,
  type Proposal
} from '@haversack/core/design/view';
import { expose } from 'comlink';
import { Pieces } from './pieces.ts';

/** A box to work on. The same version means the same document, so that it is evaluated once. */
export type Job = { version: number; box: Box; ownParts: readonly Part[] };
/** What the long search inside the case found, and what would make it fit. */
export type DeepFit = { fit: CaseFit; changes: Change[] };
export type CompareRow = { part: PartOf<'battery'>; count: number } | 'chosen';

/** Nodes after which even the long search says 'not proven': minutes of work. */
const DEEP_NODES = 3_000_000;
const DEEP_CHANGE_NODES = 20_000;

/** Between two looks at a search that goes on, ms. */
const TOLD_MS = 250;

const pieces = new Pieces();
let designStopped = false;
/** The boxes the last search found, while it runs and after it, so that any of them can be opened. */
let designed: { version: number; sound: readonly SoundDesign[]; search?: DesignSearch } | undefined;
let known: { version: number; plan: Plan; catalogue: readonly Part[] } | undefined;

function planOf(job: Job): { plan: Plan; catalogue: readonly Part[] } {
  pieces.asked(job.version);
  if (known?.version !== job.version) {
    const catalogue = [...job.ownParts, ...STARTER_CATALOGUE];
    known = { version: job.version, catalogue, plan: evaluate(job.box, catalogue) };
  }
  return known;
}

const api = {
  async helps(job: Job): Promise<Help[] | undefined> {
    const { plan, catalogue } = planOf(job);
    return pieces.run(helps(job.box, plan, catalogue), job.version);
  },

  async cases(job: Job): Promise<SuitedCase[] | undefined> {
    const { plan, catalogue } = planOf(job);
    return pieces.run(suitingCases(job.box, plan, catalogue), job.version);
  },

  async batteries(job: Job): Promise<SuitedBattery[] | undefined> {
    const { plan, catalogue } = planOf(job);
    const all = ofKind(catalogue, 'battery');
    return pieces.run(suitingBatteries(job.box, plan, all), job.version);
  },

  /** The whole search for an arrangement, with the share that is done; then the cheapest changes when there is none. */
  async fit(job: Job, onShare: (share: number) => void): Promise<DeepFit | undefined> {
    const { plan, catalogue } = planOf(job);
    const tell = (share: number) => onShare(share);
    let told = 0;
    const part = (share: number) => {
      if (performance.now() - told < 120) return;
      told = performance.now();
      tell(share);
    };
    const known = plan.fit?.state === 'no' ? plan.fit : undefined;
    const fit = known ?? (await pieces.run(fitting(job.box, { nodeLimit: DEEP_NODES }), job.version, part));
    if (!fit) return undefined;
    if (fit.state === 'fits') return { fit, changes: [] };
    const changes = await pieces.run(
      cheapestChanges(job.box, catalogue, { most: 5, nodeLimit: DEEP_CHANGE_NODES }),
      job.version,
      part
    );
    return changes && { fit, changes };
  },

  /** Every place of the circuit shorted in turn. */
  async survey(job: Job): Promise<ShortTrial[] | undefined> {
    const { plan } = planOf(job);
    if (!plan.bank) return [];
    return pieces.run(survey(new TrialCircuit(plan.wiring), plan.bank, coldestAirC(job.box)), job.version);
  },

  /** Remedies of one finding, each tried on a copy. */
  async remedies(job: Job, key: string): Promise<Proven[] | undefined> {
    const { plan, catalogue } = planOf(job);
    const finding = plan.findings.find((f) => f.key === key);
    return finding ? pieces.run(proving({ box: job.box, catalogue, plan }, finding), job.version) : [];
  },

  /** The shortest list of changes that leaves nothing against the box, with progress. */
  async sound(job: Job, goal: Goal, onPart: (part: SoundProgress) => void): Promise<Sound | undefined> {
    const { plan, catalogue } = planOf(job);
    let told = 0;
    return pieces.run(soundSearch(job.box, catalogue, goal, plan), job.version, (part) => {
      if (performance.now() - told < 80) return;
      told = performance.now();
      onPart(part);
    });
  },

  /** Sound boxes for what must run, with what was found so far from time to time; the search is kept, so that any dot can be opened. */
  async design(
    job: Job,
    drawer: readonly DrawerLine[],
    onPart: (part: DesignView) => void
  ): Promise<DesignResult | undefined> {
    const catalogue = [...job.ownParts, ...STARTER_CATALOGUE];
    pieces.asked(job.version);
    const home = new Map(drawer.map((d) => [d.lineId, d.count]));
    let told = 0;
    let had = -1;
    designStopped = false;
    const search = await pieces.run(
      designSearch(job.box, catalogue, { enough: () => designStopped, home }),
      job.version,
      (part) => {
        designed = { version: job.version, sound: part.sound };
        // the first box at once, then not more often than the eye follows
        if (performance.now() - told < (had === 0 && part.soundCount > 0 ? 0 : TOLD_MS)) return;
        told = performance.now();
        had = part.soundCount;
        onPart(viewOf(job.box, part));
      }
    );
    if (!search) return undefined;
    designed = { version: job.version, sound: search.sound, search };
    const why = designStopped ? { why: [], nearest: [] } : await pieces.run(unmet(job.box, search), job.version);
    return why && resultOf(job.box, search, why);
  },

  /** What must change in the box for something that is asked of it, with progress. */
  async adapt(job: Job, ask: Ask, onPart: (part: SoundProgress) => void): Promise<Adapted | undefined> {
    const { catalogue, plan } = planOf(job);
    let told = 0;
    return pieces.run(adapting(job.box, catalogue, ask, plan), job.version, (part) => {
      if (performance.now() - told < 80) return;
      told = performance.now();
      onPart(part);
    });
  },

  /** Leaves the search for designs with what it has. */
  stopDesign(): void {
    designStopped = true;
  },

  /** One of the boxes the last search found, in full. */
  designOne(job: Job, key: string): Proposal | undefined {
    const found = designed?.version === job.version ? designed : undefined;
    const one = found?.sound.find((s) => s.key === key);
    return one && proposalOf(job.box, one, [], found?.search);
  },

  /** What the box would be with the ticked ones of those changes. */
  soundWith(job: Job, changes: readonly { edits: Edit[] }[]): SoundFacts | undefined {
    return soundWith(job.box, planOf(job).catalogue, changes);
  },

  /** What could be taken instead of a line of the kit, each tried on a copy. */
  async alternatives(job: Job, lineId: string): Promise<Alternative[] | undefined> {
    const { plan, catalogue } = planOf(job);
    return pieces.run(alternativesFor({ box: job.box, catalogue, plan }, lineId), job.version);
  },

  /** What is cut of every reel and sheet for this box and others together. */
  cutting(job: Job, others: readonly Box[], drawer: readonly DrawerLine[]): Cutting {
    const { plan, catalogue } = planOf(job);
    const jobs = [{ box: job.box, plan }, ...others.map((box) => ({ box, plan: evaluate(box, catalogue) }))];
    return cuttingFor(jobs, catalogue, drawer);
  },

  /** The cheapest way to buy some lines, and the cheapest from one shop alone. */
  buy(needs: readonly Need[], shops: readonly Shop[], offers: readonly Offer[]): { best: Basket; single: Basket[] } {
    const best = cheapestBasket(needs, shops, offers);
    const single = shops
      .map((s) => cheapestBasket(needs, shops, offers, { oneShop: s.id }))
      .filter((b) => b.orders.length > 0)
      .sort((a, b) => a.unmet.length - b.unmet.length || a.total - b.total);
    return { best, single };
  },

  season(job: Job): SeasonPlan | undefined {
    return seasonPlan(job.box, planOf(job).plan);
  },

  /** One row of the comparison after the other. */
  async compare(job: Job, rows: readonly CompareRow[], onRow: (i: number, facts: Candidate) => void): Promise<boolean> {
    const { plan, catalogue } = planOf(job);
    for (const [i, row] of rows.entries()) {
      const work = row === 'chosen' ? candidate(job.box, plan) : judge(job.box, catalogue, row.part, row.count);
      const facts = await pieces.run(work, job.version);
      if (!facts) return false;
      onRow(i, facts);
    }
    return true;
  },

  /** Drops whatever is being worked on for an older version. */
  stop(version: number): void {
    pieces.asked(version);
  }
};

export type HeavyApi = typeof api;
expose(api);
