import { METRIC } from '../src/quantity/said.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdits, type Edit } from '../src/box/edits.ts';
import { withKnownFaces } from '../src/box/older.ts';
import { boxSchema } from '../src/box/schema.ts';
import { caseFromDraft, draftProblems, stillOpen, type CaseDraft } from '../src/case/measure.ts';
import { caseFit } from '../src/case/fit.ts';
import { casePart, partSchema } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { canalNightBankBox, saltmarshHideBox } from '../src/demo/boxes.ts';
import { crowdedBox } from '../src/demo/crowded.ts';
import { evaluate } from '../src/evaluate.ts';
import { readBoxData } from '../src/exchange/read-box.ts';
import { arrangePorts, withArranged } from '../src/panel/arrange.ts';
import { portLabels, switchCard } from '../src/bench/labels.ts';
import { aligned, copiedTo, CORNERS, distributed, fromCorner, mirrored } from '../src/panel/line-up.ts';
import { lidSwingMeets } from '../src/panel/lid-swing.ts';
import { GRID_MM, SNAP_MM, snapPort } from '../src/panel/snap.ts';
import { bracketOn } from './bracket.ts';
import { without } from './vectors.ts';
import { grownZone, noDrillZones } from '../src/panel/zones.ts';

const hide = saltmarshHideBox();
const plan = evaluate(hide, STARTER_CATALOGUE);
const front = plan.panel!.ports.filter((p) => p.port.face === 'front');
const set = (path: string, value: unknown): Edit => ({ op: 'set', path, value });

describe('depth', () => {
  const clash = applyEdits(hide, [
    set(`ports/${hide.ports[0]!.id}/terminals`, 'straight'),
    set('placements', { 'battery-1': { xMm: 7, yMm: 56, zMm: 5, turn: 'lwh' } })
  ]);
  const finding = evaluate(clash, STARTER_CATALOGUE).findings.find((f) => f.id === 'behind-panel-collision')!;

  test('flag terminals, spacer, place, body, face: all are offered', () => {
    const labels = finding.remedies.map((r) => r.label).join('; ');
    for (const word of ['flag terminals', 'Spacer of', 'Move to']) expect(labels).toContain(word);
    expect(finding.remedies.length).toBeGreaterThanOrEqual(3);
  });

  test.each(finding.remedies.map((r) => [r.label, r.edits] as const))('%s clears it', (_, edits) => {
    const after = evaluate(applyEdits(clash, edits), STARTER_CATALOGUE);
    expect(after.findings.some((f) => f.key === finding.key)).toBe(false);
  });

  test('a spacer takes its height off the depth and shows in the sum', () => {
    const id = front[0]!.port.id;
    const after = evaluate(applyEdits(hide, [set(`ports/${id}/spacerMm`, 8)]), STARTER_CATALOGUE);
    const p = after.panel!.ports.find((q) => q.port.id === id)!;
    expect(p.needMm).toBeCloseTo(front[0]!.needMm - 8, 6);
    expect(p.working.lines.map((l) => l.label)).toContain('Spacer under the flange');
  });

  test('another part is offered when a shallower one does the same', () => {
    const id = front[0]!.port.id;
    const socket = STARTER_CATALOGUE.find((p) => p.id === 'socket-12v-capped')!;
    const deep = applyEdits(hide, [set(`parts/${socket.id}`, socket), set(`ports/${id}/partId`, socket.id)]);
    const found = evaluate(deep, STARTER_CATALOGUE).findings.find(
      (f) => f.id === 'behind-panel-collision' && f.where.id === id
    )!;
    const other = found.remedies.find((r) => r.edits.some((e) => e.path === `ports/${id}/partId`));
    expect(other).toBeDefined();
    const after = evaluate(applyEdits(deep, other!.edits), STARTER_CATALOGUE);
    expect(after.panel!.ports.find((p) => p.port.id === id)!.clearMm).toBeGreaterThanOrEqual(0);
  });

  test('what hangs in the lid sweeps outwards as it shuts', () => {
    const c = plan.fit!.part;
    const hung = { low: [50, 20, c.depthMm - 60], high: [90, 60, c.depthMm] } as const;
    const box = (low: number[], high: number[]) => ({
      low: low as [number, number, number],
      high: high as [number, number, number]
    });
    const under = box([...hung.low], [...hung.high]);
    // just in front of where it ends when shut: passed through on the way
    expect(lidSwingMeets(c, under, box([50, 8, c.depthMm - 30], [90, 18, c.depthMm - 5]), 0)).toBeGreaterThan(0);
    expect(lidSwingMeets(c, under, box([150, 8, c.depthMm - 30], [190, 18, c.depthMm - 5]), 0)).toBeUndefined();
    expect(lidSwingMeets(c, under, box([50, 0, 0], [90, 80, 40]), 0)).toBeUndefined();
  });
});

