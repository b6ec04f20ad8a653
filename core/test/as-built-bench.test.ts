import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  changedBy,
  fuseBuilt,
  fusePlace,
  holeBuilt,
  partBuilt,
  printOf,
  printsFor,
  unlikeBuilt,
  wireBuilt
} from '../src/bench/as-built.ts';
import { Marks, type Mark, type MarkValue } from '../src/bench/marks.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { removeCircuit } from '../src/box/remove-circuit.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { starter } from '../src/demo/builder.ts';
import { holeSchedule } from '../src/drill/schedule.ts';
import { USUAL_SETS } from '../src/drill/bits.ts';
import { readBox, writeBox } from '../src/exchange/read-box.ts';
import { proven } from '../src/remedy/prove.ts';
import { AS_BUILT } from './as-built/boxes.ts';
import { DEMO_BOXES } from './boxes.ts';
import { evaluate } from './evaluated.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const change = (box: Box, ...edits: Edit[]): Box => applyEdits(box, edits);
let nth = 0;
const mark = (key: string, value: MarkValue = true): Mark => ({
  id: `m${++nth}`,
  key,
  value,
  by: 'Ann',
  atMs: 1000 + nth
});
/** The marks somebody leaves who ticks some things off while a plan stands. */
const ticked = (box: Box, ...keys: string[]): Marks =>
  new Marks(keys.flatMap((k) => [mark(k), ...printsFor(box, planOf(box), k).map((p) => mark(p.key, p.value))]));

const unlike = (box: Box, marks: Marks) => unlikeBuilt(box, planOf(box), marks);

const canal = canalNightBankBox();
const hide = saltmarshHideBox();
const port = canal.ports.find((p) => p.name === 'Aerator')!;
const found = (box: Box, id: string) => planOf(box).findings.filter((f) => f.id === id);

