import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { z } from 'zod';
import { LATER, withLater } from '../src/box/later.ts';
import { fromOlder, partFromOlder } from '../src/box/older.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { PART_LATER, partWithLater } from '../src/catalogue/part-later.ts';
import { partSchema } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { readBoxData } from '../src/exchange/read-box.ts';
import { batterySchema } from '../src/logbook/battery.ts';
import { BATTERY_LATER, batteryWithLater, PLANNED_LATER, recordWithLater } from '../src/logbook/later.ts';
import { logEntrySchema } from '../src/logbook/record.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { randomBox } from './random-box.ts';
import { runs } from './runs.ts';

type Raw = Record<string, unknown>;
const raw = (v: unknown): Raw => v as Raw;
const copy = <T>(v: T): T => JSON.parse(JSON.stringify(v)) as T;
const drop = (v: unknown, later: object): void => {
  if (typeof v === 'object' && v !== null) for (const key of Object.keys(later)) delete raw(v)[key];
};

/** As a build stored it that knew none of what came later. */
function asStoredBefore(box: Box): Raw {
  const old = copy(box) as unknown as Raw;
  drop(old, LATER.box);
  for (const d of old.devices as Raw[]) drop(d, LATER.device);
  drop(old.bank, LATER.bank);
  const charging = raw(old.charging);
  drop(charging, LATER.charging);
  drop(charging.solar, LATER.solar);
  for (const p of old.ports as Raw[]) drop(p, LATER.port);
  for (const f of old.feeds as Raw[]) drop(f, LATER.feed);
  for (const c of old.circuits as Raw[]) drop(c, LATER.circuit);
  drop(old.kit, LATER.kit);
  for (const part of Object.values(raw(old.parts)))
    drop(part, PART_LATER[raw(part).kind as keyof typeof PART_LATER] ?? {});
  return old;
}

/** Every field of a schema that a file may leave out, by where it stands. */
function mayBeMissing(schema: unknown, at: string, out: Set<string>, seen = new Set<unknown>()): Set<string> {
  const { def } = (schema as { _zod: { def: Record<string, unknown> } })._zod;
  const go = (inner: unknown, place: string) => mayBeMissing(inner, place, out, seen);
  if (def.type === 'default') {
    out.add(at);
    return go(def.innerType, at);
  }
  if (seen.has(schema)) return out;
  seen.add(schema);
  if (def.type === 'object') for (const [key, inner] of Object.entries(def.shape as Raw)) go(inner, `${at}/${key}`);
  for (const key of ['element', 'innerType', 'valueType', 'rest', 'in', 'out']) if (def[key]) go(def[key], at);
  for (const key of ['options', 'items'])
    if (Array.isArray(def[key])) for (const inner of def[key] as unknown[]) go(inner, at);
  return out;
}
const missing = (schema: z.ZodType, at: string): string[] => [...mayBeMissing(schema, at, new Set())].sort();
const named = (at: string, later: object): string[] => Object.keys(later).map((key) => `${at}/${key}`);

const BOXES = [...DEMO_BOXES, ...AS_BUILT];

