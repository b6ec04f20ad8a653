import type { Edit } from '../box/edits.ts';
import { inSentence } from '../quantity/capital.ts';
import { durationText, fixed, massText } from '../quantity/format.ts';
import type { Plan } from '../evaluate.ts';
import { matterOf } from '../findings/matter.ts';
import type { Finding } from '../findings/rule.ts';
import { finished } from '../work.ts';
import { attempt, BAD, stands } from './attempt.ts';
import type { Attempt } from './trials.ts';
import type { Bench, Move } from './move.ts';
import { follow, type Tried } from './follow.ts';
import { movesFor } from './moves.ts';

/** A change that was tried on a copy: it clears or eases its finding and brings no new stop or caution. */
export type Proven = {
  label: string;
  effect: string;
  edits: Edit[];
  /** Other findings that go with it, by key. */
  alsoClears: string[];
  /** It says what was found out, and changes nothing that is built. */
  answer: boolean;
};

/** Most that are offered for one finding, and most that are tried. */
const OFFERED = 3;
const TRIED = 28;
/** Changes that clear their finding but bring something: how many of them are followed one step further. */
const FOLLOWED = 3;
/** Of a stop that nothing else cures: how many first changes are followed through all that they bring, and how far. */
const FIRSTS = 3;
const STEPS = 4;
/** Changes of which it is looked whether they are half of a cure. */
const HALVES = 16;

/** One of two lists of edits is contained in the other, the parts they bring along aside. */
function sameChange(a: readonly Edit[], b: readonly Edit[]): boolean {
  const bare = (edits: readonly Edit[]) =>
    new Set(edits.filter((e) => !e.path.startsWith('parts/')).map((e) => JSON.stringify(e)));
  const [x, y] = [bare(a), bare(b)];
  return [...x].every((e) => y.has(e)) || [...y].every((e) => x.has(e));
}

/** All that some edits set is set anew by others, parts they bring along aside. */
function overrides(later: readonly Edit[], earlier: readonly Edit[]): boolean {
  const paths = new Set(later.map((e) => e.path));
  return earlier.every((e) => e.path.startsWith('parts/') || (e.op === 'set' && paths.has(e.path)));
}

/** A finding about too few hours is eased by every hour more. */
const WORTH = 1.05;
const eased = (f: Finding): boolean => f.id.startsWith('runtime');
const easesHours = (b: Bench, f: Finding, tried: Attempt): boolean =>
  eased(f) && (tried.plan.outing?.lastsH ?? 0) > WORTH * (b.plan.outing?.lastsH ?? Infinity);

/** Less mass than this reads as nothing. */
const LEAST_KG = 0.05;

/** What a change does to price, mass and hours, in the person's units; empty where nothing changes. */
export function effectOf(before: Plan, after: Plan, box: Bench['box']): string {
  const { currency, massUnit } = box.preferences;
  const cost = after.kit.costPerBox - before.kit.costPerBox;
  const massKg = after.carry.massKg - before.carry.massKg;
  const signed = (value: number, text: string) => `${value > 0 ? '+' : '−'}${text}`;
  const [was, now] = [before.outing?.lastsH ?? Infinity, after.outing?.lastsH ?? Infinity];
  return [
    Math.abs(cost) >= 0.005 ? signed(cost, `${currency}${fixed(Math.abs(cost), 2)}`) : '',
    Math.abs(massKg) >= LEAST_KG ? signed(massKg, `${massText(Math.abs(massKg), massUnit)} ${massUnit}`) : '',
    Number.isFinite(now) && Math.abs(now - was) >= 0.05 ? `lasts ${durationText(now)}` : ''
  ]
    .filter(Boolean)
    .join(', ');
}

/**
 * The remedies of one finding that hold, the least upsetting first. Where no single change does, one that clears it is
 * followed to what it brings, and both together are tried. Yields between trials, so that a worker can be stopped.
 */
