import type { Box } from '../../box/schema.ts';
import { standings, type DrawerLine, type Order, type Standing } from '../../kit/buy/orders.ts';
import type { KitLine } from '../../kit/kit.ts';
import { durationText } from '../../quantity/format.ts';
import type { Marks } from '../marks.ts';
import { criticalPath, schedule, type Hours, type Job } from './schedule.ts';
import type { WorkStep } from './steps.ts';

export type WorkRow = {
  step: WorkStep;
  done: boolean;
  startMs: number;
  endMs: number;
  readyMs: number;
  onPath: boolean;
};
export type Blocked = { step: WorkStep; missing: Standing[]; expectedDay: string | undefined };
export type WorkPlan = {
  rows: WorkRow[];
  startMs: number;
  endMs: number;
  /** Work that is left, minutes, over all boxes of the batch. */
  workMin: number;
  leftCount: number;
  pathWords: string;
  blockedBy: Blocked[];
  /** Minutes that the clock on the wall is ahead of universal time. */
  zoneMin: number;
};

const MINUTE_MS = 60_000;
/** Share of a step that is set-up, done once for a batch. @source rule of thumb: tools out, jig made, tools away */
const SETUP = 0.3;

/** A step's work for several boxes: set up once, then done so many times. */
const batchMin = (workMin: number, boxes: number): number => workMin * (SETUP + (1 - SETUP) * boxes);

/**
 * What is left of the work from now on, over somebody's hours of the day. A step that is ticked is over, its wait runs from
 * the tick; a wait that somebody ended by hand is over; a step whose parts have not come waits for the day they are expected.
 * @param x.zoneMin minutes that the clock on the wall is ahead of universal time
 */
export function workPlanOf(x: {
  box: Box;
  steps: readonly WorkStep[];
  lines: readonly KitLine[];
  drawer: readonly DrawerLine[];
  orders: readonly Order[];
  marks: Marks;
  nowMs: number;
  zoneMin: number;
  hours: Hours;
}): WorkPlan {
  const { steps, marks, nowMs } = x;
  const wallMin = Math.floor(nowMs / MINUTE_MS) + x.zoneMin;
  const toMs = (min: number): number => (min - x.zoneMin) * MINUTE_MS;
  const done = new Set(
    marks.doneSteps(
      steps.map((s) => s.id),
      x.box.bench.doneStepIds
    )
  );
  const readyMin = (s: WorkStep): number => {
    const ended = marks.isTicked(`wait ${s.id}`) ? -Infinity : s.waitMin;
    const at = marks.of(`step ${s.id}`)?.atMs;
    return at === undefined || ended === -Infinity
      ? wallMin
      : Math.max(wallMin, at / MINUTE_MS + x.zoneMin + s.waitMin);
  };
  const all = standings(x.lines, x.drawer, x.orders);
  const blockedBy = steps.flatMap((step): Blocked[] => {
    if (done.has(step.id)) return [];
    const missing = all.filter((s) => s.missing > 0 && step.lineIds.includes(s.line.lineId));
    if (missing.length === 0) return [];
    const days = missing.map((m) => arrivalOf(m, x.orders));
    return [{ step, missing, expectedDay: days.every((d) => d !== undefined) ? days.sort().at(-1) : undefined }];
  });
  const comesMin = new Map(
    blockedBy.flatMap((b) =>
      b.expectedDay ? [[b.step.id, Date.parse(`${b.expectedDay}T12:00:00Z`) / MINUTE_MS] as const] : []
    )
  );
  // what is over, what cures, and what is on its way are jobs without work that others wait for
  const gates: Job[] = [];
  const gate = (id: string, untilMin: number): string[] => {
    if (untilMin <= wallMin) return [];
    gates.push({ id, after: [], workMin: 0, waitMin: untilMin - wallMin });
    return [id];
  };
  const cures = new Map(steps.filter((s) => done.has(s.id)).map((s) => [s.id, gate(`cures ${s.id}`, readyMin(s))]));
  const left = steps.filter((s) => !done.has(s.id));
  const jobs: Job[] = left.map((s) => ({
    id: s.id,
    workMin: batchMin(s.workMin, x.box.kit.boxCount),
    waitMin: s.waitMin,
    after: [
      ...s.after.flatMap((a) => (done.has(a) ? cures.get(a)! : [a])),
      ...gate(`comes ${s.id}`, comesMin.get(s.id) ?? 0)
    ]
  }));
  const laid = schedule([...gates, ...jobs], wallMin, x.hours);
  const path = criticalPath([...gates, ...jobs]);
  const slotOf = new Map(laid.slots.map((s) => [s.id, s]));
  const order = new Map(laid.slots.map((s, i) => [s.id, i]));
  const rows = steps
    .map((step): WorkRow => {
      const slot = slotOf.get(step.id);
      return {
        step,
        done: done.has(step.id),
        startMs: slot ? toMs(slot.startMin) : nowMs,
        endMs: slot ? toMs(slot.endMin) : nowMs,
        readyMs: slot ? toMs(slot.readyMin) : nowMs,
        onPath: path.some((p) => p.id === step.id)
      };
    })
    .sort((a, b) => Number(b.done) - Number(a.done) || (order.get(a.step.id) ?? 0) - (order.get(b.step.id) ?? 0));
  const open = rows.filter((r) => !r.done);
  return {
    rows,
    startMs: open[0]?.startMs ?? nowMs,
    endMs: open.length > 0 ? toMs(laid.endMin) : nowMs,
    workMin: laid.workMin,
    leftCount: open.length,
    pathWords: pathWords(path, steps),
    blockedBy,
    zoneMin: x.zoneMin
  };
}

/** The day on which everything that is missing of a line is expected; undefined when it is not ordered. */
function arrivalOf(s: Standing, orders: readonly Order[]): string | undefined {
  if (s.missing > s.onTheWay + 1e-6) return undefined;
  const days = orders.flatMap((o) =>
    o.expectedDay && o.lines.some((l) => l.lineId === s.line.lineId && l.arrived < l.packets) ? [o.expectedDay] : []
  );
  return days.sort().at(-1);
}

/** The longest way in words: 'Nothing is quicker than: fit the panel parts, then the sealant cures 24 h, then …'. */
function pathWords(path: readonly Job[], steps: readonly WorkStep[]): string {
  const words = path.flatMap((p) => {
    const step = steps.find((s) => s.id === p.id || p.id === `cures ${s.id}` || p.id === `comes ${s.id}`);
    if (!step) return [];
    if (p.id.startsWith('cures ')) return [`${step.waitWhat ?? 'it waits'} ${durationText(p.waitMin / 60)}`];
    if (p.id.startsWith('comes ')) return [`the parts for ‘${step.title.toLowerCase()}’ come`];
    return [
      step.title.toLowerCase(),
      ...(p.waitMin > 0 ? [`${step.waitWhat ?? 'it waits'} ${durationText(p.waitMin / 60)}`] : [])
    ];
  });
  return words.length === 0 ? '' : `What decides: ${words.join(', then ')}.`;
}
