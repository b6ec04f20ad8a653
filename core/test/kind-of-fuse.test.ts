import { describe, expect, it, test } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { applyEdits } from '../src/box/edits.ts';
import { NONE } from '../src/box/attr.ts';
import type { Attr } from '../src/box/attr.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { movesFor } from '../src/remedy/moves.ts';
import { proven } from '../src/remedy/prove.ts';
import { on, soundBase, span } from './small-boxes.ts';

/** Straight off the post of a strong battery a blade fuse bursts on a short: the circuit wants another kind of fuse. */
const bench = (box: Box) => ({ box, catalogue: STARTER_CATALOGUE, plan: evaluate(box, STARTER_CATALOGUE) });
function direct(batteryId: string, fuse: Attr<number>, fromPost = true): Box {
  const b = soundBase('Direct', batteryId, 'holder-post');
  const p = b.port('genderless-30', 'front', 'Pump');
  b.device('water-pump', { name: 'Pump', portId: p.portId, modes: on(60), spans: span(8, 9) });
  if (fromPost) b.set('circuits/c1/from', setTo({ at: 'post', pack: null }));
  return b.set('circuits/c1/fuse', fuse).box;
}
const found = (box: Box, id: string) => bench(box).plan.findings.find((f) => f.id === id && f.where.id === 'c1');
const kinds = (box: Box, id: string) =>
  movesFor(bench(box), found(box, id)!)
    .map((m) => m.label)
    .filter((l) => l.endsWith(' for C1'));

describe('a circuit straight off the post of a strong battery', () => {
  const box = direct('battery-flooded-110', setTo(10));

  it('is offered a kind of fuse that breaks the short there, and it is cured by it', () => {
    const stop = found(box, 'interrupting-low')!;
    expect(stop.severity).toBe('stop');
    const cures = proven(bench(box), stop);
    const post = cures.find((c) => c.label === 'Battery-post fuse for C1')!;
    expect(post.effect).toMatch(/breaks 10000 A/);
    const after = applyEdits(box, post.edits);
    expect(found(after, 'interrupting-low')).toBeUndefined();
    const [c] = bench(after).plan.wiring.circuits;
    expect(c).toMatchObject({ fuseFamily: 'post', fuseOrigin: 'auto' });
    expect(c!.ampacityA).toBeGreaterThanOrEqual(c!.fuseA!);
    // what is bought for it has a holder of its kind
    const lines = bench(after)
      .plan.kit.lines.map((l) => l.name)
      .join('\n');
    expect(lines).toMatch(/post fuse/i);
  });

  it('is offered the same where it has no fuse at all', () => {
    expect(kinds(direct('battery-flooded-110', NONE), 'source-unfused')).toContain('Battery-post fuse for C1');
  });

  test('only kinds that break it are named', () => {
    const names = kinds(box, 'interrupting-low');
    expect(names.length).toBeGreaterThan(0);
    for (const name of names) {
      const part = STARTER_CATALOGUE.find((p) => p.kind === 'fuse' && name === `${p.name} for C1`);
      expect(part?.kind === 'fuse' && part.interruptingA! > found(box, 'interrupting-low')!.figures.prospectiveA!).toBe(
        true
      );
    }
  });
});

test('behind the main fuse a small one is as good as another', () => {
  const box = direct('battery-flooded-110', setTo(2), false);
  expect(kinds(box, 'fuse-near-limit')).toEqual([]);
});
