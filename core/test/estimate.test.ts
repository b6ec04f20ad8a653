import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate, type Plan } from '../src/evaluate.ts';
import { expected, independent, observe, spreadOf, type Seen } from '../src/logbook/estimate/gaussian.ts';
import { estimate, type Estimated } from '../src/logbook/estimate/estimate.ts';
import { NOISE } from '../src/logbook/estimate/observations.ts';
import { parameters } from '../src/logbook/estimate/parameters.ts';
import { hasPlace, takeOverEdits, taught } from '../src/logbook/estimate/take-over.ts';
import { plannedFor } from '../src/logbook/planned.ts';
import { blankEntry } from '../src/logbook/kinds.ts';
import type { EntryOf, LogEntry, LogKind, LogRecord } from '../src/logbook/record.ts';
import { seededRandom, normal } from '../src/sun/weather.ts';
import { capacityFactor } from '../src/battery/model.ts';
import { DEMO_BOXES } from './boxes.ts';
import { dayAfter } from '../src/sun/sun.ts';

const [, hide] = DEMO_BOXES[0]!;
const plan = evaluate(hide, STARTER_CATALOGUE);

let n = 0;
/** A record of a kind with what is given, on a day of spring. */
function rec<K extends LogKind>(kind: K, day: string, over: Partial<EntryOf<K>> = {}): LogRecord & EntryOf<K> {
  const id = `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`;
  return { ...blankEntry(kind, day), ...over, id, createdMs: n } as LogRecord & EntryOf<K>;
}
const out = (day: string, over: Partial<EntryOf<'outing'>> = {}, box: Box = hide, p: Plan = plan) => {
  const durationH = over.durationH ?? box.outing.durationH;
  return rec('outing', day, { durationH, planned: plannedFor(box, p, durationH), ...over });
};
const of = (list: readonly Estimated[], key: string): Estimated => list.find((x) => x.key === key)!;

describe('one observation of a sum', () => {
  test('by hand: two unknowns of spread 3 and 4, their sum seen 10 higher than expected', () => {
    // variance 9 + 16 + 0.0625 of the reading: gains 9/25.0625 and 16/25.0625
    const belief = independent([
      { name: 'a', mean: 10, spread: 3 },
      { name: 'b', mean: 20, spread: 4 }
    ]);
    const seen: Seen = {
      weights: [
        [0, 1],
        [1, 1]
      ],
      value: 40,
      variance: 0.0625
    };
    const { belief: next, surprise, innovation } = observe(belief, seen);
    expect(innovation).toBe(10);
    expect(surprise).toBeCloseTo(10 / Math.sqrt(25.0625), 12);
    expect(next.mean[0]).toBeCloseTo(10 + 90 / 25.0625, 12);
    expect(next.mean[1]).toBeCloseTo(20 + 160 / 25.0625, 12);
    expect(spreadOf(next, 0)).toBeCloseTo(Math.sqrt(9 - 81 / 25.0625), 12);
    // what one has more the other has less
    expect(next.cov[0]![1]).toBeCloseTo(-144 / 25.0625, 12);
  });

  test('one after the other is what all at once gives: normal equations as the oracle', () => {
    const random = seededRandom(3);
    const size = 6;
    const priors = Array.from({ length: size }, (_, i) => ({
      name: `p${i}`,
      mean: 1 + i,
      spread: 0.2 + 0.3 * random()
    }));
    const seen = Array.from({ length: 25 }, (): Seen => ({
      weights: Array.from({ length: size }, (_, i): [number, number] => [i, random() < 0.5 ? 0 : 4 * random() - 1]),
      value: 10 * random(),
      variance: 0.05 + random()
    }));
    let belief = independent(priors);
    for (const s of seen) belief = observe(belief, s).belief;
    // information form: (P⁻¹ + Σ hhᵀ/r)⁻¹ and its weighted sum
    const info = priors.map((p, i) => priors.map((_, j) => (i === j ? 1 / p.spread ** 2 : 0)));
    const rhs = priors.map((p) => p.mean / p.spread ** 2);
    for (const s of seen)
      for (const [i, a] of s.weights) {
        rhs[i]! += (a * s.value) / s.variance;
        for (const [j, b] of s.weights) info[i]![j]! += (a * b) / s.variance;
      }
    const inverse = inverted(info);
    inverse.forEach((row, i) => {
      expect(belief.mean[i]).toBeCloseTo(
        row.reduce((sum, v, j) => sum + v * rhs[j]!, 0),
        9
      );
      row.forEach((v, j) => expect(belief.cov[i]![j]).toBeCloseTo(v, 9));
    });
  });
});

