import { describe, expect, test } from 'vitest';
import { setTo, NONE } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { chargingPlan } from '../src/charge/charging.ts';
import { chargeWay, vehicleA } from '../src/charge/charge-way.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { cardFullAtH, cardHours, unplugged } from '../src/demand/unplugged.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { parseQuantity } from '../src/quantity/parse.ts';
import { momentText, stretchText } from '../src/timeline/bars.ts';
import { typedLine } from '../src/timeline/typed-line.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const change = (box: Box, ...edits: Edit[]): Box => boxSchema.parse(applyEdits(box, edits));
const found = (box: Box, id: string) => evaluate(box, STARTER_CATALOGUE).findings.filter((f) => f.id === id);
const hide = saltmarshHideBox();
const camera = hide.devices[0]!;
const card = (sizeGB: number, gbPerHour: number) => set(`devices/${camera.id}/card`, { sizeGB, gbPerHour });

describe('a lead that is pulled', () => {
  // 7 Wh at 5.6 W is 1 h 15 min
  test('with an inner battery kept as backup it runs on for energy over power', () => {
    const pulled = unplugged({ inner: { capacityWh: 7, first: 'box' }, card: null }, 5.6);
    expect(pulled).toMatchObject({ runsOnH: 1.25, first: 'box' });
    expect(pulled.say).toContain('1 h 15 min from its own full battery, which it spares');
  });
  test('one that empties its own first may have nothing left', () => {
    expect(unplugged({ inner: { capacityWh: 7, first: 'inner' }, card: null }, 5.6).say).toContain(
      'emptied first, 1 h 15 min at most'
    );
  });
  test('without one it is off at once, and what records says what is lost', () => {
    expect(unplugged({ inner: null, card: null }, 5.6).say).toBe('Pulled, it goes off at once.');
    expect(unplugged({ inner: null, card: { sizeGB: 64, gbPerHour: 8 } }, 5.6).say).toContain('the recording ends');
  });
});

describe('card or battery, whichever ends first', () => {
  // bars 05:00-11:30 (6.5 h) and 13:00-19:00: 64 GB at 8 GB an hour are 8 h, so 1.5 h into the second bar: 14:30
  test('by hand: the hour the card is full counts bars, not the clock', () => {
    expect(cardHours({ sizeGB: 64, gbPerHour: 8 })).toBe(8);
    expect(cardFullAtH({ card: { sizeGB: 64, gbPerHour: 8 }, spans: camera.spans }, hide.outing)).toBe(14.5);
    expect(cardFullAtH({ card: { sizeGB: 100, gbPerHour: 8 }, spans: camera.spans }, hide.outing)).toBeUndefined();
  });
  test('said when it is full too soon, with a card that holds it; quiet when it holds', () => {
    const box = change(hide, card(64, 8));
    const [f] = found(box, 'card-full');
    expect(f!.title).toBe(`The card of ${camera.name} is full at 14:30`);
    const plan = evaluate(box, STARTER_CATALOGUE);
    const cures = proven(
      { box, catalogue: STARTER_CATALOGUE, plan },
      plan.findings.find((x) => x.id === 'card-full')!
    );
    expect(cures[0]!.label).toBe('Put in a card of 128 GB');
    expect(found(change(box, ...cures[0]!.edits), 'card-full')).toEqual([]);
    expect(found(change(hide, card(128, 8)), 'card-full')).toEqual([]);
  });
  test('left alone, days between visits count', () => {
    const box = change(hide, card(256, 8), set(`devices/${camera.id}/inSeason`, true));
    // on for 12.5 h a day: 32 h of card are 2.56 days, somebody comes every second
    expect(box.season!.visitEveryDays).toBe(2);
    expect(found(box, 'card-full')).toEqual([]);
    const rarely = change(box, set('season/visitEveryDays', 7));
    expect(found(rarely, 'card-full').map((f) => f.title)).toEqual([
      `Left alone, the card of ${camera.name} is full on day 3`
    ]);
  });
  test('a battery that is empty before the card is full is not told as a card', () => {
    const weak = change(hide, card(96, 8), set('bank/ageYears', 8), set('bank/startFraction', 0.3));
    const ends = evaluate(weak, STARTER_CATALOGUE).outing!.endsAtH!;
    expect(ends).toBeLessThan(18.5);
    expect(found(weak, 'card-full')).toEqual([]);
  });
  test.each([
    ['128 GB', 'data', 128],
    ['0.5 TB', 'data', 500],
    ['60 Mbit/s', 'dataRate', 27],
    ['12', 'dataRate', 12]
  ] as const)('%s is understood', (text, kind, value) => {
    expect(parseQuantity(text, kind)).toEqual({ ok: true, value });
  });
  test('what could be bits or bytes is refused with an example', () => {
    expect(parseQuantity('60 Mb/s', 'dataRate')).toMatchObject({
      ok: false,
      message: expect.stringContaining('Mbit/s')
    });
  });
});

