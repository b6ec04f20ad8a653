import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { stageStates } from '../src/stage-states.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const states = (box: Box, records = 0) => stageStates(box, evaluate(box, STARTER_CATALOGUE), records);
const ticked = (box: Box, count: number): Box => {
  const ids = evaluate(box, STARTER_CATALOGUE).bench.steps.map((s) => s.id);
  return applyEdits(box, [set('bench/doneStepIds', ids.slice(0, count))]);
};

describe('marks of the stages', () => {
  test('an empty box has begun nowhere', () => {
    expect(Object.values(states(emptyBox('New'))).map((s) => s.state)).toEqual(Array(8).fill('not-started'));
  });
  test('one step of many does not make the bench hold', () => {
    const box = canalNightBankBox();
    const all = evaluate(box, STARTER_CATALOGUE).bench.steps.length;
    expect(states(ticked(box, 1)).bench).toEqual({ state: 'note', say: `1 of ${all} steps done` });
    expect(states(ticked(box, all)).bench.state).toBe('holds');
    expect(states(box).bench.state).toBe('not-started');
  });
  test('a box marked "do not build" never holds on the bench, all steps ticked or none', () => {
    const box = saltmarshHideBox();
    const all = evaluate(box, STARTER_CATALOGUE).bench.steps.length;
    expect(states(ticked(box, all)).bench).toEqual({ state: 'stop', say: 'do not build yet' });
    expect(states(box).bench).toEqual({ state: 'not-started', say: 'do not build yet' });
  });
  test('the kit is under way until everything is at hand', () => {
    const box = canalNightBankBox();
    const { lines } = evaluate(box, STARTER_CATALOGUE).kit;
    expect(states(box).kit).toEqual({ state: 'note', say: `${lines.length} things to buy` });
    const owned = applyEdits(box, [
      set(
        'kit/owned',
        lines.map((l) => ({ lineId: l.lineId, count: 1000 }))
      )
    ]);
    expect(states(owned).kit).toEqual({ state: 'holds', say: 'all at hand' });
  });
  test('stops outrank cautions; what is accepted counts no more', () => {
    const box = saltmarshHideBox();
    const stop = evaluate(box, STARTER_CATALOGUE).findings.find((f) => f.severity === 'stop')!;
    expect(states(box)[stop.stage].state).toBe('stop');
    const accepted = applyEdits(box, [{ op: 'add', path: 'accepted', value: { key: stop.key, reason: 'seen' } }]);
    expect(states(accepted)[stop.stage].state).not.toBe('stop');
  });
  test('a logbook with records holds', () => {
    expect(states(canalNightBankBox(), 3).logbook).toEqual({ state: 'holds', say: '3 records' });
  });
});
