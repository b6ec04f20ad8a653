import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { caseFit, FITS } from '../src/case/fit.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { attempt } from '../src/remedy/attempt.ts';
import { movesFor } from '../src/remedy/moves.ts';
import { proven } from '../src/remedy/prove.ts';
import { ferryLampBox, twinSevensBox } from './as-built/boxes.ts';
import { editedBox, stepped } from './random-box.ts';
import { runs } from './runs.ts';

describe('a search inside the case that was made lately', () => {
  test('is handed on as it was, and is what a new one finds', () => {
    const hide = saltmarshHideBox();
    FITS.forget();
    const first = caseFit(hide);
    expect(caseFit({ ...hide, name: 'another name' })).toBe(first);
    FITS.forget();
    expect(caseFit(hide)).not.toBe(first);
    expect(caseFit(hide)).toEqual(first);
  });

  test('is another one with other bodies, padding, ports, patience or questions', () => {
    const hide = saltmarshHideBox();
    const first = caseFit(hide);
    const port = hide.ports[0]!;
    for (const change of [
      { op: 'set' as const, path: 'paddingMm', value: 9 },
      { op: 'set' as const, path: `ports/${port.id}/xMm`, value: port.xMm + 7 },
      { op: 'set' as const, path: 'bank/mayLie', value: !hide.bank.mayLie },
      { op: 'set' as const, path: 'bank/count', value: 2 }
    ])
      expect(caseFit(applyEdits(hide, [change])), change.path).not.toBe(first);
    for (const options of [{ nodeLimit: 600 }, { nodeLimit: 5000 }, { looks: 900 }, { bare: true }])
      expect(caseFit(hide, options), JSON.stringify(options)).not.toBe(first);
    expect(caseFit(hide)).toBe(first);
  });

  test('after any row of edits there stands what a new search finds', () => {
    fc.assert(
      fc.property(editedBox(5), ({ box, steps }) => {
        let now = box;
        const boxes = [now, ...steps.map((step) => (now = stepped(now, step)))];
        FITS.forget();
        const kept = [...boxes, ...boxes].map((b) => caseFit(b));
        for (const [i, b] of boxes.entries()) {
          expect(kept[boxes.length + i]).toEqual(kept[i]);
          FITS.forget();
          expect(caseFit(b)).toEqual(kept[i]);
        }
      }),
      { numRuns: runs(15), seed: 25 }
    );
  });

  test('while something is dragged nothing is kept of what is shown', () => {
    const hide = saltmarshHideBox();
    const before = caseFit(hide)!;
    const moved = applyEdits(hide, [{ op: 'set', path: `ports/${hide.ports[0]!.id}/xMm`, value: 61 }]);
    const held = caseFit(moved, { hold: before })!;
    expect(held.inputKey).toBe('');
    const letGo = caseFit(moved)!;
    expect(letGo).not.toBe(held);
    expect(letGo.inputKey).not.toBe('');
  });

  test('a search that came to no end is not taken for one that had longer', () => {
    const hide = { ...saltmarshHideBox(), paddingMm: 12 };
    const short = caseFit(hide, { nodeLimit: 1 })!;
    const long = caseFit(hide, { nodeLimit: 4000 })!;
    expect(long.nodeCount).toBeGreaterThanOrEqual(short.nodeCount);
    expect(caseFit(hide, { nodeLimit: 1 })).toBe(short);
    expect(caseFit(hide, { nodeLimit: 4000 })).toBe(long);
  });
});

const fresh = (box: ReturnType<typeof ferryLampBox>) => ({
  box,
  catalogue: STARTER_CATALOGUE,
  plan: evaluate(box, STARTER_CATALOGUE)
});

describe('what was tried for one finding is not worked out again for another', () => {
  test('a second trial of the same edits on the same plan is the first one', () => {
    const b = fresh(ferryLampBox());
    const [moves] = b.plan.findings.map((f) => movesFor(b, f)).filter((m) => m.length > 0);
    const edits = moves![0]!.edits;
    const once = attempt(b, edits);
    expect(once).toBeDefined();
    expect(attempt(b, structuredClone(edits))).toBe(once);
    // another box with an equal plan, another plan of the same box, and another catalogue are tried anew
    for (const like of [
      { ...b, box: { ...b.box } },
      { ...b, plan: evaluate(b.box, STARTER_CATALOGUE) },
      { ...b, catalogue: [...STARTER_CATALOGUE] }
    ]) {
      const here = attempt(b, edits);
      const other = attempt(like, edits);
      expect(other).not.toBe(here);
      expect(other!.cleared).toEqual(once!.cleared);
      expect(other!.fresh.map((f) => f.key)).toEqual(once!.fresh.map((f) => f.key));
    }
  });

  test('one that cannot be made is refused every time', () => {
    const b = fresh(ferryLampBox());
    const nowhere = [{ op: 'set' as const, path: 'circuits/none/fuse', value: { is: 'auto' } }];
    expect(attempt(b, nowhere)).toBeUndefined();
    expect(attempt(b, nowhere)).toBeUndefined();
  });

  test('one that does not cure its finding is refused for that one and given for none', () => {
    const b = fresh(twinSevensBox());
    const stop = b.plan.findings.find((f) => f.severity === 'stop')!;
    const idle = [{ op: 'set' as const, path: 'name', value: 'Another name' }];
    expect(attempt(b, idle, stop.key)).toBeUndefined();
    expect(attempt(b, idle)!.cleared).toEqual([]);
    expect(attempt(b, idle, stop.key)).toBeUndefined();
    expect(attempt(b, idle)!.box.name).toBe('Another name');
  });

  test.each([
    ['Ferry lamp box', ferryLampBox],
    ['Twin sevens', twinSevensBox]
  ])(
    '%s: the same remedies in whatever order the findings are asked',
    (_, make) => {
      const all = (backwards: boolean) => {
        const b = fresh(make());
        const found = backwards ? b.plan.findings.toReversed() : b.plan.findings;
        return new Map(found.map((f) => [f.key, proven(b, f)]));
      };
      const [there, back] = [all(false), all(true)];
      for (const [key, remedies] of there) expect(back.get(key), key).toEqual(remedies);
      expect([...there.values()].flat().length).toBeGreaterThan(10);
    },
    120_000
  );
});