export function* proving(b: Bench, finding: Finding): Generator<undefined, Proven[]> {
  const answers = finding.remedies.filter((r) => r.answer).map((r): Proven => ({ ...r, answer: true, alsoClears: [] }));
  const out: Proven[] = [];
  const nearly: { move: Move; tried: Attempt }[] = [];
  const had = new Set<string>();
  const moves = movesFor(b, finding).slice(0, TRIED);
  for (const move of moves) {
    yield undefined;
    const tried = attempt(b, move.edits, eased(finding) ? undefined : finding.key);
    if (!tried || !(tried.cleared.includes(finding.key) || easesHours(b, finding, tried))) continue;
    if (tried.fresh.length > 0) nearly.push({ move, tried });
    // the same change under another name is offered once
    else if (!out.some((o) => sameChange(o.edits, move.edits)) && !(move.idea && had.has(move.idea))) {
      out.push(provenBy(b, finding, move, tried));
      if (move.idea) had.add(move.idea);
    }
    if (out.length === OFFERED) break;
  }
  if (out.length > 0 || (answers.length > 0 && finding.open)) return [...answers, ...out];
  const brought = nearly
    .toSorted((p, q) => p.tried.fresh.length - q.tried.fresh.length)
    .map((n): FirstStep => ({ ...n, next: n.tried.fresh[0]! }));
  yield* twoSteps(b, finding, brought.slice(0, FOLLOWED), out);
  if (out.length === 0 && stands(finding))
    yield* twoSteps(b, finding, yield* halfWays(b, finding, moves.slice(0, HALVES)), out);
  if (out.length === 0 && finding.severity === 'stop' && stands(finding))
    for (const first of brought.slice(0, FIRSTS)) {
      const cure = yield* toTheEnd(b, finding, first);
      if (!cure) continue;
      out.push(cure);
      break;
    }
  return [...answers, ...out];
}

/** A change that is not enough by itself, and what is to be cured after it. */
type FirstStep = { move: Move; tried: Attempt; next: Finding };

/** Follows first steps to what is left after them; the first pair that clears the finding and brings nothing goes into `out`. */
function* twoSteps(
  b: Bench,
  finding: Finding,
  firsts: readonly FirstStep[],
  out: Proven[]
): Generator<undefined, void> {
  for (const { move, tried, next: then } of firsts) {
    const on: Bench = { ...b, box: tried.box, plan: tried.plan };
    for (const next of movesFor(on, then).slice(0, TRIED / 2)) {
      yield undefined;
      // what the second sets anew, the first need not have set
      const alone = overrides(next.edits, move.edits);
      const edits = alone ? next.edits : [...move.edits, ...next.edits];
      const both = attempt(b, edits, finding.key);
      if (!both?.cleared.includes(finding.key) || both.fresh.length > 0) continue;
      const label = alone ? next.label : `${move.label}, and: ${inSentence(next.label)}`;
      out.push(provenBy(b, finding, { ...move, label, edits }, both));
      return;
    }
  }
}

/** All that a change brings, a stop weighing more than a caution. */
const harmOf = ({ tried }: Tried): number => tried.fresh.reduce((sum, f) => sum + BAD[f.severity], 0);

/**
 * A change that clears a stop, followed through all that it brings: each further change leaves less of that, until nothing is
 * left. Undefined when some of it stays.
 */
function* toTheEnd(b: Bench, finding: Finding, first: FirstStep): Generator<undefined, Proven | undefined> {
  const { move, tried } = yield* follow<Tried, undefined>(b, first, {
    steps: STEPS,
    perStep: TRIED / 2,
    word: ', and: ',
    trial: (all) => {
      const done = attempt(b, all.edits, finding.key);
      return done?.cleared.includes(finding.key) ? { move: all, tried: done } : undefined;
    },
    harm: harmOf,
    rank: harmOf,
    tick: () => undefined
  });
  return tried.fresh.length === 0 ? provenBy(b, finding, move, tried) : undefined;
}

/** Whether what is left of a finding says something else than it did: its words follow from its data. */
const saysElse = (left: Finding, was: Finding): boolean => JSON.stringify(left.say) !== JSON.stringify(was.say);

/** Changes that bring nothing and cure one of several things a finding is about: a switch, where the wire is too thin as well. */
function* halfWays(b: Bench, finding: Finding, moves: readonly Move[]): Generator<undefined, FirstStep[]> {
  const firsts: FirstStep[] = [];
  for (const move of moves) {
    yield undefined;
    const tried = attempt(b, move.edits);
    if (!tried || tried.fresh.length > 0) continue;
    const left = tried.plan.findings.find((f) => stands(f) && matterOf(f) === matterOf(finding));
    if (left && saysElse(left, finding)) firsts.push({ move, tried, next: left });
    if (firsts.length === FOLLOWED) break;
  }
  return firsts;
}

function provenBy(b: Bench, finding: Finding, move: Move, tried: Attempt): Proven {
  const also = tried.cleared.filter((key) => key !== finding.key);
  const titles = b.plan.findings.filter((f) => also.includes(f.key) && stands(f)).length;
  const measured = effectOf(b.plan, tried.plan, b.box);
  // what was reckoned beforehand gives way to what the trial showed
  const foreseen = measured !== '' && move.reckoned === true;
  const effect = [foreseen ? '' : move.effect, measured, titles > 0 ? `clears ${titles} more` : ''];
  return {
    label: move.label,
    effect: effect.filter(Boolean).join('; '),
    edits: move.edits,
    alsoClears: also,
    answer: false
  };
}

/** All of `proving` at once. */
export const proven = (b: Bench, finding: Finding): Proven[] => finished(proving(b, finding));
