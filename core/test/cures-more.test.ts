import { describe, expect, it, test } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box, Feed } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { makeSound } from '../src/remedy/sound.ts';
import { areaMm2 } from '../src/wiring/conductor.ts';
import { portTakesMm2 } from '../src/wiring/sizing.ts';
import { railBox } from './rail-box.ts';
import { awg, on, soundBase, span, withFeed } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const found = (box: Box, key: RegExp) => planOf(box).findings.find((f) => key.test(f.key));
function cures(box: Box, key: RegExp) {
  const plan = planOf(box);
  return proven(
    { box, catalogue: STARTER_CATALOGUE, plan },
    plan.findings.find((f) => key.test(f.key))!
  );
}

describe('a device that wants the battery’s own voltage on a shared one', () => {
  const box = railBox();
  const camera = box.devices.find((d) => d.name === 'Camera 1')!;
  const at = (edits: Edit[]) => applyEdits(box, edits);

  it('gets its circuit from the main feed where it hangs there alone', () => {
    const wrong = at([
      set(`devices/${camera.id}/minV`, 10),
      set(`devices/${camera.id}/maxV`, 16),
      set(`devices/${camera.id}/supply`, '12v'),
      set(`devices/${camera.id}/wantsV`, null),
      // another plug than those of the shared voltage
      set(
        'parts/circular-12',
        STARTER_CATALOGUE.find((p) => p.id === 'circular-12')!
      ),
      set(`ports/${camera.portId}/partId`, 'circular-12')
    ]);
    const key = new RegExp(`^rail-low:${camera.id}`);
    expect(found(wrong, key)?.severity).toBe('stop');
    const remedy = cures(wrong, key).find((r) => / from the main feed$/.test(r.label))!;
    const after = applyEdits(wrong, remedy.edits);
    expect(found(after, key)).toBeUndefined();
    const circuit = planOf(after).wiring.circuits.find((c) => c.circuit.portId === camera.portId)!;
    expect(circuit.rail).toBeUndefined();
    expect(planOf(after).findings.filter((f) => f.severity === 'stop')).toEqual([]);
  });

  it('gets a port of its own where others hang at the same plug', () => {
    const shared = at([
      set(`devices/${camera.id}/minV`, 10),
      set(`devices/${camera.id}/maxV`, 16),
      set(`devices/${camera.id}/supply`, '12v'),
      set(`devices/${box.devices.find((d) => d.name === 'Camera 2')!.id}/portId`, camera.portId)
    ]);
    const offered = found(shared, new RegExp(`^rail-low:${camera.id}`))!.remedies.map((r) => r.label);
    expect(offered.some((label) => / from the main feed$/.test(label))).toBe(false);
    expect(offered.some((label) => /^(Add|Plug it into) /.test(label))).toBe(true);
  });

  it('is asked about, not moved, while nobody read what it needs', () => {
    const open = at([set(`devices/${camera.id}/minV`, null), set(`devices/${camera.id}/wantsV`, 9)]);
    const told = found(open, new RegExp(`^rail-low:${camera.id}`));
    expect(told?.open).toBe(true);
    expect(told!.remedies.map((r) => r.label).join()).not.toMatch(/main feed/);
  });
});

test('what a converter gives is asked once, in words', () => {
  const box = railBox();
  const feed = box.feeds[1]!;
  const unread = applyEdits(box, [
    set(`feeds/${feed.id}/converter/partId`, null),
    set(`feeds/${feed.id}/converter/ratedW`, null)
  ]);
  const asked = planOf(unread).findings.filter((f) => f.open && f.about === `feeds/${feed.id}/converter/ratedW`);
  expect(asked.map((f) => f.id)).toEqual(['rail-overload']);
  for (const f of planOf(unread).findings)
    expect(`${f.title} ${f.why} ${f.asks ?? ''}`).not.toMatch(/ratedW|[a-z][A-Z][a-z]/);
});

