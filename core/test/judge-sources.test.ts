import { describe, expect, it, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import type { Part, PartOf } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { campTableBox } from '../src/demo/fed.ts';
import { moorCameraPost } from '../src/demo/wired.ts';
import { evaluate } from '../src/evaluate.ts';
import { chargeSources } from '../src/judge/charge-sources.ts';
import { mainHolders } from '../src/judge/main-holders.ts';
import { recovery } from '../src/judge/recovery.ts';
import { soundBase } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const sourceOf = (id: string, box: Box, ...edits: Edit[]) => {
  const changed = applyEdits(box, edits);
  return chargeSources(changed, planOf(changed).bank).find((s) => s.id === id);
};

describe('whether a charger at home can charge while the lid is shut', () => {
  /** A box with nothing in its walls, one with a plain socket, one with an inlet, and one whose only outlet has a converter. */
  const closed = soundBase('Closed', 'battery-agm-18').box;
  const withPort = (partId: string): Box => {
    const b = soundBase(partId, 'battery-agm-18');
    b.port(partId, 'front', 'X');
    return b.box;
  };
  const boxes = {
    closed,
    socket: withPort('socket-12v-capped'),
    inlet: withPort('inlet-3pin'),
    usb: withPort('usb-a-twin')
  };
  const shut = (box: Box, path: Box['charging']['path']) =>
    sourceOf('charger', box, set('charging/path', path))?.whileShut;

  test.each([
    ['closed', AUTO, false],
    ['usb', AUTO, false],
    ['socket', AUTO, true],
    ['inlet', AUTO, true],
    ['closed', UNKNOWN, true],
    ['usb', UNKNOWN, true],
    ['closed', setTo('lid-open'), false],
    ['socket', setTo('lid-open'), false],
    ['inlet', setTo('lid-open'), false],
    ['closed', setTo('inlet'), true],
    ['socket', setTo('through-port'), true],
    ['inlet', NONE, undefined]
  ] as [keyof typeof boxes, Box['charging']['path'], boolean | undefined][])('%s, %j: %s', (name, path, expected) => {
    expect(shut(boxes[name], path)).toBe(expected);
  });
});

describe('a charger that is plugged in for some hours', () => {
  const canal = applyEdits(canalNightBankBox(), [
    set('outing/startH', 18),
    set('outing/durationH', 10),
    set('outing/airC', -6),
    set('outing/warmestC', 12),
    set('bank/warmerK', 0)
  ]);
  const coldest = (...plugged: [number, number][]) =>
    sourceOf(
      'plugged',
      canal,
      set(
        'charging/plugged',
        plugged.map(([startH, endH]) => ({ startH, endH }))
      )
    )?.coldestC;

  it('counts within the outing alone: nothing before it, nothing after it', () => {
    expect(coldest([5, 17])).toBeUndefined();
    expect(coldest([5, 18])).toBeUndefined();
    expect(coldest([28, 30])).toBeUndefined();
    expect(coldest([18, 18.5])).toBeDefined();
    expect(coldest([27.5, 40])).toBeDefined();
  });

  it('meets no air of hours before it began or after pack-up', () => {
    // the morning of the first day is colder than its evening: that is before the outing
    expect(coldest([4, 18.25])).toBe(coldest([18, 18.25]));
    expect(coldest([27.5, 40])).toBe(coldest([27.5, 28]));
    expect(coldest([18, 28])!).toBeLessThan(coldest([18, 18.25])!);
  });

  it('is judged as the run counts it: a battery that is not charged then is not charged in the cold', () => {
    const lfp = applyEdits(saltmarshHideBox(), [
      set('outing/airC', -5),
      set('outing/startH', 18),
      set('charging/plugged', [{ startH: 2, endH: 8 }])
    ]);
    expect(planOf(lfp).findings.filter((f) => f.id === 'cold-charge' && f.title.includes('on the outing'))).toEqual([]);
  });
});

describe('the sun where place and day are known', () => {
  const moor = applyEdits(moorCameraPost(), [
    set('outing/airC', -6),
    set('outing/warmestC', 10),
    set('bank/warmerK', 0)
  ]);
  const coldest = (startH: number, durationH: number) =>
    sourceOf('sun', moor, set('outing/startH', startH), set('outing/durationH', durationH))!.coldestC;

  it('charges nothing by night, and meets the air of the hours in which it stands over the horizon', () => {
    expect(coldest(22, 6)).toBeUndefined();
    expect(coldest(12, 1)).toBeGreaterThan(5);
    // a whole day: from dawn on, not from the coldest hour of the night
    const day = coldest(0, 24)!;
    expect(day).toBeLessThan(coldest(12, 1)!);
    expect(day).toBeGreaterThanOrEqual(-6);
  });
});

describe('holders for the main fuse', () => {
  type Holder = PartOf<'fuse-holder'>;
  const blade = starter('fuse-holder', 'holder-inline-blade');
  const fuses = STARTER_CATALOGUE.filter((p) => p.kind === 'fuse');
  const order = (...holders: Partial<Holder>[]) => {
    const all = holders.map((h, i): Part => ({ ...blade, id: `h${i}`, ...h }));
    const agm = starter('battery', 'battery-agm-18');
    return mainHolders({ box: canalNightBankBox(), catalogue: [...all, ...fuses] }, agm, 8, 100).map(
      (h) => h.holder.id
    );
  };

  test('of two that take the same fuse the one that sits nearer the post comes first', () => {
    expect(order({ usualDistanceMm: 150 }, { usualDistanceMm: 60 })).toEqual(['h1', 'h0']);
    expect(order({ usualDistanceMm: 60 }, { usualDistanceMm: 150 })).toEqual(['h0', 'h1']);
  });

  test('a smaller fuse comes before a nearer holder', () => {
    const near = { family: 'midi' as const, usualDistanceMm: 10, ratingA: null };
    const found = order(near, { usualDistanceMm: 150 });
    expect(found[0]).toBe('h1');
  });

  test('one without a rating is bought to bear its fuse; one that bears less is none', () => {
    expect(order({ ratingA: null })).toEqual(['h0']);
    expect(order({ ratingA: 10 })).toEqual(['h0']);
    expect(order({ ratingA: 9.9 })).toEqual([]);
  });
});

describe('a controller in the table', () => {
  const plan = planOf(campTableBox());
  const row = plan.judge.of('SC')!;

  it('bears what its load terminals give, and neither fuse nor charging current is laid on them', () => {
    expect(row.kind).toBe('controller');
    expect(row.bearsA).toBe(10);
    expect(row.chargeA).toBe(0);
    expect([row.guard, row.opensFirst]).toEqual([undefined, undefined]);
  });

  it('its lead carries the charging current all the same', () => {
    const lead = plan.judge.all.filter((r) => r.conductor?.to.part === 'SC' || r.conductor?.from.part === 'SC');
    expect(Math.max(...lead.map((r) => r.chargeA))).toBeGreaterThan(3);
  });
});

describe('where a cut-off stands after it opened', () => {
  const box = applyEdits(soundBase('Cut', 'battery-agm-18').box, [
    set('charging/path', NONE),
    set('bank/disconnect', setTo({ cutV: 11, backV: 12.6 }))
  ]);
  const at = (b: Box) => {
    const { bank, wiring, judge } = planOf(b);
    return recovery({ box: b, bank: bank!, wiring, judge }, 11);
  };

  it('without anything that charges, the usual charger’s volts are the most it meets', () => {
    expect(planOf(box).judge.sources).toEqual([]);
    expect(at(box).chargedV).toBe(14.6);
  });

  it('is charged to the most that any source gives', () => {
    const both = applyEdits(box, [
      set('charging/path', setTo('inlet')),
      set('charging/chargerV', setTo(13.8)),
      set('charging/builtIn', [
        {
          id: 'k1',
          name: '',
          currentA: setTo(1),
          voltageV: setTo(14.2),
          fuse: AUTO,
          from: AUTO,
          input: 'mains-cord',
          lidShut: 'no'
        }
      ])
    ]);
    expect(at(both).chargedV).toBe(14.2);
  });

  it('with nothing switched off it gains what resting gives, and no more', () => {
    expect(at(box)).toMatchObject({ offA: 0, recoversV: 11.3, closesV: 11.8 });
  });
});
