import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box, Device } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { runInput } from '../src/outing/input.ts';
import { proven } from '../src/remedy/prove.ts';

/** Ohm for a metre of one wire at 20 °C. @source IEC 60228 and ASTM B258, annealed copper, rounded */
const OHM_PER_M: Record<string, number> = { '12': 0.00521, '18': 0.02095, '22': 0.05296 };
/** Stranding and a warm day add a few per cent. */
const within = (value: number, expected: number): void => {
  expect(value / expected).toBeGreaterThan(0.99);
  expect(value / expected).toBeLessThan(1.05);
};

type Lead = NonNullable<Device['lead']>;
const lead = (over: Partial<Lead>): Lead => ({
  lengthMm: 1000,
  wire: AUTO,
  adapter: 'none',
  reversed: 'no',
  armoured: 'no',
  ...over
});
const awg = (size: string) => setTo({ system: 'awg' as const, size });

/** One lamp of steady watts on one 12 V port, sound but for its lead. */
function lampBox(over: { lead?: Lead | null; powerW?: number; portId?: string; device?: Partial<Device> }): Box {
  const b = new BoxBuilder('Lamp on a lead');
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
  b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId');
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')).set('outing/airC', 20);
  const port = b.port(over.portId ?? 'circular-16', 'front', 'Lamp');
  b.device('lamp-strip', {
    name: 'Lamp',
    portId: port.portId,
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: over.powerW ?? 24 } }],
    spans: [{ startH: b.box.outing.startH, endH: b.box.outing.startH + b.box.outing.durationH, dutyFraction: null }],
    lead: over.lead ?? null,
    ...over.device
  });
  return b.box;
}
const planOf = (box: Box, ...edits: Edit[]) => evaluate(applyEdits(box, edits), STARTER_CATALOGUE);
const lostIn = (box: Box) => planOf(box).findings.find((f) => f.id === 'voltage-drop' && f.where.kind === 'device');
const id = (box: Box): string => box.devices[0]!.id;

describe('what reaches a device through its own lead', () => {
  const long = lead({ lengthMm: 8000, wire: awg('18') });

  test('the table of resistances has the far end of the lead: the port’s and the lead, out and back', () => {
    const { feed } = planOf(lampBox({ lead: long }));
    expect(feed.deviceIds).toEqual([id(lampBox({ lead: long }))]);
    const [port, device] = [feed.ohm[0]![0]!, feed.ohm[1]![1]!];
    within(device - port, 2 * 8 * OHM_PER_M['18']!);
    // what the lead carries moves the port as the port's own current does
    expect(feed.ohm[0]![1]!).toBeCloseTo(port, 9);
  });

  test('the run gives the device what is left behind its lead', () => {
    const volts = (box: Box): number => {
      const { outing } = planOf(box);
      return outing!.run.portV[0]![1]!;
    };
    const [near, far] = [lampBox({}), lampBox({ lead: long })];
    const inputOf = (box: Box) => {
      const p = planOf(box);
      return runInput(box, p.demand, p.bank!, p.feed);
    };
    const place = inputOf(far).loads[0]!.port;
    expect(place).toBe(1);
    const nearV = volts(near);
    const farV = planOf(far).outing!.run.portV[place]![1]!;
    // 24 W of constant power draw more the less reaches them: I = 24 / V at the lamp
    const r = 2 * 8 * OHM_PER_M['18']!;
    const expected = (nearV + Math.sqrt(nearV ** 2 - 4 * 24 * r)) / 2;
    expect(farV).toBeCloseTo(expected, 1);
    expect(nearV - farV).toBeGreaterThan(0.5);
  });

  test('a device that needs its volts is told off when the lead takes them', () => {
    const needy = { minV: 12.2, belowMin: 'resets' as const };
    const told = (l: Lead | null) =>
      planOf(lampBox({ lead: l, device: needy })).findings.some((f) => f.key.includes('device-undervoltage'));
    const at = (l: Lead | null) =>
      planOf(lampBox({ lead: l, device: needy })).outing!.run.events.find((e) => e.reason === 'resets')?.timeH;
    expect(told(lead({ lengthMm: 12000, wire: awg('18') }))).toBe(true);
    expect(at(lead({ lengthMm: 12000, wire: awg('18') }))!).toBeLessThan(at(null) ?? Infinity);
  });

  test('a swapped lead loses as much as a straight one', () => {
    const straight = planOf(lampBox({ lead: long })).feed.ohm[1]![1]!;
    const swapped = planOf(lampBox({ lead: { ...long, adapter: 'reversing' } })).feed.ohm[1]![1]!;
    expect(swapped).toBeCloseTo(straight, 9);
  });

  test('behind a converter the lead carries other volts: the port counts', () => {
    const usb = lampBox({ lead: long, powerW: 8, portId: 'usb-a-twin', device: { supply: 'usb-a' } });
    expect(planOf(usb).feed.deviceIds).toEqual([]);
  });

  test('an unknown wire is not taken for one: the box is judged at both ends of it', () => {
    const plan = planOf(lampBox({ lead: lead({ lengthMm: 9000, wire: UNKNOWN }), powerW: 40 }));
    expect(plan.findings.some((f) => f.open && f.about === `devices/${id(lampBox({}))}/lead/wire`)).toBe(true);
    const ends = plan.ends.map((e) => e.feed.ohm[1]?.[1] ?? 0);
    expect(Math.max(...ends)).toBeGreaterThan(2 * Math.min(...ends));
  });

  test('the cut-off of a feed takes the device at the end of its lead as it takes its port', () => {
    const box = lampBox({ lead: long });
    const cut = applyEdits(box, [
      set('bank/disconnect', setTo({ cutV: 12.9, backV: 13.9 })),
      set('bank/disconnectIn', setTo(box.feeds[0].id))
    ]);
    const p = evaluate(cut, STARTER_CATALOGUE);
    const input = runInput(cut, p.demand, p.bank!, p.feed);
    expect(input.covered![input.loads[0]!.port]).toBe(true);
    expect(p.outing!.run.events.some((e) => e.reason === 'disconnect')).toBe(true);
  });

  test('a longer or thinner lead never gives a device more volts', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 9000 }),
        fc.constantFrom('12', '16', '18'),
        fc.double({ min: 1, max: 30, noNaN: true }),
        (lengthMm, size, powerW) => {
          const at = (l: Lead) => planOf(lampBox({ lead: l, powerW })).feed.ohm[1]![1]!;
          const here = at(lead({ lengthMm, wire: awg(size) }));
          expect(at(lead({ lengthMm: lengthMm * 1.5, wire: awg(size) }))).toBeGreaterThan(here);
          expect(at(lead({ lengthMm, wire: awg('22') }))).toBeGreaterThan(here);
        }
      ),
      { numRuns: 12 }
    );
  });
});

