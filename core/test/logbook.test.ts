import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { chargeToday } from '../src/logbook/charge-today.ts';
import { capacityTrend, matchOf } from '../src/logbook/battery-life.ts';
import { due, DUE_KEYS, type Due, type DueInput } from '../src/logbook/due.ts';
import { boxDrawA, whileOnA } from '../src/demand/demand.ts';
import { outingFromSeries, seriesH } from '../src/logbook/from-series.ts';
import { chanceOf, chargeNow, hoursLeft, runningOf, switchOff, type Now, type Running } from '../src/logbook/left.ts';
import { plannedFor } from '../src/logbook/planned.ts';
import { blankEntry, inOrder, KIND_NAMES, LOG_KINDS, momentH } from '../src/logbook/kinds.ts';
import { logEntrySchema, type EntryOf, type LogKind, type LogRecord } from '../src/logbook/record.ts';
import { readRecord, TYPED_RECORD_EXAMPLES } from '../src/logbook/typed-record.ts';
import { whatChanged } from '../src/logbook/what-changed.ts';
import { recordWords } from '../src/logbook/words.ts';
import { seasonPlan } from '../src/season/season.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';

const boxNamed = (start: string) => DEMO_BOXES.find(([name]) => name.startsWith(start))![1];
const hide = boxNamed('Saltmarsh');
const plan = evaluate(hide, STARTER_CATALOGUE);
const bank = plan.bank!;

let n = 0;
const rec = <K extends LogKind>(kind: K, day: string, over: Partial<EntryOf<K>> = {}) =>
  ({ ...blankEntry(kind, day), ...over, id: `r${++n}`, createdMs: n }) as LogRecord & EntryOf<K>;

describe('records', () => {
  test('an empty entry of every kind is one that may be kept, but for what it must say', () => {
    for (const kind of LOG_KINDS) {
      const read = logEntrySchema.safeParse(blankEntry(kind, '2026-04-01'));
      // a capacity test without amp-hours and a wish without words say nothing
      expect(read.success, KIND_NAMES[kind]).toBe(kind !== 'capacity' && kind !== 'wish');
    }
  });

  test('bad figures are refused where they stand', () => {
    const bad: [Record<string, unknown>, string][] = [
      [{ chargeAh: -3 }, 'chargeAh'],
      [{ airC: 200 }, 'airC'],
      [{ durationH: Infinity }, 'durationH'],
      [{ day: '2026-02-30' }, 'day'],
      [{ time: '25:10' }, 'time'],
      [{ endPercent: 1.4 }, 'endPercent'],
      [{ surprise: 1 }, '']
    ];
    for (const [over, field] of bad) {
      const read = logEntrySchema.safeParse({ ...blankEntry('outing', '2026-04-01'), ...over });
      expect(read.success).toBe(false);
      expect(read.error!.issues[0]!.path.join('.')).toBe(field);
    }
  });

  test('their order is that of day and clock; without a clock it was noon', () => {
    const rows = [
      rec('wish', '2026-04-02', { wish: 'x' }),
      rec('wish', '2026-04-01', { wish: 'x', time: '18:00' }),
      rec('wish', '2026-04-01', { wish: 'x' }),
      rec('wish', '2026-04-01', { wish: 'x', time: '07:30' })
    ];
    expect(inOrder(rows).map((r) => r.time ?? r.day)).toEqual(['07:30', '2026-04-01', '18:00', '2026-04-02']);
    expect(momentH(rows[1]!) - momentH(rows[3]!)).toBe(10.5);
  });

  test('each is said in a line, in the person’s units', () => {
    const units = { ...hide.preferences, temperatureUnit: 'F' as const };
    expect(
      recordWords(
        rec('outing', '2026-04-01', { durationH: 9.5, chargeAh: 12.4, airC: 3, place: 'hide', notes: 'rain\nmore' }),
        units
      )
    ).toBe('9 h 30 min, 12.4 Ah, 37 °F, hide, rain');
    expect(recordWords(rec('fault', '2026-04-01', { what: 'lamp dark', cause: 'fuse', cure: 'new fuse' }), units)).toBe(
      'lamp dark, cause: fuse, cure: new fuse'
    );
    expect(recordWords(rec('reading', '2026-04-01', { volts: 12.74, state: 'rested', allOff: true }), units)).toBe(
      '12.74 V rested, all off'
    );
    expect(recordWords(rec('storage', '2026-04-01', { topUpAh: 1.2 }), units)).toBe('topped up 1.2 Ah');
    expect(recordWords(rec('moisture', '2026-04-01', { seen: 'water', where: 'lid' }), units)).toBe(
      'water inside, lid'
    );
    for (const kind of LOG_KINDS) expect(typeof recordWords(blankEntry(kind, '2026-04-01'), units)).toBe('string');
  });

  test('what was planned is cut to the hours it really was, and goes on past its end', () => {
    const whole = plannedFor(hide, plan, null);
    const half = plannedFor(hide, plan, 7);
    const longer = plannedFor(hide, plan, 28);
    const sum = (p: typeof whole) => p.devices.reduce((s, d) => s + d.meanA * d.onH, 0);
    expect(sum(whole)).toBeCloseTo(
      plan.demand.devices.reduce((s, d) => s + d.chargeAh, 0),
      6
    );
    expect(sum(half)).toBeLessThan(sum(whole));
    expect(sum(longer)).toBeCloseTo(2 * sum(whole), 6);
    // a lamp that is on for the first hour only keeps its hour
    for (const d of half.devices) expect(d.onH).toBeLessThanOrEqual(7 + 1e-9);
  });
});