describe('lining up', () => {
  test('a row takes the first one’s height, edges line up by their flanges', () => {
    const after = applyEdits(hide, aligned(front, 'row'));
    expect(new Set(front.map((p) => after.ports.find((q) => q.id === p.port.id)!.yMm)).size).toBe(1);
    const bottoms = applyEdits(hide, aligned(front, 'bottom'));
    const low = front.map((p) => bottoms.ports.find((q) => q.id === p.port.id)!.yMm - p.part.flangeHeightMm / 2);
    expect(Math.max(...low) - Math.min(...low)).toBeLessThan(0.02);
  });

  test('equal gaps between flanges, outer two staying', () => {
    const three = front.slice(0, 4);
    const moved = applyEdits(hide, [set(`ports/${three[1]!.port.id}/xMm`, 70)]);
    const now = evaluate(moved, STARTER_CATALOGUE).panel!.ports.filter((p) =>
      three.some((q) => q.port.id === p.port.id)
    );
    const after = applyEdits(moved, distributed(now, 'x'));
    const rows = now
      .map((p) => ({ x: after.ports.find((q) => q.id === p.port.id)!.xMm, half: p.part.flangeWidthMm / 2 }))
      .sort((a, b) => a.x - b.x);
    const gaps = rows.slice(1).map((r, i) => r.x - r.half - (rows[i]!.x + rows[i]!.half));
    expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThan(0.05);
    expect(rows[0]!.x).toBe(Math.min(...now.map((p) => p.port.xMm)));
    expect(distributed(now.slice(0, 2), 'x')).toEqual([]);
  });

  test('mirrored twice is where it was', () => {
    const once = applyEdits(hide, mirrored(plan.fit!.part, front));
    const ports = evaluate(once, STARTER_CATALOGUE).panel!.ports.filter((p) => p.port.face === 'front');
    const twice = applyEdits(once, mirrored(plan.fit!.part, ports));
    expect(twice.ports.map((p) => p.xMm)).toEqual(hide.ports.map((p) => p.xMm));
  });

  test('copies have ids and circuits of their own', () => {
    const { edits, ids } = copiedTo(hide, front.slice(0, 2), 'left');
    const after = applyEdits(hide, edits);
    expect(after.ports.filter((p) => ids.includes(p.id)).map((p) => p.face)).toEqual(['left', 'left']);
    expect(after.circuits.length).toBe(hide.circuits.length + 2);
    expect(new Set(after.ports.map((p) => p.id)).size).toBe(after.ports.length);
    expect(boxSchema.safeParse(after).success).toBe(true);
  });

  test('coordinates from any corner go back to the same point', () => {
    const face = { widthMm: 270, heightMm: 190 };
    for (const corner of CORNERS) {
      const there = fromCorner(face, corner, { xMm: 42, yMm: 66 });
      expect(fromCorner(face, corner, there)).toEqual({ xMm: 42, yMm: 66 });
    }
    expect(fromCorner(face, 'top-right', { xMm: 42, yMm: 66 })).toEqual({ xMm: 228, yMm: 124 });
  });
});