describe('nothing at a strong battery that stands outside', () => {
  function hub(fuseA: number): Box {
    const b = soundBase('Hub', 'battery-agm-75', 'holder-inline-blade');
    b.set('feeds/main/holderPartId', null).set('feeds/main/fuse', NONE).set('bank/stands', 'outside');
    b.set('feeds/main/lead', { lengthMm: 3000, wire: awg('12'), wireCount: 1 }).set('feeds/main/wayIn', setTo('lugs'));
    const sw = b.port('toggle-12', 'left', 'All off');
    b.set('feeds/main/switches', setTo([sw.portId]));
    const finder = b.port('circular-16', 'front', 'Finder');
    b.device('fish-finder-9', { name: 'Finder', portId: finder.portId, spans: span(8, 12) });
    const lamp = b.port('circular-16', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(6), spans: span(8, 12) });
    b.set('circuits/c1/fuse', setTo(fuseA));
    return b.box;
  }

  it('gets a fuse, and is sound by it', () => {
    const first = cures(hub(15), /^no-main-fuse/)[0]!;
    const after = applyEdits(hub(15), first.edits);
    expect(found(after, /^no-main-fuse/)).toBeUndefined();
    expect(found(after, /^selectivity-poor/)?.severity).not.toBe('caution');
  });

  test('a branch that may open the main fuse is offered a smaller one that bears its load', () => {
    const box = applyEdits(hub(15), [
      set(
        'parts/holder-breaker',
        STARTER_CATALOGUE.find((p) => p.id === 'holder-breaker')!
      ),
      set('feeds/main/holderPartId', 'holder-breaker'),
      set('feeds/main/fuse', AUTO)
    ]);
    const [first] = cures(box, /^selectivity-poor:c1/);
    expect(first!.label).toMatch(/^F1: a (3|4|5|7\.5|10) A fuse$/);
    const after = applyEdits(box, first!.edits);
    expect(found(after, /^selectivity-poor:c1/)?.severity).not.toBe('caution');
    expect(found(after, /^fuse-near-limit:c1/)).toBeUndefined();
  });

  test('where the circuit’s fuse is small, it is not touched', () => {
    expect(cures(hub(3), /^no-main-fuse/)[0]!.label).not.toMatch(/F1/);
  });
});

describe('wire that goes onto a port', () => {
  const part = (id: string) => STARTER_CATALOGUE.find((p) => p.id === id && p.kind === 'panel')! as never;

  test('screws of a large connector take more than tabs and cups', () => {
    expect(portTakesMm2(part('circular-28'))).toBe(10);
    expect(portTakesMm2(part('circular-20'))).toBe(6);
    expect(portTakesMm2(part('genderless-30'))).toBe(6);
    expect(portTakesMm2(undefined)).toBe(6);
  });

  test('so a 30 A load at one gets a wire that bears it', () => {
    const b = soundBase('Inverter', 'battery-lfp-100', 'holder-post');
    const out = b.port('circular-28', 'front', 'Inverter');
    b.device('laptop-inverter', { name: 'Laptop', portId: out.portId, converterW: 300, spans: span(8, 10) });
    b.set('circuits/c1/from', setTo({ at: 'feed', id: 'main', ahead: true }));
    const c = planOf(b.box).wiring.circuits[0]!;
    expect(areaMm2(c.wire!)).toBeGreaterThan(6);
    expect(c.ampacityA!).toBeGreaterThan(c.carriesA);
  });
});