describe('a line that is typed', () => {
  const read = (line: string) => readRecord(line, '2026-11-28', (h) => plannedFor(hide, plan, h));
  const entry = (line: string) => {
    const r = read(line);
    if (!r.ok) throw new Error(`${line}: ${r.message}`);
    return r.entry;
  };

  test('figures go where their units say, words are kept', () => {
    expect(entry('out 9h 12.4Ah 3C rain')).toMatchObject({
      kind: 'outing',
      durationH: 9,
      chargeAh: 12.4,
      airC: 3,
      notes: 'rain'
    });
    expect(entry('out 9h 12.4Ah')).toMatchObject({ planned: plannedFor(hide, plan, 9) });
    expect(entry('Out 9 h 12,4 Ah -2 C yesterday')).toMatchObject({
      durationH: 9,
      chargeAh: 12.4,
      airC: -2,
      day: '2026-11-27'
    });
    expect(entry('out 9h30 100-35% 12.9V rested')).toMatchObject({
      durationH: 9.5,
      startPercent: 1,
      endPercent: 0.35,
      endV: 12.9,
      endState: 'rested'
    });
    expect(entry('out 2026-10-03 at 6pm 5h died')).toMatchObject({
      day: '2026-10-03',
      time: '18:00',
      ended: 'battery-empty'
    });
    expect(entry('charged to 14.4, 5h')).toMatchObject({ kind: 'charge', endV: 14.4, durationH: 5 });
    expect(entry('charged full 2.5A 5h 11Ah')).toMatchObject({ full: true, currentA: 2.5, chargeAh: 11 });
    expect(entry('topped up 1.2Ah')).toMatchObject({ kind: 'storage', topUpAh: 1.2 });
    expect(entry('read 12.7V rested')).toMatchObject({ kind: 'reading', volts: 12.7, state: 'rested' });
    expect(entry('read 25mA all-off')).toMatchObject({ currentA: 0.025, allOff: true });
    expect(entry('fault lamp dark: fuse blown, new fuse')).toMatchObject({
      what: 'lamp dark',
      cause: 'fuse blown',
      cure: 'new fuse'
    });
    expect(entry('renewed desiccant 40 left')).toMatchObject({ kind: 'renewal', what: 'desiccant' });
    expect(entry('tightened everything')).toMatchObject({ what: 'torque' });
    expect(entry('test 18.6Ah 1A')).toMatchObject({ kind: 'capacity', chargeAh: 18.6, currentA: 1 });
    expect(entry('damp in the lid')).toMatchObject({ kind: 'moisture', seen: 'damp', where: 'in the lid' });
    expect(entry('next time a longer lead')).toMatchObject({ kind: 'wish', wish: 'a longer lead' });
  });

  test('what cannot be is refused with what would be right, and names the piece', () => {
    const bad: [string, RegExp, string][] = [
      ['', /Nothing is typed/, ''],
      ['wibble 9h', /begins with what happened/, 'wibble'],
      ['out', /How long/, ''],
      ['out 9h -3Ah', /without a sign/, '-3Ah'],
      ['out 9h 200C', /80/, '200C'],
      ['out 9h 3Ah 4Ah', /twice/, '4'],
      ['out 9h 8.4kg', /nothing a record takes/, '8.4kg'],
      ['charged 5', /5 of what/, '5'],
      ['read something', /What did it show/, ''],
      ['test', /How many amp-hours/, ''],
      ['fault', /What went wrong/, ''],
      ['wish', /next version/, ''],
      ['out 9h 2026-02-30', /no day/, '2026-02-30'],
      ['out 9h at 25:00', /time of day/, '25:00'],
      ['out 1,200 9h', /ambiguous/, '1,200']
    ];
    for (const [line, message, part] of bad) {
      const r = read(line);
      expect(r.ok, line).toBe(false);
      if (r.ok) continue;
      expect(r.message, line).toMatch(message);
      expect(r.part, line).toBe(part);
    }
  });

  test('the examples are understood; whatever is typed never throws and what is taken may be kept', () => {
    for (const line of TYPED_RECORD_EXAMPLES) expect(read(line).ok, line).toBe(true);
    const word = fc.constantFrom(
      'out',
      'charged',
      'read',
      'test',
      'stored',
      'renewed',
      'damp',
      '9h',
      '12Ah',
      '-4C',
      '99F',
      '13.1V',
      '80%',
      '2A',
      'rested',
      'full',
      'yesterday',
      'at',
      '18:30',
      'to',
      '5',
      '1,5',
      'rain',
      '—',
      '%',
      '100-30%'
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 8 }), (words) => {
        const r = read(words.join(' '));
        if (!r.ok) {
          expect(r.message.length).toBeGreaterThan(5);
          return;
        }
        expect(logEntrySchema.safeParse(r.entry).success, words.join(' ')).toBe(true);
      }),
      { numRuns: 1000, seed: 7 }
    );
  });
});

