import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { setTo } from '../src/box/attr.ts';
import { set } from '../src/box/edit.ts';
import { applyEdits } from '../src/box/edits.ts';
import type { Box } from '../src/box/schema.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { evaluate } from '../src/evaluate.ts';
import { WORST_OF_PLACE } from '../src/findings/elements.ts';
import { under } from '../src/findings/left-out.ts';
import { matterOf } from '../src/findings/matter.ts';
import type { Finding } from '../src/findings/rule.ts';
import { attempt } from '../src/remedy/attempt.ts';
import { proven } from '../src/remedy/prove.ts';
import { awg, soundBase } from './small-boxes.ts';

const planOf = (box: Box) => evaluate(box, STARTER_CATALOGUE);

/** An outside battery on a thin lead, with a thin return inside as well: two elements of one place that F0 does not protect. */
function twoThin(): Box {
  const b = soundBase('Two thin', 'battery-agm-50', 'holder-post');
  b.set('bank/stands', 'outside');
  b.set('feeds/main/lead', { lengthMm: 1500, wire: awg('16'), wireCount: 1 })
    .set('feeds/main/wire', awg('8'))
    .set('feeds/main/returnWire', awg('18'))
    .set('feeds/main/fuse', setTo(40));
  const p = b.port('circular-16', 'front', 'Lamp');
  b.device('lamp-strip', { name: 'Lamp', portId: p.portId });
  return b.box;
}
const ofPlace = (box: Box): Finding[] => planOf(box).findings.filter((f) => f.id === 'guard-exceeds-element');

describe('what is wrong at one place', () => {
  it('is one matter, whichever of its elements is named', () => {
    const box = twoThin();
    const thickReturn = applyEdits(box, [set('feeds/main/returnWire', awg('8'))]);
    const [one] = ofPlace(box);
    const [other] = ofPlace(thickReturn);
    expect(one!.key).not.toBe(other!.key);
    expect(matterOf(one!)).toBe(matterOf(other!));
  });

  it('of two rules or two places is two', () => {
    const where = { kind: 'circuit', id: 'c1', label: 'C1' } as const;
    const f = (id: string, over: object = {}) => matterOf({ id, key: `${id}:c1`, where, ...over });
    expect(new Set(WORST_OF_PLACE.map((id) => f(id))).size).toBe(WORST_OF_PLACE.length);
    expect(f('run-unfused')).not.toBe(f('run-unfused', { where: { ...where, id: 'c2' } }));
    // what names no worst of several is told by its key
    expect(f('voltage-drop')).toBe('voltage-drop:c1');
    expect(f('runtime-short')).toBe(f('power-limit'));
  });

  it('is not cured by a change that cures one element and leaves the next', () => {
    const box = twoThin();
    const plan = planOf(box);
    const [f] = ofPlace(box);
    const half = [set('feeds/main/returnWire', awg('8'))];
    const tried = attempt({ box, catalogue: STARTER_CATALOGUE, plan }, half)!;
    expect(tried.cleared).not.toContain(f!.key);
    // nor does the next element count as something new that was brought
    expect(tried.fresh.filter((g) => g.id === 'guard-exceeds-element')).toEqual([]);
    expect(attempt({ box, catalogue: STARTER_CATALOGUE, plan }, half, f!.key)).toBeUndefined();
  });

  it('does not come from a cause that is left out while it stands all the same', () => {
    const where = { kind: 'main', id: 'main', label: 'F0' } as const;
    const f = (also: string): Finding =>
      ({
        id: 'guard-exceeds-element',
        key: `guard-exceeds-element:main:${also}`,
        where,
        open: false,
        cause: null
      }) as Finding;
    const [told] = under([f('lead')], [f('return')], 'something else');
    expect(told!.cause).toBeNull();
    expect(under([f('lead')], [], 'something else')[0]!.cause).toBe('something else');
  });

  it('every remedy that is offered leaves nothing of it', () => {
    const box = twoThin();
    const plan = planOf(box);
    const all = proven({ box, catalogue: STARTER_CATALOGUE, plan }, ofPlace(box)[0]!);
    expect(all.length).toBeGreaterThan(0);
    for (const r of all)
      expect(
        ofPlace(applyEdits(box, r.edits)).map((f) => f.title),
        r.label
      ).toEqual([]);
  });
});

describe('the list of rules that name the worst of a place', () => {
  const folder = new URL('../src/findings/rules/', import.meta.url);
  const using = readdirSync(folder).filter((file) =>
    readFileSync(new URL(file, folder), 'utf8').includes('worstByPlace(')
  );

  it('holds every rule that does so, and no other', () => {
    expect(using.map((file) => file.replace('.ts', '')).toSorted()).toEqual([...WORST_OF_PLACE].toSorted());
  });
});
