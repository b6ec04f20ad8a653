import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { add, set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { campTableBox, slipwayBox } from '../src/demo/fed.ts';
import { jettyNetBox, moorCameraPost } from '../src/demo/wired.ts';
import { torqueText, torques } from '../src/bench/work/torque.ts';
import { ARM } from './bracket.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

/** The figures of the bench, reckoned again from what they are made of: minutes, torques, bounds of what is measured. */
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const steel = applyEdits(saltmarshHideBox(), [
  set(`parts/${saltmarshHideBox().casePartId}/material` as string, 'steel')
]);

describe('minutes hands on, as a careful hobbyist takes them', () => {
  /** Every step of a plan by its id, with its minutes. */
  const minutes = (box: Box) => new Map(planOf(box).bench.steps.map((s) => [s.id, s.workMin]));
  /** By what a box has: holes, ports, leads, circuits. */
  function expected(box: Box): Record<string, number> {
    const plan = planOf(box);
    const holes =
      plan
        .panel!.ports.filter((p) => p.part.hole.shape !== 'none')
        .reduce((n, p) => n + (p.part.hole.shape === 'twin' ? 2 : 1), 0) +
      4 * box.brackets.filter((b) => b.fixing === 'bolted').length;
    const leads = plan.runs.runs.reduce((n, r) => n + r.count, 0);
    const circuits = plan.wiring.circuits.length;
    return {
      mock: 25,
      measure: 5 + 3 * box.ports.length,
      mark: 10 + 2 * holes,
      drill: 10 + 5 * holes,
      deburr: 5 + 2 * holes,
      paint: 15,
      'fit-parts': 6 * box.ports.length + 5 * box.brackets.length,
      water: 15,
      inside: 15,
      cut: 10 + leads,
      harness: 4 * leads + 10,
      wire: 10 + 3 * leads,
      charge: 5,
      hold: 15,
      'test-dead': 10 + circuits,
      fuse: 8,
      'test-live': 10 + 2 * circuits,
      load: 20,
      card: 15
    };
  }

  const withArm = applyEdits(canalNightBankBox(), [
    add('brackets', { ...ARM, id: 'k1', fixing: 'bolted' }),
    add('brackets', { ...ARM, id: 'k2' })
  ]);
  test.each([...DEMO_BOXES, ['In steel', steel] as [string, Box], ['With two arms', withArm] as [string, Box]])(
    '%s',
    (_, box) => {
      const [got, want] = [minutes(box), expected(box)];
      let seen = 0;
      for (const [id, min] of got) {
        if (want[id] === undefined) continue;
        seen++;
        expect([id, min]).toEqual([id, want[id]]);
      }
      expect(seen).toBeGreaterThan(12);
    }
  );

  test('paint dries in four hours, sealant overnight and a day, a load warms for half an hour', () => {
    const waits = new Map(planOf(steel).bench.steps.map((s) => [s.id, s.waitMin]));
    expect([waits.get('paint'), waits.get('fit-parts')]).toEqual([240, 1440]);
    const load = planOf(steel).bench.steps.find((s) => s.waitMin === 30)!;
    expect(load.workMin).toBe(20);
  });

  test('a wall that is thinned takes a hole’s time for each part', () => {
    const box = canalNightBankBox();
    const wall = (n: number): Box =>
      applyEdits(box, [
        set(`parts/${box.casePartId}/wallMm` as string, 9),
        ...box.ports.slice(0, n).map((p) => set<string>(`ports/${p.id}/insert`, { wallMm: 3, behindMm: 0 }))
      ]);
    for (const n of [1, 3]) {
      const step = planOf(wall(n)).bench.steps.find((s) => s.id === 'counterbore')!;
      expect(step.workMin).toBe(5 * n);
      expect(step.detail.match(/: 3 mm/g)).toHaveLength(n);
    }
    expect(planOf(box).bench.steps.some((s) => s.id === 'counterbore')).toBe(false);
  });

  test('a cord through its gland takes eight minutes, the sun and the shunt their own', () => {
    const camp = minutes(campTableBox());
    const moor = minutes(moorCameraPost());
    expect(camp.get('solar')).toBe(15);
    expect([moor.get('shunt'), moor.get('join')]).toEqual([5, 20]);
    const slip = slipwayBox();
    const feed = slip.feeds[1]!.id;
    const added = applyEdits(slip, [
      set('parts/gland-m16', starter('panel', 'gland-m16')),
      add('ports', { ...slip.ports[0]!, id: 'g1', name: 'Forward cord', partId: 'gland-m16', face: 'left' }),
      set(`feeds/${feed}/throughPortId`, setTo('g1'))
    ]);
    expect(minutes(slip).has('cords')).toBe(false);
    expect(minutes(added).get('cords')).toBe(8);
  });
});

describe('what a nut is tightened with', () => {
  // mechanical reference 2 for M5, M6 and M8; half of M5 for M4; a newton metre is 8.85 inch-pounds
  test.each([
    ['m4', 'M4 1 to 1.5 N·m', 'M4 9 to 13 in·lb'],
    ['m5', 'M5 2 to 3 N·m', 'M5 18 to 27 in·lb'],
    ['m6', 'M6 4 to 6 N·m', 'M6 35 to 53 in·lb'],
    ['m8', 'M8 8 to 12 N·m', 'M8 71 to 106 in·lb']
  ] as const)('%s', (stud, metric, inches) => {
    expect(torqueText(stud, 'mm')).toBe(metric);
    expect(torqueText(stud, 'in')).toBe(inches);
  });

  it('names each stud once, the smallest first, and nothing that is not bolted', () => {
    const ring = (stud: 'm4' | 'm5' | 'm6' | 'm8') => ({ joint: { kind: 'ring', stud } });
    const joints = [ring('m8'), { joint: { kind: 'spade' } }, ring('m4'), ring('m8')] as never;
    expect(torques({ joints }, 'mm')).toEqual(['M4 1 to 1.5 N·m', 'M8 8 to 12 N·m']);
    expect(torques({ joints: [] }, 'mm')).toEqual([]);
  });
});

describe('between what a reading passes', () => {
  const rowOf = (box: Box, id: string) => planOf(box).bench.tests.find((r) => r.id === id)!;
  /** A box that draws something with nothing plugged in. */
  const moor = moorCameraPost();

  test('idle current: a third either way, and three milliamps for the meter', () => {
    const idleA = planOf(moor).demand.box.currentA;
    const row = rowOf(moor, 'idle');
    expect(idleA).toBeGreaterThan(0.004);
    expect(row.low).toBeCloseTo(Math.max(0, idleA * 0.7 - 0.003), 9);
    expect(row.high).toBeCloseTo(idleA * 1.3 + 0.003, 9);
    expect(row.expected).toBe((1000 * idleA).toFixed(0));
    // nothing is the least there is
    expect(rowOf(canalNightBankBox(), 'standing').low).toBe(0);
  });

  test('what a device draws: its most and what idles beside it, a third either way', () => {
    for (const box of [moor, canalNightBankBox(), jettyNetBox()]) {
      const { demand } = planOf(box);
      for (const d of demand.devices.filter((k) => k.meanA > 0)) {
        const row = rowOf(box, `draw-${d.deviceId}`);
        const allA = d.peakA + demand.box.currentA;
        expect(row.low).toBeCloseTo(allA * 0.7 - 0.003, 9);
        expect(row.high).toBeCloseTo(allA * 1.3 + 0.003, 9);
        expect(row.draws).toEqual({ deviceId: d.deviceId, peakA: d.peakA, idleA: demand.box.currentA });
      }
    }
  });

  it('asks no draw of what is not on, nor of what hangs on no port', () => {
    const box = canalNightBankBox();
    const [a, b] = box.devices;
    const off = applyEdits(box, [set(`devices/${a!.id}/spans`, []), set(`devices/${b!.id}/portId`, null)]);
    const rows = planOf(off).bench.tests.map((r) => r.id);
    expect(rows).not.toContain(`draw-${b!.id}`);
    expect(rows.filter((id) => id.startsWith('draw-'))).toHaveLength(
      planOf(off).demand.devices.filter((d) => d.meanA > 0 && off.devices.find((k) => k.id === d.deviceId)!.portId)
        .length
    );
  });

  test('a cut-off opens within two tenths, a charger gives from half of it to a tenth more', () => {
    const cut = applyEdits(canalNightBankBox(), [
      set('bank/disconnect', setTo({ cutV: 11.4, backV: 12.7 })),
      set('charging/chargerA', setTo(4))
    ]);
    const opens = rowOf(cut, 'cutoff');
    expect(opens.expected).toBe('11.4');
    expect(opens.low).toBeCloseTo(11.2, 9);
    expect(opens.high).toBeCloseTo(11.6, 9);
    const charging = rowOf(cut, 'charging');
    expect([charging.low, charging.high]).toEqual([2, 4.4]);
    expect(rowOf(applyEdits(cut, [set('charging/path', { is: 'none' })]), 'charging')).toBeUndefined();
  });

  test('a capacity: a tenth less than age leaves, a quarter more', () => {
    const old = applyEdits(canalNightBankBox(), [set('bank/ageYears', 4)]);
    const { bank } = planOf(old);
    const left = bank!.ratedAh * bank!.healthFraction;
    expect(bank!.healthFraction).toBeLessThan(1);
    const row = rowOf(old, 'capacity');
    expect(row.low).toBeCloseTo(0.9 * left, 9);
    expect(row.high).toBeCloseTo(1.25 * left, 9);
  });

  test('no joint is over an ohm, no gap under a thousand; a can keeps a megohm', () => {
    const rows = planOf(steel).bench.tests;
    const of = (start: string) => rows.filter((r) => r.id.startsWith(start));
    expect(of('short')[0]).toMatchObject({ low: 1000, high: undefined });
    expect(of('insulation')[0]).toMatchObject({ low: 1e6, high: undefined });
    for (const r of [...of('plus-'), ...of('minus-'), ...of('switch-')])
      expect([r.id, r.low, r.high]).toEqual([r.id, undefined, 1]);
    expect(of('plus-')).toHaveLength(planOf(steel).wiring.circuits.length);
  });

  test('through a USB plug: from two fifths of its watts to a third more, and no more than the module gives', () => {
    const box = saltmarshHideBox();
    const rows = planOf(box).bench.tests.filter((r) => r.id.startsWith('usb-'));
    expect(rows.length).toBeGreaterThan(0);
    for (const r of rows) {
      const watts = Number(r.expected);
      const rated = Number(/gives (\d+) W/.exec(r.why)![1]);
      expect(r.low! / watts).toBeCloseTo(0.4, 1);
      expect(r.high!).toBeLessThanOrEqual(rated * 1.15 + 1e-9);
      expect(Math.abs(r.high! - Math.min(1.3 * watts, 1.15 * rated))).toBeLessThan(0.1);
    }
  });
});