describe('how full it is now', () => {
  const now = (over: Partial<Now>): Now => ({
    percent: null,
    countedAh: null,
    volts: null,
    state: 'rested',
    currentA: null,
    airC: 20,
    outH: null,
    ...over
  });
  const capacity = bank.ratedAh * bank.healthFraction;

  test('by the count, by percent, by the plan; nothing read gives nothing', () => {
    expect(chargeNow(bank, plan.demand, now({}))).toBeUndefined();
    const counted = chargeNow(bank, plan.demand, now({ countedAh: capacity / 2 }))!;
    expect(counted.socFraction).toBeCloseTo(bank.startFraction - 0.5, 6);
    expect(chargeNow(bank, plan.demand, now({ percent: 0.4 }))!.socFraction).toBeCloseTo(0.4, 9);
    // percent is made from the count: both together are one piece of evidence
    expect(
      chargeNow(bank, plan.demand, now({ percent: 0.1, countedAh: capacity / 2 }))!.evidence.map((e) => e.from)
    ).toEqual(['count']);
    const planned = chargeNow(bank, plan.demand, now({ outH: 3 }))!;
    expect(planned.evidence[0]!.from).toBe('plan');
    expect(planned.spread).toBeGreaterThan(counted.spread * 0.5);
  });

  test('a voltage counts for what it is worth: of iron phosphate in the middle almost nothing, of lead a good deal', () => {
    const lfp = chargeNow(bank, plan.demand, now({ countedAh: capacity * 0.4, volts: 13.2 }))!;
    const alone = chargeNow(bank, plan.demand, now({ countedAh: capacity * 0.4 }))!;
    expect(Math.abs(lfp.socFraction - alone.socFraction)).toBeLessThan(0.03);
    const [, lead] = DEMO_BOXES.find(([, b]) =>
      ['agm', 'gel', 'flooded'].includes(evaluate(b, STARTER_CATALOGUE).bank?.chemistry ?? '')
    )!;
    const p = evaluate(lead, STARTER_CATALOGUE);
    const read = chargeNow(p.bank!, p.demand, now({ volts: 12.3 }))!;
    expect(read.spread).toBeLessThan(0.15);
    // loaded and without amps a voltage says nothing
    expect(chargeNow(p.bank!, p.demand, now({ volts: 12.3, state: 'loaded' }))).toBeUndefined();
  });

  test('two that contradict each other are said, and worth only the doubt between them', () => {
    const odd = chargeNow(bank, plan.demand, now({ countedAh: 0.5, volts: 12.4 }))!;
    expect(odd.say).toMatch(/was the meter set to full/);
    expect(odd.spread).toBeGreaterThan(0.15);
    expect(chargeNow(bank, plan.demand, now({ countedAh: capacity * 0.5, volts: 13.2 }))!.say).toBe('');
  });

  const running: Running[] = plan.demand.devices.map((d) => ({
    deviceId: d.deviceId,
    name: d.name,
    meanA: d.meanA,
    spreadFraction: d.spreadFraction,
    on: true
  }));
  const at = { airC: 4, boxA: 0.02 };

  test('hours left by hand: what lies over the kept-back line, in the cold, over the draw', () => {
    const charge = { socFraction: 0.6, spread: 0.03, evidence: [], say: '' };
    const one: Running[] = [{ deviceId: 'a', name: 'a', meanA: 1, spreadFraction: 0.1, on: true }];
    const left = hoursLeft(bank, charge, one, { airC: 25, boxA: 0 });
    expect(left.availableAh).toBeCloseTo(capacity * (0.6 - bank.keepBackFraction), 3);
    expect(left.hours).toBeCloseTo(left.availableAh, 6);
    expect(left.leastH).toBeLessThan(left.hours);
    expect(left.mostH - left.hours).toBeCloseTo(left.hours - left.leastH, 6);
    expect(left.emptyH).toBeCloseTo(capacity * 0.6, 3);
    // by what the meter shows, and with nothing on
    expect(hoursLeft(bank, charge, one, { airC: 25, boxA: 0, measuredA: 2 }).hours).toBeCloseTo(left.hours / 2, 6);
    expect(hoursLeft(bank, charge, [{ ...one[0]!, on: false }], { airC: 25, boxA: 0 }).hours).toBe(Infinity);
  });

  test('the chance falls with every hour and every device, and what to switch off is the least that does', () => {
    const charge = { socFraction: 0.5, spread: 0.03, evidence: [], say: '' };
    const chances = [1, 3, 6, 12, 24].map((h) => chanceOf(bank, charge, running, at, h));
    for (let i = 1; i < chances.length; i++) expect(chances[i]!).toBeLessThanOrEqual(chances[i - 1]!);
    expect(switchOff(bank, charge, running, at, 0.5)).toEqual({ devices: [], chance: expect.any(Number) });
    const fullH = hoursLeft(bank, charge, running, at).hours;
    const off = switchOff(bank, charge, running, at, fullH * 1.15)!;
    expect(off.devices.length).toBeGreaterThan(0);
    expect(off.chance).toBeGreaterThanOrEqual(0.9);
    // leaving any one of them on would not do
    for (const d of off.devices) {
      const kept = running.map((r) => (off.devices.includes(r) && r !== d ? { ...r, on: false } : r));
      expect(chanceOf(bank, charge, kept, at, fullH * 1.15)).toBeLessThan(0.9);
    }
    expect(switchOff(bank, { ...charge, socFraction: 0 }, running, at, 3)).toBeUndefined();
  });
});

