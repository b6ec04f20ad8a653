import { describe, expect, test } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { openCircuitV } from '../src/battery/model.ts';
import { marksSchema } from '../src/bench/marks-schema.ts';
import { leadLabels, portLabels, switchCard } from '../src/bench/labels.ts';
import { fuseBuilt, holeBuilt, partBuilt, wireBuilt } from '../src/bench/as-built.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder, starter } from '../src/demo/builder.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { fuseWords } from '../src/wiring/fuse-words.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);

/** One of each that a label tells apart. */
function mixedBox(): Box {
  const b = new BoxBuilder('Labelled');
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  const out = b.port('circular-16', 'front', 'Lamp');
  const usb = b.port('usb-a-twin', 'front', '');
  b.port('usb-c-pd-30', 'front', 'Laptop');
  b.port('inlet-sae', 'front', 'Charge');
  b.port('gland-m12', 'front', 'Cord');
  const lever = b.port('toggle-12', 'front', '');
  b.set(`circuits/${out.circuitId}/switchPortId`, setTo(lever.portId)).set(`circuits/${out.circuitId}/fuse`, setTo(5));
  b.set(`circuits/${usb.circuitId}/fuse`, NONE);
  b.device('lamp-strip', { name: 'Strip', portId: out.portId });
  return b.box;
}

describe('labels of ports', () => {
  const box = mixedBox();
  const plan = planOf(box);
  const labels = portLabels(box, plan.panel!, plan.wiring);
  const of = (tag: string) => labels.find((l) => l.tag === tag)!;

  test('name, what it gives and its fuse; an inlet says that it only charges', () => {
    expect([of('P1').title, of('P1').detail]).toEqual(['Lamp', 'P1 · 12 V · F1 5 A']);
    expect(of('P2').detail).toBe('P2 · USB-A 5 V · no fuse');
    expect(of('P3').detail).toMatch(/^P3 · USB-C · F3 [\d.]+ A$/);
    expect(of('I1').detail).toMatch(/^I1 · charge only, see card · F4 [\d.]+ A$/);
  });
  test('a port without a name is called by its part, a part without a circuit has no fuse', () => {
    expect(of('P2').title).toBe(starter('panel', 'usb-a-twin').name.split(',')[0]);
    expect(of('G1').detail).toBe('G1');
    expect(of('S1')?.detail ?? of('S0').detail).toMatch(/^S\d$/);
  });
  test('a charger whose voltage was set stands on the inlet', () => {
    const with_ = applyEdits(box, [set('charging/chargerV', setTo(14.4))]);
    const p = planOf(with_);
    const inlet = portLabels(with_, p.panel!, p.wiring).find((l) => l.tag === 'I1')!;
    expect(inlet.detail).toContain('charge only, 14.4 V');
  });
  test('a fuse nobody read is not known, one that is not there is none: on labels and in the passport', () => {
    const two = box.circuits[1]!.id;
    const with_ = applyEdits(box, [set(`circuits/${two}/fuse`, UNKNOWN)]);
    const p = planOf(with_);
    expect(portLabels(with_, p.panel!, p.wiring).find((l) => l.tag === 'P2')!.detail).toBe(
      'P2 · USB-A 5 V · F2 not known'
    );
    const words = (k: ReturnType<typeof planOf>) =>
      Object.fromEntries(k.wiring.circuits.map((c) => [c.portTag, fuseWords(c)]));
    expect(words(p)).toMatchObject({ P1: 'F1 5 A', P2: 'F2 not known' });
    expect(words(plan)).toMatchObject({ P1: 'F1 5 A', P2: 'no fuse' });
  });
  test('as wide as the flange, and never narrower than can be read', () => {
    for (const p of plan.panel!.ports.filter((k) => k.part.hole.shape !== 'none'))
      expect(of(p.tag).widthMm).toBe(Math.max(26, p.part.flangeWidthMm));
  });
  test('every lead has a flag at either end, each naming the other', () => {
    const flags = leadLabels(plan.runs);
    const wires = plan.runs.runs.reduce((n, r) => n + r.count, 0);
    expect(flags).toHaveLength(2 * wires);
    const [a, b] = flags;
    expect(a!.title).toBe(b!.title);
    expect(a!.detail.split(' · from ').reverse().join(' · from ')).toBe(b!.detail);
  });
});