describe('charged from a vehicle', () => {
  const canal = canalNightBankBox();
  // 10 A at 80 % and 12 V through 85 % into 14.4 V: 8 × 12 × 0.85 / 14.4 = 5.67 A
  test('through a converter the socket limits it', () => {
    expect(vehicleA(14.4)).toBeCloseTo(5.667, 3);
    const box = change(canal, set('charging/fedFrom', 'vehicle-converter'), set('charging/chargerV', setTo(14.4)));
    const plan = evaluate(box, STARTER_CATALOGUE);
    const way = chargeWay(box, plan);
    expect(way.limitA).toBeLessThanOrEqual(5.667);
    expect(found(box, 'vehicle-direct')).toEqual([]);
    const steps = chargingPlan(box, plan)!.steps.join(' ');
    expect(steps).toContain('engine running');
    expect(steps).not.toContain('mains');
  });
  test('straight off the socket: a stop for lithium, a caution for lead, cured by a converter', () => {
    const straight = (box: Box) => change(box, set('charging/fedFrom', 'vehicle-direct'));
    const severities = [hide, canal].map((b) => [
      evaluate(b, STARTER_CATALOGUE).bank!.chemistry,
      found(straight(b), 'vehicle-direct')[0]!.severity
    ]);
    expect(new Map(severities as [string, string][])).toEqual(
      new Map([
        ['lfp', 'stop'],
        ['agm', 'caution']
      ])
    );
    const [f] = found(straight(hide), 'vehicle-direct');
    expect(found(change(straight(hide), ...f!.remedies[0]!.edits), 'vehicle-direct')).toEqual([]);
    expect(chargingPlan(straight(hide), evaluate(straight(hide), STARTER_CATALOGUE))!.steps.join(' ')).toContain(
      'Do not'
    );
  });
  test('another battery joined straight to it: as bad, in words of its own, cured by the same', () => {
    const joined = (box: Box) => change(box, set('charging/fedFrom', 'battery-direct'));
    for (const [box, severity, word] of [
      [hide, 'stop', 'lithium'],
      [canal, 'caution', 'one kind, one age']
    ] as const) {
      const [f, ...more] = found(joined(box), 'vehicle-direct');
      expect(more).toEqual([]);
      expect([f!.severity, f!.title]).toEqual([severity, expect.stringContaining('Another battery')]);
      expect(f!.why).toContain(word);
      expect(f!.why).toContain('fuse at both');
      const cured = change(joined(box), ...f!.remedies[0]!.edits);
      expect(cured.charging.fedFrom).toBe('vehicle-converter');
      expect(found(cured, 'vehicle-direct')).toEqual([]);
      const steps = chargingPlan(joined(box), evaluate(joined(box), STARTER_CATALOGUE))!.steps.join(' ');
      expect(steps).toContain('Do not: the fuller battery');
    }
    // nothing is joined to a battery that nothing charges
    expect(found(change(joined(canal), set('charging/path', NONE)), 'vehicle-direct')).toEqual([]);
  });
  test('a lithium pack that another battery charges in the frost is a stop, as from a vehicle', () => {
    const frost = (fedFrom: string) =>
      found(change(hide, set('charging/fedFrom', fedFrom), set('outing/airC', -8)), 'cold-charge').map(
        (f) => f.severity
      );
    expect(frost('battery-direct')).toEqual(frost('vehicle-direct'));
    expect(frost('battery-direct').length).toBeGreaterThan(0);
  });
  test('a box that nothing can charge says so; sun alone is a way', () => {
    const bare = change(hide, set('charging/path', NONE), set('charging/solar', null), set('season', null));
    expect(found(bare, 'no-charge-way').map((f) => f.severity)).toEqual(['caution']);
    expect(found(hide, 'no-charge-way')).toEqual([]);
    const sun = change(hide, set('charging/path', NONE), set('charging/solar/duringOuting', true));
    expect(found(sun, 'no-charge-way')).toEqual([]);
  });
});

describe('bars of more than a day say their days', () => {
  const week = { startH: 20, durationH: 100 };
  test('clock times alone would make one night of three', () => {
    expect(stretchText(week, { startH: 22, endH: 30 })).toBe('day 1, 22:00 to 06:00');
    expect(stretchText(week, { startH: 22, endH: 78 })).toBe('day 1, 22:00 to 06:00, 3 days later');
    expect(stretchText(week, { startH: 22, endH: 46 })).toBe('day 1, 22:00 to 22:00, a day later');
    expect(momentText(week, 74.5)).toBe('day 4, 02:30');
    expect(momentText({ startH: 20, durationH: 10 }, 26.5)).toBe('02:30');
  });
  test('a typed line answers with the day of its bar', () => {
    const box = change(hide, set('outing/startH', 20), set('outing/durationH', 100));
    const line = typedLine(box, STARTER_CATALOGUE, 'lamp 2W 22:00-06:00');
    if (line.ok !== true) throw new Error('not understood');
    expect(line.label).toBe('Lamp day 1, 22:00 to 06:00');
  });
});
