import fc from 'fast-check';
import { expect, test } from 'vitest';
import { meet, type Rect } from '../src/draw/labels.ts';
import { tagMarks, type Tagged } from '../src/draw/tag-marks.ts';

const paper: Rect = { x: 0, y: 0, w: 360, h: 300 };
const at = (id: string, x: number, y: number): Tagged => ({ id, tag: id.toUpperCase(), x, y });

test('apart they are rings with their tags in them; near each other dots with their tags beside', () => {
  const [p1, p2, s0] = tagMarks([at('p1', 60, 80), at('p2', 76, 80), at('s0', 200, 80)], paper);
  expect(s0).toMatchObject({ radius: 11, label: undefined });
  for (const near of [p1!, p2!]) {
    expect(near.radius).toBe(4);
    expect(near.label!.lines[0]!.text).toBe(near.tag);
  }
  expect(meet(p1!.label!.box, p2!.label!.box)).toBe(false);
});

test('no tag meets another, a ring, a dot of another or the edge of the paper; every one is there or left out whole', () => {
  const place = fc.record({ x: fc.integer({ min: 20, max: 340 }), y: fc.integer({ min: 20, max: 280 }) });
  fc.assert(
    fc.property(fc.array(place, { minLength: 1, maxLength: 16 }), (places) => {
      const marks = tagMarks(
        places.map((p, i) => at(`p${i}`, p.x, p.y)),
        paper
      );
      const labels = marks.flatMap((m) => (m.label ? [m] : []));
      labels.forEach((a, i) => {
        for (const b of labels.slice(i + 1)) expect(meet(a.label!.box, b.label!.box)).toBe(false);
        for (const o of marks)
          if (o.id !== a.id && o.radius === 11)
            expect(meet(a.label!.box, { x: o.x - 11, y: o.y - 11, w: 22, h: 22 })).toBe(false);
        const { x, y, w, h } = a.label!.box;
        expect(x >= 0 && y >= 0 && x + w <= paper.w && y + h <= paper.h).toBe(true);
      });
      for (const m of marks) expect(m.radius === 11 ? m.label : 'dot').toBe(m.radius === 11 ? undefined : 'dot');
    }),
    { numRuns: 200, seed: 11 }
  );
});