/** Gauss and Jordan with pivots: for the oracle only. */
function inverted(matrix: readonly (readonly number[])[]): number[][] {
  const size = matrix.length;
  const m = matrix.map((row, i) => [...row, ...matrix.map((_, j) => (i === j ? 1 : 0))]);
  for (let c = 0; c < size; c++) {
    const pivot = m.slice(c).reduce((best, row, i) => (Math.abs(row[c]!) > Math.abs(m[best]![c]!) ? i + c : best), c);
    [m[c], m[pivot]] = [m[pivot]!, m[c]!];
    const d = m[c]![c]!;
    m[c] = m[c]!.map((v) => v / d);
    for (let r = 0; r < size; r++) {
      if (r === c) continue;
      const f = m[r]![c]!;
      m[r] = m[r]!.map((v, k) => v - f * m[c]![k]!);
    }
  }
  return m.map((row) => row.slice(size));
}

describe('what the records tell', () => {
  test('without any record everything stands as the plan believes it, and nothing is taught', () => {
    const e = estimate(hide, plan, []);
    expect(e.lessons).toEqual([]);
    for (const p of e.parameters) {
      expect(p.now).toBe(p.mean);
      expect(taught(p)).toBe(false);
    }
    expect(
      takeOverEdits(
        hide,
        e,
        e.parameters.map((p) => p.key)
      )
    ).toEqual([]);
  });

  test('a box that draws a third more than planned: guesses give way, what was measured hardly, doubts shrink', () => {
    const planned = plannedFor(hide, plan, 14);
    const sumAh = planned.devices.reduce((s, d) => s + d.meanA * d.onH, 0) + planned.boxA * 14;
    const records = ['2026-03-01', '2026-03-08', '2026-03-15'].map((day) => out(day, { chargeAh: sumAh * 1.33 }));
    const e = estimate(hide, plan, records);
    const draws = e.parameters.filter((p) => p.kind === 'draw');
    const bySpread = draws.toSorted((a, b) => b.spread - a.spread);
    expect(bySpread[0]!.now).toBeGreaterThan(1.1);
    expect(Math.abs(bySpread.at(-1)!.now - 1)).toBeLessThan(0.05);
    for (const p of draws) expect(p.nowSpread).toBeLessThanOrEqual(p.spread);
    // the first says most, the third hardly anything new
    expect(e.lessons[0]!.moved.length).toBeGreaterThan(e.lessons[2]!.moved.length);
    expect(e.lessons[0]!.surprise).toBeGreaterThan(e.lessons[2]!.surprise);
    const said = expected(e.belief, [
      ...planned.devices.map((d): [number, number] => [
        e.parameters.findIndex((p) => p.key === `draw ${d.deviceId}`),
        d.meanA * d.onH
      ])
    ]);
    expect(said.value / sumAh).toBeGreaterThan(1.15);
  });

  test('taken over, the plan draws what was learnt, is surer, and the same records teach nothing more', () => {
    const planned = plannedFor(hide, plan, 14);
    const sumAh = planned.devices.reduce((s, d) => s + d.meanA * d.onH, 0) + planned.boxA * 14;
    const records = ['2026-03-01', '2026-03-08', '2026-03-15', '2026-03-22'].map((day) =>
      out(day, { chargeAh: sumAh * 1.25 })
    );
    const first = estimate(hide, plan, records);
    const keys = first.parameters.filter((p) => taught(p) && hasPlace(p)).map((p) => p.key);
    expect(keys.length).toBeGreaterThan(0);
    const after = applyEdits(hide, takeOverEdits(hide, first, keys));
    const then = evaluate(after, STARTER_CATALOGUE);
    expect(then.demand.totalAh / plan.demand.totalAh).toBeGreaterThan(1.08);
    expect(then.outing!.spreadH / then.outing!.lastsH).toBeLessThan(plan.outing!.spreadH / plan.outing!.lastsH);
    const learnt = after.devices.find((d) => d.learnt)!;
    expect(learnt.source).toBe('measured');
    expect(learnt.sourceNote).toBe('learnt from 4 records');
    // no record counts twice: what was taken over is what the same records still say
    const second = estimate(after, then, records);
    expect(second.parameters.filter((k) => keys.includes(k.key)).some(taught)).toBe(false);
    for (const p of second.parameters.filter((k) => keys.includes(k.key) && k.kind === 'draw')) {
      expect(p.now).toBeCloseTo(1, 1);
      const before = of(first.parameters, p.key);
      expect(p.nowSpread * before.now).toBeCloseTo(before.nowSpread, 1);
    }
    // another draw set by hand makes what was learnt void
    const byHand = applyEdits(after, [
      {
        op: 'set',
        path: `devices/${learnt.id}/modes/${learnt.modes[0]!.id}/draw`,
        value: { kind: 'power', powerW: 50 }
      }
    ]);
    const spread = evaluate(byHand, STARTER_CATALOGUE).demand.devices.find(
      (d) => d.deviceId === learnt.id
    )!.spreadFraction;
    expect(spread).toBe(0.05);
  });

  test('a capacity test sets the capacity near what came out, and the battery gives that from then on', () => {
    const e = estimate(hide, plan, [rec('capacity', '2026-04-01', { chargeAh: 15, airC: 20 })]);
    const p = of(e.parameters, 'capacity');
    const cold = capacityFactor(plan.bank!.chemistry, 20);
    expect(p.now).toBeGreaterThan((15 / cold) * 0.97);
    expect(p.now).toBeLessThan(p.mean);
    expect(e.capacities).toEqual([{ day: '2026-04-01', ah: p.now, spreadAh: p.nowSpread, test: true }]);
    const after = applyEdits(hide, takeOverEdits(hide, e, ['capacity']));
    const then = evaluate(after, STARTER_CATALOGUE);
    expect(then.bank!.ratedAh * then.bank!.healthFraction).toBeCloseTo(p.now, 2);
    expect(then.bank!.capacitySpreadFraction).toBeCloseTo(p.nowSpread / p.now, 3);
    expect(then.outing!.lastsH).toBeLessThan(plan.outing!.lastsH);
    // another battery in its place: nothing of that is true any more
    const other = applyEdits(after, [{ op: 'set', path: 'bank/count', value: 2 }]);
    expect(evaluate(other, STARTER_CATALOGUE).bank!.capacitySpreadFraction).toBeUndefined();
  });

  test('an outing that ran the battery flat, with its count, tells the capacity', () => {
    const took = plan.bank!.availableAh * 0.8;
    const e = estimate(hide, plan, [
      out('2026-04-01', { chargeAh: took, ended: 'battery-empty', airC: hide.outing.airC })
    ]);
    expect(of(e.parameters, 'capacity').now).toBeLessThan(of(e.parameters, 'capacity').mean * 0.95);
    expect(e.lessons.map((l) => l.what)).toEqual(['counted', 'ran-flat']);
  });

  test('a record done with another battery teaches nothing of this one, its draws it does', () => {
    const took = plan.bank!.availableAh * 0.7;
    const r = out('2026-04-01', { chargeAh: took, ended: 'battery-empty', batteryIds: ['old'] });
    const e = estimate(hide, plan, [r], ['new']);
    expect(of(e.parameters, 'capacity').recordCount).toBe(0);
    expect(e.lessons.map((l) => l.what)).toEqual(['counted']);
  });

  test('on the shelf: what it took to fill it again is self-discharge and drain', () => {
    const full = rec('charge', '2026-01-01', { full: true, durationH: 6 });
    const e = estimate(hide, plan, [full, rec('storage', '2026-04-01', { topUpAh: 2.5 })]);
    const lesson = e.lessons.find((l) => l.what === 'stored')!;
    expect(lesson.seen).toBeCloseTo(2.5 * 0.99, 6);
    expect(of(e.parameters, 'self-discharge').now).toBeGreaterThan(of(e.parameters, 'self-discharge').mean);
    // nothing is told when it was used in between
    const used = estimate(hide, plan, [
      full,
      out('2026-02-01', { chargeAh: 5 }),
      rec('storage', '2026-04-01', { topUpAh: 2.5 })
    ]);
    expect(used.lessons.some((l) => l.what === 'stored')).toBe(false);
  });

  test('with everything off the meter shows the drain and its own offset; loaded volts at the end the resistance', () => {
    const off = estimate(hide, plan, [rec('reading', '2026-05-01', { allOff: true, currentA: 0.03 })]);
    const standby = of(off.parameters, 'standby');
    const offset = of(off.parameters, 'meter-offset');
    expect(standby.now + offset.now).toBeCloseTo(0.03, 2);
    const sag = estimate(hide, plan, [out('2026-05-02', { chargeAh: 12, endV: 12.3, endState: 'loaded' })]);
    expect(of(sag.parameters, 'resistance').recordCount).toBe(1);
    expect(of(sag.parameters, 'resistance').now).toBeGreaterThan(1);
  });

  test('a count that is far out asks whether one device was left on, or stayed off', () => {
    const planned = plannedFor(hide, plan, 14);
    const sumAh = planned.devices.reduce((s, k) => s + k.meanA * k.onH, 0) + planned.boxA * 14;
    // four outings as planned, so that it is known what it draws
    const usual = ['01', '08', '15', '22'].map((d) => out(`2026-04-${d}`, { chargeAh: sumAh }));
    const after = (chargeAh: number) =>
      estimate(hide, plan, [...usual, out('2026-05-01', { chargeAh })]).lessons.at(-1)!;
    const forgotten = planned.devices
      .map((k) => ({ ...k, extraAh: k.meanA * (14 - k.onH) }))
      .toSorted((a, b) => b.extraAh - a.extraAh)[0]!;
    expect(forgotten.extraAh).toBeGreaterThan(0.2 * sumAh);
    const high = after(sumAh + forgotten.extraAh);
    expect(high.surprise).toBeGreaterThan(2);
    expect(high.why).toBe(`was ${forgotten.name} on all the time?`);
    const most = planned.devices.toSorted((a, b) => b.meanA * b.onH - a.meanA * a.onH)[0]!;
    const low = after(sumAh - most.meanA * most.onH);
    expect(low.surprise).toBeGreaterThan(2);
    expect(low.why).toBe(`did ${most.name} stay off?`);
    // as planned: nothing to ask
    expect(after(sumAh * 1.02)).toMatchObject({ why: '' });
    // so much that no device explains it
    expect(after(sumAh * 4).why).toBe('');
  });

  test('a device that ran for other hours than planned is reckoned with those', () => {
    const planned = plannedFor(hide, plan, 14);
    const d = planned.devices.toSorted((a, b) => b.meanA * b.onH - a.meanA * a.onH)[0]!;
    const without = planned.devices.reduce((s, k) => s + (k === d ? 0 : k.meanA * k.onH), 0) + planned.boxA * 14;
    const off = { ran: [{ deviceId: d.deviceId, name: d.name, onH: 0 }], chargeAh: without };
    const lesson = estimate(hide, plan, [out('2026-05-01', off)]).lessons[0]!;
    expect(lesson.seen - lesson.expected).toBeCloseTo(0, 9);
    expect(estimate(hide, plan, [out('2026-05-01', { ...off, ran: [] })]).lessons[0]!.surprise).toBeGreaterThan(1);
  });

  test('a device that is gone from the box keeps its planned share, with its doubt', () => {
    const gone = hide.devices[0]!.id;
    const r = out('2026-05-01', { chargeAh: 12 });
    const less = applyEdits(hide, [{ op: 'remove', path: `devices/${gone}` }]);
    const p = evaluate(less, STARTER_CATALOGUE);
    const lesson = estimate(less, p, [r]).lessons[0]!;
    const d = r.planned.devices.find((k) => k.deviceId === gone)!;
    expect(lesson.seen).toBeCloseTo(12 - d.meanA * d.onH, 9);
  });

  test('charged full after an outing that nobody counted: what went in is what came out', () => {
    const r = out('2026-05-01', { chargeAh: null, startPercent: 1 });
    const e = estimate(hide, plan, [r, rec('charge', '2026-05-02', { full: true, chargeAh: 11 })]);
    expect(e.lessons.map((l) => l.what)).toEqual(['put-in']);
    expect(e.lessons[0]!.seen).toBeCloseTo(11 * 0.99, 9);
  });
});