describe('a device that fails after the battery’s own end', () => {
  const at = (keepBack: number) => {
    const box = applyEdits(lampBox({ device: { minV: 12.5, belowMin: 'degrades' } }), [
      set('bank/keepBack', setTo(keepBack)),
      set('outing/durationH', 14),
      set(`devices/${id(lampBox({}))}/spans`, [{ startH: lampBox({}).outing.startH, endH: 48, dutyFraction: null }])
    ]);
    const plan = planOf(box);
    const { run } = plan.outing!;
    const weakH = run.events.find((e) => e.reason === 'degrades')!.timeH;
    const f = plan.findings.find((k) => k.key.includes('device-undervoltage'))!;
    return { weakH, endH: run.failsAtH, reason: run.failReason, severity: f.severity };
  };
  test('is a note: that it is empty has been said; before that it is a caution', () => {
    const kept = at(0.6);
    expect(kept.reason).toBe('kept-back');
    expect(kept.weakH).toBeGreaterThan(kept.endH!);
    expect(kept.severity).toBe('note');
    const drained = at(0);
    expect(drained.weakH).toBeLessThan(drained.endH ?? Infinity);
    expect(drained.severity).toBe('caution');
  });
});

describe('a lead that loses too much is told', () => {
  test('with the volts, the length and what is allowed, in the device’s own place', () => {
    const box = lampBox({ lead: lead({ lengthMm: 12000, wire: awg('22') }) });
    const f = lostIn(box)!;
    const lowV = planOf(box).wiring.circuits[0]!;
    const amps = 24 / (lowV.plugV + lowV.dropV);
    within(f.figures.lostV!, amps * 24 * OHM_PER_M['22']!);
    expect(f.where).toMatchObject({ kind: 'device', id: id(box) });
    expect(f.title).toBe(`Lamp loses ${f.figures.lostV!.toFixed(2)} V in its own lead`);
    expect(f.why).toContain('12 m of 22 AWG, out and back');
    expect(f.severity).toBe('caution');
  });

  test('from the limit on: just under it nothing is said', () => {
    const at = (lengthMm: number) => lostIn(lampBox({ lead: lead({ lengthMm, wire: awg('18') }) }));
    const c = planOf(lampBox({})).wiring.circuits[0]!;
    const amps = 24 / (c.plugV + c.dropV);
    // what is left of the limit for the lead, in mm of it
    const mm = ((c.dropLimitFraction * 12 - c.dropV) / (amps * 2 * OHM_PER_M['18']!)) * 1000;
    expect(at(Math.floor(mm * 0.97))).toBeUndefined();
    expect(at(Math.ceil(mm * 1.03))).toBeDefined();
  });

  test('what is offered was tried: the lead it names is thick enough, and the next thinner one is not', () => {
    const startH = lampBox({}).outing.startH;
    const box = lampBox({
      lead: lead({ lengthMm: 16000, wire: awg('22') }),
      device: { spans: [{ startH, endH: startH + 2, dutyFraction: null }], minV: null }
    });
    const plan = planOf(box);
    const f = plan.findings.find((k) => k.id === 'voltage-drop' && k.where.kind === 'device')!;
    const [cure] = proven({ box, catalogue: STARTER_CATALOGUE, plan }, f);
    expect(cure!.label).toMatch(/^A lead of \d+ AWG$/);
    const after = applyEdits(box, cure!.edits);
    expect(lostIn(after)).toBeUndefined();
    const size = (after.devices[0]!.lead!.wire as { value: { size: string } }).value.size;
    expect(lostIn(lampBox({ lead: lead({ lengthMm: 16000, wire: awg(String(Number(size) + 2)) }) }))).toBeDefined();
  });

  test('in inches its length is said in inches', () => {
    const box = applyEdits(lampBox({ lead: lead({ lengthMm: 6096, wire: awg('22') }) }), [
      set('preferences/lengthUnit', 'in')
    ]);
    expect(lostIn(box)!.why).toContain('20 ft of 22 AWG');
  });

  test('a USB lead is reckoned at its five volts and may lose a tenth of them', () => {
    const usb = (lengthMm: number) =>
      lostIn(
        lampBox({
          lead: lead({ lengthMm, wire: awg('22') }),
          powerW: 7.5,
          portId: 'usb-a-twin',
          device: { supply: 'usb-a' }
        })
      );
    // 1.5 A over 22 AWG, half a volt allowed: 0.5 / (1.5 × 2 × 0.053) = 3.1 m
    expect(usb(2900)).toBeUndefined();
    const far = usb(3500)!;
    expect(far.figures.lostV).toBeCloseTo(1.5 * 2 * 3.5 * OHM_PER_M['22']!, 1);
    expect(far.why).toContain('bring 12 V to the device');
    expect(far.remedies).toEqual([]);
  });

  test('where the way to the plug loses too much and the lead next to nothing, the circuit alone says it', () => {
    const box = lampBox({ lead: lead({ lengthMm: 150, wire: awg('12') }), powerW: 60 });
    const circuit = box.circuits[0]!.id;
    const thin = applyEdits(box, [
      set(`circuits/${circuit}/wire`, awg('26')),
      set(`circuits/${circuit}/lengthMm`, setTo(4000))
    ]);
    expect(planOf(thin).findings.some((f) => f.key === `voltage-drop:${circuit}`)).toBe(true);
    expect(lostIn(thin)).toBeUndefined();
  });

  test('no lead, nothing to say', () => {
    expect(lostIn(lampBox({ powerW: 60 }))).toBeUndefined();
  });
});