describe('an outing out of a meter’s series', () => {
  const FROM = Date.parse('2026-10-24T20:00:00Z');
  const day = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
  test('its hours, its amp-hours, the day it began, the plan for just these hours', () => {
    const s = { name: 'Night', fromMs: FROM, toMs: FROM + 9 * 3_600_000, outAh: 11.5, endV: 12.7 };
    expect(seriesH(s)).toBe(9);
    const entry = outingFromSeries(hide, plan, s, { batteryIds: ['b'], day });
    expect(entry).toMatchObject({
      day: '2026-10-24',
      durationH: 9,
      chargeAh: 11.5,
      endV: 12.7,
      endState: 'loaded',
      batteryIds: ['b'],
      notes: 'Night',
      planned: plannedFor(hide, plan, 9)
    });
    expect(logEntrySchema.safeParse(entry).success).toBe(true);
  });
  test('a night on the charger is no draw below nothing; without a count there is none', () => {
    const s = { name: 'x', fromMs: FROM, toMs: FROM + 3_600_000, outAh: -2, endV: null };
    expect(outingFromSeries(hide, plan, s, { batteryIds: [], day })).toMatchObject({ chargeAh: 0, endState: null });
    expect(outingFromSeries(hide, plan, { ...s, outAh: null }, { batteryIds: [], day }).chargeAh).toBeNull();
  });
});

