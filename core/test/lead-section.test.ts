import { describe, expect, it } from 'vitest';
import { AUTO, setTo, UNKNOWN } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import { remove, set } from '../src/box/edit.ts';
import type { Box, Feed } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { slipwayBox } from '../src/demo/fed.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { ampacityA } from '../src/wiring/conductor.ts';
import { hasOwnLead, leadBearsA } from '../src/wiring/lead-section.ts';
import { awg, on, soundBase, span, withFeed } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const lead = (size: string | Feed['wire'], wireCount = 1): NonNullable<Feed['lead']> => ({
  lengthMm: 2000,
  wire: typeof size === 'string' ? awg(size) : size,
  wireCount
});

const led = (of: Feed['lead']) => ({ lead: of, wire: AUTO as Feed['wire'], wireCount: 1 });

/** A feed straight off the battery, through a connector in the wall: a section ahead of it, thicker wire behind. */
function sideFeed(over: Partial<Feed>, watts = 30): { box: Box; feedId: string } {
  const b = soundBase('Lead', 'battery-lfp-20');
  const inlet = b.port('genderless-30', 'front', 'In');
  const lamp = b.port('genderless-30', 'front', 'Lamp');
  b.edit(remove(`circuits/${inlet.circuitId}`));
  withFeed(b, 'Side', {
    from: setTo({ at: 'post', pack: null }),
    throughPortId: setTo(inlet.portId),
    wayIn: setTo('connector'),
    wire: awg('12'),
    lengthMm: setTo(500),
    ends: 'fuse-block',
    ...over
  });
  const feedId = b.box.feeds.at(-1)!.id;
  b.set(`circuits/${lamp.circuitId}/from`, setTo({ at: 'feed', id: feedId, ahead: false }));
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(watts), spans: span(8, 12) });
  return { box: b.box, feedId };
}
const idsAt = (box: Box, feedId: string): string[] =>
  planOf(box)
    .findings.filter((f) => f.where.id === feedId && f.severity === 'stop')
    .map((f) => f.id);

describe('the section ahead of a feed’s way in, thinner than the rest', () => {
  it('is too thin for a fuse that suits the rest, and is called by what it is', () => {
    const { box, feedId } = sideFeed({ fuse: setTo(20), lead: lead('20') });
    const f = planOf(box).findings.find((k) => k.id === 'guard-exceeds-element' && k.where.id === feedId)!;
    expect(f).toMatchObject({ severity: 'stop' });
    expect(f.title).toBe('FA is too big for the section ahead of feed A (20 AWG)');
    const cures = proven({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) }, f);
    expect(cures.length).toBeGreaterThan(0);
  });

  it('says nothing where it is as thick as the rest, thicker, or several side by side', () => {
    for (const ahead of [lead('12'), lead('8'), lead('16', 2), lead(AUTO), null]) {
      const { box, feedId } = sideFeed({ fuse: setTo(20), lead: ahead });
      expect(idsAt(box, feedId)).not.toContain('guard-exceeds-element');
      expect(idsAt(box, feedId)).not.toContain('element-overload');
    }
  });

  it('of one wire ahead of two alike bears half, and is cured as the two are', () => {
    const { box, feedId } = sideFeed({ fuse: setTo(30), wireCount: 2, lead: lead(AUTO) });
    expect(idsAt(box, feedId)).toContain('guard-exceeds-element');
    const plan = planOf(box);
    const f = plan.findings.find((k) => k.id === 'guard-exceeds-element' && k.where.id === feedId)!;
    const [cure] = f.remedies.filter((r) => r.label.endsWith('of the section ahead'));
    expect(idsAt(applyEdits(box, cure!.edits), feedId)).not.toContain('guard-exceeds-element');
    const two = sideFeed({ fuse: setTo(30), wireCount: 2, lead: lead(AUTO, 2) });
    expect(idsAt(two.box, two.feedId)).not.toContain('guard-exceeds-element');
  });

  it('left to Haversack with the rest it is chosen for where it is fewest, and loses what the chosen wire loses', () => {
    const auto = (wireCount: number, ahead: number) => {
      const { box, feedId } = sideFeed({ fuse: setTo(30), wire: AUTO, wireCount, lead: lead(AUTO, ahead) });
      expect(idsAt(box, feedId)).not.toContain('guard-exceeds-element');
      return planOf(box).wiring.feeds[0]!;
    };
    expect(auto(2, 1).oneAmpacityA!).toBeGreaterThanOrEqual(30);
    expect(auto(2, 1).oneAmpacityA!).toBeGreaterThan(auto(2, 2).oneAmpacityA!);
    // two metres ahead and half a metre behind of one size: a fifth is lost behind
    const { wire, branchMilliOhm } = auto(1, 1);
    const short = sideFeed({ fuse: setTo(30), wire: setTo(wire!), lead: null });
    const behind = planOf(short.box).wiring.feeds[0]!;
    const perMm = (branchMilliOhm - behind.branchMilliOhm) / 2000;
    expect(perMm).toBeLessThan(0.004);
  });

  it('is too thin for the load by itself, with a smaller fuse as well', () => {
    const { box, feedId } = sideFeed({ fuse: setTo(5), lead: lead('20') }, 150);
    expect(idsAt(box, feedId)).toContain('element-overload');
    const thick = sideFeed({ fuse: setTo(15), lead: lead('12') }, 150);
    expect(idsAt(thick.box, thick.feedId)).not.toContain('element-overload');
  });

  it('is what an automatic fuse keeps to, where that can carry the load', () => {
    const fuseOf = (ahead: Feed['lead'], watts?: number) =>
      planOf(sideFeed({ fuse: AUTO, lead: ahead }, watts).box).wiring.feeds[0]!;
    const plain = fuseOf(null);
    const thin = fuseOf(lead('20'));
    expect(thin.fuseA!).toBeLessThanOrEqual(leadBearsA(led(lead('20')), thin.laid));
    expect(thin.fuseA!).toBeLessThanOrEqual(plain.fuseA!);
    const six = fuseOf(lead('20'), 60);
    expect(six.fuseA).toBe(7.5);
    expect(fuseOf(lead('12'), 60).fuseA).toBeGreaterThanOrEqual(7.5);
  });

  it('asked for where nobody knows it, and a stop only where it may be one', () => {
    const { box, feedId } = sideFeed({ fuse: setTo(20), lead: lead(UNKNOWN) });
    const f = planOf(box).findings.find((k) => k.where.id === feedId && k.id === 'unknown-attribute')!;
    expect(f.title).toContain('wire of the section ahead');
    expect(f.why).toMatch(/too (big|slow) for the section ahead/);
  });
});

