import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { resizeOuting } from '../src/box/commands.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { emptyBox } from '../src/box/empty.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, fellRaceRadioPost, saltmarshHideBox } from '../src/demo/boxes.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { wholeDay, withSeason } from '../src/season/season-answer.ts';
import { sureText, withSureness } from '../src/verdict.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const answer = (box: Box, id: string) => planOf(box).verdicts.find((v) => v.id === id)!;
const shown = (box: Box, id: string) =>
  answer(box, id)
    .value.map((p) => `${p.number} ${p.unit}`.trim())
    .join(' ');

/** What the five answers must be, said again in other words. */
function expectHonest(box: Box): void {
  const plan = planOf(box);
  for (const v of plan.verdicts) {
    const mine = plan.findings.filter((f) => f.verdict === v.id && f.acceptedBecause === null);
    const has = (s: string) => mine.some((f) => f.severity === s);
    if (has('stop')) expect(v.state, v.id).toBe('stop');
    else if (v.state !== 'not-started') {
      const dear =
        v.id === 'carry' && box.outing.budgetAmount !== null && plan.kit.costPerBox > box.outing.budgetAmount;
      expect(v.state, v.id).toBe(has('caution') || dear ? 'caution' : 'holds');
    }
    if (v.state === 'holds')
      expect(
        mine.filter((f) => f.severity !== 'note').map((f) => f.id),
        v.id
      ).toEqual([]);
    const first = mine.find((f) => f.severity !== 'note');
    // of what is as bad as each other the hours themselves come first
    const hours = mine.find((f) => f.id === 'runtime-short' && f.severity === first?.severity);
    if (first && v.value.length > 0) expect(v.reason, v.id).toBe((hours ?? first).short);
    if (v.id === 'safe' && has('stop'))
      expect(v.value[0]!.number).toBe(String(mine.filter((f) => f.severity === 'stop').length));
  }
}

describe('the five answers', () => {
  test.each(DEMO_BOXES)('%s: each is as bad as its worst open finding and names it', (_, box) => expectHonest(box));

  test('and so on a hundred boxes nobody would build', () => {
    fc.assert(
      fc.property(randomBox(25), (box) => expectHonest(box)),
      { numRuns: 100 }
    );
  }, 60_000);

  test('stand in their order', () => {
    expect(planOf(canalNightBankBox()).verdicts.map((v) => v.id)).toEqual(['lasts', 'fits', 'dry', 'safe', 'carry']);
  });

  test('nothing is answered of an empty box', () => {
    const plan = planOf(emptyBox('Empty'));
    expect(plan.verdicts.map((v) => [v.id, v.state, v.reason])).toEqual([
      ['lasts', 'not-started', 'Choose one on Battery'],
      ['fits', 'not-started', 'Choose one on Case'],
      ['dry', 'not-started', 'Choose one on Case'],
      ['safe', 'not-started', 'Put ports on the faces'],
      ['carry', 'not-started', 'Choose battery and case']
    ]);
  });

  test('the canal box lasts 28 h 39 min of 14 h; what it lasts and what is missing make up what is asked', () => {
    const canal = canalNightBankBox();
    expect(shown(canal, 'lasts')).toBe('28 h 39 min');
    expect(answer(canal, 'lasts').reason).toBe('14 h 39 min to spare');
    const asked = applyEdits(canal, resizeOuting(canal, { startH: canal.outing.startH, durationH: 40 }));
    const minutes = (text: string) => {
      const [, h, m] = /(?:(\d+) h)? ?(?:(\d+) min)?/.exec(text)!;
      return Number(h ?? 0) * 60 + Number(m ?? 0);
    };
    const a = answer(asked, 'lasts');
    expect(a.say).toMatch(/ short$/);
    expect(minutes(shown(asked, 'lasts')) + minutes(a.say)).toBeCloseTo(40 * 60, -0.3);
    expect(a.state).toBe('caution');
  });

  test('a hundred hours and more are whole hours; what never ends says so', () => {
    const canal = canalNightBankBox();
    const quiet = applyEdits(
      canal,
      canal.devices.map((d) =>
        set(`devices/${d.id}/modes`, [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 0.05 } }])
      )
    );
    expect(shown(quiet, 'lasts')).toMatch(/^\d{3} h$|^over 6 ×$/);
  });

  test('Fits says what is wrong with the fit, not more: a device without a port is no tight fit', () => {
    const canal = canalNightBankBox();
    const lamp = canal.devices.find((d) => d.name === 'Shelter lamp')!;
    expect(answer(canal, 'fits').say).toBe('all 6 holes clear');
    const unplugged = answer(applyEdits(canal, [set(`devices/${lamp.id}/portId`, null)]), 'fits');
    expect([unplugged.state, unplugged.say]).toEqual(['caution', 'look again']);
    const off = answer(applyEdits(canal, [set(`ports/${canal.ports[0]!.id}/xMm`, 900)]), 'fits');
    expect(off.state).toBe('stop');
    expect(off.say).not.toBe('goes in, tight');
  });

  test('an accepted caution no longer counts, its price does', () => {
    const hide = saltmarshHideBox();
    const dry = planOf(hide).findings.find((f) => f.id === 'ip-open-in-use')!;
    const accepted = applyEdits(hide, [
      { op: 'add', path: 'accepted', value: { key: dry.key, reason: 'it stands under the hide' } }
    ]);
    expect(planOf(accepted).findings.find((f) => f.key === dry.key)!.acceptedBecause).toBe('it stands under the hide');
    expect(answer(hide, 'dry').state).toBe('caution');
    expect(answer(accepted, 'dry').state).toBe('holds');
  });

  test('a stop is not drowned by a hundred notes, two stops are two', () => {
    const canal = canalNightBankBox();
    const wrong = applyEdits(canal, [
      set('charging/chargerA', setTo(40)),
      set('feeds/main/fuseFromStartMm', setTo(900))
    ]);
    expect(answer(wrong, 'safe').state).toBe('stop');
    expect(shown(wrong, 'safe')).toBe('2 stops');
    expect(answer(wrong, 'safe').say).toBe('do not build yet');
  });

  test('a price over the budget is a caution of Carry, in the person’s own mass unit', () => {
    const radio = fellRaceRadioPost();
    const cost = planOf(radio).kit.costPerBox;
    const state = (amount: number) => answer(applyEdits(radio, [set('outing/budgetAmount', amount)]), 'carry').say;
    expect(state(cost - 1)).toBe('over budget');
    expect(state(cost + 1)).not.toBe('over budget');
    const kg = planOf(radio).carry.massKg;
    const pounds = applyEdits(radio, [set('preferences/massUnit', 'lb')]);
    expect(Number(answer(pounds, 'carry').value[0]!.number)).toBeCloseTo(kg / 0.45359237, 0);
  });

  test('nothing is quite certain nor quite hopeless', () => {
    expect([0, 0.004, 0.5, 0.996, 1].map(sureText)).toEqual([
      '1 % sure',
      '1 % sure',
      '50 % sure',
      '99 % sure',
      '99 % sure'
    ]);
    const { verdicts } = planOf(canalNightBankBox());
    expect(withSureness(verdicts, { chanceFraction: 0.31 })[0]!.say).toBe('31 % sure');
    expect(withSureness(verdicts, undefined)).toEqual(verdicts);
  });
});

