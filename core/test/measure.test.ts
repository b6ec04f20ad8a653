import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { faceSizeMm } from '../src/case/faces.ts';
import { caseFromDraft, draftProblems, MEASURE_STEPS, stillOpen, type CaseDraft } from '../src/case/measure.ts';
import type { Face, Zone } from '../src/catalogue/part.ts';
import { METRIC } from '../src/quantity/said.ts';

const draft = (measures: CaseDraft['measures'], over: Partial<CaseDraft> = {}): CaseDraft => ({
  id: 'own-case',
  name: 'Old can',
  caseKind: 'hinged-can',
  material: 'PP',
  hinge: 'back',
  gasTight: false,
  seal: { jet: 4, dunk: 0 },
  measures,
  zones: [],
  ...over
});
const all = { floorLengthMm: 266, floorWidthMm: 128, rimLengthMm: 278, rimWidthMm: 140, depthMm: 160 };
const said = (d: CaseDraft) => draftProblems(d, METRIC);
const zone = (face: Face, xMm: number, yMm: number): Zone => ({
  kind: 'rib',
  face,
  xMm,
  yMm,
  widthMm: 5,
  heightMm: 5
});

describe('the measuring sheet of an own case', () => {
  test('a case comes of it as soon as length, width and depth are there, and from no less', () => {
    const keys = Object.keys(all) as (keyof typeof all)[];
    fc.assert(
      fc.property(fc.subarray(keys), (given) => {
        const measures = Object.fromEntries(given.map((k) => [k, all[k]])) as CaseDraft['measures'];
        const made = caseFromDraft(draft(measures));
        const has = (...any: (keyof typeof all)[]) => any.some((k) => given.includes(k));
        const enough = has('floorLengthMm', 'rimLengthMm') && has('floorWidthMm', 'rimWidthMm') && has('depthMm');
        expect(made !== undefined).toBe(enough);
        if (!made) return;
        expect(made.floorLengthMm).toBe(measures.floorLengthMm ?? all.rimLengthMm);
        expect(made.rimLengthMm).toBe(measures.rimLengthMm ?? all.floorLengthMm);
        expect(made.floorWidthMm).toBe(measures.floorWidthMm ?? all.rimWidthMm);
        expect(made.rimWidthMm).toBe(measures.rimWidthMm ?? all.floorWidthMm);
        expect(made.unmeasured.toSorted()).toEqual(
          stillOpen(draft(measures))
            .map((s) => s.key)
            .toSorted()
        );
      })
    );
  });

  test('what can be right: from a pocket box to a chest, and a handle for anything that can be carried', () => {
    const ends = Object.fromEntries(MEASURE_STEPS.map((s) => [s.key, [s.min, s.max]]));
    expect(ends).toMatchObject({ massKg: [0, 200], handleRatedKg: [0.1, 200] });
    for (const key of ['floorLengthMm', 'floorWidthMm', 'depthMm'] as const) {
      expect(ends[key]![0], key).toBeLessThanOrEqual(40);
      expect(ends[key]![1], key).toBeGreaterThanOrEqual(1000);
    }
  });

  test.each(MEASURE_STEPS.map((s) => [s.key, s] as const))(
    '%s is refused just outside its range, at its own field, and taken at its ends',
    (key, step) => {
      const at = (v: number) =>
        said(draft({ [key]: v })).filter((p) => p.key === key && p.say.includes('out of range'));
      expect(at(step.min)).toEqual([]);
      expect(at(step.max)).toEqual([]);
      expect(at(step.max * 1.01)).toHaveLength(1);
      if (step.min > 0) expect(at(step.min * 0.99)).toHaveLength(1);
    }
  );

  test('a floor larger than the rim is asked about, half a millimetre aside; walls, corners and tray must leave room', () => {
    const keys = (over: CaseDraft['measures']) => said(draft({ ...all, ...over })).map((p) => p.key);
    expect(keys({})).toEqual([]);
    expect(keys({ floorLengthMm: 278.5 })).toEqual([]);
    expect(keys({ floorLengthMm: 278.6 })).toEqual(['rimLengthMm']);
    expect(keys({ floorWidthMm: 140.6 })).toEqual(['rimWidthMm']);
    expect(keys({ depthMm: 30, floorWidthMm: 30, rimWidthMm: 40, wallMm: 14.9 })).not.toContain('wallMm');
    expect(keys({ depthMm: 30, floorWidthMm: 30, rimWidthMm: 40, wallMm: 15 })).toContain('wallMm');
    expect(keys({ cornerRadiusMm: 64 })).toEqual([]);
    expect(keys({ cornerRadiusMm: 64.1 })).toEqual(['cornerRadiusMm']);
    expect(keys({ trayBelowRimMm: 159 })).toEqual([]);
    expect(keys({ trayBelowRimMm: 160 })).toEqual(['trayBelowRimMm']);
    expect(said(draft(all, { name: '  ' })).map((p) => p.key)).toEqual(['name']);
  });

  test.each([
    ['lid', 278, 140],
    ['front', 278, 160],
    ['back', 278, 160],
    ['left', 140, 160],
    ['right', 140, 160]
  ] as const)('a zone has to begin on its face: %s, %d by %d', (face, widthMm, heightMm) => {
    const zones = [zone(face, widthMm - 1, heightMm - 1), zone(face, widthMm, 0), zone(face, 0, heightMm)];
    const keys = said(draft(all, { zones })).map((p) => p.key);
    expect(keys).toEqual(['zone-1', 'zone-2']);
    // the same face that the case of this sheet has
    const made = caseFromDraft(draft(all))!;
    if (face !== 'lid') expect(faceSizeMm(made, face).widthMm).toBeCloseTo(widthMm, 6);
  });

  test('with the floor alone measured the zones are judged by that; with nothing measured by nothing', () => {
    const { floorLengthMm, floorWidthMm, depthMm } = all;
    const zones = [zone('front', floorLengthMm + 1, 5)];
    expect(said(draft({ floorLengthMm, floorWidthMm, depthMm }, { zones })).map((p) => p.key)).toEqual(['zone-0']);
    for (const measures of [
      { floorLengthMm, floorWidthMm },
      { floorLengthMm, depthMm },
      { floorWidthMm, depthMm }
    ])
      expect(said(draft(measures, { zones }))).toEqual([]);
  });
});