describe('marks of the bench', () => {
  const mark = (over: object) => ({ id: 'm1', key: 'step drill', value: true, by: '', atMs: 1, ...over });
  const ok = (...marks: object[]) => marksSchema.safeParse(marks).success;
  const reading = (over: object) =>
    ok(mark({ key: 'reading short', value: { value: 1, meter: 'M', offset: 0, ...over } }));

  test('one to five hundred at once, each naming what can be marked', () => {
    const many = (n: number) => ok(...Array.from({ length: n }, (_, i) => mark({ id: `m${i}` })));
    expect([many(0), many(1), many(500), many(501)]).toEqual([false, true, true, false]);
    for (const key of [
      'step drill',
      'hole p3',
      'lead c1/2',
      'part x',
      'reading short',
      'note drill',
      'wait fit',
      'built 1'
    ])
      expect([key, ok(mark({ key }))]).toEqual([key, true]);
    for (const key of ['steps drill', 'step', 'step ', 'hole\np3', `note ${'x'.repeat(152)}`])
      expect([key, ok(mark({ key }))]).toEqual([key, false]);
    expect(ok(mark({ key: `note ${'x'.repeat(151)}` }))).toBe(true);
  });
  test('a reading is a figure or yes and no, within what a meter shows', () => {
    expect([reading({}), reading({ value: false }), reading({ value: 1e9 }), reading({ value: -1e9 })]).toEqual([
      true,
      true,
      true,
      true
    ]);
    expect([reading({ value: 1.1e9 }), reading({ value: -1.1e9 }), reading({ value: 'x' })]).toEqual([
      false,
      false,
      false
    ]);
    expect([
      reading({ offset: 100 }),
      reading({ offset: -100 }),
      reading({ offset: 101 }),
      reading({ offset: -101 })
    ]).toEqual([true, true, false, false]);
    expect([reading({ meter: 'x'.repeat(60) }), reading({ meter: 'x'.repeat(61) })]).toEqual([true, false]);
  });
});

describe('readings before the first load', () => {
  const box = mixedBox();
  const plan = planOf(box);
  const row = (id: string) => plan.bench.tests.find((r) => r.id === id)!;
  test('at rest: from nearly empty less a tenth to full and two tenths', () => {
    const rest = row('rest');
    expect(rest.low).toBeCloseTo(openCircuitV('lfp', 0.3) - 0.1, 6);
    expect(rest.high).toBeCloseTo(openCircuitV('lfp', 1) + 0.2, 6);
  });
  test('each switch is mapped with what it makes dead, and nothing else is', () => {
    const maps = plan.bench.tests.filter((r) => r.id.startsWith('map-'));
    expect(maps.map((r) => r.what)).toEqual([expect.stringMatching(/^S\d off: P1 dead, the rest as it was$/)]);
    const idle = planOf(
      applyEdits(box, [set(`circuits/${box.circuits[0]!.id}/switchPortId`, NONE), set('feeds/main/switches', NONE)])
    );
    expect(idle.bench.tests.some((r) => r.id.startsWith('map-'))).toBe(false);
  });
  test('every circuit has its polarity, and an inlet its voltage unplugged', () => {
    for (const c of plan.wiring.circuits) expect(row(`polarity-${c.circuit.id}`).where).toBe(c.portTag);
    const inlet = plan.wiring.circuits.find((c) => c.circuit.purpose === 'charge')!;
    expect(plan.bench.tests.filter((r) => r.id.startsWith('charge-')).map((r) => r.id)).toEqual([
      `charge-${inlet.circuit.id}`
    ]);
  });
});

describe('the card of the switches', () => {
  const box = mixedBox();
  const plan = planOf(box);
  const rows = switchCard(plan.panel!, plan.wiring);
  const lever = plan.panel!.ports.find((p) => p.part.role === 'switch')!;

  test('each switch has its two positions, named by port or part', () => {
    expect(rows.map((r) => r.position)).toEqual(['on', 'off']);
    expect(new Set(rows.map((r) => r.name))).toEqual(new Set([lever.part.name.split(',')[0]]));
    const named = applyEdits(box, [set(`ports/${lever.port.id}/name`, 'Lamp switch')]);
    const p = planOf(named);
    expect(switchCard(p.panel!, p.wiring)[0]!.name).toBe('Lamp switch');
  });
  test('off, what hangs behind it is dead and everything else lives', () => {
    const [on, off] = rows;
    expect(on!.dead).toEqual([]);
    expect(off!.dead).toEqual(['P1 Strip']);
    expect([...off!.live, ...off!.dead].sort()).toEqual([...on!.live].sort());
    expect(on!.live).toContain('P1 Strip');
  });
  test('a switch that nothing is wired to changes nothing', () => {
    const loose = applyEdits(box, [
      set(`circuits/${box.circuits[0]!.id}/switchPortId`, NONE),
      set('feeds/main/switches', NONE)
    ]);
    const p = planOf(loose);
    const [on, off] = switchCard(p.panel!, p.wiring);
    expect([off!.dead, off!.live]).toEqual([[], on!.live]);
  });
});