describe('a box that is left alone is judged by its season', () => {
  const answers = evaluate(canalNightBankBox(), STARTER_CATALOGUE).verdicts;
  const lasts = (over: Partial<Parameters<typeof withSeason>[1] & object>) =>
    withSeason(answers, {
      dayCount: 90,
      meanW: 0.4,
      diesOnDay: undefined,
      visits: [],
      visitPlan: [],
      everyDays: undefined,
      ...over
    }).find((v) => v.id === 'lasts')!;
  test('the day it dies and the visits that prevent it', () => {
    expect(lasts({ diesOnDay: 11, visitPlan: [9, 19, 29, 39], everyDays: 10 })).toMatchObject({
      state: 'caution',
      say: 'dies on day 12',
      target: 'of 90 days left alone',
      reason: 'Come on day 10, 20 and 2 more'
    });
    expect(lasts({ diesOnDay: 3, everyDays: 2 }).reason).toBe('Come every 2 days');
    expect(lasts({ diesOnDay: 0 }).reason).toBe('Even daily visits are too few');
  });
  test('it dies at some hour of a day; words and figure name whole days', () => {
    const died = lasts({ diesOnDay: 17.631944444, everyDays: 8 });
    expect(died).toMatchObject({
      say: 'dies on day 18',
      way: 'dies on day 18',
      value: [{ number: '17', unit: 'days' }],
      rawText: '17 days'
    });
    expect(wholeDay(undefined)).toBeUndefined();
    expect(wholeDay(0.99)).toBe(0);
  });
  test('with nothing on the outing itself it is still judged by its season, unless nothing draws at all', () => {
    const idle = evaluate(
      new BoxBuilder('Left alone').use('battery', 'battery-agm-12', 'bank/partId').box,
      STARTER_CATALOGUE
    ).verdicts;
    expect(idle.find((v) => v.id === 'lasts')!.state).toBe('not-started');
    const season = { dayCount: 60, meanW: 0.2, visits: [], visitPlan: [], everyDays: undefined };
    const by = (diesOnDay: number | undefined, meanW = 0.2) =>
      withSeason(idle, { ...season, diesOnDay, meanW }).find((v) => v.id === 'lasts')!;
    expect(by(20.4)).toMatchObject({ state: 'caution', say: 'dies on day 21' });
    expect(by(undefined)).toMatchObject({ state: 'holds', say: 'the whole season' });
    expect(by(undefined, 0).state).toBe('not-started');
  });
  test('a season it stands through holds, with the visits as planned', () => {
    expect(lasts({ visits: [30] })).toMatchObject({
      state: 'holds',
      say: 'the whole season',
      reason: 'With one visit as planned'
    });
    expect(lasts({}).value).toEqual([{ number: '90', unit: 'days' }]);
    expect(lasts({}).reason).toBe('Nobody has to come');
  });
  test('a season that is served does not hide an outing that is not', () => {
    const short = evaluate(saltmarshHideBox(), STARTER_CATALOGUE).verdicts;
    const was = short.find((v) => v.id === 'lasts')!;
    expect(was.state).toBe('caution');
    const now = withSeason(short, {
      dayCount: 21,
      meanW: 0.4,
      diesOnDay: undefined,
      visits: [1],
      visitPlan: [],
      everyDays: 1
    }).find((v) => v.id === 'lasts')!;
    expect([now.state, now.say, now.reason, now.way]).toEqual([
      'caution',
      'season yes, outing no',
      was.reason,
      was.way
    ]);
    expect(was.way).toMatch(/short$/);
  });
  test('the other answers, and a box without a season, are left as they are', () => {
    expect(withSeason(answers, undefined)).toEqual(answers);
    const after = withSeason(answers, {
      dayCount: 9,
      meanW: 0.4,
      diesOnDay: 1,
      visits: [],
      visitPlan: [],
      everyDays: 1
    });
    for (const [i, a] of after.entries()) if (a.id !== 'lasts') expect(a).toEqual(answers[i]);
    for (const a of after) expect(a.reason.length).toBeLessThanOrEqual(32);
  });
});