describe('drawn unlike built', () => {
  test('a hole that was ticked and then moved in the drawing is told, with both places, and can be drawn as built', () => {
    const marks = ticked(canal, `hole drill ${port.id}`);
    expect(unlike(canal, marks)).toEqual([]);
    const moved = change(canal, set(`ports/${port.id}/xMm`, port.xMm + 7));
    const [u] = unlike(moved, marks);
    expect(u).toMatchObject({ kind: 'hole', key: `built hole ${port.id}` });
    expect(u!.built).toContain(String(port.xMm));
    expect(u!.drawn).toContain(String(port.xMm + 7));
    const back = change(moved, ...u!.edits(STARTER_CATALOGUE));
    expect(back.ports).toEqual(canal.ports);
    expect(unlike(back, marks)).toEqual([]);
  });

  test('a whole step that was ticked counts for everything in it; what was not ticked is free to change', () => {
    const moved = change(canal, set(`ports/${port.id}/yMm`, port.yMm + 3));
    expect(unlike(moved, ticked(canal, 'step drill'))).toHaveLength(1);
    expect(unlike(moved, ticked(canal, 'step mark'))).toEqual([]);
    expect(unlike(moved, new Marks([]))).toEqual([]);
  });

  test('a tick that was taken back says nothing any more; one that was made again stands for the new drawing', () => {
    const moved = change(canal, set(`ports/${port.id}/xMm`, port.xMm + 7));
    const first = [
      mark(`hole drill ${port.id}`),
      ...printsFor(canal, planOf(canal), `hole drill ${port.id}`).map((p) => mark(p.key, p.value))
    ];
    expect(unlike(moved, new Marks([...first, mark(`hole drill ${port.id}`, false)]))).toEqual([]);
    const print = printOf(moved, planOf(moved), 'hole', port.id)!;
    expect(unlike(moved, new Marks([...first, mark(print.key, print.value)]))).toEqual([]);
  });

  test('another part, another wire, another fuse in the plan after they were built', () => {
    const c = canal.circuits.find((k) => k.portId === port.id)!;
    const plan = planOf(canal);
    const run = plan.runs.runs.find(
      (r) =>
        r.polarity === 'positive' &&
        r.wire &&
        plan.wiring.netlist.conductors.find((w) => w.id === r.key)?.circuitId === c.id
    )!;
    const fuse = plan.wiring.circuits.find((k) => k.circuit.id === c.id)!.fuseTag;
    const marks = ticked(
      canal,
      `part fit-parts ${port.id}`,
      `lead cut ${run.key}`,
      `part fuse ${fusePlace(plan, fuse)}`
    );
    const other = starter('panel', port.partId === 'socket-12v-capped' ? 'circular-16' : 'socket-12v-capped');
    const changed = change(
      canal,
      ...partBuilt(canal, port.id, other),
      set(`circuits/${c.id}/wire`, { is: 'set', value: { system: 'awg', size: '10' } }),
      set(`circuits/${c.id}/fuse`, { is: 'set', value: 15 })
    );
    const all = unlike(changed, marks);
    expect(all.map((u) => u.kind).sort()).toEqual(['fuse', 'lead', 'part']);
    // drawn as built again, one after the other, nothing is left
    const back = all.reduce((box, u) => change(box, ...u.edits(STARTER_CATALOGUE)), changed);
    expect(unlike(back, marks)).toEqual([]);
  });

  test('a lead cut a step longer is the same lead; one cut by hand to another length and ticked stands as it is', () => {
    const run = planOf(canal).runs.runs.find((r) => r.wire)!;
    const marks = ticked(canal, `lead cut ${run.key}`);
    const cut = (mm: number) => change(canal, set('bench/asCut', { [run.key]: mm }));
    expect(unlike(cut(run.lengthMm + 10), marks)).toEqual([]);
    expect(unlike(cut(run.lengthMm + 60), marks).map((u) => u.kind)).toEqual(['lead']);
    const print = printOf(cut(run.lengthMm + 60), planOf(cut(run.lengthMm + 60)), 'lead', run.key)!;
    const renewed = new Marks([mark(`lead cut ${run.key}`), mark(print.key, print.value)]);
    expect(unlike(cut(run.lengthMm + 60), renewed)).toEqual([]);
  });

  test('a fuse keeps its tick when a circuit before it is taken out and its tag moves up', () => {
    const plan = planOf(canal);
    const [first, second] = plan.wiring.circuits;
    const place = fusePlace(plan, second!.fuseTag);
    const marks = ticked(canal, `part fuse ${place}`);
    const without = change(canal, ...removeCircuit(canal, first!.circuit.id));
    const now = planOf(without).wiring.circuits.find((c) => c.circuit.id === second!.circuit.id)!;
    expect(now.fuseTag).not.toBe(second!.fuseTag);
    expect(fusePlace(planOf(without), now.fuseTag)).toBe(place);
    expect(unlike(without, marks)).toEqual([]);
    const other = change(without, set(`circuits/${second!.circuit.id}/fuse`, { is: 'set', value: 15 }));
    expect(unlike(other, marks).map((u) => u.name)).toEqual([now.fuseTag]);
  });

  test.each([...DEMO_BOXES, ...AS_BUILT])('%s: no two fuses sit in one place', (_, box) => {
    const plan = planOf(box);
    const places = plan.wiring.netlist.parts.filter((p) => p.kind === 'fuse').map((p) => fusePlace(plan, p.id));
    expect(new Set(places).size).toBe(places.length);
  });

  test('the bolts of a bracket that was moved after it was drilled are told, too', () => {
    const [, box] = DEMO_BOXES.find(([, b]) => b.brackets.some((k) => k.fixing === 'bolted'))!;
    const bracket = box.brackets.find((k) => k.fixing === 'bolted')!;
    const rows = holeSchedule(box, planOf(box).panel!, planOf(box).fit!.part, USUAL_SETS);
    expect(rows.some((h) => h.portId === bracket.id)).toBe(true);
    const marks = ticked(box, `hole drill ${bracket.id}`);
    const moved = change(box, set(`brackets/${bracket.id}/xMm`, bracket.xMm + 15));
    const [u] = unlike(moved, marks);
    expect(u).toMatchObject({ name: bracket.name, kind: 'hole' });
    expect(change(moved, ...u!.edits(STARTER_CATALOGUE)).brackets).toEqual(box.brackets);
  });

  test('a port that was taken out of the plan is not asked for', () => {
    const marks = ticked(canal, 'step drill');
    const without = change(
      canal,
      { op: 'remove', path: `ports/${port.id}` },
      ...canal.circuits
        .filter((c) => c.portId === port.id)
        .map((c): Edit => ({ op: 'remove', path: `circuits/${c.id}` })),
      ...canal.devices.filter((d) => d.portId === port.id).map((d) => set(`devices/${d.id}/portId`, null))
    );
    expect(unlike(without, marks)).toEqual([]);
  });

  test.each([...DEMO_BOXES, ...AS_BUILT])(
    '%s: ticked off as drawn, nothing differs; its marks are of the form that is kept',
    (_, box) => {
      const steps = ['step drill', 'step fit-parts', 'step cut', 'step fuse'];
      const prints = steps.flatMap((s) => printsFor(box, planOf(box), s));
      for (const p of prints) expect(p.key).toMatch(/^built (hole|part|lead|fuse) \S/);
      expect(new Set(prints.map((p) => p.key)).size).toBe(prints.length);
      expect(unlike(box, ticked(box, ...steps))).toEqual([]);
    }
  );
});

