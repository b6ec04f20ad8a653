import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo, UNKNOWN, type Attr } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import { set } from '../src/box/edit.ts';
import type { Box, Origin } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { chargeFuseA, controllerFuseA } from '../src/wiring/charge-fuse.ts';
import { solar } from './small-boxes.ts';

/** A camera without a fuse of its own on the load terminals of a built-in controller; its fuse, and where its lead begins. */
function onTerminal(controllerFuse: Attr<number>, from: Attr<Origin> = AUTO, camera: Attr<number> = NONE): Box {
  const b = new BoxBuilder('Load terminals');
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.use('fuse-holder', 'holder-post', 'feeds/main/holderPartId').set('feeds/main/ends', 'bus-bar');
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  const cam = b.port('circular-16', 'front', 'Camera');
  const panel = b.port('inlet-sae', 'right', 'Panel');
  b.edit({ op: 'remove', path: `circuits/${panel.circuitId}` });
  b.set(`circuits/${cam.circuitId}/from`, setTo({ at: 'load-terminal' })).set(`circuits/${cam.circuitId}/fuse`, camera);
  b.device('ip-camera', { name: 'Camera', portId: cam.portId });
  b.set(
    'charging/solar',
    solar({
      panelW: 50,
      controllerMaxV: 25,
      controllerMaxA: 10,
      duringOuting: false,
      panelPortId: setTo(panel.portId),
      from,
      loadTerminal: { mostA: 10 },
      fuse: controllerFuse
    })
  );
  return b.box;
}
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const idsOf = (box: Box) =>
  planOf(box)
    .findings.filter((f) => f.where.kind === 'circuit')
    .map((f) => f.id);
/** What protects the camera's circuit, as its circuit says it and as the judge's table does. */
const guards = (box: Box) => {
  const { wiring, judge } = planOf(box);
  return [wiring.circuits[0]!.guard?.tag, judge.of('P1')!.guard?.tag];
};

describe('a circuit without a fuse on the load terminals of a controller', () => {
  it('has the controller’s fuse before it, for its circuit as for the table of what happens', () => {
    expect(guards(onTerminal(AUTO))).toEqual(['FS', 'FS']);
    expect(guards(onTerminal(setTo(3)))).toEqual(['FS', 'FS']);
    expect(guards(onTerminal(UNKNOWN))).toEqual(['FS', 'FS']);
  });

  it('without that, what stands before the controller’s lead', () => {
    expect(guards(onTerminal(NONE))).toEqual(['F0', 'F0']);
    expect(guards(onTerminal(NONE, setTo({ at: 'post', pack: null })))).toEqual([undefined, undefined]);
  });

  it('with a fuse of its own, that one', () => {
    expect(guards(onTerminal(AUTO, AUTO, setTo(3)))).toEqual(['F1', 'F1']);
  });

  it('is told a fuse is missing only where nothing stands before it', () => {
    expect(idsOf(onTerminal(setTo(3)))).not.toContain('source-unfused');
    expect(idsOf(onTerminal(NONE, setTo({ at: 'post', pack: null })))).toContain('source-unfused');
  });

  it('is told when the controller’s fuse is too big for what hangs there', () => {
    expect(idsOf(onTerminal(setTo(3)))).not.toContain('fuse-exceeds-part');
    expect(idsOf(onTerminal(setTo(30)))).toContain('fuse-exceeds-part');
  });
});

describe('the fuse in the lead of a charge source', () => {
  it('is the next step that carries it for good', () => {
    expect([1, 4, 4.1, 8, 12, 100].map(chargeFuseA)).toEqual([5, 5, 7.5, 10, 15, 30]);
  });
  it('is what somebody said, nothing for none, and null where nobody knows', () => {
    expect(controllerFuseA(onTerminal(AUTO))).toBe(15);
    expect(controllerFuseA(onTerminal(setTo(7)))).toBe(7);
    expect(controllerFuseA(onTerminal(NONE))).toBeUndefined();
    expect(controllerFuseA(onTerminal(UNKNOWN))).toBeNull();
    expect(
      controllerFuseA({ ...onTerminal(AUTO), charging: { ...onTerminal(AUTO).charging, solar: null } })
    ).toBeUndefined();
  });
});

describe('the return of a circuit that is taken unfused off a post', () => {
  it('is not said to burn before a main fuse that is not in its way', () => {
    const b = new BoxBuilder('Unfused');
    b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
    b.use('fuse-holder', 'holder-midi', 'feeds/main/holderPartId').set('feeds/main/ends', 'bus-bar');
    const [a, direct] = (['front', 'right'] as const).map((face) => b.port('circular-16', face, face));
    b.device('lamp-red', { name: 'Lamp', portId: a!.portId });
    b.set(`circuits/${direct!.circuitId}/from`, setTo({ at: 'post', pack: null }));
    b.set(`circuits/${direct!.circuitId}/fuse`, NONE);
    const plan = planOf(b.box);
    const back = plan.judge.all.filter((h) => h.kind === 'return' && h.circuitId === direct!.circuitId);
    expect(back.length).toBeGreaterThan(0);
    for (const h of back) expect(h.guard, h.id).toBeUndefined();
    expect(plan.findings.filter((f) => f.where.id === direct!.circuitId).map((f) => f.id)).toContain('source-unfused');
    expect(plan.findings.map((f) => f.title).join()).not.toMatch(/too slow for the return of C2/);
    // one that has a fuse keeps it
    const fused = planOf(applyEdits(b.box, [set(`circuits/${direct!.circuitId}/fuse`, setTo(5))]));
    const tags = fused.judge.all.filter((h) => h.kind === 'return' && h.circuitId === direct!.circuitId);
    expect(new Set(tags.map((h) => h.guard?.tag))).toEqual(new Set(['F2']));
  });
});
