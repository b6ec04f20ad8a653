import { describe, expect, it, test } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Device, Feed } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { byCause } from '../src/findings/causes.ts';
import { areaMm2 } from '../src/wiring/conductor.ts';
import { lostV } from '../src/wiring/drop.ts';
import { plugMostMm2 } from '../src/wiring/device-lead.ts';
import { awg, on, soundBase, span, withFeed } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const drops = (box: Box) => planOf(box).findings.filter((f) => f.id === 'voltage-drop');
const circuit = (box: Box, id = 'c1') => planOf(box).wiring.circuits.find((c) => c.circuit.id === id)!;

/** A radio and a lamp on a feed to a second box forward, on a wire of somebody's choice. */
function forward(over: Partial<Feed>): Box {
  const b = soundBase('Two boxes', 'battery-lfp-20', 'holder-inline-blade');
  const gland = b.port('gland-m16', 'left', 'Forward');
  withFeed(b, 'Bow box', {
    from: setTo({ at: 'feed', id: 'main', ahead: true }),
    lengthMm: setTo(4000),
    ends: 'lever',
    secondBox: true,
    wayIn: setTo('gland'),
    throughPortId: setTo(gland.portId),
    ...over
  });
  const radio = b.port('circular-16', 'front', 'Radio');
  b.device('scanner', { name: 'Scanner', portId: radio.portId, modes: on(40), spans: span(8, 12) });
  b.set('circuits/c1/from', setTo({ at: 'feed', id: 'f2', ahead: false })).set('circuits/c1/fuse', setTo(5));
  return b.box;
}

describe('where the most is lost', () => {
  it('is a piece of its own, out and back, of whoever it belongs to', () => {
    const c = circuit(forward({ wire: awg('18') }));
    const worst = c.dropPieces().toSorted((p, q) => lostV(q) - lostV(p))[0]!;
    expect(worst.wireOf).toBe('f2');
    expect(c.dropPieces().map((p) => p.what)).toContain('Return of A with its crimps');
    const sum = c.dropPieces().reduce((v, p) => v + lostV(p), 0);
    expect(sum).toBeCloseTo(c.dropV, 9);
  });

  it('is cured there, not at the circuit behind it', () => {
    const box = forward({ wire: awg('18'), fuse: setTo(7.5) });
    const [told] = drops(box);
    expect(told!.why).toMatch(/is lost in: (18 AWG to|return of A)/);
    expect(told!.why).not.toMatch(/Thicker wire does not cure/);
    const remedy = told!.remedies.find((r) => r.label === 'Let Haversack choose the wire of Bow box')!;
    expect(drops(applyEdits(box, remedy.edits))).toEqual([]);
  });

  test('a circuit is sized with its feed as it is, not as if that were as thin as the circuit', () => {
    const { wiring } = planOf(forward({ fuse: setTo(7.5) }));
    const [feed] = wiring.feeds;
    const behind = wiring.circuits.find((c) => c.circuit.id === 'c1')!;
    expect(areaMm2(behind.wire!)).toBeLessThan(areaMm2(feed!.wire!));
    expect(behind.dropFraction).toBeLessThanOrEqual(behind.dropLimitFraction);
  });

  test('in the main wire it is the main wire that is thickened', () => {
    const b = soundBase('Long main', 'battery-lfp-20', 'holder-inline-blade');
    const radio = b.port('circular-16', 'front', 'Radio');
    b.device('scanner', { name: 'Scanner', portId: radio.portId, modes: on(60), spans: span(8, 12) });
    b.set('feeds/main/wire', awg('18')).set('feeds/main/lengthMm', setTo(4000)).set('feeds/main/fuse', setTo(10));
    const [told] = drops(b.box);
    expect(told!.why).toMatch(/is lost in: main wire, out and back\.$/);
    const remedy = told!.remedies.find((r) => /wire of Main feed/.test(r.label))!;
    expect(circuit(applyEdits(b.box, remedy.edits)).dropV).toBeLessThan(circuit(b.box).dropV / 2);
  });

  test('in contacts no wire is offered', () => {
    const b = soundBase('Barrel', 'battery-lfp-20', 'holder-inline-blade');
    const barrel = b.port('dc-5521', 'front', 'Camera');
    b.device('scanner', { name: 'Camera', portId: barrel.portId, modes: on(20), spans: span(8, 12) });
    b.set(`ports/${barrel.portId}/contactMilliOhm`, 400).set('circuits/c1/wire', awg('16'));
    const [told] = drops(b.box);
    expect(told!.why).toMatch(/switch and port contacts\. Thicker wire does not cure that\.$/);
    expect(told!.remedies.map((r) => r.label).join()).not.toMatch(/the wire/);
  });
});