describe('what runs', () => {
  test('everything of the plan that draws, but what is switched off; what the box draws by itself beside it', () => {
    const all = runningOf(plan.demand, []);
    expect(all.map((d) => d.name)).toEqual(plan.demand.devices.filter((d) => d.meanA > 0).map((d) => d.name));
    const [first] = all;
    expect(runningOf(plan.demand, [first!.deviceId]).filter((d) => !d.on)).toEqual([{ ...first, on: false }]);
    expect(boxDrawA(hide, plan.demand) * hide.outing.durationH).toBeCloseTo(plan.demand.box.chargeAh, 9);
    for (const d of plan.demand.devices) expect(whileOnA(d) * d.onH).toBeCloseTo(d.chargeAh, 9);
  });
});

describe('how full it is today, by its records', () => {
  const atH = (day: string) => Date.parse(`${day}T12:00:00Z`) / 3_600_000;
  test('full after a charge, less what was drawn, less what the shelf takes', () => {
    const full = rec('charge', '2026-04-01', { full: true });
    expect(chargeToday(hide, plan, [], atH('2026-04-02'))).toBeUndefined();
    expect(chargeToday(hide, plan, [full], atH('2026-04-01'))!.fraction).toBe(1);
    const used = chargeToday(
      hide,
      plan,
      [full, rec('outing', '2026-04-02', { durationH: 10, chargeAh: bank.ratedAh / 2 })],
      atH('2026-04-02')
    )!;
    expect(used.fraction).toBeCloseTo(1 - 0.5 / bank.healthFraction, 2);
    const later = chargeToday(hide, plan, [full], atH('2026-10-01'))!;
    expect(later.fraction).toBeLessThan(0.9);
    expect(later.highFraction - later.lowFraction).toBeGreaterThan(0.1);
    expect(later.sinceDay).toBe('2026-04-01');
    // what lies in the future says nothing yet
    expect(chargeToday(hide, plan, [full], atH('2026-03-01'))).toBeUndefined();
  });
  test('every kind of record that tells is heard', () => {
    const full = rec('charge', '2026-04-01', { full: true });
    const then = (...rows: LogRecord[]) => chargeToday(hide, plan, [full, ...rows], atH('2026-04-03'))?.fraction;
    expect(then(rec('outing', '2026-04-02', { durationH: 9, endPercent: 0.35 }))).toBeCloseTo(0.35, 2);
    expect(then(rec('outing', '2026-04-02', { durationH: 9, ended: 'battery-empty' }))).toBeCloseTo(0, 2);
    expect(then(rec('storage', '2026-04-02', { percent: 0.6 }))).toBeCloseTo(0.6, 2);
    expect(then(rec('capacity', '2026-04-02', { chargeAh: 18 }))).toBeCloseTo(0, 2);
    expect(
      then(
        rec('outing', '2026-04-02', { durationH: 9, chargeAh: 10 }),
        rec('charge', '2026-04-02', { chargeAh: 5, time: '20:00' })
      )
    ).toBeGreaterThan(then(rec('outing', '2026-04-02', { durationH: 9, chargeAh: 10 }))!);
    // an outing that nobody counted went as planned
    expect(then(rec('outing', '2026-04-02', { durationH: 14, planned: plannedFor(hide, plan, 14) }))).toBeLessThan(0.5);
    expect(then(rec('wish', '2026-04-02', { wish: 'x' }))).toBeGreaterThan(0.98);
  });
});

