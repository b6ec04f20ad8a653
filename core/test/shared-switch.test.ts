import { describe, expect, test } from 'vitest';
import { NONE, setTo } from '../src/box/attr.ts';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { movesFor } from '../src/remedy/moves.ts';
import { on, soundBase, span } from './small-boxes.ts';

const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const told = (box: Box, id: string) => planOf(box).findings.filter((f) => f.id === id);

/** Two lamps on one switch, each with its lead from the joint behind the main fuse and none of their own. */
function twoLamps(lampW: number, over: { fuse?: Edit[] } = {}): Box {
  const b = soundBase('Two lamps', 'battery-lfp-20', 'holder-inline-blade');
  b.set('feeds/main/ends', 'bus-bar').set('feeds/main/blockPartId', null).set('feeds/main/switches', NONE);
  const lever = b.port('toggle-12', 'front', 'Lamps');
  const lamps = ['Left', 'Right'].map((name) => b.port('circular-16', 'front', name));
  lamps.forEach((p, i) => {
    b.set(`circuits/${p.circuitId}/switchPortId`, setTo(lever.portId)).set(`circuits/${p.circuitId}/fuse`, NONE);
    b.device('lamp-strip', { name: `Lamp ${i}`, portId: p.portId, modes: on(lampW), spans: span(8, 12) });
  });
  return applyEdits(b.box, over.fuse ?? []);
}

describe('one switch for several circuits', () => {
  const box = twoLamps(12);
  const [left, right] = box.circuits.map((c) => c.id);

  test('leads from behind one and the same fuse are not tied fuses', () => {
    const into = planOf(box).wiring.netlist.conductors.filter((c) => c.to.part === 'S1' && c.polarity === 'positive');
    expect(new Set(into.map((c) => c.circuitId))).toEqual(new Set([left, right]));
    expect(told(box, 'ways-tied')).toEqual([]);
  });

  test('each with a fuse of its own, or one of them, they are', () => {
    for (const fused of [[left, right], [left], [right]]) {
      const after = applyEdits(
        box,
        fused.map((id) => set(`circuits/${id}/fuse`, setTo(5)))
      );
      expect(told(after, 'ways-tied').map((f) => f.severity)).toEqual(['stop']);
    }
  });

  test('a switch that is too weak for them is offered one fused feed, which leaves no tie behind', () => {
    const lever = box.ports.find((p) => p.name === 'Lamps')!;
    const weak = applyEdits(twoLamps(40), [
      set('parts/own-lever', { ...starter('panel', 'toggle-12'), id: 'own-lever', ratingA: 4 }),
      set(`ports/${lever.id}/partId`, 'own-lever')
    ]);
    const plan = planOf(weak);
    const finding = plan.findings.find((f) => f.id === 'switch-rating')!;
    const offered = movesFor({ box: weak, catalogue: STARTER_CATALOGUE, plan }, finding);
    const feed = offered.find((m) => m.label === 'One fused feed through S1')!;
    const after = applyEdits(weak, feed.edits);
    expect(after.feeds.at(-1)!.switches).toEqual(setTo([lever.id]));
    expect(told(after, 'ways-tied')).toEqual([]);
    // a switch of one circuit alone is shared with nobody
    const alone = applyEdits(weak, [set(`circuits/${right}/switchPortId`, NONE)]);
    const other = planOf(alone);
    const one = other.findings.find((f) => f.id === 'switch-rating');
    const labels = one
      ? movesFor({ box: alone, catalogue: STARTER_CATALOGUE, plan: other }, one).map((m) => m.label)
      : [];
    expect(labels).not.toContain('One fused feed through S1');
  });
});

describe('a port for which its own face has no place', () => {
  /** A socket on the rim of a low case whose front is taken up by others. */
  const crowded = (): Box => {
    const b = soundBase('Crowded', 'battery-lfp-12', 'holder-inline-blade');
    b.use('case', 'case-hard-small', 'casePartId').set('feeds/main/blockPartId', null).set('feeds/main/ends', 'splice');
    for (let i = 0; i < 4; i++) b.port('socket-12v-capped', 'front', `Socket ${i}`);
    return b.box;
  };

  test('another face is offered, and proven: nothing meets there', () => {
    const box = crowded();
    const plan = planOf(box);
    const meet = plan.findings.filter((f) => /flange-overlap|no-drill-zone|off-the-face/.test(f.id));
    expect(meet.length).toBeGreaterThan(0);
    const cures = meet.flatMap((f) => proven({ box, catalogue: STARTER_CATALOGUE, plan }, f));
    const moved = cures.filter((m) => / to the (right|left|back|lid)/.test(m.label));
    expect(moved.length).toBeGreaterThan(0);
    for (const m of moved) {
      const after = applyEdits(box, m.edits);
      const ports = after.ports.filter((p, i) => p.face !== box.ports[i]!.face);
      expect(ports).toHaveLength(1);
      const stops = (b: Box) => planOf(b).findings.filter((f) => f.severity === 'stop').length;
      expect(stops(after)).toBeLessThan(stops(box));
    }
  });
});
