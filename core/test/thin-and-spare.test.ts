import { describe, expect, it, test } from 'vitest';
import { NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { panelPartOf } from '../src/box/lookup.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { AWG_SIZES, areaMm2, milliOhmPerM, MM2_SIZES, tableAmpacityA } from '../src/wiring/conductor.ts';
import { SOCKET_HEAT_W } from '../src/wiring/contacts.ts';
import { pickSizes } from '../src/wiring/sizing.ts';
import { unknownRanges } from '../src/unknown/ranges.ts';
import { awg, on, soundBase, span } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const ids = (box: Box, where?: string) =>
  planOf(box)
    .findings.filter((f) => where === undefined || f.where.id === where)
    .map((f) => f.id);

describe('thin wire', () => {
  test('every size of both systems bears and loses more, the thinner it is', () => {
    for (const [system, sizes] of [
      ['awg', AWG_SIZES],
      ['mm2', MM2_SIZES]
    ] as const) {
      const rows = sizes.map((size) => ({ system, size }));
      expect(rows.map((w) => areaMm2(w))).toEqual(rows.map((w) => areaMm2(w)).toSorted((a, b) => a - b));
      for (const c of [60, 75, 105, 200]) {
        const bears = rows.map((w) => tableAmpacityA(w, c));
        expect(bears).toEqual(bears.toSorted((a, b) => a - b));
      }
      const ohms = rows.map((w) => milliOhmPerM(w, 20));
      expect(ohms).toEqual(ohms.toSorted((a, b) => b - a));
    }
  });

  test('metric resistance under half a square millimetre goes by the area', () => {
    for (const [size, mm2] of [
      ['0.14', 0.14],
      ['0.25', 0.25],
      ['0.34', 0.34]
    ] as const)
      expect(milliOhmPerM({ system: 'mm2', size }, 20)).toBeCloseTo((39 * 0.5) / mm2, 0);
  });

  test('24, 26 and 28 AWG bear what a cord of a small device takes, and no more', () => {
    expect(['24', '26', '28'].map((size) => tableAmpacityA({ system: 'awg', size }, 75))).toEqual([3.5, 2.2, 1.4]);
  });

  test('Haversack never picks what breaks at the crimp', () => {
    expect(pickSizes('awg')[0]).toEqual({ system: 'awg', size: '18' });
    expect(pickSizes('mm2')[0]).toEqual({ system: 'mm2', size: '0.75' });
    expect(pickSizes('awg')).toHaveLength(AWG_SIZES.length - 5);
    expect(pickSizes('mm2')).toHaveLength(MM2_SIZES.length - 4);
  });

  const corded = (size: string, fuseA: number): Box => {
    const b = soundBase('Cord', 'battery-lfp-7', 'holder-inline-blade');
    const p = b.port('circular-12', 'front', 'Camera');
    b.device('ip-camera', {
      name: 'Camera',
      portId: p.portId,
      spans: span(18, 20),
      lead: { lengthMm: 1500, wire: awg(size), adapter: 'none', reversed: 'no', armoured: 'no' }
    });
    return b.set(`circuits/${p.circuitId}/fuse`, setTo(fuseA)).box;
  };

  it('is judged as a device’s cord: sound behind a small fuse, burnt behind a big one', () => {
    expect(ids(corded('24', 3))).not.toContain('wire-unlisted');
    expect(ids(corded('24', 3))).not.toContain('device-lead-thin');
    expect(ids(corded('24', 5))).toContain('device-lead-thin');
    expect(ids(corded('28', 3))).toContain('device-lead-thin');
  });

  it('that no table holds is told with the sizes they do hold', () => {
    const f = planOf(corded('31', 3)).findings.find((k) => k.id === 'wire-unlisted')!;
    expect(f.why).toContain('28 to 1/0 AWG and 0.14 to 25 mm²');
  });

  it('is what a cord that nobody read may be, where a wire in the box is thicker', () => {
    const box = applyEdits(corded('24', 3), [
      set('devices/d1/lead/wire', UNKNOWN),
      set(`circuits/${corded('24', 3).circuits[0]!.id}/wire`, UNKNOWN)
    ]);
    const ranges = new Map(unknownRanges(box, planOf(box)).map((r) => [r.path, r.heat]));
    expect(ranges.get('devices/d1/lead/wire')).toEqual(awg('24'));
    expect(ranges.get(`circuits/${box.circuits[0]!.id}/wire`)).toEqual(awg('22'));
  });

  it('as a return breaks as easily as out, and is told apart', () => {
    const box = corded('24', 3);
    const c = box.circuits[0]!.id;
    const both = applyEdits(box, [set(`circuits/${c}/wire`, awg('22')), set(`circuits/${c}/returnWire`, awg('24'))]);
    const told = planOf(both).findings.filter((f) => f.id === 'gauge-too-thin');
    expect(told.map((f) => f.key)).toEqual([`gauge-too-thin:${c}`, `gauge-too-thin:${c}:return`]);
    for (const f of told) {
      const cured = applyEdits(both, f.remedies[0]!.edits);
      expect(planOf(cured).findings.map((k) => k.key)).not.toContain(f.key);
    }
  });
});

describe('a spare outlet', () => {
  const OUTLETS = STARTER_CATALOGUE.filter((p) => p.kind === 'panel' && p.role === 'outlet' && !p.exposedLivePins);
  const spare = (partId: string): Box => {
    const b = soundBase('Spare', 'battery-lfp-12', 'holder-inline-blade');
    b.port(partId, 'front', 'Spare');
    return b.box;
  };

  it.each(OUTLETS.map((p) => p.id))('%s: what is taken for it is never too much for it', (id) => {
    const box = spare(id);
    const [c] = planOf(box).wiring.circuits;
    expect(c!.assumedLoad).toBe(true);
    const part = panelPartOf(box, box.ports[0])!;
    if (part.converterRatedW === null) {
      expect(c!.loadA).toBeLessThanOrEqual(0.8 * part.ratingA! + 1e-9);
      expect((c!.loadA ** 2 * (part.contactMilliOhm ?? 0)) / 1000).toBeLessThanOrEqual(SOCKET_HEAT_W);
      expect(c!.fuseA).toBeLessThanOrEqual(part.ratingA!);
    }
    const about = new Set([c!.circuit.id, box.ports[0]!.id]);
    const electric = /exceeds|overload|contact-heat|near-limit|socket-over|terminal-too-hot/;
    const told = planOf(box).findings.filter((f) => about.has(f.where.id) && electric.test(f.id));
    expect(told.map((f) => f.title)).toEqual([]);
  });

  it('of which somebody expects more is held to that', () => {
    const box = spare('dc-5521');
    const more = applyEdits(box, [set(`circuits/${box.circuits[0]!.id}/expectedA`, setTo(2))]);
    expect(ids(more)).toContain('connector-overload');
  });
});

describe('whose fuse opens first', () => {
  const box = (circuits: 1 | 2): Box => {
    const b = soundBase('First', 'battery-agm-20', 'holder-inline-blade');
    for (const face of (['front', 'right'] as const).slice(0, circuits)) {
      const p = b.port('circular-16', face, face);
      b.device('lamp-strip', { name: face, portId: p.portId, modes: on(20), spans: span(18, 19) });
    }
    return b.set('feeds/main/fuse', setTo(5)).set(`circuits/${b.box.circuits[0]!.id}/fuse`, setTo(4)).box;
  };

  it('is no matter where one circuit is all there is; of two it is', () => {
    expect(ids(box(1))).not.toContain('selectivity-poor');
    expect(ids(box(2))).toContain('selectivity-poor');
  });

  it('counts for a return: nothing comes back over it for minutes that the smaller of two fuses stops', () => {
    const one = box(2);
    const big = applyEdits(one, [
      set('feeds/main/wire', awg('16')),
      set('feeds/main/fuse', setTo(10)),
      set(`circuits/${one.circuits[0]!.id}/fuse`, setTo(30))
    ]);
    const back = planOf(big).judge.all.filter((h) => h.kind === 'return' && h.id.startsWith('main/'));
    expect(back.length).toBeGreaterThan(0);
    for (const h of back) expect([h.id, h.guard?.tag]).toEqual([h.id, 'F0']);
    // the other way round the branch fuse stops it no sooner than the main fuse lets it
    const both = applyEdits(one, [set('feeds/main/fuse', setTo(30))]);
    for (const h of planOf(both).judge.all.filter((k) => k.kind === 'return' && k.id.startsWith('main/')))
      expect([h.id, h.guard?.tag]).toEqual([h.id, 'F0']);
  });
});

describe('packs by turns without fuses', () => {
  const box = (joins: boolean, packFuse: Box['bank']['packFuse'] = NONE): Box => {
    const b = soundBase('Turns', 'battery-agm-12', 'holder-inline-blade');
    b.set('bank/count', 2).set('bank/arrangement', 'changeover').set('bank/changeoverJoins', joins);
    return b.set('bank/packFuse', packFuse).box;
  };
  const told = (b: Box) => planOf(b).findings.find((f) => f.id === 'parallel-fuse');

  it('are told what nothing opens on: the leads to the changeover, and the other pack where it joins them', () => {
    expect(told(box(false))).toMatchObject({ severity: 'stop' });
    expect(told(box(false))!.title).toContain('to the changeover');
    expect(told(box(false))!.why).toContain('between a pack and the changeover');
    expect(told(box(true))!.why).toContain('would feed a short in the other');
    expect(told(applyEdits(box(false), [set('bank/arrangement', 'parallel')]))!.title).toContain('parallel bank');
    expect(told(box(false, setTo(15)))).toBeUndefined();
  });
});

describe('what hangs on something nobody read', () => {
  it('is told where that is asked, not below another question of the same place', () => {
    const b = soundBase('Asked', 'battery-agm-20', 'holder-inline-blade');
    const p = b.port('circular-16', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: p.portId, modes: on(30), spans: span(18, 19) });
    b.set('bank/holdDown', UNKNOWN).set('charging/path', setTo('lid-open')).set('charging/chargerA', UNKNOWN);
    const open = planOf(b.box).findings.filter((f) => f.open);
    const held = open.find((f) => f.about === 'bank/holdDown')!;
    const charger = open.find((f) => f.about === 'charging/chargerA')!;
    expect(held.mayBe.map((m) => m.key)).toEqual(['loose-battery:bank']);
    expect(charger.mayBe.length).toBeGreaterThan(0);
    expect(charger.mayBe.every((m) => !m.key.startsWith('loose-battery'))).toBe(true);
  });
});
