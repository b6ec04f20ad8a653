import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { stands } from '../src/remedy/attempt.ts';
import { proven } from '../src/remedy/prove.ts';
import { on, soundBase, span, withFeed } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
function offered(box: Box, key: RegExp) {
  const plan = planOf(box);
  const finding = plan.findings.find((f) => key.test(f.key))!;
  expect(finding, String(key)).toBeDefined();
  return { finding, remedies: proven({ box, catalogue: STARTER_CATALOGUE, plan }, finding) };
}
const bad = (box: Box) => new Map(planOf(box).findings.flatMap((f) => (stands(f) ? [[f.key, f.severity]] : [])));

describe('a stop whose cure brings something that has to be cured, too', () => {
  /** A strong battery outside, the breaker far from it, a small plug on the way and a large branch fuse behind. */
  const skiff = (): Box => {
    const b = new BoxBuilder('Skiff');
    b.use('battery', 'battery-lfp-100', 'bank/partId').use('case', 'case-junction-large', 'casePartId');
    b.set('bank/stands', 'outside').set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
    b.use('fuse-holder', 'holder-breaker', 'feeds/main/holderPartId').set('feeds/main/fuse', setTo(50));
    b.use('fuse-block', 'block-blade-6', 'feeds/main/blockPartId').set('feeds/main/leverSwitches', true);
    b.set('feeds/main/lead', { lengthMm: 1500, wire: setTo({ system: 'mm2' as const, size: '16' }), wireCount: 1 });
    b.set('feeds/main/fuseFromStartMm', setTo(1500)).set('charging/path', setTo('lid-open'));
    const way = b.port('genderless-30', 'left', 'Battery in');
    b.set('feeds/main/throughPortId', setTo(way.portId));
    const pump = b.port('circular-20', 'right', 'Pump');
    b.device('water-pump', { portId: pump.portId, modes: on(48), spans: span(6, 15) });
    return b.box;
  };

  it('is followed to its end, each step with its name, and nothing is left of it', () => {
    const box = skiff();
    const { finding, remedies } = offered(box, /^main-fuse-far/);
    expect(finding.severity).toBe('stop');
    const [cure] = remedies;
    expect(cure!.label.split(', and: ').length).toBeGreaterThanOrEqual(2);
    // it goes on as one sentence
    expect(cure!.label).not.toMatch(/, and: \p{Lu}\p{Ll}+ /u);
    const [before, after] = [bad(box), bad(applyEdits(box, cure!.edits))];
    expect(after.has(finding.key)).toBe(false);
    expect([...after.keys()].filter((key) => !before.has(key))).toEqual([]);
  });

  it('offers nothing that leaves some of it', () => {
    // nothing in the catalogue bears what such a load takes: no chain of changes comes to an end
    const b = soundBase('Too much', 'battery-lfp-20');
    const port = b.port('dc-5521', 'front', 'Motor');
    b.device('water-pump', { portId: port.portId, modes: on(900), spans: span(18, 19) });
    const box = b.box;
    const plan = planOf(box);
    for (const f of plan.findings.filter((k) => k.severity === 'stop' && stands(k)))
      for (const r of proven({ box, catalogue: STARTER_CATALOGUE, plan }, f)) {
        const after = bad(applyEdits(box, r.edits));
        expect(
          [...after.keys()].filter((key) => !bad(box).has(key)),
          r.label
        ).toEqual([]);
      }
  });
});