describe('what is due', () => {
  const at = (today: string, records: LogRecord[], over: Partial<DueInput> = {}): Due[] =>
    due({ box: hide, plan, records, today, since: '2025-01-01', ...over });
  const of = (list: Due[], key: Due['key']) => list.find((d) => d.key === key);

  test('after an outing it wants to be charged, and no longer once it was', () => {
    const outing = rec('outing', '2026-04-01', { durationH: 12, chargeAh: 14 });
    const d = of(at('2026-04-02', [outing]), 'charge')!;
    expect(d).toMatchObject({ day: '2026-04-08', state: 'soon', done: { kind: 'charge' } });
    expect(of(at('2026-04-10', [outing]), 'charge')!.state).toBe('overdue');
    expect(of(at('2026-04-10', [outing, rec('charge', '2026-04-03', { full: true })]), 'charge')).toBeUndefined();
    // lead cannot wait a week
    const lead = DEMO_BOXES.map(([, b]) => b).find((b) => evaluate(b, STARTER_CATALOGUE).bank?.chemistry === 'agm')!;
    expect(
      of(at('2026-04-02', [outing], { box: lead, plan: evaluate(lead, STARTER_CATALOGUE) }), 'charge')
    ).toMatchObject({ day: '2026-04-02', done: { full: true } });
  });

  test('full on the shelf for a month iron phosphate is brought down; topped up before it is low', () => {
    const rows = [
      rec('outing', '2026-04-01', { durationH: 12, chargeAh: 14 }),
      rec('charge', '2026-04-02', { full: true })
    ];
    expect(of(at('2026-04-20', rows), 'storage-level')).toMatchObject({ day: '2026-05-02', state: 'soon' });
    expect(of(at('2026-04-20', rows), 'top-up')!.day > '2026-05-02').toBe(true);
  });

  test('renewals count from what was recorded, else from the day it came into use', () => {
    const gelBox = applyEdits(hide, [
      { op: 'set', path: 'dry/gelG', value: 40 },
      { op: 'set', path: 'dry/gelSince', value: null }
    ]);
    const over = { box: gelBox, plan: evaluate(gelBox, STARTER_CATALOGUE) };
    const before = of(at('2026-04-01', [], over), 'desiccant')!;
    expect(before.state).toBe('overdue');
    const after = of(at('2026-04-01', [rec('renewal', '2026-03-30', { what: 'desiccant' })], over), 'desiccant')!;
    expect(after.day > before.day).toBe(true);
    expect(before.done).toMatchObject({ kind: 'renewal', what: 'desiccant', day: '2026-04-01' });
    expect(of(at('2026-04-01', []), 'gasket')!.day).toBe('2027-01-01');
  });

  test('terminals are tightened after the third outing, and every year', () => {
    const outings = ['2026-03-01', '2026-03-08', '2026-03-15'].map((d) =>
      rec('outing', d, { durationH: 5, endPercent: 0.95 })
    );
    expect(of(at('2026-03-10', outings.slice(0, 2)), 'torque')!.day).toBe('2026-01-01');
    expect(of(at('2026-03-16', outings, { since: '2026-02-01' }), 'torque')).toMatchObject({
      day: '2026-03-15',
      state: 'overdue'
    });
    expect(
      of(
        at('2026-03-16', [...outings, rec('renewal', '2026-03-16', { what: 'torque' })], { since: '2026-02-01' }),
        'torque'
      )!.day
    ).toBe('2027-03-16');
  });

  test('water seen inside is due until it was seen dry', () => {
    const wet = rec('moisture', '2026-04-01', { seen: 'water', where: 'lid' });
    expect(of(at('2026-04-02', [wet]), 'dry-out')).toMatchObject({
      state: 'overdue',
      why: expect.stringContaining('Water')
    });
    expect(of(at('2026-04-05', [wet, rec('moisture', '2026-04-03', { seen: 'dry' })]), 'dry-out')).toBeUndefined();
  });

  test('put off it waits until that day; the list is in the order of its days', () => {
    const rows = [rec('outing', '2026-04-01', { durationH: 12, chargeAh: 14 })];
    const list = at('2026-04-10', rows, { snoozed: { charge: '2026-04-20' } });
    expect(of(list, 'charge')).toMatchObject({ snoozedUntil: '2026-04-20', state: 'soon' });
    expect(of(at('2026-04-21', rows, { snoozed: { charge: '2026-04-20' } }), 'charge')).toMatchObject({
      snoozedUntil: undefined,
      state: 'overdue'
    });
    const days = list.map((d) => d.snoozedUntil ?? d.day);
    expect(days).toEqual(days.toSorted());
  });

  test('a box left alone says the next visit and what to bring', () => {
    const box = DEMO_BOXES.map(([, b]) => b).find((b) => b.season !== null)!;
    const p = evaluate(box, STARTER_CATALOGUE);
    const season = seasonPlan(box, p)!;
    const list = due({ box, plan: p, records: [], today: box.season!.startDay, since: box.season!.startDay, season });
    const visit = of(list, 'visit');
    if (season.visits.length + season.visitPlan.length === 0) expect(visit).toBeUndefined();
    else {
      expect(visit!.day >= box.season!.startDay).toBe(true);
      expect(visit!.bring.length).toBeGreaterThan(1);
    }
  });

  test('any box at any time: known keys, each once, days that are days', () => {
    fc.assert(
      fc.property(randomBox(4), fc.integer({ min: 0, max: 3 }), (box, count) => {
        const p = evaluate(box, STARTER_CATALOGUE);
        const rows = Array.from({ length: count }, (_, i) =>
          rec('outing', `2026-0${i + 1}-10`, { durationH: 5, chargeAh: 4 })
        );
        const list = due({ box, plan: p, records: rows, today: '2026-06-01', since: '2025-06-01' });
        expect(new Set(list.map((d) => d.key)).size).toBe(list.length);
        for (const d of list) {
          expect(DUE_KEYS).toContain(d.key);
          expect(d.day).toMatch(/^\d{4}-\d{2}-\d{2}$/);
          if (d.done) expect(logEntrySchema.safeParse(d.done).success).toBe(true);
        }
      }),
      { numRuns: 40, seed: 5 }
    );
  });
});