describe('what came to documents later', () => {
  test('everything a file may leave out is in the table, and nothing else', () => {
    expect(missing(boxSchema, 'box')).toEqual(
      [
        ...named('box', LATER.box),
        ...named('box/devices', LATER.device),
        ...named('box/bank', LATER.bank),
        ...named('box/charging', LATER.charging),
        ...named('box/charging/solar', LATER.solar),
        ...named('box/ports', LATER.port),
        ...named('box/feeds', LATER.feed),
        ...named('box/feeds/converter', LATER.converter),
        ...named('box/circuits', LATER.circuit),
        ...named('box/kit', LATER.kit),
        ...named('box/parts', PART_LATER.panel),
        ...named('box/parts', PART_LATER.body)
      ].sort()
    );
    expect(missing(partSchema, 'part')).toEqual(
      [...named('part', PART_LATER.panel), ...named('part', PART_LATER.body)].sort()
    );
    expect(missing(batterySchema, 'battery')).toEqual(named('battery', BATTERY_LATER));
    expect(missing(logEntrySchema, 'record')).toEqual(named('record/planned', PLANNED_LATER).sort());
  });

  test.each(BOXES)('%s as an older build stored it is read as a file of it is, and has a plan', (_, box) => {
    const old = asStoredBefore(box);
    const read = fromOlder(old) as Box;
    const file = readBoxData(old);
    expect(file.ok && file.box).toEqual(read);
    expect(boxSchema.parse(read)).toEqual(read);
    const plan = evaluate(read, STARTER_CATALOGUE);
    expect(plan.verdicts).toHaveLength(5);
    // what it did not know of is as it is where nobody says anything
    expect(evaluate(boxSchema.parse(old), STARTER_CATALOGUE).findings.map((f) => f.key)).toEqual(
      plan.findings.map((f) => f.key)
    );
  });

  test.each(BOXES)('%s of today is handed on as it is, not copied', (_, box) => {
    const stored = copy(box);
    expect(fromOlder(stored)).toBe(stored);
    expect(stored).toEqual(copy(box));
  });

  test('whichever of it is missing, what is there stays', () => {
    fc.assert(
      fc.property(randomBox(6), fc.array(fc.nat(999), { minLength: 1, maxLength: 6 }), (box, picks) => {
        const part = copy(box) as unknown as Raw;
        const before = asStoredBefore(box);
        // some of the document is from before, the rest is as it was
        const keys = Object.keys(part);
        for (const pick of picks) {
          const key = keys[pick % keys.length]!;
          if (before[key] === undefined) delete part[key];
          else part[key] = before[key];
        }
        const read = fromOlder(part);
        expect(boxSchema.parse(read)).toEqual(read);
        expect(boxSchema.parse(part)).toEqual(read);
      }),
      { numRuns: runs(120), seed: 1204 }
    );
  });

  test('nothing that is stored makes it throw', () => {
    fc.assert(
      fc.property(fc.anything(), fc.constantFrom(...Object.keys(BOXES[0]![1])), (odd, key) => {
        expect(() => withLater(odd)).not.toThrow();
        expect(() => withLater({ ...BOXES[0]![1], [key]: odd })).not.toThrow();
        expect(() => partFromOlder(odd)).not.toThrow();
        expect(() => recordWithLater(odd)).not.toThrow();
        expect(() => recordWithLater({ planned: odd })).not.toThrow();
        expect(() => batteryWithLater(odd)).not.toThrow();
      }),
      { numRuns: runs(400), seed: 1205 }
    );
  });
});

describe('what came to parts, records and batteries later', () => {
  test('a part of an older build is read as a file of it is', () => {
    for (const part of STARTER_CATALOGUE) {
      const old = copy(part) as unknown as Raw;
      drop(old, PART_LATER[part.kind as keyof typeof PART_LATER] ?? {});
      expect(partWithLater(old)).toEqual(partSchema.parse(old));
      const whole = copy(part);
      expect(partWithLater(whole)).toBe(whole);
    }
  });

  test('a record without the day’s plan of each device, a battery without its resistance', () => {
    const planned = { lastsH: 8, wantedH: 7, chargeAh: 5, endV: 12.4 };
    const record = { kind: 'outing', day: '2026-05-01', planned };
    expect(recordWithLater(record)).toEqual({ ...record, planned: { ...planned, ...PLANNED_LATER } });
    const kept = { ...record, planned: { ...planned, ...PLANNED_LATER, boxA: 0.2 } };
    expect(recordWithLater(kept)).toBe(kept);
    const other = { kind: 'charge', day: '2026-05-01' };
    expect(recordWithLater(other)).toBe(other);
    expect(batteryWithLater({ name: 'Blue one' })).toEqual({ name: 'Blue one', resistance: null });
  });
});
