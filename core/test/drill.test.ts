import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits } from '../src/box/edits.ts';
import { bitsFor, bitText, FAMILY, START_SETS, USUAL_SETS } from '../src/drill/bits.ts';
import { bitSetsSchema } from '../src/drill/bits-schema.ts';
import { chooseBit, type HoleWindow } from '../src/drill/choose.ts';
import { readSizes } from '../src/drill/read-sizes.ts';
import { bothLengths, holeSchedule } from '../src/drill/schedule.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { demoBoxes, saltmarshHideBox } from '../src/demo/boxes.ts';
import { evaluate } from '../src/evaluate.ts';
import { drilledFaces, faceDrawing } from '../src/template/face-drawing.ts';
import { faceSvg } from '../src/template/svg.ts';
import { PAPERS, tilesFor } from '../src/template/tiles.ts';
import { expectDigits, mechanical } from './vectors.ts';

const WINDOWS: Record<string, HoleWindow> = {
  socket: { minMm: 28.8, targetMm: 29, maxMm: 30 },
  'gland M12': { minMm: 12, targetMm: 12.2, maxMm: 12.5 },
  'gland M16': { minMm: 16, targetMm: 16.2, maxMm: 16.6 },
  'gland M20': { minMm: 20, targetMm: 20.3, maxMm: 20.7 },
  'rocker 20': { minMm: 20, targetMm: 20.2, maxMm: 20.6 },
  'button 22': { minMm: 22.3, targetMm: 22.3, maxMm: 22.7 }
};
const SETS: Record<string, string> = {
  'hole saws': 'saw-in',
  'inch step 1/4-1 3/8': 'step-in-138',
  'metric step 4-32': 'step-mm-32',
  'metric Forstner': 'forstner-mm',
  'metric step 4-20': 'step-mm-20',
  'inch step 3/16-7/8': 'step-in-78',
  'metric twist to 13': 'twist-mm'
};
const bitsOf = (id: string) =>
  USUAL_SETS.filter((s) => s.id === id).flatMap((s) =>
    s.sizesMm.map((sizeMm) => ({ family: s.family, sizeMm, setId: s.id }))
  );

describe('the bit for a hole', () => {
  test('every worked choice of the mechanical reference holds', () => {
    for (const [need, set, want] of mechanical.choose as [
      string,
      string,
      { kind: string; bit: number; hole: number; dev: number; file: number }
    ][]) {
      const window = Object.entries(WINDOWS).find(([name]) => need.startsWith(name))![1];
      const got = chooseBit(window, bitsOf(SETS[set]!));
      if (got.kind === 'none') throw new Error(`${need} from ${set}`);
      expect(got.kind).toBe(want.kind);
      expectDigits(got.bit.sizeMm, want.bit, 6);
      expectDigits(got.holeMm, want.hole, 6);
      expect(got.deviationMm).toBeCloseTo(want.dev, 6);
      expect(got.fileMm).toBeCloseTo(want.file, 6);
    }
  });
  test('no bit is ever chosen that could cut past the largest good hole', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 40, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (minMm, over, share) => {
          const w = { minMm, targetMm: minMm + over * share, maxMm: minMm + over };
          const got = chooseBit(w, bitsFor(USUAL_SETS, 'PP', 3));
          if (got.kind === 'none') return;
          expect(got.holeMm).toBeLessThanOrEqual(w.maxMm + 1e-6);
          expect(got.fileMm).toBeGreaterThanOrEqual(0);
          if (got.kind === 'drill') expect(got.bit.sizeMm).toBeGreaterThanOrEqual(minMm - 1e-6);
        }
      ),
      { seed: 12 }
    );
  });
  test('a spade bit is for wood, a step drill not for a thick wall', () => {
    const families = (material: 'PP' | 'wood', wallMm: number) =>
      new Set(bitsFor(USUAL_SETS, material, wallMm).map((b) => b.family));
    expect(families('PP', 3).has('spade')).toBe(false);
    expect(families('wood', 12).has('spade')).toBe(true);
    expect(families('wood', 12).has('step')).toBe(false);
    expect(families('PP', 3).has('step')).toBe(true);
  });
  test('sets are valid, sizes rise, and are said in the system they are stamped in', () => {
    expect(bitSetsSchema.safeParse(USUAL_SETS).success).toBe(true);
    for (const s of USUAL_SETS) expect(s.sizesMm).toEqual([...s.sizesMm].sort((a, b) => a - b));
    expect(bitText({ family: 'hole-saw', sizeMm: 28.575, setId: '' })).toBe('1 1/8 in hole saw');
    expect(bitText({ family: 'step', sizeMm: 28, setId: '' })).toBe('28 mm step drill');
    expect(FAMILY['hole-saw'].growthMm).toBe(0.4);
  });
  test('typed sizes are read or named', () => {
    expect(readSizes('29 mm; 1 1/8 in', 'mm')).toEqual({ ok: true, sizesMm: [29, 28.575] });
    expect(readSizes('29; M12', 'mm').ok).toBe(false);
    expect(readSizes(' ', 'mm').ok).toBe(false);
    expect(readSizes('500', 'mm').ok).toBe(false);
  });
});

