import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Feed } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { proven } from '../src/remedy/prove.ts';
import { makeSound } from '../src/remedy/sound.ts';
import { areaMm2 } from '../src/wiring/conductor.ts';
import { END_TAKES_MM2 } from '../src/wiring/sizing.ts';
import { on, solar, soundBase, span, withFeed } from './small-boxes.ts';
import { evaluate } from './evaluated.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);

/** A floodlight of some 23 A behind a feed that ends in small connectors, everything else left to Haversack. */
function lightBehind(ends: Feed['ends']): Box {
  const b = soundBase('Light', 'battery-lfp-100', 'holder-post');
  withFeed(b, 'Light', { ends });
  const light = b.port('circular-28', 'left', 'Light');
  b.device('lamp-strip', { name: 'Light', portId: light.portId, modes: on(255), spans: span(18, 19) });
  b.set(`circuits/${light.circuitId}/from`, setTo({ at: 'feed', id: 'f2', ahead: false }));
  return b.box;
}
const TOO_THIN = /fuse-exceeds-conductor|conductor-overload/;
const tooThin = (box: Box) => planOf(box).findings.filter((f) => TOO_THIN.test(f.id));

describe('wire that is too thin because of what it ends in', () => {
  test.each(['lever', 'push-in'] as const)('%s connectors give way to a bus bar, and the wire grows', (ends) => {
    const box = lightBehind(ends);
    const plan = planOf(box);
    expect(areaMm2(plan.wiring.feeds[0]!.wire!)).toBeLessThanOrEqual(END_TAKES_MM2[ends]!);
    const [thin] = tooThin(box);
    const offered = proven({ box, catalogue: STARTER_CATALOGUE, plan }, thin!);
    const bar = offered.find((r) => r.label === `A bus bar in place of the ${ends} connectors`)!;
    const after = applyEdits(box, bar.edits);
    expect(tooThin(after)).toEqual([]);
    expect(areaMm2(planOf(after).wiring.feeds[0]!.wire!)).toBeGreaterThan(END_TAKES_MM2[ends]!);
  });

  it('is made sound by the bar, not by wire that does not go in', () => {
    const { changes, inTheWay } = makeSound(lightBehind('lever'), STARTER_CATALOGUE, 'stops');
    expect(inTheWay).toEqual([]);
    const sound = applyEdits(
      lightBehind('lever'),
      changes.flatMap((c) => c.edits)
    );
    expect(planOf(sound).findings.filter((f) => f.id === 'joint-unsound')).toEqual([]);
  });

  it('a stud takes any wire: nothing to be changed there', () => {
    expect(tooThin(lightBehind('stud'))).toEqual([]);
  });
});

describe('wire near its limit', () => {
  it('goes by the heat of what comes and goes, as its fuse does; a steady load counts whole', () => {
    const radio = (dutyFraction: number) => {
      const b = soundBase('Radio', 'battery-lfp-100', 'holder-post');
      const port = b.port('circular-28', 'left', 'Radio');
      b.device('hf-100-data', { portId: port.portId, modes: on(260, dutyFraction), spans: span(18, 19) });
      b.set('circuits/c1/wire', setTo({ system: 'awg', size: '12' }));
      return b.box;
    };
    const [often] = planOf(radio(1)).wiring.circuits;
    expect(often!.carriesA).toBeLessThan(often!.ampacityA!);
    expect(tooThin(radio(1)).map((f) => [f.id, f.severity])).toContainEqual(['conductor-overload', 'caution']);
    expect(tooThin(radio(0.1)).filter((f) => f.id === 'conductor-overload')).toEqual([]);
  });
});

