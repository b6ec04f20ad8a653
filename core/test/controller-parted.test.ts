import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box, Origin } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { campTableBox } from '../src/demo/fed.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { solar, soundBase, span } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const told = (box: Box) => planOf(box).findings.find((f) => f.id === 'controller-unsound' && f.key.endsWith(':switch'));

/** A lamp on the load terminals of a controller that is built in, or on a circuit; a master and a spare switch. */
function box(lampAt: Origin | null, maxV: number | null, ...more: Edit[]): Box {
  const b = soundBase('Sun', 'battery-lfp-20', 'holder-post');
  const lamp = b.port('circular-20', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: lamp.portId, spans: span(9, 12), maxV });
  b.port('toggle-12', 'right', 'Master');
  if (lampAt) b.set(`circuits/${lamp.circuitId}/from`, setTo(lampAt));
  b.set('charging/solar', solar({ loadTerminal: lampAt ? { mostA: 10 } : null }));
  return applyEdits(b.box, more);
}
const TERMINAL: Origin = { at: 'load-terminal' };
const own = (b: Box): Edit => set('charging/solar/switchPortId', setTo(b.ports[1]!.id));
const behindMain = set('charging/solar/from', setTo<Origin>({ at: 'feed', id: 'main', ahead: false }));

describe('a controller that can be parted from its battery in the sun', () => {
  it('is told of nothing while it hangs ahead of every switch', () => {
    expect(told(box(TERMINAL, 15))).toBeUndefined();
    expect(
      told(box(TERMINAL, 15, set('charging/solar/from', setTo<Origin>({ at: 'post', pack: null }))))
    ).toBeUndefined();
  });

  it('by a switch of its own is a caution where what hangs on its terminals does not bear the open panel', () => {
    const b = box(TERMINAL, 15);
    const f = told(applyEdits(b, [own(b), set('feeds/main/switches', NONE)]))!;
    expect(f.severity).toBe('caution');
    expect(f.title).toMatch(/^With S\d off the controller has no battery$/);
    expect(f.why).toContain('21.5 V, on to P1 Lamp at its load terminals');
    const unknown = box(TERMINAL, null);
    expect(told(applyEdits(unknown, [own(unknown)]))!.severity).toBe('caution');
  });

  it('is a note where it bears that, or hangs elsewhere', () => {
    const bears = box(TERMINAL, 30);
    expect(told(applyEdits(bears, [own(bears)]))!.severity).toBe('note');
    const elsewhere = box(null, 15);
    const f = told(applyEdits(elsewhere, [own(elsewhere)]))!;
    expect(f.severity).toBe('note');
    expect(f.why).not.toContain('load terminals');
  });

  it('by the master it hangs behind as well', () => {
    const f = told(box(TERMINAL, 15, behindMain))!;
    expect(f.severity).toBe('caution');
    expect(f.title).toBe('With S0 off the controller has no battery');
  });

  it('by the lever of its breaker is a note: that is opened to work on the box', () => {
    const f = told(campTableBox())!;
    expect(f.severity).toBe('note');
    expect(f.title).toBe('With FB off the controller has no battery');
  });

  it('is cured by joining it ahead of every switch', () => {
    const b = box(TERMINAL, 15, behindMain);
    const remedies = proven({ box: b, catalogue: STARTER_CATALOGUE, plan: planOf(b) }, told(b)!);
    expect(remedies.map((r) => r.label)).toContain('Join the controller ahead of every switch');
    for (const r of remedies) {
      const cured = applyEdits(b, r.edits);
      expect(told(cured)).toBeUndefined();
      expect(cured.charging.solar).toMatchObject({ from: AUTO, switchPortId: NONE });
    }
  });
});

describe('a panel without a controller', () => {
  const straight = () => {
    const b = box(null, 15, set('charging/solar', solar({ controller: 'none', fuse: NONE })));
    return planOf(applyEdits(b, [own(b)])).findings.filter((f) => f.id === 'controller-unsound');
  };

  it('is told as a panel, and nothing is said of joining or parting a controller', () => {
    const all = straight();
    expect(all.map((f) => f.key.split(':').at(-1)).sort()).toEqual(['fuse', 'port']);
    expect(all.find((f) => f.key.endsWith(':fuse'))!.title).toContain('The panel’s lead');
    for (const f of all) expect(`${f.title} ${f.why}`).not.toMatch(/controller/i);
  });

  it('with one, the controller is named', () => {
    const b = box(null, 15, set('charging/solar/fuse', NONE));
    const fuse = planOf(b).findings.find((f) => f.id === 'controller-unsound' && f.key.endsWith(':fuse'));
    expect(fuse!.title).toContain('The solar controller’s lead');
  });
});
