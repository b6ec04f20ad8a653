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
export type Blocked = {
  step: WorkStep;
  missing: Standing[];
  expectedDay: string | undefined;
  /** How it stands with what is missing, in words. */
  comes: string;
};
export type WorkPlan = {
  rows: WorkRow[];
  startMs: number;
  endMs: number;
  /** Work that is left, minutes, over all boxes of the batch. */
  workMin: number;
  leftCount: number;
  pathWords: string;
  blockedBy: Blocked[];
  /** Midnights within it, for a time line; those of every seventh day where they would crowd it. */
  midnightsMs: number[];
};

/** What a step waits for from outside: a wait that runs, or parts on their way. */
type Gate = { min: number; cures: WorkStep | undefined; comes: WorkStep | undefined };

const MINUTE_MS = 60_000;
const DAY_MS = 1440 * MINUTE_MS;
/** As many days as a time line can name side by side. */
const MOST_MIDNIGHTS = 40;
/** Share of a step that is set-up, done once for a batch. @source rule of thumb: tools out, jig made, tools away */
const SETUP = 0.3;

/** A step's work for several boxes: set up once, then done so many times. */
const batchMin = (workMin: number, boxes: number): number => workMin * (SETUP + (1 - SETUP) * boxes);

type WorkFacts = {
  box: Box;
  steps: readonly WorkStep[];
  lines: readonly KitLine[];
  drawer: readonly DrawerLine[];
  orders: readonly Order[];
  marks: Marks;
  nowMs: number;
  /** Minutes that the clock on the wall is ahead of universal time. */
  zoneMin: number;
  hours: Hours;
};

/** Steps that wait for parts, with when those come. */
function blockedSteps(
  x: Pick<WorkFacts, 'steps' | 'lines' | 'drawer' | 'orders'>,
  done: ReadonlySet<string>
): Blocked[] {
  const all = standings(x.lines, x.drawer, x.orders);
  return x.steps.flatMap((step): Blocked[] => {
    if (done.has(step.id)) return [];
    const missing = all.filter((s) => s.missing > 0 && step.lineIds.includes(s.line.lineId));
    if (missing.length === 0) return [];
    const days = missing.map((m) => arrivalOf(m, x.orders));
    const expectedDay = days.every((d) => d !== undefined) ? days.sort().at(-1) : undefined;
    const comes = expectedDay ? `expected ${expectedDay}` : missing.every(isOrdered) ? 'on the way' : 'not ordered yet';
    return [{ step, missing, expectedDay, comes }];
  });
}

/** Noon of the day on which what a step waits for is expected, minutes of the clock on the wall. */
const comesByStep = (blockedBy: readonly Blocked[]): ReadonlyMap<string, number> =>
  new Map(
    blockedBy.flatMap((b) =>
      b.expectedDay ? [[b.step.id, Date.parse(`${b.expectedDay}T12:00:00Z`) / MINUTE_MS] as const] : []
    )
  );

/** A row for each step, what is left in the order it is laid, what is done behind it. */
function rowsOf(
  steps: readonly WorkStep[],
  {
    done,
    laid,
    onPath,
    toMs,
    nowMs
  }: {
    done: ReadonlySet<string>;
    laid: ReturnType<typeof schedule>;
    onPath: ReadonlySet<string>;
    toMs: (min: number) => number;
    nowMs: number;
  }
): WorkRow[] {
  const slotOf = new Map(laid.slots.map((s) => [s.id, s]));
  const order = new Map(laid.slots.map((s, i) => [s.id, i]));
  return steps
    .map((step): WorkRow => {
      const slot = slotOf.get(step.id);
      return {
        step,
        done: done.has(step.id),
        startMs: slot ? toMs(slot.startMin) : nowMs,
        endMs: slot ? toMs(slot.endMin) : nowMs,
        readyMs: slot ? toMs(slot.readyMin) : nowMs,
        onPath: onPath.has(step.id)
      };
    })
    .sort((a, b) => Number(b.done) - Number(a.done) || (order.get(a.step.id) ?? 0) - (order.get(b.step.id) ?? 0));
}

/**
 * What is left of the work from now on, over somebody's hours of the day. A step that is ticked is over, its wait runs from
 * the tick; a wait that somebody ended by hand is over; a step whose parts have not come waits for the day they are expected.
 */
