import { describe, expect, it } from 'vitest';
import { AUTO, NONE, setTo, type Attr } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box, Origin } from '../src/box/schema.ts';
import { BoxBuilder } from '../src/demo/builder.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { proven } from '../src/remedy/prove.ts';
import { sourceMoves } from '../src/remedy/source-moves.ts';
import { solar } from './small-boxes.ts';

const AT_POST = setTo<Origin>({ at: 'post', pack: null });
const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);
const bench = (box: Box) => ({ box, catalogue: STARTER_CATALOGUE, plan: planOf(box) });

/** A battery with a maintainer and nothing else. */
function maintained(from: Attr<Origin>, fuse: Attr<number>, name = 'Maintainer'): Box {
  const b = new BoxBuilder('Maintained');
  b.use('battery', 'battery-lfp-20', 'bank/partId').use('case', 'case-hard-large', 'casePartId');
  b.set('bank/postsCovered', 'yes').set('bank/holdDown', setTo('strap'));
  b.set('charging/builtIn', [
    { id: 'bc1', name, currentA: setTo(2), voltageV: setTo(14.4), fuse, from, input: 'dc', lidShut: 'yes' }
  ]);
  return b.box;
}

describe('the lead of a charger that lives in the box', () => {
  it.each([
    ['unfused from the main feed', AUTO, NONE, 'run-unfused'],
    ['unfused from the post', AT_POST, NONE, 'run-unfused'],
    ['with a fuse that cannot break the short', AUTO, AUTO, 'interrupting-low'],
    ['with such a fuse from the post', AT_POST, AUTO, 'interrupting-low']
  ] as const)('%s is a stop, and a remedy that holds is offered', (_, from, fuse, id) => {
    const box = maintained(from, fuse);
    const f = planOf(box).findings.find((k) => k.id === id)!;
    expect(f.severity).toBe('stop');
    const remedies = proven(bench(box), f);
    expect(remedies.length).toBeGreaterThan(0);
    for (const r of remedies) {
      const stops = planOf(applyEdits(box, r.edits)).findings.filter((k) => k.severity === 'stop');
      expect([r.label, stops.map((k) => k.title)]).toEqual([r.label, []]);
    }
  });

  it('gets a fuse where it has none, and is taken from behind the main fuse where it goes round it', () => {
    const labels = (box: Box) => sourceMoves(bench(box)).map((m) => m.label);
    expect(labels(maintained(AUTO, AUTO))).toEqual([]);
    expect(labels(maintained(AUTO, NONE))).toEqual(['A fuse in the lead of Maintainer']);
    expect(labels(maintained(AT_POST, NONE, ''))).toEqual([
      'A fuse in the lead of the charger in the box',
      'The lead of the charger in the box from behind the main fuse'
    ]);
    const [, moved] = sourceMoves(bench(maintained(AT_POST, NONE)));
    expect(applyEdits(maintained(AT_POST, NONE), moved!.edits).charging.builtIn[0]).toMatchObject({
      from: setTo({ at: 'feed', id: 'main', ahead: true }),
      fuse: AUTO
    });
  });

  it('is one with the lead of a controller that is built in, not of one that plugs in', () => {
    const sun = (fit: 'inside' | 'plugged') =>
      applyEdits(maintained(AUTO, AUTO), [set('charging/solar', solar({ fit, from: AT_POST, fuse: NONE }))]);
    expect(sourceMoves(bench(sun('inside'))).map((m) => m.label)).toEqual([
      'A fuse in the lead of the solar controller',
      'The lead of the solar controller from behind the main fuse'
    ]);
    expect(sourceMoves(bench(sun('plugged')))).toEqual([]);
  });
});