describe('a wall that is too thick for a part', () => {
  const crate = (partId: string): Box => {
    const b = new BoxBuilder('Crate');
    b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-wooden', 'casePartId');
    b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap')).set('charging/path', setTo('lid-open'));
    const port = b.port(partId, 'front', 'Out');
    b.device('lamp-strip', { portId: port.portId, spans: span(18, 20) });
    return b.box;
  };

  test.each(['socket-12v-20', 'circular-20'])('%s is counterbored to what it holds on', (partId) => {
    const box = crate(partId);
    const { finding, remedies } = offered(box, /^panel-thickness/);
    const bore = remedies.find((r) => r.label.startsWith('Counterbored to '))!;
    const after = applyEdits(box, bore.edits);
    expect(bad(after).has(finding.key)).toBe(false);
    expect(after.ports[0]!.insert?.wallMm).toBe(finding.figures!['maxMm']);
    // the bench says so before the deburring, with the tag and how much stays
    const steps = planOf(after).bench.steps;
    const step = steps.find((s) => s.id === 'counterbore')!;
    expect(step.detail).toMatch(/^Left standing at P1: \d/);
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    expect(at('drill')).toBeLessThan(at('counterbore'));
    expect(at('counterbore')).toBeLessThan(at('deburr'));
    expect(planOf(box).bench.steps.some((s) => s.id === 'counterbore')).toBe(false);
  });

  it('is no cure where the wall is too thin', () => {
    const b = new BoxBuilder('Can');
    b.use('battery', 'battery-lfp-7', 'bank/partId').use('case', 'case-steel-medium', 'casePartId');
    const port = b.port('inlet-16', 'front', 'In');
    b.set(`ports/${port.portId}/insert`, { wallMm: 0.3, behindMm: 0 });
    const { remedies } = offered(b.box, /^panel-thickness/);
    expect(remedies.some((r) => /Counterbored/.test(r.label))).toBe(false);
  });
});

describe('two packs and something off one post', () => {
  it('a thin lead there carries what hangs on it, not the share of the pack', () => {
    const b = soundBase('Hut', 'battery-agm-35');
    b.set('bank/count', 2).set('bank/packFuse', setTo(30));
    withFeed(b, 'Heavy', { ends: 'stud' });
    const heavy = b.port('circular-28', 'left', 'Radio');
    b.device('hf-100-data', { portId: heavy.portId, spans: span(18, 20) });
    b.set(`circuits/${heavy.circuitId}/from`, setTo({ at: 'feed', id: 'f2', ahead: false }));
    const link = b.port('circular-12', 'right', 'Link');
    b.device('router', { portId: link.portId, spans: span(18, 20) });
    b.set(`circuits/${link.circuitId}/from`, setTo({ at: 'post', pack: 2 }));
    b.set(`circuits/${link.circuitId}/wire`, setTo({ system: 'mm2', size: '0.5' }));
    const { judge, wiring } = planOf(b.box);
    const thin = judge.of(`${link.circuitId}/post`)!;
    expect(thin.steadyA).toBeCloseTo(wiring.circuits[1]!.loadA, 6);
    expect(thin.steadyA).toBeLessThan(1);
    // the leads of the packs themselves still carry their share
    const ofPack = judge.all.filter((h) => /^battery-\d\/plus/.test(h.id));
    expect(ofPack.length).toBeGreaterThan(0);
    for (const h of ofPack) expect(h.steadyA).toBe(judge.packA);
    expect(planOf(b.box).findings.filter((f) => f.id === 'terminal-too-hot')).toEqual([]);
  });
});

describe('a way of the fuse block that is too weak', () => {
  const hungry = (feedToo: boolean): Box => {
    const b = soundBase('Hungry', 'battery-lfp-100', 'holder-post');
    const small = STARTER_CATALOGUE.find((p) => p.id === 'block-mini-6')!;
    b.use('fuse-block', small.id, 'feeds/main/blockPartId');
    const radio = b.port('circular-28', 'left', 'Radio');
    b.device('lamp-strip', { name: 'Floodlight', portId: radio.portId, modes: on(190), spans: span(18, 19) });
    if (feedToo) {
      withFeed(b, 'Forward', { ends: 'fuse-block', blockPartId: small.id, secondBox: true });
      b.set(`circuits/${radio.circuitId}/from`, setTo({ at: 'feed', id: 'f2', ahead: false }));
    }
    return b.box;
  };

  test.each([
    [false, 'Main feed', 'main'],
    [true, 'Forward', 'f2']
  ])('gives way to a stronger block, where it sits (second box: %s)', (feedToo, name, feedId) => {
    const { finding, remedies } = offered(hungry(feedToo), /^fuse-exceeds-part:c1/);
    expect(finding.title).toMatch(/too big for fuse block way$/);
    const block = remedies.find((r) => r.label.endsWith(` for ${name}`))!;
    const after = applyEdits(hungry(feedToo), block.edits);
    expect(bad(after).has(finding.key)).toBe(false);
    const chosen = after.parts[after.feeds.find((f) => f.id === feedId)!.blockPartId!]!;
    expect(chosen.kind === 'fuse-block' && chosen.perWayA).toBe(30);
  });
});
