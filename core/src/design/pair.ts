import type { Box } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { Finding } from '../findings/rule.ts';
import { attempt } from '../remedy/attempt.ts';
import { movesFor } from '../remedy/moves.ts';
import { evaluate } from '../evaluate.ts';
import { assessed, type Assessed } from './assess.ts';
import { build, type BuildFault } from './build.ts';
import { choiceKey, type Choice } from './choice.ts';
import type { Ground } from './parts.ts';
import { faultOf } from './verify.ts';
import {
  firstChoice,
  isDecided,
  isTolerated,
  nextChoices,
  wantsNextSocket,
  waysFor,
  withNextSockets,
  type Detour,
  type Ways
} from './ways.ts';

/** A battery in so many packs and a case: what the search goes over; everything else follows from what stands in the way. */
export type Pair = { battery: PartOf<'battery'>; count: number; case: PartOf<'case'> };

/** Where a design left the usual way of building, and what stood there. */
export type Left = { dim: Detour['dim']; because: string };

/** What became of a pair: a sound design, one with something against it, or none at all. */
export type PairOutcome =
  | {
      kind: 'sound';
      choice: Choice;
      design: Assessed;
      tried: number;
      /** Single changes that cleared what was left. */
      changes: string[];
      left: Left[];
    }
  | { kind: 'flawed'; choice: Choice; design: Assessed; tried: number }
  | { kind: 'unbuilt'; because: BuildFault; say: string; tried: number };

/** Choices tried for one pair, findings a move is looked for, and moves tried on each. */
const MOST_CHOICES = 8;
const MOST_CURED = 3;
const MOVES_EACH = 6;

const weigh = (list: readonly Finding[]): number => list.reduce((s, f) => s + (f.severity === 'stop' ? 100 : 1), 0);

/**
 * The first sound design of a pair: from the usual way of building, what stands in the way says which other way is tried
 * next; what is left then is cured by single changes, as the remedies of findings are. Depends on nothing but the box,
 * the catalogue and the pair.
 */
export function* designPair(g: Ground, pair: Pair): Generator<undefined, PairOutcome> {
  const ways = waysFor(g.box.wishes, pair.battery, pair.count);
  const queue: Step[] = [{ choice: firstChoice(pair.battery, pair.count, pair.case, ways), left: [] }];
  const seen = new Set<string>();
  let best: (Step & { design: Assessed }) | undefined;
  let unbuilt: { because: BuildFault; say: string } | undefined;
  let tried = 0;
  while (queue.length > 0 && tried < MOST_CHOICES) {
    const step = queue.shift()!;
    const { choice, left } = step;
    if (seen.has(choiceKey(choice))) continue;
    seen.add(choiceKey(choice));
    yield undefined;
    tried++;
    const built = build(g, choice);
    if ('fails' in built) {
      unbuilt ??= { because: built.because, say: built.fails };
      queue.push(...onFrom(step, nextChoices(choice, ways, built.because), built.fails));
      continue;
    }
    const design = assessed(g, built.box, evaluate(built.box, g.catalogue), choice.case);
    if (design.against.length === 0) {
      unbuilt = faultOf(design);
      if (!unbuilt) return { kind: 'sound', choice, design, tried, changes: [], left };
      queue.push(...onFrom(step, nextChoices(choice, ways, unbuilt.because), unbuilt.say));
      continue;
    }
    if (!best || weigh(design.against) < weigh(best.design.against)) best = { ...step, design };
    if (design.against.some((f) => isDecided(f, g.box.wishes))) return { kind: 'flawed', choice, design, tried };
    queue.unshift(...around(step, ways, design));
  }
  if (!best) return { kind: 'unbuilt', ...unbuilt!, tried };
  const cured = best.design.against.length <= MOST_CURED ? yield* cure(g, best.choice, best.design) : undefined;
  return cured && !faultOf(cured.design)
    ? { kind: 'sound', choice: best.choice, tried: tried + 1, left: best.left, ...cured }
    : { kind: 'flawed', choice: best.choice, design: best.design, tried };
}

/** A choice still to be tried, with where it left the usual way. */
type Step = { choice: Choice; left: Left[] };
const onFrom = (step: Step, next: readonly Detour[], because: string): Step[] =>
  next.map(({ dim, choice }) => ({ choice, left: [...step.left, { dim, because }] }));

/** Other ways round everything against a design: all sockets that are not enough at once, then each finding by itself, stops first. */
function around(step: Step, ways: Ways, { box, against }: Assessed): Step[] {
  const weak = against.filter((f) => wantsNextSocket(f.id));
  const ids = new Set(weak.flatMap((f) => devicesOf(box, f)));
  const together: Step[] =
    ids.size > 0
      ? onFrom(step, [{ dim: 'next-socket', choice: withNextSockets(step.choice, ids) }], weak[0]!.title)
      : [];
  return [
    ...together,
    ...against.flatMap((f) => onFrom(step, nextChoices(step.choice, ways, f.id, devicesOf(box, f)), f.title))
  ];
}

/** Devices on the port, circuit or place a finding is about. */
function devicesOf(box: Box, f: Finding): string[] {
  const { kind, id } = f.where;
  if (kind === 'device') return [id];
  const portId = kind === 'circuit' ? box.circuits.find((c) => c.id === id)?.portId : kind === 'port' ? id : undefined;
  return box.devices.filter((d) => d.portId !== null && d.portId === portId).map((d) => d.id);
}

/** Single changes that clear what is left, one finding after the other, each without bringing anything new. */
function* cure(
  g: Ground,
  choice: Choice,
  design: Assessed
): Generator<undefined, { design: Assessed; changes: string[] } | undefined> {
  let at = design;
  const changes: string[] = [];
  for (;;) {
    const finding = at.against.find((f) => !isTolerated(f, g.box.wishes));
    if (!finding) return { design: at, changes };
    if (finding.open) return undefined;
    const bench = { box: at.box, catalogue: g.catalogue, plan: at.plan };
    let next: Assessed | undefined;
    for (const move of movesFor(bench, finding)
      .filter((m) => m.edits.every((e) => !/^(bank|casePartId|devices|outing|accepted)/.test(e.path)))
      .slice(0, MOVES_EACH)) {
      yield undefined;
      const done = attempt(bench, move.edits, finding.key);
      if (!done?.cleared.includes(finding.key) || done.fresh.length > 0) continue;
      changes.push(move.label);
      next = assessed(g, done.box, done.plan, choice.case);
      break;
    }
    if (!next || changes.length > MOST_CURED) return undefined;
    at = next;
  }
}
