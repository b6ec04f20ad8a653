import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { fromOlder } from '../src/box/older.ts';
import { boxSchema, type Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { readBoxData } from '../src/exchange/read-box.ts';
import { paths } from '../src/trials/paths.ts';

/** Documents as version 3 wrote them, with what its own code made of their circuits. */
type Old = {
  box: Record<string, unknown>;
  figures: { id: string; fuseA: number | null; lengthMm: number; guard: string | null; way: string[] }[];
};
const folder = join(import.meta.dirname, 'v3');
const olds = readdirSync(folder).map((f): [string, Old] => [
  f,
  JSON.parse(readFileSync(join(folder, f), 'utf8')) as Old
]);

const read = (data: unknown): Box => {
  const r = readBoxData(data);
  if (!r.ok) throw new Error(JSON.stringify(r.problems));
  return r.box;
};

describe('a document of version 3 keeps its meaning', () => {
  test.each(olds)('%s', (_, { box, figures }) => {
    const now = read(box);
    const plan = evaluate(now, STARTER_CATALOGUE);
    const rows = paths(now, plan);
    for (const f of figures) {
      const c = plan.wiring.circuits.find((k) => k.circuit.id === f.id)!;
      expect(c.guard?.tag ?? null, f.id).toBe(f.guard);
      expect(c.fuseOrigin === 'none', f.id).toBe(f.way.every((w) => !w.startsWith(c.fuseTag)));
      // the same devices open for it in the same order, whatever they are rated now
      const tags = (way: string[]) => way.map((w) => w.replace(/ [\d.]+ A$/, ''));
      expect(tags(rows.find((r) => r.circuitId === f.id)!.protection), f.id).toEqual(tags(f.way));
      // since then a lead goes to its switch first, and no shorter way
      if (c.toSwitchMm === undefined) expect(c.lengthMm, f.id).toBe(f.lengthMm);
      else expect(c.lengthMm, f.id).toBeGreaterThan(f.lengthMm);
    }
  });
  test('what it named stays named: switch, isolator, cable, lead, relay', () => {
    const [, second] = olds.find(([, o]) => o.box.name === 'Second box, outside battery')!;
    const far = read(second.box);
    expect(far.bank.stands).toBe('outside');
    expect(far.feeds[0].lead?.lengthMm).toBe(2200);
    expect(far.feeds[1]).toMatchObject({ secondBox: true, lengthMm: { is: 'set', value: 2500 } });
    expect(far.circuits.filter((c) => c.purpose === 'load').every((c) => c.from.is === 'set')).toBe(true);
    const [, both] = olds.find(([, o]) => o.box.name === 'Isolator and master')!;
    const levers = read(both.box);
    expect(levers.feeds).toHaveLength(2);
    expect(levers.circuits.find((c) => c.id === 'c2')!.from).toMatchObject({ value: { id: 'main', ahead: false } });
    expect(levers.circuits.find((c) => c.id === 'c3')!.from).toMatchObject({ value: { at: 'circuit', id: 'c2' } });
    const [, moor] = olds.find(([, o]) => o.box.name === 'Moor camera post')!;
    expect(read(moor.box).relays[0]).toMatchObject({ inId: 'main', switchPole: 'plus' });
    expect(read(moor.box).circuits.filter((c) => c.from.is === 'set' && c.from.value.at === 'post')).toHaveLength(1);
  });
});

test('a document of version 2 is taken over with nothing changed in its figures', () => {
  const [, { box }] = olds.find(([, o]) => o.box.name === 'Fell-race radio post')!;
  const older = JSON.parse(JSON.stringify(box)) as Record<string, unknown>;
  const drop = (o: unknown, ...keys: string[]) => keys.forEach((k) => delete (o as Record<string, unknown>)[k]);
  const rows = (key: string) => older[key] as unknown[];
  older.version = 2;
  rows('devices').forEach((d) => drop(d, 'use', 'lead'));
  rows('circuits').forEach((c) => drop(c, 'tapFrom', 'wireCount', 'fuseFromBatteryMm'));
  rows('ports').forEach((p) => drop(p, 'tabs'));
  drop(older.bank, 'changeoverJoins', 'postsCovered');
  drop(older.switching, 'isolator', 'relays');
  drop(older.wiring, 'mainWireCount', 'breakerIsSwitch', 'distributionMm', 'returns', 'senseFuse', 'reels');
  drop(older.bench, 'asCut');
  drop(older, 'checkedPaths');
  for (const p of Object.values(older.parts as object)) drop(p, 'tabs', 'reset');
  const [a, b] = [older, box].map((data) => evaluate(boxSchema.parse(fromOlder(data)), STARTER_CATALOGUE));
  expect(a!.wiring.circuits.map((c) => [c.fuseA, c.dropV])).toEqual(b!.wiring.circuits.map((c) => [c.fuseA, c.dropV]));
  expect(a!.outing!.lastsH).toBe(b!.outing!.lastsH);
});

const without = (o: object, ...keys: string[]): Record<string, unknown> =>
  Object.fromEntries(Object.entries(o).filter(([key]) => !keys.includes(key)));

test('a document of version 1 is taken over with nothing lost', () => {
  const [, { box }] = olds.find(([, o]) => o.box.name === 'Saltmarsh hide box')!;
  const now = box as unknown as Box;
  const old = {
    ...without(now, 'brackets'),
    version: 1,
    bank: without(now.bank, 'mayLie'),
    dry: without(now.dry, 'gelSince'),
    bodies: now.bodies.map((b) => without(b, 'held')),
    ports: now.ports.map((p) => without(p, 'spacerMm', 'cameOn')),
    parts: Object.fromEntries(
      Object.entries(now.parts).map(([id, part]) => [
        id,
        part.kind === 'case'
          ? without(part, 'floorFilletMm', 'skirtMm', 'gasketBandMm', 'drillGrade', 'unmeasured')
          : part
      ])
    )
  };
  const taken = boxSchema.parse(fromOlder(old));
  // a card came later: none
  expect(taken.devices).toEqual(now.devices.map((d) => ({ ...d, card: null, learnt: null })));
  expect(taken.ports.map((p) => p.id)).toEqual(now.ports.map((p) => p.id));
  expect(taken.bank.mayLie).toBe(true);
  expect(fromOlder({ format: 'other' })).toEqual({ format: 'other' });
});
