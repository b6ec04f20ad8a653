import { describe, expect, it } from 'vitest';
import { NONE, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import { withoutLever } from '../src/box/feed-edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { weakerCharge } from '../src/charge/weaker.ts';
import { evaluate } from '../src/evaluate.ts';
import { degreeOf } from '../src/findings/matter.ts';
import type { Finding } from '../src/findings/rule.ts';
import { attempt } from '../src/remedy/attempt.ts';
import { proven, type Proven } from '../src/remedy/prove.ts';
import { awg, on, solar, soundBase, span } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const found = (box: Box, id: string): Finding | undefined => planOf(box).findings.find((f) => f.id === id);
function remediesOf(box: Box, id: string): Proven[] {
  const plan = planOf(box);
  return proven(
    { box, catalogue: STARTER_CATALOGUE, plan },
    plan.findings.find((f) => f.id === id)!
  );
}

/** A main fuse that is too big for the small switch behind it as well as for its wire: neither change alone is enough. */
function twiceTooBig(): Box {
  const b = soundBase('Twice', 'battery-agm-20', 'holder-post');
  const lamp = b.port('circular-16', 'front', 'Lamp');
  const small = b.port('rocker-20', 'right', 'On');
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, modes: on(105), spans: span(18, 19) });
  b.set('feeds/main/switches', setTo([small.portId]))
    .set('feeds/main/fuse', setTo(40))
    .set('feeds/main/wire', awg('14'));
  return b.box;
}

describe('a finding about two things', () => {
  it('is cured by two changes where neither cures it alone', () => {
    const box = twiceTooBig();
    const plan = planOf(box);
    const f = plan.findings.find((k) => k.id === 'main-fuse-exceeds')!;
    expect(f.why).toContain('S0');
    expect(f.why).toContain('14 AWG');
    const [first] = remediesOf(box, 'main-fuse-exceeds');
    expect(first?.label).toMatch(/, and: \p{Ll}/u);
    const cured = applyEdits(box, first!.edits);
    expect(found(cured, 'main-fuse-exceeds')).toBeUndefined();
    const had = new Set(plan.findings.map((k) => k.key));
    expect(
      planOf(cured)
        .findings.filter((k) => k.severity !== 'note' && !had.has(k.key))
        .map((k) => k.key)
    ).toEqual([]);
  });
});

describe('the weather a box is built towards', () => {
  const box = (): Box => {
    const b = soundBase('Weather', 'battery-lfp-20');
    const posts = b.port('binding-posts', 'left', 'Posts');
    b.port('socket-12v-capped', 'front', 'Socket');
    b.set('outing/seal', 'rain').set(`circuits/${posts.circuitId}/fuse`, setTo(5));
    return b.box;
  };

  it('is one matter whichever port is the weakest: lifting that brings no new caution', () => {
    const plan = planOf(box());
    const f = plan.findings.find((k) => k.id === 'ip-weakest')!;
    expect(f.key).toBe('ip-weakest:case');
    const posts = box().ports[0]!.id;
    expect(f.where).toMatchObject({ kind: 'port', id: posts });
    const socket = STARTER_CATALOGUE.find((p) => p.id === 'socket-12v-20')!;
    const edits = [set(`parts/${socket.id}` as string, socket), set(`ports/${posts}/partId`, socket.id)];
    const tried = attempt({ box: box(), catalogue: STARTER_CATALOGUE, plan }, edits)!;
    expect(tried.fresh.filter((k) => k.id === 'ip-weakest')).toEqual([]);
    const after = tried.plan.findings.find((k) => k.id === 'ip-weakest')!;
    expect(after.title).not.toBe(f.title);
    expect(degreeOf(after)).toBeLessThan(degreeOf(f));
  });

  it('is a new caution where a change makes it worse', () => {
    const sealed = applyEdits(box(), [set('ports', box().ports.slice(1)), set('circuits', box().circuits.slice(1))]);
    const plan = planOf(sealed);
    expect(plan.findings.some((k) => k.id === 'ip-weakest')).toBe(true);
    const tried = attempt({ box: sealed, catalogue: STARTER_CATALOGUE, plan }, [
      set('ports', box().ports),
      set('circuits', box().circuits)
    ])!;
    expect(tried.fresh.map((k) => k.key)).toContain('ip-weakest:case');
  });

  it('is accepted by the key it had, too, and that acceptance can be taken back', () => {
    const port = box().ports[0]!.id;
    const former = applyEdits(box(), [set('accepted', [{ key: `ip-weakest:${port}`, reason: 'Stands under a roof' }])]);
    const f = found(former, 'ip-weakest')!;
    expect(f.acceptedBecause).toBe('Stands under a roof');
    expect(f.acceptedAs).toBe(`ip-weakest:${port}`);
    const now = applyEdits(box(), [set('accepted', [{ key: 'ip-weakest:case', reason: 'As it is' }])]);
    expect(found(now, 'ip-weakest')).toMatchObject({ acceptedBecause: 'As it is', acceptedAs: 'ip-weakest:case' });
    expect(found(box(), 'ip-weakest')!.acceptedAs).toBeNull();
    // what stays at its place is accepted there and nowhere else
    const other = applyEdits(box(), [set('accepted', [{ key: 'live-male-pins:case', reason: 'no' }])]);
    expect(found(other, 'live-male-pins')!.acceptedBecause).toBeNull();
  });
});