describe('a cord that loses too much', () => {
  const lead = (lengthMm: number, size: string): Device['lead'] => ({
    lengthMm,
    wire: awg(size),
    adapter: 'none',
    reversed: 'no',
    armoured: 'no'
  });
  function camera(partId: string, lengthMm: number, size: string): Box {
    const b = soundBase('Camera on a cord', 'battery-lfp-20', 'holder-inline-blade');
    const port = b.port(partId, 'front', 'Camera');
    b.device('scanner', {
      name: 'Camera',
      portId: port.portId,
      modes: on(20),
      spans: span(8, 12),
      lead: lead(lengthMm, size)
    });
    return b.box;
  }
  const told = (box: Box) => drops(box).find((f) => f.key.endsWith(':lead'));

  it('gets a thicker one as long as that goes into its plug', () => {
    const box = camera('genderless-30', 6000, '22');
    const remedy = told(box)!.remedies[0]!;
    expect(remedy.label).toMatch(/^A lead of 1[0246] AWG$/);
    expect(told(applyEdits(box, remedy.edits))).toBeUndefined();
  });

  it('is told how long one that goes in may be, where none is thick enough; that length is the limit', () => {
    const box = camera('dc-5521', 6000, '22');
    const { remedies, why } = told(box)!;
    expect(remedies).toEqual([]);
    const [, size, metres, unit] = /into such a plug, (\d+) AWG, may be ([\d.]+) (m+) long/.exec(why)!;
    expect(size).toBe('18');
    const mm = Number(metres) * (unit === 'm' ? 1000 : 1);
    const at = (lengthMm: number) => applyEdits(box, [set('devices/d1/lead', lead(lengthMm, '18'))]);
    const id = box.devices[0]!.id;
    expect(id).toBe('d1');
    expect(told(at(mm))).toBeUndefined();
    expect(told(at(mm + 200))).toBeDefined();
  });

  test('plugs take more copper the more they bear, an unknown one what a tab takes', () => {
    expect([2, 5, 10, 20, 30].map(plugMostMm2)).toEqual([1, 1.5, 2.5, 4, 6]);
    expect(plugMostMm2(null)).toBe(6);
  });
});

test('a cord goes through a gland whole: heat is told of what has terminals', () => {
  const box = forward({ wire: awg('18'), fuse: setTo(15), wayIn: setTo('gland') });
  const hot = applyEdits(box, [
    set('devices/d1/modes/m1/draw', { kind: 'power', powerW: 150 }),
    set('circuits/c1/fuse', NONE),
    set('circuits/c1/wire', AUTO)
  ]);
  const titles = planOf(hot).findings.flatMap((f) => (f.id === 'terminal-too-hot' ? [f.title] : []));
  expect(titles.length).toBeGreaterThan(0);
  expect(titles.join()).not.toMatch(/tabs of G1/);
});

test('a device that gives up and the end of the plan it causes are one matter', () => {
  const b = soundBase('Weak way', 'battery-lfp-20', 'holder-inline-blade');
  const port = b.port('circular-16', 'front', 'Receiver');
  b.device('bite-receiver', { name: 'Receiver', portId: port.portId, spans: span(8, 16), minV: 12.4 });
  b.device('lamp-strip', { name: 'Lamp', portId: port.portId, modes: on(50), spans: span(9, 10) });
  b.set('circuits/c1/wire', awg('20')).set('circuits/c1/lengthMm', setTo(4000)).set('circuits/c1/fuse', setTo(7.5));
  const { findings } = planOf(b.box);
  const cause = byCause(findings).find((c) => [c.head, ...c.others].some((f) => f.id === 'runtime-short'))!;
  expect([cause.head, ...cause.others].map((f) => f.id)).toEqual(['device-undervoltage', 'runtime-short']);
  expect(cause.title).toMatch(/^Receiver stops at/);
});
