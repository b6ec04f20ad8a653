import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo, type Attr } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import { addFeedEdits } from '../src/box/feed-edits.ts';
import type { Box, Relay } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';

/** A second box forward behind a relay; its feed's fuse, and what stands before the coil. */
function withRelay(feedA: number, coilFuse: Attr<number>, pole: Relay['switchPole'] = 'plus'): Box {
  const b = new BoxBuilder('Relay forward');
  b.use('battery', 'battery-agm-75', 'bank/partId').use('case', 'case-battery-box-large', 'casePartId');
  b.use('fuse-holder', 'holder-post', 'feeds/main/holderPartId').use(
    'fuse-block',
    'block-blade-6',
    'feeds/main/blockPartId'
  );
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')).set('feeds/main/fuse', setTo(60));
  const finder = b.port('circular-16', 'right', 'Finder');
  const kill = b.port('toggle-12', 'left', 'Kill');
  const bow = addFeedEdits(b.box, {
    name: 'Bow',
    fuse: setTo(feedA),
    wire: setTo({ system: 'awg', size: '8' }),
    secondBox: true,
    ends: 'splice'
  });
  b.edit(...bow.edits);
  b.set(`circuits/${finder.circuitId}/from`, setTo({ at: 'feed', id: bow.feedId, ahead: false }));
  b.device('fish-finder-9', { name: 'Finder', portId: finder.portId });
  b.set('relays', [
    {
      id: 'r1',
      name: 'Bow relay',
      inId: bow.feedId,
      contact: 'make',
      ratingA: 30,
      coilA: 0.15,
      coilFuse,
      switchPortId: setTo(kill.portId),
      switchPole: pole,
      suppressed: 'yes'
    }
  ]);
  return b.box;
}
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const ofCoil = (box: Box) => planOf(box).findings.find((f) => f.key.endsWith('K1-coil-fuse'));

describe('the coil of a relay that stands in a feed', () => {
  it.each(['plus', 'minus'] as const)(
    'without a fuse of its own burns before a big one opens (switch in its %s)',
    (pole) => {
      const f = ofCoil(withRelay(30, NONE, pole))!;
      expect([f.severity, f.verdict]).toEqual(['stop', 'safe']);
      expect(f.why).toContain('before FA opens');
      expect(f.cause).toBe('fuse FA');
    }
  );

  it('with one that is too big for its wire is no better', () => {
    expect(ofCoil(withRelay(30, setTo(20)))!.severity).toBe('stop');
  });

  it('is fine behind a fuse its wire bears, its own or the feed’s', () => {
    expect(ofCoil(withRelay(30, setTo(2)))).toBeUndefined();
    expect(ofCoil(withRelay(5, NONE))).toBeUndefined();
  });

  it('automatic gets its own where the feed’s is too big, and none where that is small enough', () => {
    const fuseOf = (feedA: number) => planOf(withRelay(feedA, AUTO)).wiring.netlist.parts.find((p) => p.id === 'FK1');
    expect(fuseOf(30)!.ratingA).toBe(2);
    expect(fuseOf(5)).toBeUndefined();
    for (const feedA of [3, 5, 7.5, 30, 40]) expect(ofCoil(withRelay(feedA, AUTO)), `${feedA} A`).toBeUndefined();
  });

  it('is cured by one press, and the fuse is in the kit', () => {
    const box = withRelay(30, NONE);
    const plan = planOf(box);
    const all = proven({ box, catalogue: STARTER_CATALOGUE, plan }, ofCoil(box)!);
    const first = all.find((r) => r.label === 'A 2 A fuse');
    const cured = applyEdits(box, first!.edits);
    expect(ofCoil(cured)).toBeUndefined();
    expect(planOf(cured).wiring.netlist.parts.some((p) => p.id === 'FK1')).toBe(true);
    expect(
      planOf(cured)
        .kit.lines.map((l) => l.name)
        .join()
    ).toMatch(/2 A/);
  });
});

describe('what is sure at one place stays sure whatever else is unknown there', () => {
  it('a charger’s fuse too big for its set wire is wrong, whatever the main fuse may be', () => {
    const b = new BoxBuilder('Unknown main fuse');
    b.use('battery', 'battery-agm-20', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
    b.use('fuse-holder', 'holder-inline-blade', 'feeds/main/holderPartId');
    b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')).set('feeds/main/ends', 'splice');
    b.set('feeds/main/wire', setTo({ system: 'awg', size: '16' }));
    const p = b.port('circular-16', 'front', 'Lamp');
    b.device('lamp-red', { name: 'Lamp', portId: p.portId });
    b.set('charging/builtIn', [
      {
        id: 'bc1',
        name: 'Maintainer',
        currentA: setTo(2),
        voltageV: AUTO,
        fuse: setTo(30),
        from: AUTO,
        input: 'dc',
        lidShut: 'no'
      }
    ]);
    const stop = (box: Box) =>
      planOf(box).findings.filter((f) => f.id === 'guard-exceeds-element' && f.where.kind === 'battery');
    const main = (fuseA: number) => applyEdits(b.box, [set('feeds/main/fuse', setTo(fuseA))]);
    expect(stop(main(30)).map((f) => f.severity)).toEqual(['stop']);
    // a small one ahead of it opens first: nothing burns until that one is changed
    expect(stop(main(10)).map((f) => f.severity)).toEqual(['caution']);
    const unknown = applyEdits(b.box, [
      set('feeds/main/fuse', { is: 'unknown' }),
      set('wiring/insulationC', { is: 'unknown' })
    ]);
    expect(planOf(unknown).ends.length).toBeGreaterThan(0);
    expect(stop(unknown).map((f) => [f.severity, f.open])).toEqual([['caution', false]]);
  });
});

describe('a short that a fuse further ahead breaks', () => {
  it('never gets to the small ones behind it, however many stand between', () => {
    const tags = (holderId: string) => {
      const box = withRelay(30, setTo(2));
      const holder = STARTER_CATALOGUE.find((p) => p.id === holderId)!;
      const other = applyEdits(box, [set(`parts/${holderId}`, holder), set('feeds/main/holderPartId', holderId)]);
      return planOf(other).findings.filter((f) => f.id === 'interrupting-low' && f.severity === 'stop').length;
    };
    expect(tags('holder-post')).toBe(0);
    // a bolt-down midi fuse breaks less than this battery gives: every fuse behind it is told
    expect(tags('holder-midi')).toBeGreaterThan(2);
  });
});

it('is asked for by its relay, not by a word in small letters', () => {
  const { findings } = evaluate(
    applyEdits(withRelay(30, { is: 'unknown' }), [set('relays/r1/inId', 'main')]),
    STARTER_CATALOGUE
  );
  expect(
    findings
      .filter((f) => f.open)
      .map((f) => f.title)
      .join('; ')
  ).toMatch(/coil fuse of K1 FK1 is unknown/);
});