describe('batteries that stand together', () => {
  const life = (measuredAh: number | undefined, ageYears: number | undefined = 1) => ({
    ageYears,
    outingCount: 0,
    throughputAh: 0,
    cycles: 0,
    measuredAh,
    measuredDay: undefined,
    tests: [],
    pricePerOuting: undefined,
    lastUsedDay: undefined
  });
  const pack = (name: string, measuredAh?: number, over: object = {}) => ({
    name,
    capacityAh: 7,
    chemistry: 'agm',
    life: life(measuredAh),
    ...over
  });
  test('match, match no longer, or nobody knows', () => {
    expect(matchOf([pack('A', 6.5)])).toBeUndefined();
    expect(matchOf([pack('A', 6.5), pack('B', 6.3)])).toBe('They match.');
    expect(matchOf([pack('A', 6.5), pack('B', 5)])).toBe(
      'B holds 21 % less than the best of them: they match no longer.'
    );
    expect(matchOf([pack('A', 6.5), pack('B')])).toMatch(/B was never tested/);
    expect(matchOf([pack('A', 6.5), pack('B', 6.5, { chemistry: 'lfp' })])).toMatch(/different sorts/);
    expect(matchOf([pack('A'), pack('B', undefined, { capacityAh: 12 })])).toMatch(/different size/);
    expect(matchOf([pack('A', 6.5), pack('B', 6.5, { life: life(6.5, 4) })])).toMatch(/age/);
  });
  test('a line through tests says what it loses a year, and when it is too little', () => {
    const at = (year: number, ah: number) => ({ day: `${year}-06-01`, ah });
    const falls = capacityTrend([at(2022, 20), at(2024, 18), at(2026, 16)], 14.5)!;
    expect(falls.perYearAh).toBeCloseTo(-1, 2);
    expect(falls.underYear).toBe(2027);
    // under it already: the year of the last test
    expect(capacityTrend([at(2022, 20), at(2026, 16)], 19)!.underYear).toBe(2026);
    expect(capacityTrend([at(2022, 20), at(2026, 19.9)], 10)!.underYear).toBeUndefined();
    expect(capacityTrend([at(2022, 16), at(2026, 17)], 18)!.underYear).toBeUndefined();
    expect(capacityTrend([at(2026, 16), at(2026, 16)], 18)).toBeUndefined();
  });
});