describe('snapping', () => {
  const face = { widthMm: 270, heightMm: 190 };
  const part = { flangeWidthMm: 38, flangeHeightMm: 38 };
  const at = (xMm: number, yMm: number) => ({ xMm, yMm, part });

  test('middle, row, equal spacing, edge, else the grid', () => {
    expect(snapPort(face, part, [], { xMm: 136.4, yMm: 50.6 })).toMatchObject({ xMm: 135, yMm: 50 });
    expect(snapPort(face, part, [at(40, 66)], { xMm: 99, yMm: 67.9 }).yMm).toBe(66);
    const equal = snapPort(face, part, [at(40, 66), at(92, 66)], { xMm: 142.2, yMm: 66 });
    expect(equal.xMm).toBe(144);
    expect(equal.guides).toContainEqual({ axis: 'x', atMm: 144, why: 'equal' });
    const small = { flangeWidthMm: 20, flangeHeightMm: 20 };
    expect(snapPort(face, small, [at(60, 66)], { xMm: 50.5, yMm: 120 }).xMm).toBe(51);
  });

  test('never moves a port further than the snap or half a grid step', () => {
    const place = fc.record({
      x: fc.double({ min: 0, max: 270, noNaN: true }),
      y: fc.double({ min: 0, max: 190, noNaN: true })
    });
    fc.assert(
      fc.property(place, fc.array(place, { maxLength: 20 }), (p, others) => {
        const to = snapPort(
          face,
          part,
          others.map((o) => at(o.x, o.y)),
          { xMm: p.x, yMm: p.y }
        );
        expect(Math.abs(to.xMm - p.x)).toBeLessThanOrEqual(Math.max(SNAP_MM, GRID_MM / 2) + 0.01);
        expect(Math.abs(to.yMm - p.y)).toBeLessThanOrEqual(Math.max(SNAP_MM, GRID_MM / 2) + 0.01);
      }),
      { seed: 4 }
    );
  });
});

describe('arranged by itself', () => {
  test.each([hide, canalNightBankBox(), crowdedBox(24)].map((b) => [b.name, b] as const))(
    '%s: what was placed clashes with nothing, and each place has its reason',
    (_, box) => {
      const scattered = { ...box, ports: box.ports.map((p) => ({ ...p, face: 'front' as const, xMm: 60, yMm: 70 })) };
      const arranged = arrangePorts(scattered, caseFit({ ...scattered, ports: [] })!);
      expect(arranged.ports.map((p) => p.portId).sort()).toEqual(box.ports.map((p) => p.id).sort());
      expect(arranged.ports.every((p) => p.why.length > 10)).toBe(true);
      const after = evaluate(withArranged(scattered, arranged), STARTER_CATALOGUE);
      const placed = new Set(arranged.ports.filter((p) => p.placed).map((p) => p.portId));
      expect(placed.size).toBeGreaterThan(box.ports.length * 0.6);
      expect(after.panel!.clashes.filter((k) => placed.has(k.aId) && placed.has(k.bId))).toEqual([]);
      expect(after.panel!.zoneClashes.filter((z) => placed.has(z.portId))).toEqual([]);
    }
  );
});

test('zones grow by their kind and stay on their face; corners are kept clear', () => {
  const c = plan.fit!.part;
  const latch = { face: 'front', kind: 'latch', xMm: 2, yMm: 100, widthMm: 40, heightMm: 30 } as const;
  expect(grownZone(c, latch)).toMatchObject({ xMm: 0, widthMm: 47, yMm: 95, heightMm: 40 });
  const corners = noDrillZones(c).filter((z) => z.kind === 'curve');
  expect(corners.map((z) => z.face).sort()).toEqual([
    'back',
    'back',
    'front',
    'front',
    'left',
    'left',
    'right',
    'right'
  ]);
});

describe('labels and switches', () => {
  test('each label names its port, its fuse and what comes out', () => {
    const labels = portLabels(hide, plan.panel!, plan.wiring);
    const camera = labels.find((l) => l.title === 'Camera A')!;
    expect(camera.detail).toMatch(/^P1 · USB-C · F\d/);
    expect(labels.length).toBe(plan.panel!.holeCount);
  });
  test('with the master off only what is always live stays', () => {
    const off = switchCard(plan.panel!, plan.wiring).find((r) => r.tag === 'S0' && r.position === 'off')!;
    const always = evaluate(hide, STARTER_CATALOGUE).wiring.circuits.filter((c) => c.live === 'always').length;
    expect(off.live.length).toBe(always);
    expect(off.dead.length).toBe(hide.circuits.length - always);
  });
});