describe('built otherwise', () => {
  test('another wire for the way out leaves the way back as it was drawn, and the other way round', () => {
    const plan = planOf(canal);
    const of = (polarity: string) =>
      plan.runs.runs.find(
        (r) =>
          r.polarity === polarity &&
          r.wire &&
          plan.wiring.circuits.some(
            (c) => plan.wiring.netlist.conductors.find((w) => w.id === r.key)?.circuitId === c.circuit.id
          )
      )!;
    for (const polarity of ['positive', 'negative']) {
      const run = of(polarity);
      const partner = plan.wiring.netlist.conductors.find((w) => w.id === run.key)!.circuitId;
      const box = change(canal, ...wireBuilt(canal, plan, STARTER_CATALOGUE, run.key, { system: 'awg', size: '8' })!);
      const after = planOf(box).wiring.netlist.conductors.filter((w) => w.circuitId === partner);
      const before = plan.wiring.netlist.conductors.filter((w) => w.circuitId === partner);
      for (const w of after) {
        const was = before.find((k) => k.id === w.id)!;
        const changes = w.polarity === polarity;
        if (w.size && was.size && !w.id.endsWith('plug')) {
          const same = w.size.size === was.size.size;
          if (changes && w.id === run.key) expect(w.size.size).toBe('8');
          if (!changes) expect(same, w.id).toBe(true);
        }
      }
    }
  });

  test('every lead, fuse, part and hole of every box: what is entered is what stands then, in a box that reads back', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DEMO_BOXES, ...AS_BUILT), fc.nat(500), fc.nat(20), ([, box], a, b) => {
        const plan = planOf(box);
        const runs = plan.runs.runs.filter((r) => r.wire && r.polarity !== 'sense');
        const run = runs[a % Math.max(1, runs.length)];
        const wires = STARTER_CATALOGUE.filter((p) => p.kind === 'wire');
        const wire = wires[b % wires.length]!;
        const size = wire.kind === 'wire' ? ({ system: wire.system, size: wire.size } as never) : undefined!;
        const wired = run && wireBuilt(box, plan, STARTER_CATALOGUE, run.key, size);
        if (wired) {
          const after = change(box, ...wired);
          expect(readBox(writeBox(after)).ok).toBe(true);
          expect(planOf(after).wiring.netlist.conductors.find((w) => w.id === run.key)?.size).toEqual(size);
        }
        const fuses = plan.wiring.netlist.parts.filter((p) => p.kind === 'fuse');
        const fuse = fuses[a % Math.max(1, fuses.length)];
        const fused = fuse && fuseBuilt(box, plan, fuse.id, 7.5);
        if (fused) {
          const after = planOf(change(box, ...fused));
          expect(after.wiring.netlist.parts.find((p) => p.id === fuse.id)?.ratingA).toBe(7.5);
        }
      }),
      { numRuns: 60, seed: 44 }
    );
  });

  test('another part in a hole is taken even where it meets something: it is there, and the checks say so', () => {
    const big = starter('panel', 'usb-c-pd-60');
    const at = hide.ports.find((p) => p.partId === 'usb-c-pd-30')!;
    const box = change(hide, ...partBuilt(hide, at.id, big));
    expect(box.ports.find((p) => p.id === at.id)).toMatchObject({ partId: 'usb-c-pd-60', xMm: at.xMm, yMm: at.yMm });
    const changed = changedBy(planOf(hide), planOf(box), box);
    const now = new Set(planOf(box).findings.map((f) => f.key));
    for (const f of changed.brings) expect(now.has(f.key)).toBe(true);
  });

  test('what a fuse too large brings is said with its title, and what it clears when it is taken back', () => {
    const plan = planOf(canal);
    const tag = plan.wiring.circuits.find((c) => c.circuit.portId === port.id)!.fuseTag;
    const box = change(canal, ...fuseBuilt(canal, plan, tag, 40)!);
    const changed = changedBy(plan, planOf(box), box);
    expect(changed.brings.some((f) => f.severity === 'stop')).toBe(true);
    const back = changedBy(planOf(box), plan, canal);
    expect(back.brings).toEqual([]);
    expect(back.clearsCount).toBeGreaterThanOrEqual(changed.brings.length);
  });
});