describe('simulated years', () => {
  /** Truths drawn from what is believed, records with the noise that is stated; how often nine-of-ten ranges hold them. */
  function covered(boxes: number, seed: number): { held: number; asked: number } {
    const random = seededRandom(seed);
    let held = 0;
    let asked = 0;
    for (let k = 0; k < boxes; k++) {
      const [, box] = DEMO_BOXES[k % DEMO_BOXES.length]!;
      const p = plans[k % DEMO_BOXES.length]!;
      if (!p.bank || !p.outing) continue;
      const unknowns = parameters(box, p);
      const truth = new Map(unknowns.map((u) => [u.key, u.mean + u.spread * normal(random)]));
      const at = (key: string): number => truth.get(key) ?? 0;
      const records: LogRecord[] = [];
      for (let i = 0; i < 8; i++) {
        const day = dayAfter('2026-01-03', 9 * i);
        const durationH = box.outing.durationH * (0.5 + random());
        const planned = plannedFor(box, p, durationH);
        const drawn =
          planned.devices.reduce((s, d) => s + d.meanA * d.onH * at(`draw ${d.deviceId}`), 0) +
          planned.boxA * durationH * at('box') -
          planned.sunAh * at('sun');
        const habit = drawn * (1 + NOISE.habitFraction * normal(random));
        const meter = habit + at('meter-offset') * durationH;
        const chargeAh = meter * (1 + NOISE.countFraction * normal(random)) + NOISE.countAh * normal(random);
        if (chargeAh <= 0) continue;
        records.push(out(day, { durationH, planned, chargeAh }, box, p));
      }
      const cold = capacityFactor(p.bank.chemistry, 20);
      const tested = at('capacity') * cold * (1 + NOISE.capacityFraction * normal(random));
      if (tested > 0) records.push(rec('capacity', '2026-03-20', { chargeAh: tested, airC: 20 }));
      const standing = at('standby') + at('meter-offset') + NOISE.standingA * normal(random);
      if (standing > 0) records.push(rec('reading', '2026-03-21', { allOff: true, currentA: standing }));
      for (const e of estimate(box, p, records).parameters) {
        if (e.recordCount === 0) continue;
        asked++;
        if (Math.abs(e.now - at(e.key)) <= 1.645 * e.nowSpread) held++;
      }
    }
    return { held, asked };
  }
  const plans = DEMO_BOXES.map(([, box]) => evaluate(box, STARTER_CATALOGUE));

  test('over 300 boxes nine-of-ten ranges hold the truth in 85 to 95 of 100', () => {
    const { held, asked } = covered(300, 20261128);
    const share = held / asked;
    console.log(`nine-of-ten ranges held ${held} of ${asked} true values: ${(share * 100).toFixed(1)} %`);
    expect(asked).toBeGreaterThan(1500);
    expect(share).toBeGreaterThan(0.85);
    expect(share).toBeLessThan(0.95);
  });

  test('many records bring a draw that was guessed wrong back to what it is', () => {
    const d = plan.demand.devices.toSorted((a, b) => b.spreadFraction * b.energyWh - a.spreadFraction * a.energyWh)[0]!;
    const records = Array.from({ length: 30 }, (_, i): LogRecord => {
      // outings with and without the device tell it apart from the others
      const planned = plannedFor(hide, plan, 14);
      const onH = i % 2 === 0 ? 0 : planned.devices.find((k) => k.deviceId === d.deviceId)!.onH;
      const chargeAh = planned.devices.reduce(
        (s, k) => s + k.meanA * (k.deviceId === d.deviceId ? onH * 1.5 : k.onH),
        planned.boxA * 14
      );
      return out(dayAfter('2026-01-01', 5 * i), {
        planned,
        chargeAh,
        ran: [{ deviceId: d.deviceId, name: d.name, onH }]
      });
    });
    const p = of(estimate(hide, plan, records).parameters, `draw ${d.deviceId}`);
    expect(Math.abs(p.now - 1.5)).toBeLessThan(2 * p.nowSpread);
    expect(p.nowSpread).toBeLessThan(p.spread / 2);
  });
});

test('entries of every kind are taken, whatever is missing in them', () => {
  const kinds: LogEntry[] = [
    blankEntry('outing', '2026-01-01'),
    blankEntry('charge', '2026-01-02'),
    blankEntry('storage', '2026-01-03'),
    blankEntry('reading', '2026-01-04'),
    blankEntry('fault', '2026-01-05'),
    blankEntry('change', '2026-01-06'),
    blankEntry('renewal', '2026-01-07'),
    blankEntry('moisture', '2026-01-08'),
    blankEntry('wish', '2026-01-09')
  ];
  for (const [, box] of DEMO_BOXES) {
    const p = evaluate(box, STARTER_CATALOGUE);
    const records = kinds.map((k, i) => ({ ...k, id: `r${i}`, createdMs: i }));
    expect(estimate(box, p, records).lessons).toEqual([]);
  }
});
