import { expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { evaluate as workedOut } from '../src/evaluate.ts';
import { evaluate } from './evaluated.ts';

test('a plan that is kept is the plan of that very box with that very catalogue', () => {
  const box = canalNightBankBox();
  const plan = evaluate(box, STARTER_CATALOGUE);
  expect(evaluate(structuredClone(box), STARTER_CATALOGUE)).toBe(plan);
  expect(JSON.stringify(plan)).toBe(JSON.stringify(workedOut(box, STARTER_CATALOGUE)));

  const longer = applyEdits(box, [{ op: 'set', path: 'outing/durationH', value: box.outing.durationH + 1 }]);
  expect(evaluate(longer, STARTER_CATALOGUE).outing!.wantedH).toBe(plan.outing!.wantedH + 1);
  expect(evaluate(box, STARTER_CATALOGUE)).toBe(plan);
  const fewer = STARTER_CATALOGUE.filter((part) => part.kind !== 'case');
  expect(evaluate(box, fewer)).not.toBe(plan);
});

test('of very many only the last are kept', () => {
  const named = (name: string) => ({ ...canalNightBankBox(), name });
  const first = evaluate(named('0'), STARTER_CATALOGUE);
  const second = evaluate(named('1'), STARTER_CATALOGUE);
  for (let i = 2; i < 101; i++) {
    if (i === 50) expect(evaluate(named('0'), STARTER_CATALOGUE)).toBe(first);
    evaluate(named(String(i)), STARTER_CATALOGUE);
  }
  expect(evaluate(named('0'), STARTER_CATALOGUE)).toBe(first);
  expect(evaluate(named('1'), STARTER_CATALOGUE)).not.toBe(second);
});
