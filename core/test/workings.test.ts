import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { jettyNetBox } from '../src/demo/wired.ts';
import type { Working } from '../src/quantity/working.ts';
import { allWorkings } from '../src/workings.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { numberOf, redo, stepOf } from './redo.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const workingsOf = (box: Box): Working[] => allWorkings(box, evaluate(box, STARTER_CATALOGUE));
const working = (box: Box, id: string): Working => workingsOf(box).find((w) => w.id === id)!;

/** One working against its own lines; the message names the line that does not add up. */
function addsUp(w: Working): void {
  for (const l of w.lines) {
    // 'so many amps through so many milliohms', 'so many hours at so many watts' are sums of their own
    const amps = /^([\d.]+) A through ([\d.]+) mohm$/.exec(l.source);
    if (amps)
      expect(
        Math.abs((Number(amps[1]) * Number(amps[2])) / 1000 - numberOf(l.value)),
        `${w.id} ${l.label}`
      ).toBeLessThan(1e-3 + 2e-3 * numberOf(l.value));
    const hours = /^([\d.]+) h at ([\d.]+) W$/.exec(l.source);
    if (hours)
      expect(Math.abs(Number(hours[1]) * Number(hours[2]) - numberOf(l.value)), `${w.id} ${l.label}`).toBeLessThan(
        1e-3 * (Number(hours[1]) + Number(hours[2])) + 2e-3
      );
  }
  if (w.id === 'storage') return storageAddsUp(w);
  const got = redo(w);
  if (typeof got === 'string') return expect(w.result.value, w.id).toBe(got === 'none' ? w.result.value : got);
  const shown = numberOf(w.result.value);
  const inches = w.result.value.includes('/') || w.result.unit === 'in';
  const slack = inches ? Math.max(stepOf(w.result.value), (w.lines.length + 1) / 128) : stepOf(w.result.value);
  expect(
    Math.abs(got - shown),
    `${w.id}: ${got} against ${w.result.value}\n${w.lines.map((l) => `${l.op} ${l.label} ${l.value}`).join('\n')}`
  ).toBeLessThanOrEqual(slack + 1e-9);
}

/** Months until the floor, found again from the printed lines by halving. */
function storageAddsUp(w: Working): void {
  const of = (label: string) => numberOf(w.lines.find((l) => l.label === label)!.value);
  const [start, capacity, self, drainMilliA] = [
    'Stored at',
    'Capacity now',
    'Self-discharge a month',
    'Drain while off'
  ].map(of);
  const left = (m: number) => start! * (1 - self! / 100) ** m - (100 * (drainMilliA! / 1000) * 730.56 * m) / capacity!;
  let [low, high] = [0, 240];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (left(mid) > of('Not under')) low = mid;
    else high = mid;
  }
  const months = Math.min(low, of('At the latest after'));
  expect(Math.abs(months - numberOf(w.result.value)), 'storage').toBeLessThanOrEqual(0.1 + 1e-9);
}

describe('workings add up when they are redone from their printed lines', () => {
  test.each(DEMO_BOXES)('%s', (_, box) => {
    const all = workingsOf(box);
    expect(all.length).toBeGreaterThan(10);
    all.forEach(addsUp);
  });

  test('200 random boxes', () => {
    let count = 0;
    fc.assert(
      fc.property(randomBox(8), (box) => {
        const all = workingsOf(box);
        count += all.length;
        all.forEach(addsUp);
      }),
      { numRuns: 200, seed: 15 }
    );
    expect(count).toBeGreaterThan(3000);
  }, 200_000);

  test('each working has an id of its own', () => {
    fc.assert(
      fc.property(randomBox(8), (box) => {
        const ids = workingsOf(box).map((w) => w.id);
        expect(new Set(ids).size).toBe(ids.length);
      }),
      { numRuns: 40, seed: 3 }
    );
  });

  test('the charge inlet’s drop leaves the path of the loads out', () => {
    const box = saltmarshHideBox();
    const charge = box.circuits.find((c) => c.purpose === 'charge')!;
    const w = working(box, `drop-${charge.id}`);
    expect(w.lines.some((l) => /Shared/.test(l.label))).toBe(false);
    addsUp(w);
  });

  test('in a chain each stretch carries what hangs behind it', () => {
    const box = jettyNetBox();
    const last = box.circuits.at(-1)!;
    const w = working(box, `drop-${last.id}`);
    const amps = w.lines
      .filter((l) => / to P\d/.test(l.label) && !/^Crimps/.test(l.label))
      .map((l) => Number(/^[\d.]+/.exec(l.source)![0]));
    expect(amps).toHaveLength(3);
    expect(amps[0]!).toBeGreaterThan(amps[1]!);
    expect(amps[1]!).toBeGreaterThan(amps[2]!);
  });

  test('hours, price, each hole and each way have one', () => {
    const ids = workingsOf(canalNightBankBox()).map((w) => w.id);
    for (const id of [
      'hours',
      'price',
      'hole-p1',
      'length-c1',
      'mass',
      'usable',
      'sizing',
      'main-fuse',
      'fuse-c1',
      'drop-c1'
    ])
      expect(ids).toContain(id);
  });

  test('a figure that was set is shown as set, not as if it had been worked out', () => {
    const box = applyEdits(canalNightBankBox(), [
      set('circuits/c1/fuse', setTo(7.5)),
      set('circuits/c1/lengthMm', setTo(640))
    ]);
    expect(working(box, 'fuse-c1').lines.at(-1)).toMatchObject({ op: 'set', value: '7.5' });
    expect(working(box, 'length-c1').lines[0]).toMatchObject({ origin: 'entered', value: '640.00' });
    expect(working(box, 'length-c1').result.value).toBe('0.64');
  });
});