describe('the hole that was really drilled', () => {
  const drilled = (mm: number) => change(canal, ...holeBuilt(port.id, { drilledMm: mm }));
  const part = canal.parts[port.partId]!;
  const hole = part.kind === 'panel' && part.hole.shape === 'round' ? part.hole : undefined!;

  test('within the window of its part nothing is said; the schedule shows what was drilled', () => {
    for (const mm of [hole.minMm, hole.maxMm, hole.diameterMm]) expect(found(drilled(mm), 'hole-drilled')).toEqual([]);
    const box = drilled(hole.maxMm);
    const plan = planOf(box);
    const row = holeSchedule(box, plan.panel!, plan.fit!.part, USUAL_SETS).find((h) => h.portId === port.id)!;
    expect(row.size).toBe(hole.maxMm.toFixed(1));
    expect(row.how).toBe(`Drilled ${hole.maxMm.toFixed(1)} mm.`);
  });

  test('too small is to be opened up; too large sits loose; larger than its flange it falls through', () => {
    const flange = part.kind === 'panel' ? Math.min(part.flangeWidthMm, part.flangeHeightMm) : 0;
    expect(found(drilled(hole.minMm - 1), 'hole-drilled')[0]).toMatchObject({ severity: 'caution' });
    expect(found(drilled(hole.maxMm + 0.5), 'hole-drilled')[0]).toMatchObject({ severity: 'caution' });
    expect(found(drilled(flange), 'hole-drilled')[0]).toMatchObject({ severity: 'stop' });
  });

  test('a part that wants just that hole cures it', () => {
    const box = change(canal, ...holeBuilt(port.id, { drilledMm: hole.minMm - 1 }));
    const finding = found(box, 'hole-drilled')[0]!;
    const cures = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, finding);
    expect(cures.length).toBeGreaterThan(0);
    for (const c of cures) expect(found(change(box, ...c.edits), 'hole-drilled')).toEqual([]);
  });

  test('it is said in inches to who reads inches, and travels in the file', () => {
    const inches = change(drilled(hole.maxMm + 2), set('preferences/lengthUnit', 'in'));
    expect(found(inches, 'hole-drilled')[0]!.why).toMatch(/ in\b/);
    expect(found(inches, 'hole-drilled')[0]!.why).not.toContain('mm');
    const read = readBox(writeBox(inches));
    expect(read.ok && read.box.ports.find((p) => p.id === port.id)?.drilledMm).toBe(hole.maxMm + 2);
    const older = JSON.parse(writeBox(canal)) as { ports: { drilledMm?: number }[] };
    for (const p of older.ports) delete p.drilledMm;
    const old = readBox(JSON.stringify(older));
    expect(old.ok && old.box.ports.every((p) => p.drilledMm === null)).toBe(true);
  });
});
