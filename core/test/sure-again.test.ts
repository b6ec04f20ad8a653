import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { sure, sureQuestion } from '../src/outing/sure.ts';
import { editedBox, stepped } from './random-box.ts';
import { runs } from './runs.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

function asked(box: Box): { question: string; answer: ReturnType<typeof sure> } | undefined {
  const { demand, bank, feed, outing } = evaluate(box, STARTER_CATALOGUE);
  if (!bank || !outing) return undefined;
  return {
    question: sureQuestion(box, demand, bank, feed),
    answer: sure(box, demand, bank, feed, { runCount: 40 })
  };
}
const questionOf = (box: Box): string => asked(box)!.question;

const hide = saltmarshHideBox();
const moor = moorCameraPost();

describe('when the many runs need not be made again', () => {
  test('a change that leaves their question as it was leaves their answer, whatever it was', () => {
    let same = 0;
    let other = 0;
    fc.assert(
      fc.property(editedBox(5), fc.tuple(fc.nat(999), fc.nat(999), fc.nat(999), fc.nat(999)), ({ box }, step) => {
        const [a, b] = [asked(box), asked(stepped(box, step))];
        if (!a || !b) return;
        if (a.question === b.question) {
          same++;
          expect(b.answer).toEqual(a.answer);
        } else other++;
      }),
      { numRuns: runs(240), seed: 1201 }
    );
    // both were met
    expect(same).toBeGreaterThan(5);
    expect(other).toBeGreaterThan(5);
  });

  test.each<[string, Box, Edit[]]>([
    ['a name of the box', hide, [set('name', 'Another')]],
    ['how many are built', hide, [set('kit/boxCount', 3)]],
    ['a note', hide, [set('notes', 'by the door')]]
  ])('%s leaves it', (_, box, edits) => {
    expect(questionOf(applyEdits(box, edits))).toBe(questionOf(box));
  });

  test.each<[string, Box, Edit[]]>([
    ['the wanted hours', hide, [set('outing/durationH', 15)]],
    ['the air', hide, [set('outing/airC', 3)]],
    ['how a draw is known', hide, [set('devices/d2/source', 'guess')]],
    ['what a device is called: the answer names it', hide, [set('devices/d2/name', 'Other camera')]],
    ['how old the battery is', hide, [set('bank/ageYears', 4)]],
    ['a longer wire', hide, [set('circuits/c1/lengthMm', setTo(9000))]],
    ['the sky over a panel', moor, [set('charging/solar/skyFraction', setTo(0.2))]],
    ['a charger that is plugged in', hide, [set('charging/plugged', [{ id: 'g1', startH: 9, endH: 11 }])]],
    ['a cut-off', fellRaceRadioPost(), [set('bank/disconnect', setTo({ cutV: 11.8, backV: 12.6 }))]]
  ])('%s asks anew', (_, box, edits) => {
    expect(questionOf(applyEdits(box, edits))).not.toBe(questionOf(box));
  });
});