describe('the hole schedule', () => {
  test('each hole of every demo box has a bit, a place in both systems, and a state', () => {
    for (const box of demoBoxes()) {
      const plan = evaluate(box, STARTER_CATALOGUE);
      const rows = holeSchedule(box, plan.panel!, plan.fit!.part, START_SETS);
      const bolted = box.brackets.filter((b) => b.fixing === 'bolted').length;
      expect(rows).toHaveLength(plan.panel!.ports.filter((p) => p.part.hole.shape !== 'none').length + bolted);
      for (const r of rows) {
        expect(r.how.length).toBeGreaterThan(10);
        expect(Math.abs(r.x.errorMm)).toBeLessThanOrEqual(25.4 / 128 + 1e-9);
        expect(JSON.stringify(r)).not.toContain('NaN');
      }
    }
  });
  test('with nothing in the drawer every round hole says what to get', () => {
    const box = saltmarshHideBox();
    const plan = evaluate(box, STARTER_CATALOGUE);
    const rows = holeSchedule(box, plan.panel!, plan.fit!.part, []);
    const round = rows.filter((r) => !r.size.includes('×'));
    expect(round.every((r) => r.state === 'stop' && r.buy !== '')).toBe(true);
    expect(bothLengths(28.575)).toMatchObject({ mm: '28.6', inch: '1 1/8', errorMm: 0 });
  });
});

describe('the drawing of a face', () => {
  const box = saltmarshHideBox();
  const plan = evaluate(box, STARTER_CATALOGUE);
  const drawing = faceDrawing(box, plan.panel!, plan.fit!.part, 'front', START_SETS);
  test('SVG read back: every hole where the design has it, at true scale', () => {
    const svg = faceSvg(drawing);
    expect(svg).toContain(`width="${drawing.widthMm + 10}mm"`);
    const cut = svg.slice(svg.indexOf('id="cut"'), svg.indexOf('</g>', svg.indexOf('id="cut"')));
    const circles = [...cut.matchAll(/cx="([\d.-]+)" cy="([\d.-]+)" r="([\d.]+)"/g)].map((m) => m.slice(1).map(Number));
    for (const p of plan.panel!.ports.filter((q) => q.port.face === 'front' && q.part.hole.shape === 'round')) {
      const found = circles.find(
        ([x, y]) => Math.abs(x! - p.port.xMm) < 0.1 && Math.abs(drawing.heightMm - y! - p.port.yMm) < 0.1
      );
      expect(found, p.tag).toBeDefined();
      expect(2 * found![2]!).toBeCloseTo((p.part.hole as { diameterMm: number }).diameterMm, 3);
    }
  });
  test('names cannot break out of the SVG', () => {
    const evil = applyEdits(box, [{ op: 'set', path: `ports/${box.ports[0]!.id}/name`, value: '<script>"&' }]);
    const p = evaluate(evil, STARTER_CATALOGUE);
    const svg = faceSvg(faceDrawing(evil, p.panel!, p.fit!.part, 'front', START_SETS));
    expect(svg).not.toContain('<script>');
    expect(svg).toContain('&lt;script&gt;&quot;&amp;');
  });
  test('tiles cover the face once, without gap or overlap, on both papers', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 900 }),
        fc.integer({ min: 20, max: 700 }),
        fc.constantFrom('a4', 'letter'),
        (widthMm, heightMm, paper) => {
          const tiles = tilesFor({ widthMm, heightMm }, paper);
          const area = tiles.reduce((s, t) => s + t.areaWidthMm * t.areaHeightMm, 0);
          expect(area).toBeCloseTo(widthMm * heightMm, 3);
          for (const t of tiles) {
            const sheet = PAPERS[paper];
            const [w, h] = t.landscape ? [sheet.heightMm, sheet.widthMm] : [sheet.widthMm, sheet.heightMm];
            expect(t.areaXMm + t.areaWidthMm).toBeLessThanOrEqual(w);
            expect(t.areaYMm + t.areaHeightMm).toBeLessThanOrEqual(h);
          }
        }
      ),
      { seed: 13 }
    );
    expect(tilesFor({ widthMm: 270, heightMm: 190 }, 'a4').length).toBeLessThanOrEqual(2);
    expect(drilledFaces(box, plan.panel!)).toEqual(['front', 'right', 'left']);
  });
});

test('a port on the latch is warned of on its face’s template, and on no other', () => {
  const box = applyEdits(saltmarshHideBox(), [
    { op: 'set', path: 'ports/p1/xMm', value: 135 },
    { op: 'set', path: 'ports/p1/yMm', value: 155 }
  ]);
  const plan = evaluate(box, STARTER_CATALOGUE);
  const on = (face: 'front' | 'right') => faceDrawing(box, plan.panel!, plan.fit!.part, face, START_SETS).warnings;
  expect(on('front').join()).toContain('P1 crosses the');
  expect(on('right')).toEqual([]);
});