describe('the cord of a device', () => {
  const cord = (wire: Box['devices'][number]['lead']): Box => {
    const b = soundBase('Lamp', 'battery-lfp-50');
    const port = b.port('circular-20', 'left', 'Lamp');
    b.device('lamp-strip', { name: 'Yard lamp', portId: port.portId, spans: span(18, 19), lead: wire });
    return b.set('circuits/c1/fuse', setTo(15)).box;
  };
  const lead = { lengthMm: 1000, adapter: 'none', reversed: 'no', armoured: 'no' } as const;

  it('is named as such where it is what burns, and it is what is changed', () => {
    const box = cord({ ...lead, wire: setTo({ system: 'awg', size: '28' }) });
    const slow = planOf(box).findings.find((f) => f.id === 'adiabatic-fail')!;
    expect(slow.title).toBe('F1 is too slow for the lead of Yard lamp (28 AWG)');
    const paths = (typeof slow.remedies === 'function' ? [] : slow.remedies).flatMap((r) => r.edits.map((e) => e.path));
    expect(paths).toContain('devices/d1/lead/wire');
    expect(paths).not.toContain('circuits/c1/wire');
  });

  it('unread, it is not blamed for what other unknowns may bring about', () => {
    // a long cord at 48 V loses next to nothing: whatever it is, nothing follows from it
    const b = soundBase('Gate', 'battery-agm-35', 'holder-inline-blade').set('feeds/main/ends', 'push-in');
    b.set('feeds/main/blockPartId', null).set('charging/solar', solar({ panelW: 50 }));
    withFeed(b, 'Network', {
      fuse: { is: 'unknown' },
      wire: { is: 'unknown' },
      ends: 'splice',
      converter: { outV: 48, partId: null, ratedW: 30 }
    });
    const port = b.port('circular-12', 'left', 'Camera');
    b.set('circuits/c1/from', setTo({ at: 'feed', id: 'f2', ahead: false }));
    b.device('ip-camera', {
      name: 'Gate camera',
      supply: 'dc-converter',
      wantsV: 48,
      minV: 40,
      maxV: 57,
      portId: port.portId,
      modes: on(9),
      spans: span(0, 24),
      lead: { ...lead, lengthMm: 20000, wire: { is: 'unknown' } }
    });
    const asked = planOf(b.box).findings.filter((f) => f.open);
    expect(asked.some((f) => f.key.includes('feeds-f2-wire'))).toBe(true);
    expect(asked.filter((f) => f.key.includes('lead-wire')).map((f) => f.why)).toEqual([]);
    const box = cord({ ...lead, wire: { is: 'unknown' } });
    // what stands at its own ends it is asked for
    const asksCord = planOf(box).findings.filter((f) => f.open && f.key.includes('lead-wire'));
    expect(asksCord[0]?.mayBe.map((m) => m.title).join()).toMatch(/Yard lamp/);
  });
});

describe('what begins at a post', () => {
  /** A small battery with tabs; a floodlight of more than they bear off its post. */
  const tabbed = (over: (b: ReturnType<typeof soundBase>) => void): Box => {
    const b = soundBase('Tabs', 'battery-agm-12', 'holder-inline-blade');
    const light = b.port('circular-28', 'left', 'Light');
    b.device('lamp-strip', { portId: light.portId, modes: on(370), spans: span(18, 19) });
    b.set(`circuits/${light.circuitId}/from`, setTo({ at: 'post', pack: null }));
    // wires that lie together want more copper
    b.set('wiring/bundledCount', setTo(4));
    over(b);
    return b.box;
  };
  const tooThick = (box: Box) => planOf(box).findings.filter((f) => /too thick for a/.test(f.title));

  it('has no wire of Haversack’s choice that is thicker than the battery’s terminal takes', () => {
    const box = tabbed(() => {});
    expect(areaMm2(planOf(box).wiring.circuits[0]!.wire!)).toBeLessThanOrEqual(6);
    expect(tooThick(box)).toEqual([]);
  });

  it('brings the common return no further than that either', () => {
    const box = tabbed((b) => {
      withFeed(b, 'Heavy', { from: setTo({ at: 'post', pack: null }), ends: 'stud' });
      b.set('circuits/c1/from', setTo({ at: 'feed', id: 'f2', ahead: false }));
    });
    const { returnWire, wire } = planOf(box).wiring.main;
    expect(areaMm2(returnWire!)).toBeGreaterThan(areaMm2(wire!));
    expect(areaMm2(returnWire!)).toBeLessThanOrEqual(6);
    expect(tooThick(box)).toEqual([]);
  });

  it('comes back over the common return where a shunt counts it, by itself where none does', () => {
    const counted = (shunt: boolean) =>
      planOf(tabbed((b) => (shunt ? b.use('shunt', 'shunt-50', 'wiring/shuntPartId') : b))).wiring.main;
    expect(counted(false).returnWire).toEqual(counted(false).wire);
    expect(areaMm2(counted(true).returnWire!)).toBeGreaterThan(areaMm2(counted(true).wire!));
  });
});