describe('brackets', () => {
  const planOf = (over: Parameters<typeof bracketOn>[1]) => bracketOn(hide, over);
  test('pull is load times lever over the arm of the foot, by hand', () => {
    // 0.2 kg at 3 g = 5.884 N; 60 mm over half of 80 mm
    expect(planOf({}).pullN).toBeCloseTo((0.2 * 3 * 9.80665 * 60) / 40, 6);
    expect(planOf({}).bearsN).toBeCloseTo((Math.PI / 4) * 0.08 ** 2 * 20000, 6);
    expect(planOf({}).holds).toBe(true);
  });
  test('twice the lever is twice the pull, on any load', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 10, max: 400, noNaN: true }),
        (loadKg, leverMm) => {
          expect(planOf({ loadKg, leverMm: 2 * leverMm }).pullN).toBeCloseTo(2 * planOf({ loadKg, leverMm }).pullN, 6);
        }
      ),
      { numRuns: 5 }
    );
  });
  test('a foot over ports and ribs is told what it sits on', () => {
    expect(planOf({ face: 'front', xMm: 42, yMm: 66 }).under).toContain('P1');
  });
});

describe('measuring sheet', () => {
  const draft: CaseDraft = {
    id: 'own-can',
    name: 'My can',
    caseKind: 'hinged-can',
    material: 'PP',
    hinge: 'back',
    gasTight: false,
    seal: { jet: 0, dunk: 0 },
    measures: { floorLengthMm: 266, floorWidthMm: 128, depthMm: 160 },
    zones: []
  };
  test('three sizes make a case; the rest is named as open', () => {
    const c = caseFromDraft(draft)!;
    expect(casePart.safeParse(c).success).toBe(true);
    expect(c.rimLengthMm).toBe(266);
    expect(c.unmeasured).toContain('wallMm');
    expect(c.unmeasured).not.toContain('depthMm');
    expect(stillOpen(draft).length).toBe(c.unmeasured.length);
  });
  test.each([
    ['wallMm', { wallMm: 64 }, /out of range/],
    ['wallMm', { wallMm: 40, floorWidthMm: 70, rimWidthMm: 72 }, /thicker than the 70 mm/],
    ['rimLengthMm', { rimLengthMm: 200 }, /swapped/],
    ['trayBelowRimMm', { trayBelowRimMm: 170 }, /160 mm deep/],
    ['cornerRadiusMm', { cornerRadiusMm: 90 }, /do not go into/],
    ['depthMm', { depthMm: 5 }, /out of range/]
  ] as const)('wrong %s is told with what would be right', (key, over, words) => {
    const bad = { ...draft, measures: { ...draft.measures, ...over } };
    const found = draftProblems(bad, METRIC).find((p) => p.key === key)!;
    expect(found.say).toMatch(words);
    expect(caseFromDraft(bad)).toBeUndefined();
  });
  test('without depth there is no case yet', () => {
    const measures = without(draft.measures, 'depthMm');
    expect(caseFromDraft({ ...draft, measures })).toBeUndefined();
  });
});

describe('bad input', () => {
  test('a port on a face that no case has is kept, on the front, and asked about', () => {
    const odd = JSON.parse(JSON.stringify(hide)) as { ports: { face: string; id: string }[] };
    odd.ports[2]!.face = 'top';
    const read = readBoxData(odd);
    expect(read.ok).toBe(true);
    if (!read.ok) return;
    expect(read.box.ports.length).toBe(hide.ports.length);
    const found = evaluate(read.box, STARTER_CATALOGUE).findings.find((f) => f.id === 'port-face-lost')!;
    expect(found.title).toContain("'top'");
    const cleared = applyEdits(read.box, found.remedies.at(-1)!.edits);
    expect(cleared.ports[2]).toEqual({ ...hide.ports[2], face: 'front' });
    expect(withKnownFaces(42)).toBe(42);
  });
  test('a hole of 0 is refused with its place', () => {
    const part = {
      ...hide.parts['usb-c-pd-30']!,
      hole: { shape: 'round', diameterMm: 0, minMm: 0, maxMm: 0, key: null }
    };
    const read = partSchema.safeParse(part);
    expect(read.success).toBe(false);
    expect(read.error!.issues[0]!.path).toEqual(['hole', 'diameterMm']);
  });
  test('a port larger than its face is shown, named and moved nowhere by itself', () => {
    const big = applyEdits(hide, [
      set('parts/usb-c-pd-30', { ...hide.parts['usb-c-pd-30'], flangeWidthMm: 290, flangeHeightMm: 290 })
    ]);
    const after = evaluate(big, STARTER_CATALOGUE);
    expect(after.findings.filter((f) => f.id === 'off-the-face').length).toBeGreaterThan(0);
    expect(after.panel!.ports.map((p) => p.port)).toEqual(hide.ports);
  });
});
