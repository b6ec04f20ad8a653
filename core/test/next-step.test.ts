import { describe, expect, test } from 'vitest';
import { nextStep } from '../src/advise/next-step.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { DEMO_BOXES } from './boxes.ts';

const next = (box: Box) => nextStep(box, evaluate(box, STARTER_CATALOGUE));
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

describe('what is next', () => {
  test.each(DEMO_BOXES)('%s: everything stands only when all five answers hold', (_, box) => {
    const all = evaluate(box, STARTER_CATALOGUE).verdicts.every((v) => v.state === 'holds');
    expect(next(box).stands).toBe(all);
  });

  test('a box that lasts hours too short never stands, whatever else holds', () => {
    const box = canalNightBankBox();
    const long = applyEdits(box, [
      set('outing/durationH', 40),
      ...box.devices.map((d) =>
        set(`devices/${d.id}/spans`, [{ startH: box.outing.startH, endH: box.outing.startH + 40, dutyFraction: null }])
      )
    ]);
    const step = next(long);
    expect(evaluate(long, STARTER_CATALOGUE).verdicts.find((v) => v.id === 'lasts')!.state).not.toBe('holds');
    expect(step.stands).toBe(false);
    expect(step.text).not.toMatch(/stands/);
  });

  test('from an empty box on, what is missing comes in the order of the stages', () => {
    const box = canalNightBankBox();
    const stages = [
      emptyBox('New'),
      { ...box, bank: { ...box.bank, partId: null } },
      { ...box, casePartId: null },
      applyEdits(box, [set(`devices/${box.devices[0]!.id}/portId`, null)]),
      applyEdits(box, [set('feeds/main/holderPartId', null)])
    ].map((b) => next(b).stage);
    expect(stages).toEqual(['outing', 'battery', 'case', 'ports', 'wiring']);
  });

  test('a budget that is passed is what is next when all else holds', () => {
    const box = canalNightBankBox();
    const settled = evaluate(box, STARTER_CATALOGUE).findings.reduce<Box>(
      (b, f) => applyEdits(b, [{ op: 'add', path: 'accepted', value: { key: f.key, reason: 'seen' } }]),
      box
    );
    const open = applyEdits(settled, [set('outing/budgetAmount', null)]);
    expect(next(open)).toMatchObject({ stage: 'kit', stands: true });
    expect(next(applyEdits(settled, [set('outing/budgetAmount', 5)]))).toMatchObject({ stands: false });
  });

  test('an answer is called missed only where it is', () => {
    const canal = canalNightBankBox();
    // nine years old and still four hours to spare
    expect(next(applyEdits(canal, [set('bank/ageYears', 9)])).text).toBe(
      'Look again at the battery and what it feeds: The battery is 9 years old and at the end of its life.'
    );
    const short = applyEdits(canal, [set('bank/startFraction', 0.55)]);
    expect(next(short).text).toMatch(/^It does not last as long as wanted: Empty /);
    const wet = applyEdits(canal, [set('outing/seal', 'rain')]);
    expect(next(wet).text).toMatch(/^It is not as dry as wanted: /);
    const part = canal.parts[canal.bank.partId!]!;
    const heavy = applyEdits(canal, [set(`parts/${part.id}`, { ...part, massKg: 14 })]);
    expect(next(heavy).text).toMatch(/^It is heavier or dearer than wanted: /);
    const camp = DEMO_BOXES.find(([name]) => name === 'Camp table box')![1];
    expect(next(camp).text).toMatch(/^Look again at how it is carried: It hangs 22° askew/);
  });
});
