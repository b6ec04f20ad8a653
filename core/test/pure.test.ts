import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { arrangementEdits, caseFit, FITS } from '../src/case/fit.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { readBox } from '../src/exchange/read-box.ts';
import { DEMO_BOXES } from './boxes.ts';
import { editedBox, stepped } from './random-box.ts';
import { runs } from './runs.ts';

/** What the packing search was asked, as text: the order of its words follows the file's and is no figure. */
const QUESTIONS = ['inputKey'];

/** Where two plans differ first, with both values; undefined when they agree to the last digit. Functions are not compared. */
function difference(a: unknown, b: unknown): string | undefined {
  if (Object.is(a, b) || (typeof a === 'function' && typeof b === 'function')) return undefined;
  const open = (v: unknown) => (v instanceof Map || v instanceof Set ? [...v] : v);
  const [x, y] = [open(a), open(b)];
  if (typeof x !== 'object' || typeof y !== 'object' || x === null || y === null)
    return `: ${String(x)} is not ${String(y)}`;
  const [left, right] = [x as Record<string, unknown>, y as Record<string, unknown>];
  for (const key of Object.keys(left)) {
    if (QUESTIONS.includes(key)) continue;
    const found = difference(left[key], right[key]);
    // the way to it is put together only where something differs: there are a million places to look at
    if (found) return `.${key}${found}`;
  }
  const more = Object.keys(right).find((key) => !(key in left) && right[key] !== undefined && !QUESTIONS.includes(key));
  return more && `.${more}: only in the second`;
}

function reloaded(box: Box): Box {
  const read = readBox(JSON.stringify(box));
  if (!read.ok) throw new Error(`the box does not read back: ${JSON.stringify(read)}`);
  return read.box;
}

const opened = new Map<Box, Plan>();
/** The plan of a box as it was opened; one for all rows of edits that begin with it, which none of them may change. */
function firstPlan(box: Box): Plan {
  const plan = opened.get(box) ?? evaluate(box, STARTER_CATALOGUE);
  opened.set(box, plan);
  return plan;
}

/** The screen's way: each plan has the one before at hand, now and then with something held by the mouse. */
function byEdits(box: Box, steps: Parameters<typeof stepped>[1][]): { box: Box; plan: Plan } {
  let plan = firstPlan(box);
  let now = box;
  for (const [i, step] of steps.entries()) {
    const was = now;
    now = stepped(now, step);
    plan = evaluate(now, STARTER_CATALOGUE, { hold: i % 3 === 1 ? { box: was, plan } : undefined });
  }
  return { box: now, plan: evaluate(now, STARTER_CATALOGUE) };
}

describe('the plan is a pure function of document and catalogue', () => {
  test.each([20261128, 20261129])(
    'after any row of edits, with an earlier plan at hand and without, it is that of the reloaded document (seed %d)',
    (seed) => {
      let changedCount = 0;
      fc.assert(
        fc.property(editedBox(4), ({ box, steps }) => {
          const edited = byEdits(box, steps);
          if (edited.box !== box) changedCount++;
          FITS.forget();
          const fresh = evaluate(reloaded(edited.box), STARTER_CATALOGUE);
          expect(difference(edited.plan, fresh)).toBeUndefined();
        }),
        { numRuns: runs(120), seed }
      );
      expect(changedCount).toBeGreaterThan(runs(96));
    },
    600_000
  );

  test('what stood inside before a wider padding was tried stands there again when it is taken back', () => {
    const [, hide] = DEMO_BOXES[0]!;
    const wide = applyEdits(hide, [{ op: 'set', path: 'paddingMm', value: 9 }]);
    const first = caseFit(hide)!;
    caseFit(wide);
    const back = caseFit(hide)!;
    FITS.forget();
    expect(caseFit(hide)!.placed).toEqual(first.placed);
    expect(back.placed).toEqual(first.placed);
  });

  test('an arrangement that was taken stays in the document and comes back to the millimetre', () => {
    const [, hide] = DEMO_BOXES[0]!;
    const found = caseFit(hide)!;
    const taken = reloaded(applyEdits(hide, arrangementEdits(found)));
    const fit = caseFit(taken)!;
    const byId = (placed: typeof fit.placed) => [...placed].sort((a, b) => a.id.localeCompare(b.id));
    expect(byId(fit.placed)).toEqual(byId(found.placed));
    expect(fit.faults).toEqual([]);
    expect(fit.bodies.every((b) => b.pinned)).toBe(true);
  });
});