describe('built otherwise than drawn', () => {
  const hide = saltmarshHideBox();
  const plan = planOf(hide);
  const after = (edits: Edit[] | undefined) => planOf(applyEdits(hide, edits!));

  test('another fuse in a holder is that circuit’s rating; a fuse that is nowhere has no field', () => {
    const c = plan.wiring.circuits.find((k) => k.fuseA !== undefined)!;
    const edits = fuseBuilt(hide, plan, c.fuseTag, 20);
    expect(after(edits).wiring.circuits.find((k) => k.fuseTag === c.fuseTag)!.fuseA).toBe(20);
    expect(after(fuseBuilt(hide, plan, 'F0', 25)).wiring.main.fuseA).toBe(25);
    expect(fuseBuilt(hide, plan, 'F99', 5)).toBeUndefined();
  });
  test('another wire for one lead is the wire of that lead, its return stays as it was drawn', () => {
    const wire = { system: 'awg' as const, size: '10' };
    for (const key of plan.runs.runs.filter((r) => r.polarity !== 'sense').map((r) => r.key)) {
      const edits = wireBuilt(hide, plan, STARTER_CATALOGUE, key, wire);
      if (!edits) continue;
      const now = after(edits).wiring.netlist.conductors.find((w) => w.id === key)!;
      expect([key, now.size]).toEqual([key, wire]);
    }
    const c = plan.wiring.circuits.find((k) => k.circuit.returnWire.is === 'auto' && k.wire)!;
    const lead = plan.runs.runs.find((r) => r.polarity === 'positive' && r.key.startsWith(`${c.circuit.id}/`))!;
    const built = after(wireBuilt(hide, plan, STARTER_CATALOGUE, lead.key, wire));
    const back = built.wiring.netlist.conductors.find((w) => w.id === `${c.circuit.id}/return`);
    if (back) expect(back.size).toEqual(c.wire);
  });
  test('sense leads and leads that are not there have no field', () => {
    const wire = { system: 'awg' as const, size: '10' };
    expect(wireBuilt(hide, plan, STARTER_CATALOGUE, 'nowhere', wire)).toBeUndefined();
    const sense = plan.runs.runs.find((r) => r.polarity === 'sense');
    if (sense) expect(wireBuilt(hide, plan, STARTER_CATALOGUE, sense.key, wire)).toBeUndefined();
  });
  test('a hole elsewhere or larger changes only what was said', () => {
    const [port] = hide.ports;
    const moved = applyEdits(hide, holeBuilt(port!.id, { xMm: port!.xMm + 3 })).ports[0]!;
    expect(moved).toEqual({ ...port!, xMm: port!.xMm + 3 });
    const drilled = applyEdits(hide, holeBuilt(port!.id, { drilledMm: 22.5, yMm: port!.yMm - 1 })).ports[0]!;
    expect(drilled).toEqual({ ...port!, drilledMm: 22.5, yMm: port!.yMm - 1 });
    expect(holeBuilt(port!.id, {})).toEqual([]);
    expect(applyEdits(hide, holeBuilt(port!.id, { drilledMm: null })).ports[0]!.drilledMm).toBeNull();
  });
  test('another part in a hole is there at the same place, whatever the checks say of it', () => {
    const canal = canalNightBankBox();
    const port = canal.ports.find((p) => canal.parts[p.partId]?.kind === 'panel')!;
    const other = starter('panel', 'socket-12v-20');
    const box = applyEdits(canal, partBuilt(canal, port.id, other));
    const now = box.ports.find((p) => p.id === port.id)!;
    expect([now.partId, now.xMm, now.yMm, now.face]).toEqual([other.id, port.xMm, port.yMm, port.face]);
    expect(planOf(box).panel!.ports.find((p) => p.port.id === port.id)!.part.name).toBe(other.name);
  });
});
