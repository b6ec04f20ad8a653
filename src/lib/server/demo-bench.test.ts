import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { judgedReadings, openPoints } from '@haversack/core/bench/judge-reading';
import { Marks } from '@haversack/core/bench/marks';
import { unlikeBuilt } from '@haversack/core/bench/as-built';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { demoBoxes } from '@haversack/core/demo/boxes';
import { evaluate } from '@haversack/core/evaluate';
import { standings } from '@haversack/core/kit/buy/orders';
import { beforeAll, describe, expect, test } from 'vitest';
import { listMarks, listPhotos } from './bench.ts';
import { createBox } from './boxes.ts';
import { openDatabase, type Db } from './db/open.ts';
import { seedBench } from './demo-bench.ts';
import { listDrawer, listOrders } from './shopping.ts';

const NOW = Date.UTC(2026, 10, 28, 12);
let db: Db;
let ids: { half: string; whole: string };
const [halfBox, wholeBox] = demoBoxes() as [ReturnType<typeof demoBoxes>[number], ReturnType<typeof demoBoxes>[number]];

beforeAll(async () => {
  const file = join(mkdtempSync(join(tmpdir(), 'haversack-demo-')), 'haversack.db');
  const opened = await openDatabase(file, join(process.cwd(), 'drizzle'), 1_000);
  if (opened.state !== 'ready') throw new Error(opened.message);
  db = opened.db;
  ids = { half: createBox(db, halfBox, 1).id, whole: createBox(db, wholeBox, 2).id };
  seedBench(
    db,
    { halfBuilt: { id: ids.half, box: halfBox }, finished: { id: ids.whole, box: wholeBox } },
    STARTER_CATALOGUE,
    NOW
  );
});
const standing = (id: string, box: typeof halfBox) => {
  const plan = evaluate(box, STARTER_CATALOGUE);
  const marks = new Marks(listMarks(db, id));
  const judged = judgedReadings(plan.bench.tests, marks, box.preferences);
  const passed = new Map([...judged].map(([row, j]) => [row, j.judged.passes]));
  return { plan, marks, points: openPoints(plan.bench.tests, passed) };
};

describe('what the demo shows at the bench', () => {
  test('the finished box has no open point and every step ticked', () => {
    const { plan, marks, points } = standing(ids.whole, wholeBox);
    expect(points).toEqual([]);
    const steps = plan.bench.steps.map((s) => s.id);
    expect(marks.doneSteps(steps, [])).toEqual(steps);
  });
  test('the half-built one has exactly one failed reading, some steps done, photographs, and nothing drawn unlike built', () => {
    const { plan, marks, points } = standing(ids.half, halfBox);
    expect(points.filter((p) => p.why === 'failed')).toHaveLength(1);
    const done = marks.doneSteps(
      plan.bench.steps.map((s) => s.id),
      []
    );
    expect(done.length).toBeGreaterThan(0);
    expect(done.length).toBeLessThan(plan.bench.steps.length);
    expect(listPhotos(db, ids.half).length).toBeGreaterThan(0);
    expect(unlikeBuilt(halfBox, plan, marks)).toEqual([]);
  });
  test('orders lie in two shops, one is on its way, and something is still missing', () => {
    const { plan } = standing(ids.half, halfBox);
    const orders = listOrders(db);
    expect(new Set(orders.map((o) => o.shopId)).size).toBe(2);
    const all = standings(plan.kit.lines, listDrawer(db), orders);
    expect(all.some((s) => s.onTheWay > 0)).toBe(true);
    expect(all.some((s) => s.missing > 0)).toBe(true);
    expect(all.some((s) => s.drawer > 0)).toBe(true);
  });
});