describe('automatic wire goes no further than the joint it ends in takes', () => {
  const lever = (ends: Feed['ends'], over: Partial<Feed>): Box => {
    const b = soundBase('Joint', 'battery-lfp-20', 'holder-inline-blade');
    withFeed(b, 'Bow', { ends, secondBox: true, ...over });
    const radio = b.port('circular-16', 'front', 'Radio');
    b.device('scanner', { name: 'Radio', portId: radio.portId, modes: on(50), spans: span(8, 12) });
    b.set('circuits/c1/from', setTo({ at: 'feed', id: 'f2', ahead: false }));
    return b.box;
  };
  const sizeOf = (box: Box) => areaMm2(planOf(box).wiring.feeds[0]!.wire!);

  test.each([
    { ends: 'lever' as const, most: 4 },
    { ends: 'push-in' as const, most: 2.5 }
  ])('$ends: $most mm² at most', ({ ends, most }) => {
    const long = lever(ends, { lengthMm: setTo(9000) });
    expect(sizeOf(long)).toBeLessThanOrEqual(most + 1e-9);
    expect(sizeOf(lever('stud', { lengthMm: setTo(9000) }))).toBeGreaterThan(most);
    expect(found(long, /^joint-unsound:f2:thick/)).toBeUndefined();
  });

  test('a short feed is no thicker than its fuse asks for: there is nothing to gain', () => {
    expect(sizeOf(lever('stud', { lengthMm: setTo(300) }))).toBeLessThan(2.1);
  });

  test('a feed that somebody made thin is counted as it is by what hangs behind it', () => {
    const thin = lever('stud', { lengthMm: setTo(4000), wire: awg('20'), fuse: setTo(7.5) });
    const c = planOf(thin).wiring.circuits[0]!;
    const feed = planOf(thin).wiring.feeds[0]!;
    expect(c.dropV).toBeGreaterThan(feed.dropV);
    expect(found(thin, /^voltage-drop:c1/)).toBeDefined();
  });
});

test('a long main wire left to Haversack leaves half of the volts that may be lost to the circuits', () => {
  const b = soundBase('Long lead', 'battery-lfp-50', 'holder-midi');
  const radio = b.port('circular-16', 'front', 'Radio');
  b.device('scanner', { name: 'Radio', portId: radio.portId, modes: on(80), spans: span(8, 12) });
  const at = (lengthMm: number) => planOf(applyEdits(b.box, [set('feeds/main/lengthMm', setTo(lengthMm))])).wiring.main;
  const lost = (m: ReturnType<typeof at>) => (m.lowLoadA * m.commonWireMilliOhm) / 1000;
  expect(areaMm2(at(4000).wire!)).toBeGreaterThan(areaMm2(at(300).wire!));
  expect(lost(at(4000))).toBeLessThan(0.5 * 0.03 * 12 * 1.2);
  const set4 = applyEdits(b.box, [set('feeds/main/lengthMm', setTo(4000)), set('feeds/main/wire', awg('12'))]);
  expect(lost(planOf(set4).wiring.main)).toBeGreaterThan(lost(at(4000)));
  expect(makeSound(b.box, STARTER_CATALOGUE, 'stops').inTheWay).toEqual([]);
  expect(planOf(applyEdits(b.box, [set('feeds/main/wire', UNKNOWN)])).wiring.main.wire).toBeUndefined();
  expect(planOf(applyEdits(b.box, [set('feeds/main/wire', AUTO)])).wiring.main.wire).toBeDefined();
});

test('an outlet that is named as a switch stands in the circuit twice: it is named, and freed by one press', () => {
  const b = soundBase('Twice', 'battery-lfp-20', 'holder-inline-blade');
  const lamp = b.port('circular-16', 'front', 'Lamp');
  const heat = b.port('circular-20', 'front', 'Heater');
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(6), spans: span(8, 12) });
  withFeed(b, 'Bow', { switches: setTo([lamp.portId]) });
  b.set('circuits/c2/from', setTo({ at: 'feed', id: 'f2', ahead: false }));
  expect(heat.circuitId).toBe('c2');
  const told = found(b.box, /^circuit-shape:box/)!;
  expect(told.severity).toBe('stop');
  expect(told.title).toMatch(/^(P1|S0) stands in the circuit twice$/);
  const [first] = cures(b.box, /^circuit-shape:box/);
  expect(first!.label).toBe('No switch in Bow');
  expect(found(applyEdits(b.box, first!.edits), /^circuit-shape:box/)).toBeUndefined();
});