describe('a lead too thin for the fuse before it', () => {
  test('is cured by a smaller fuse first, where one carries the load and the lead bears it', () => {
    const box = lampBox({ lead: lead({ lengthMm: 600, wire: awg('22') }), powerW: 12 });
    const circuit = box.circuits[0]!.id;
    const big = applyEdits(box, [set(`circuits/${circuit}/fuse`, setTo(10))]);
    const plan = planOf(big);
    const f = plan.findings.find((k) => k.id === 'device-lead-thin')!;
    expect(f.severity).toBe('stop');
    const cures = proven({ box: big, catalogue: STARTER_CATALOGUE, plan }, f);
    expect(cures[0]!.label).toMatch(/^Fit a [\d.]+ A fuse$/);
    const fuse = applyEdits(big, cures[0]!.edits).circuits[0]!.fuse as { value: number };
    expect(fuse.value).toBeLessThan(10);
    expect(planOf(applyEdits(big, cures[0]!.edits)).findings.some((k) => k.id === 'device-lead-thin')).toBe(false);
  });
});

describe('a cord through a gland', () => {
  const glandBox = (): Box => lampBox({ portId: 'gland-m12' });
  const said = (box: Box) => planOf(box).findings.filter((f) => f.id === 'circuit-shape');

  test('that ends in no circuit is told, with the device that hangs on it', () => {
    const [f] = said(glandBox());
    expect(f).toMatchObject({ severity: 'caution', title: 'The cord through G1 is not wired' });
    expect(f!.why).toContain('Lamp');
  });
  test('is wired by one press, and then has fuse and wire as any outlet', () => {
    const box = glandBox();
    const plan = planOf(box);
    const [cure] = proven({ box, catalogue: STARTER_CATALOGUE, plan }, said(box)[0]!);
    const wired = applyEdits(box, cure!.edits);
    expect(said(wired)).toEqual([]);
    const [c] = planOf(wired).wiring.circuits;
    expect([c!.portTag, c!.loadA > 0, c!.fuseA! > 0]).toEqual(['G1', true, true]);
  });
  test('a gland that nothing hangs on wants no circuit', () => {
    const box = glandBox();
    expect(said(applyEdits(box, [set(`devices/${id(box)}/portId`, null)]))).toEqual([]);
  });
});

describe('returns and taps are no way round it', () => {
  test('a cord whose circuit is taken away again is told again', () => {
    const box = lampBox({ portId: 'circular-16' });
    const gone = applyEdits(box, [{ op: 'remove', path: `circuits/${box.circuits[0]!.id}` }]);
    const [f] = planOf(gone).findings.filter((k) => k.id === 'circuit-shape');
    expect(f!.title).toBe('P1 is not wired');
    expect(
      planOf(applyEdits(box, [set(`circuits/${box.circuits[0]!.id}/fuse`, NONE)])).findings.length
    ).toBeGreaterThan(0);
  });
});