export function workPlanOf(x: WorkFacts): WorkPlan {
  const { steps, marks, nowMs } = x;
  const wallMin = Math.floor(nowMs / MINUTE_MS) + x.zoneMin;
  const toMs = (min: number): number => (min - x.zoneMin) * MINUTE_MS;
  const done = new Set(
    marks.doneSteps(
      steps.map((s) => s.id),
      x.box.bench.doneStepIds
    )
  );
  /** When what a step that is done left to itself is over; its wait runs from the tick. */
  const curedMin = (s: WorkStep): number => {
    const at = marks.of(`step ${s.id}`)?.atMs;
    return at === undefined || marks.isTicked(`wait ${s.id}`) ? -Infinity : at / MINUTE_MS + x.zoneMin + s.waitMin;
  };
  const blockedBy = blockedSteps(x, done);
  const comesMin = comesByStep(blockedBy);
  const byId = new Map(steps.map((s) => [s.id, s]));
  const left = steps.filter((s) => !done.has(s.id));
  const notDone = (ids: readonly string[]): string[] => ids.filter((id) => !done.has(id));
  /** From outside the work that is left: what still cures, and what is on its way. */
  const gateOf = (s: WorkStep): Gate => {
    const cures = s.after
      .filter((id) => done.has(id))
      .map((id): Gate => ({ min: curedMin(byId.get(id)!), cures: byId.get(id)!, comes: undefined }));
    const comes = comesMin.get(s.id);
    const all: Gate[] = [...cures, ...(comes === undefined ? [] : [{ min: comes, cures: undefined, comes: s }])];
    return all.reduce((a, b) => (b.min > a.min ? b : a), { min: wallMin, cures: undefined, comes: undefined });
  };
  const gates = new Map(left.map((s) => [s.id, gateOf(s)]));
  const jobs: Job[] = left.map((s) => ({
    id: s.id,
    workMin: batchMin(s.workMin, x.box.kit.boxCount),
    waitMin: s.waitMin,
    after: notDone(s.after),
    follows: notDone(s.follows ?? []),
    earliestMin: gates.get(s.id)!.min
  }));
  const laid = schedule(jobs, wallMin, x.hours);
  const path = criticalPath(jobs, wallMin);
  const rows = rowsOf(steps, { done, laid, onPath: new Set(path.map((p) => p.id)), toMs, nowMs });
  const open = rows.filter((r) => !r.done);
  const startMs = open[0]?.startMs ?? nowMs;
  const endMs = open.length > 0 ? toMs(laid.endMin) : nowMs;
  return {
    rows,
    startMs,
    endMs,
    workMin: laid.workMin,
    leftCount: open.length,
    pathWords: pathWords(path, byId, path[0] && gates.get(path[0].id), wallMin),
    blockedBy,
    midnightsMs: midnights(startMs, endMs, x.zoneMin)
  };
}

/** All that is missing of a line is on its way. */
const isOrdered = (s: Standing): boolean => s.missing <= s.onTheWay + 1e-6;

/** The day on which everything that is missing of a line is expected; undefined when it is not ordered. */
function arrivalOf(s: Standing, orders: readonly Order[]): string | undefined {
  if (!isOrdered(s)) return undefined;
  const days = orders.flatMap((o) =>
    o.expectedDay && o.lines.some((l) => l.lineId === s.line.lineId && l.arrived < l.packets) ? [o.expectedDay] : []
  );
  return days.sort().at(-1);
}

function midnights(startMs: number, endMs: number, zoneMin: number): number[] {
  const zoneMs = zoneMin * MINUTE_MS;
  const first = Math.ceil((startMs + zoneMs) / DAY_MS) * DAY_MS - zoneMs;
  const count = Math.max(0, Math.ceil((endMs - first) / DAY_MS));
  const everyDays = count > MOST_MIDNIGHTS ? 7 : 1;
  return Array.from({ length: Math.ceil(count / everyDays) }, (_, i) => first + i * everyDays * DAY_MS);
}

/** The longest way in words: 'What decides: the sealant cures 12 h, then connect, then …'. */
function pathWords(
  path: readonly Job[],
  byId: ReadonlyMap<string, WorkStep>,
  gate: Gate | undefined,
  wallMin: number
): string {
  if (path.length === 0) return '';
  const waits = (what: string | null, min: number): string => `${what ?? 'it waits'} ${durationText(min / 60)}`;
  const outside =
    gate && gate.min > wallMin
      ? [
          gate.cures
            ? waits(gate.cures.waitWhat, gate.min - wallMin)
            : `the parts for ‘${gate.comes!.title.toLowerCase()}’ come`
        ]
      : [];
  const inside = path.flatMap((p, i) => {
    const step = byId.get(p.id)!;
    // only the work of it counts where the next may begin while it cures
    const next = path[i + 1];
    const cures = p.waitMin > 0 && (!next || next.after.includes(p.id));
    return [step.title.toLowerCase(), ...(cures ? [waits(step.waitWhat, p.waitMin)] : [])];
  });
  return `What decides: ${[...outside, ...inside].join(', then ')}.`;
}