describe('the lead of the main feed', () => {
  const slipway = (size: string | Feed['wire'], lengthMm = 6000): Box =>
    applyEdits(slipwayBox(), [set('feeds/main/lead', { ...lead(size), lengthMm })]);
  const curesOf = (box: Box, id: string): string[] => {
    const plan = planOf(box);
    const f = plan.findings.find((k) => k.id === id)!;
    expect(f, id).toBeDefined();
    return proven({ box, catalogue: STARTER_CATALOGUE, plan }, f).map((r) => r.label);
  };

  it('too thin for the main fuse is cured at the lead, not at the wire inside', () => {
    expect(curesOf(slipway('12'), 'guard-exceeds-element')).toContain(
      'Let Haversack choose the wire of the section ahead'
    );
  });

  it('that loses too much is the wire that is offered', () => {
    expect(curesOf(slipway('14'), 'voltage-drop')).toContain(
      'Let Haversack choose the wire of the section ahead of Main feed'
    );
  });

  it('through which a short opens the fuse slowly is offered thicker, too', () => {
    const box = applyEdits(slipway('12', 9000), [set('feeds/main/fuse', setTo(30))]);
    expect(curesOf(box, 'fault-too-weak')).toContain('Let Haversack choose the wire of the section ahead');
  });

  it('is left alone where it is thick enough', () => {
    const stops = planOf(slipway('6', 2400)).findings.filter((f) => f.severity === 'stop');
    expect(stops).toEqual([]);
  });

  it('limits an automatic main fuse whose family has a smaller one', () => {
    const b = soundBase('Outside', 'battery-lfp-20', 'holder-inline-blade');
    const inlet = b.port('genderless-30', 'front', 'In');
    const lamp = b.port('genderless-30', 'front', 'Lamp');
    b.edit(remove(`circuits/${inlet.circuitId}`));
    b.set('bank/stands', 'outside')
      .set('feeds/main/throughPortId', setTo(inlet.portId))
      .set('feeds/main/wayIn', setTo('connector'))
      .set('feeds/main/wire', awg('10'));
    b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(60), spans: span(8, 12) });
    const mainA = (size: string): number =>
      planOf(applyEdits(b.box, [set('feeds/main/lead', lead(size))])).wiring.main.fuseA!;
    const { laid } = planOf(b.box).wiring.main;
    for (const size of ['18', '16', '14', '10'])
      expect(mainA(size)).toBeLessThanOrEqual(Math.max(7.5, ampacityA({ system: 'awg', size }, laid)));
    expect(mainA('18')).toBeLessThanOrEqual(mainA('10'));
  });
});

describe('what a lead bears', () => {
  const { laid } = planOf(sideFeed({}).box).wiring.main;
  it('is that of all its wires together, by its own size', () => {
    const one = ampacityA({ system: 'awg', size: '16' }, laid);
    expect(leadBearsA(led(lead('16')), laid)).toBe(one);
    expect(leadBearsA(led(lead('16', 3)), laid)).toBe(3 * one);
  });
  it('is no limit where nobody set it, knows it, or it is not there', () => {
    for (const none of [lead(AUTO), lead(UNKNOWN), null]) expect(leadBearsA(led(none), laid)).toBe(Infinity);
    expect(leadBearsA(undefined, laid)).toBe(Infinity);
    // as the rest, of which the size was set
    expect(leadBearsA({ ...led(lead(AUTO, 2)), wire: awg('16') }, laid)).toBe(
      2 * ampacityA({ system: 'awg', size: '16' }, laid)
    );
  });
  it('is one of its own where its wire differs, or how many lie side by side', () => {
    const own = [lead('16'), lead(UNKNOWN), lead(AUTO, 2), lead(AUTO), null].map((l) => hasOwnLead(led(l)));
    expect(own).toEqual([true, true, true, false, false]);
  });
});
