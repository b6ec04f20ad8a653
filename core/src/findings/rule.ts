import { capital } from '../quantity/capital.ts';
import type { Bank } from '../battery/bank.ts';
import type { Edit } from '../box/edits.ts';
import { set } from '../box/edit.ts';
import type { Box, Feed } from '../box/schema.ts';
import type { CaseFit } from '../case/fit.ts';
import type { Catalogue, Part } from '../catalogue/part.ts';
import type { Demand } from '../demand/demand.ts';
import type { Outing } from '../outing/outing.ts';
import type { PanelPlan } from '../panel/panel.ts';
import type { DryPlan } from '../sealing/dry-plan.ts';
import type { Sealing } from '../sealing/sealing.ts';
import type { HeatPlan } from '../case/heat-plan.ts';
import type { BracketPlan } from '../panel/brackets.ts';
import type { Stance } from '../case/stance.ts';
import type { CircuitPlan, WiringPlan } from '../wiring/types.ts';
import type { Judge } from '../judge/table.ts';
import type { Carry } from '../kit/carry.ts';
import type { Said } from '../quantity/said.ts';
import type { Say } from './words/say.ts';

export type Severity = 'stop' | 'caution' | 'note';
export type Verdict = 'lasts' | 'fits' | 'dry' | 'safe' | 'carry';
export type Stage = 'outing' | 'battery' | 'case' | 'ports' | 'wiring' | 'kit' | 'bench' | 'logbook';
export type Where = {
  kind: 'device' | 'port' | 'circuit' | 'battery' | 'case' | 'body' | 'main' | 'box';
  id: string;
  label: string;
};

/** A change that clears or eases a finding, with what it does in numbers. */
export type Remedy = {
  label: string;
  effect: string;
  edits: Edit[];
  /** It says what is so, found out by looking; it changes nothing that is built. */
  answer?: boolean;
  /** Its effect is only reckoned beforehand: what a trial shows takes its place. */
  reckoned?: boolean;
};

export type Finding = {
  /** Name of the rule; stable. */
  id: string;
  /** Rule and place; what an acceptance refers to. */
  key: string;
  severity: Severity;
  verdict: Verdict;
  stage: Stage;
  where: Where;
  /** Other things of which the same is said. */
  others: readonly Where[];
  /** What it says, as data; the words below are made of it by the one table, when somebody reads them. */
  say: Say;
  /** A few words for a strip cell, naming a thing; the cell wraps it, nothing cuts it. */
  short: string;
  title: string;
  why: string;
  figures: Record<string, number>;
  remedies: Remedy[];
  /** An unknown that somebody still has to find out. */
  open: boolean;
  /** What several findings come from: 'fuse F0' too large for all of what stands behind it. */
  cause: string | null;
  /** What an open item asks for, in a word or two: 'fuse'. */
  asks: string | null;
  /** Field of the document whose value it asks for. */
  about: string | null;
  /** What may be wrong, depending on what is not known; worst first. */
  mayBe: { key: string; title: string; severity: Severity }[];
  /** Key of the acceptance that counts for it. */
  acceptedAs: string | null;
  /** The person's reason for going on all the same. */
  acceptedBecause: string | null;
};

/** Everything the rules look at; all of it derived before them. */
export type Facts = {
  box: Box;
  catalogue: Catalogue;
  demand: Demand;
  bank: Bank | undefined;
  fit: CaseFit | undefined;
  panel: PanelPlan | undefined;
  wiring: WiringPlan;
  /** What happens to every element of the circuit. */
  judge: Judge;
  outing: Outing | undefined;
  sealing: Sealing | undefined;
  dry: DryPlan | undefined;
  stance: Stance | undefined;
  heat: HeatPlan | undefined;
  brackets: BracketPlan[];
  carry: Carry;
  /** Writes quantities in the person's units: the only way one gets into a sentence. */
  said: Said;
  /** Hours the box would last after some edits, everything else as it is. */
  lastsAfterH: (edits: Edit[]) => number;
};

export type Draft = {
  at?: Where;
  /** What it is about where it only names the worst of several places: its key stays when another becomes the worst. */
  keptAs?: string;
  /** What stood in its key behind the rule before: by that it may have been accepted. */
  formerly?: string;
  /** Where the same is the matter, too: all of them are told in one finding. */
  others?: Where[];
  /** Tells apart several findings of one rule at one place. */
  also?: string;
  severity: Severity;
  /** The answer it speaks against, where that is another than its rule's. */
  verdict?: Verdict;
  /** Which words, and what goes into them. */
  say: Say;
  figures?: Record<string, number>;
  /** As a function when they take a search or a run to work out: done when somebody looks. */
  remedies?: Remedy[] | (() => Remedy[]);
  open?: boolean;
  cause?: string;
  asks?: string;
  about?: string;
};

export type Rule = { id: string; verdict: Verdict; stage: Stage; check: (x: Facts) => Draft[] };

export const rule = (id: string, verdict: Verdict, stage: Stage, check: (x: Facts) => Draft[]): Rule => ({
  id,
  verdict,
  stage,
  check
});

export const BOX_PLACE: Where = { kind: 'box', id: 'box', label: 'the box' };
export const MAIN_PLACE: Where = { kind: 'main', id: 'main', label: 'F0' };
export const BATTERY_PLACE: Where = { kind: 'battery', id: 'bank', label: 'battery' };
export const CASE_PLACE: Where = { kind: 'case', id: 'case', label: 'case' };
export const portPlace = (id: string, label: string): Where => ({ kind: 'port', id, label });
export const circuitPlace = (id: string, label: string): Where => ({ kind: 'circuit', id, label });
/** What a circuit or a feed is called in a sentence: a letter alone would read as a word. */
export const branchName = (c: Pick<CircuitPlan, 'feed' | 'tag'>): string => (c.feed ? `feed ${c.tag}` : c.tag);
export const branchPlace = (c: Pick<CircuitPlan, 'circuit' | 'feed' | 'tag'>): Where =>
  circuitPlace(c.circuit.id, capital(branchName(c)));
/** Path in the document of a circuit or of a feed. */
export const branchPath = (c: Pick<CircuitPlan, 'circuit' | 'feed'>): `circuits/${string}` | `feeds/${string}` =>
  c.feed ? `feeds/${c.circuit.id}` : `circuits/${c.circuit.id}`;
/** Circuits and feeds: what both are judged by. */
export const branches = (x: Pick<Facts, 'wiring'>): CircuitPlan[] => [...x.wiring.circuits, ...x.wiring.feeds];
export const devicePlace = (id: string, label: string): Where => ({ kind: 'device', id, label });

/** Path of a field of the main feed. */
export const mainPath = <const K extends keyof Feed>(x: Pick<Facts, 'box'>, key: K): `feeds/${string}/${K}` =>
  `feeds/${x.box.feeds[0].id}/${key}`;
export { set } from '../box/edit.ts';
/** Copies a part into the box and refers to it. */
export const usePart = (part: Part, path: string): Edit[] => [set(`parts/${part.id}`, part), set(path, part.id)];