describe('a fuse in place of a breaker', () => {
  const box = (): Box => {
    const b = soundBase('Breaker', 'battery-flooded-110', 'holder-breaker');
    const lamp = b.port('circular-16', 'front', 'Lamp');
    b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, spans: span(18, 19) });
    b.set('feeds/main/leverSwitches', true).set('feeds/main/switches', NONE).set('feeds/main/wire', awg('4'));
    return b.box;
  };

  it('takes its lever along, so that nothing waits for a lever that is not there', () => {
    expect(withoutLever(box(), 'post', 'feeds/main')).toEqual([set('feeds/main/leverSwitches', false)]);
    expect(withoutLever(box(), 'breaker', 'feeds/main')).toEqual([]);
    expect(withoutLever(box(), 'post', 'circuits/c1')).toEqual([]);
    expect(withoutLever(applyEdits(box(), [set('feeds/main/leverSwitches', false)]), 'post', 'feeds/main')).toEqual([]);
  });

  it('is offered where the breaker cannot break the short', () => {
    const f = found(box(), 'interrupting-low')!;
    expect(f.severity).toBe('stop');
    const cured = applyEdits(box(), remediesOf(box(), 'interrupting-low')[0]!.edits);
    expect(found(cured, 'interrupting-low')).toBeUndefined();
    expect(found(cured, 'breaker-lever')).toBeUndefined();
    expect(cured.feeds[0].leverSwitches).toBe(false);
  });
});

describe('a weaker charge', () => {
  const box = (fedFrom: Box['charging']['fedFrom']): Box =>
    soundBase('Charge', 'battery-agm-20')
      .set('charging/fedFrom', fedFrom)
      .set('charging/path', setTo('lid-open'))
      .set('charging/chargerA', setTo(30)).box;

  it('is a weaker charger; straight off a vehicle a converter, for no figure limits anything there', () => {
    expect(weakerCharge(box('mains'), 5, 'slower')).toEqual({
      label: 'Charge with 5 A',
      effect: 'slower',
      edits: [set('charging/chargerA', setTo(5))]
    });
    const direct = weakerCharge(box('vehicle-direct'), 5, 'slower');
    expect(direct.label).toBe('Charge through a converter of 5 A');
    expect(applyEdits(box('vehicle-direct'), direct.edits).charging).toMatchObject({
      fedFrom: 'vehicle-converter',
      chargerA: setTo(5)
    });
  });

  it('is what each remedy of a current that is too strong comes to', () => {
    for (const fedFrom of ['mains', 'vehicle-direct', 'battery-direct'] as const) {
      const remedies = remediesOf(box(fedFrom), 'charge-current');
      expect(remedies.length).toBeGreaterThan(0);
      for (const r of remedies) expect(applyEdits(box(fedFrom), r.edits).charging.fedFrom).not.toMatch(/direct$/);
    }
  });
});

describe('a stop that its label may answer', () => {
  /** Lithium in the frost, charged by the sun on the outing and through the season. */
  const box = (): Box => {
    const b = soundBase('Frost', 'battery-lfp-20', 'holder-post');
    const camera = b.port('circular-20', 'front', 'Camera');
    b.device('ip-camera', { name: 'Camera', portId: camera.portId, spans: span(0, 24), inSeason: true });
    b.set('outing/startH', 0).set('outing/durationH', 24).set('outing/airC', -10).set('outing/warmestC', -2);
    b.set('charging/solar', solar({})).set('season', {
      startDay: '2026-12-10',
      dayCount: 30,
      monthC: Array.from({ length: 12 }, () => -4),
      swingK: 6,
      boxOn: true,
      useSun: true,
      visitEveryDays: null,
      visit: 'charge'
    });
    return b.box;
  };

  it('is offered what cures it, too, for whoever finds nothing on the label', () => {
    expect(found(box(), 'cold-charge')!.severity).toBe('stop');
    const remedies = remediesOf(box(), 'cold-charge');
    expect(remedies[0]).toMatchObject({ answer: true });
    const cures = remedies.filter((r) => !r.answer);
    expect(cures.length).toBeGreaterThan(0);
    for (const r of cures) expect(found(applyEdits(box(), r.edits), 'cold-charge')?.severity).not.toBe('stop');
  });
});