describe('what changed between two documents, in words', () => {
  test('things by name, fields with both values, in the person’s units', () => {
    const d = hide.devices[0]!;
    const after = applyEdits(hide, [
      { op: 'set', path: 'outing/airC', value: -3 },
      { op: 'remove', path: `devices/${hide.devices[1]!.id}` },
      { op: 'set', path: `devices/${d.id}/spans`, value: [] },
      { op: 'set', path: 'bank/keepBack', value: { is: 'set', value: 0.2 } },
      { op: 'set', path: `ports/${hide.ports[0]!.id}/xMm`, value: 50 }
    ]);
    const said = whatChanged(hide, after);
    expect(said).toContain(`outing: coldest air ${hide.outing.airC} °C → -3 °C`);
    expect(said).toContain(`device “${hide.devices[1]!.name}” taken out`);
    expect(said).toContain(`device “${d.name}”: times on changed`);
    expect(said.some((s) => s.startsWith('battery: kept back'))).toBe(true);
    const { name, face, xMm, yMm } = hide.ports[0]!;
    expect(said).toContain(`port “${name}”: place ${face} ${xMm}, ${yMm} mm → ${face} 50, ${yMm} mm`);
  });

  test('a part is told by its name; the same says nothing; kit, bench and parts are no change of the box', () => {
    const other = STARTER_CATALOGUE.find((p) => p.kind === 'battery' && p.id !== hide.bank.partId)!;
    const after = applyEdits(hide, [
      { op: 'set', path: `parts/${other.id}`, value: other },
      { op: 'set', path: 'bank/partId', value: other.id }
    ]);
    expect(whatChanged(hide, after)).toEqual([`battery: part ${hide.parts[hide.bank.partId!]!.name} → ${other.name}`]);
    expect(whatChanged(hide, structuredClone(hide))).toEqual([]);
    expect(whatChanged(hide, applyEdits(hide, [{ op: 'set', path: 'kit/boxCount', value: 4 }]))).toEqual([]);
    // a field that an older document did not have
    const older = structuredClone(hide) as unknown as { bank: Record<string, unknown> };
    delete older.bank.learnt;
    expect(whatChanged(older as never, hide)).toEqual([]);
  });

  test('any two boxes: sentences without a hole in them, and none for a box with itself', () => {
    fc.assert(
      fc.property(randomBox(6), randomBox(3), (a, b) => {
        for (const s of whatChanged(a, b)) {
          expect(s.length).toBeGreaterThan(3);
          expect(s).not.toMatch(/undefined|NaN|\[object/);
        }
        expect(whatChanged(a, a)).toEqual([]);
      }),
      { numRuns: 100, seed: 3 }
    );
  });
});
