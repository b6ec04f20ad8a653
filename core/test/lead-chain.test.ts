import { describe, expect, test } from 'vitest';
import { lead, type Press } from '../src/advise/lead.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTERS, starterBox } from '../src/box/starters.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import type { Plan } from '../src/evaluate.ts';
import { isMissingPart } from '../src/advise/follow.ts';
import { proven } from '../src/remedy/prove.ts';
import { makeSound } from '../src/remedy/sound.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

/** More presses than this are no way through. */
const MOST_PRESSES = 30;
/** Stages are visited in this order where the leading action asks for another one than it is done on. */
const BY_HAND = ['battery', 'case', 'ports', 'wiring'];

const stops = (plan: Plan): string[] =>
  plan.findings
    .filter((f) => f.severity === 'stop' && f.acceptedBecause === null && !isMissingPart(f))
    .map((f) => f.key);

/** Follows the leading action as somebody does who always presses it; by hand, a battery is chosen on its stage. */
function followed(box: Box): { box: Box; presses: Press[]; worse: string[] } {
  const presses: Press[] = [];
  const worse: string[] = [];
  let [now, stage] = [box, 'outing'];
  while (presses.length < MOST_PRESSES) {
    const plan = evaluate(now, STARTER_CATALOGUE);
    const remediesOf = (key: string) => {
      const finding = plan.findings.find((f) => f.key === key);
      return finding && proven({ box: now, catalogue: STARTER_CATALOGUE, plan }, finding);
    };
    const { press, missing } = lead({ box: now, plan, catalogue: STARTER_CATALOGUE, stage, remediesOf });
    if (press.kind === 'go' && press.stage === 'design') {
      stage = BY_HAND[0]!;
      continue;
    }
    presses.push(press);
    if (press.kind === 'print' || press.kind === 'add-device') break;
    if (press.kind === 'go') {
      // questions are looked up by a person: as far as one gets without
      if (press.view === 'lookup') break;
      stage = press.stage;
      continue;
    }
    const edits: Edit[] | undefined =
      press.kind === 'do' ? press.edits() : makeSound(now, STARTER_CATALOGUE, 'stops').changes.flatMap((c) => c.edits);
    if (!edits || edits.length === 0) break;
    const next = applyEdits(now, edits);
    if (press.kind === 'do' && missing === undefined) {
      const before = new Set(stops(plan));
      worse.push(...stops(evaluate(next, STARTER_CATALOGUE)).filter((key) => !before.has(key)));
    }
    now = next;
  }
  return { box: now, presses, worse };
}

describe('the leading action, always pressed', () => {
  test.each(STARTERS.filter((s) => s.deviceIds.length > 0).map((s) => [s.name, s.id] as const))(
    '%s: comes out at the printed sheet with no stop, by hand',
    (_, kind) => {
      const { box, presses, worse } = followed(starterBox(kind, 'Mine', STARTER_CATALOGUE));
      expect(presses.at(-1)!.kind).toBe('print');
      expect(stops(evaluate(box, STARTER_CATALOGUE))).toEqual([]);
      expect(worse).toEqual([]);
    }
  );

  test.each([...DEMO_BOXES, ...AS_BUILT])(
    '%s: never brings a stop, ends, and never in a stop that it could clear',
    (_, box) => {
      const { box: after, presses, worse } = followed(box);
      expect(worse).toEqual([]);
      expect(presses.length).toBeLessThan(MOST_PRESSES);
      const left = stops(evaluate(after, STARTER_CATALOGUE));
      const last = presses.at(-1)!;
      if (left.length > 0) expect(last.kind === 'sound' || (last.kind === 'go' && last.view === 'lookup')).toBe(true);
      else expect(last.kind === 'print' || (last.kind === 'go' && last.view === 'lookup')).toBe(true);
    }
  );
});
