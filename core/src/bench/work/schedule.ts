/** One piece of work and what must wait for it. Minutes throughout. */
export type Job = {
  id: string;
  /** Jobs that must be done, and cured, before. */
  after: readonly string[];
  /** Hands on. */
  workMin: number;
  /** Afterwards by itself: glue cures, a battery charges. */
  waitMin: number;
};

export type Slot = { id: string; startMin: number; endMin: number; readyMin: number };
export type Schedule = {
  /** In the order in which the work is done. */
  slots: Slot[];
  /** When the last wait is over. */
  endMin: number;
  /** Hours of work in it, minutes. */
  workMin: number;
};

/** When somebody works: from an hour of the day on, so many hours of it. */
export type Hours = { startMin: number; perDayMin: number };
const DAY_MIN = 1440;
/** Round the clock: for bounds, and where only the order is asked. */
export const ALWAYS: Hours = { startMin: 0, perDayMin: DAY_MIN };

/** Longest way from the start of a job to the end of everything behind it, minutes. @source critical path method */
export function tails(jobs: readonly Job[]): Map<string, number> {
  const behind = new Map<string, Job[]>();
  for (const j of jobs) for (const a of j.after) behind.set(a, [...(behind.get(a) ?? []), j]);
  const out = new Map<string, number>();
  const of = (j: Job): number => {
    const known = out.get(j.id);
    if (known !== undefined) return known;
    const value = j.workMin + j.waitMin + Math.max(0, ...(behind.get(j.id) ?? []).map(of));
    out.set(j.id, value);
    return value;
  };
  for (const j of jobs) of(j);
  return out;
}

/** The chain of jobs that nothing can shorten, first to last. */
export function criticalPath(jobs: readonly Job[]): Job[] {
  const length = tails(jobs);
  const out: Job[] = [];
  let open = jobs.filter((j) => j.after.length === 0);
  while (open.length > 0) {
    const next = open.reduce((a, b) => (length.get(b.id)! > length.get(a.id)! ? b : a));
    out.push(next);
    open = jobs.filter((j) => j.after.includes(next.id));
  }
  return out;
}

/** A ring of steps that wait for each other, or one that waits for nothing known: named, so that it can be mended. */
export function faultIn(jobs: readonly Job[]): string | undefined {
  const ids = new Set(jobs.map((j) => j.id));
  for (const j of jobs) for (const a of j.after) if (!ids.has(a)) return `${j.id} waits for ${a}, which is no step`;
  const left = new Map(jobs.map((j) => [j.id, new Set(j.after)]));
  for (;;) {
    const ready = [...left].filter(([, after]) => after.size === 0).map(([id]) => id);
    if (ready.length === 0) break;
    for (const id of ready) left.delete(id);
    for (const after of left.values()) for (const id of ready) after.delete(id);
  }
  return left.size > 0 ? `${[...left.keys()].join(', ')} wait for each other` : undefined;
}

/** The next minute at which somebody works, and how long from there. */
function workingFrom(atMin: number, h: Hours): { startMin: number; leftMin: number } {
  if (h.perDayMin >= DAY_MIN) return { startMin: atMin, leftMin: Infinity };
  const day = Math.floor((atMin - h.startMin) / DAY_MIN);
  const opens = day * DAY_MIN + h.startMin;
  const into = atMin - opens;
  return into < h.perDayMin
    ? { startMin: atMin, leftMin: h.perDayMin - into }
    : { startMin: opens + DAY_MIN, leftMin: h.perDayMin };
}

/** Does some work from a minute on; what does not fit into a day goes on the next. */
function workUntil(atMin: number, workMin: number, h: Hours): { startMin: number; endMin: number } {
  let { startMin, leftMin } = workingFrom(atMin, h);
  const first = startMin;
  let todo = workMin;
  while (todo > leftMin) {
    todo -= leftMin;
    ({ startMin, leftMin } = workingFrom(startMin + leftMin, h));
  }
  return { startMin: first, endMin: startMin + todo };
}

/** Work laid out in a given order of preference: of what is ready soonest, the most preferred comes first. */
function layOut(jobs: readonly Job[], rank: ReadonlyMap<string, number>, fromMin: number, h: Hours): Schedule {
  const left = [...jobs];
  const ready = new Map<string, number>();
  const slots: Slot[] = [];
  let now = fromMin;
  let workMin = 0;
  while (left.length > 0) {
    const open = left.filter((j) => j.after.every((a) => ready.has(a)));
    if (open.length === 0) break;
    const readyAt = (j: Job) => Math.max(now, ...j.after.map((a) => ready.get(a)!));
    const soonest = Math.min(...open.map(readyAt));
    const next = open
      .filter((j) => readyAt(j) <= soonest)
      .reduce((a, b) => (rank.get(b.id)! > rank.get(a.id)! ? b : a));
    // what only waits begins at once, day or night
    const { startMin, endMin } =
      next.workMin > 0 ? workUntil(soonest, next.workMin, h) : { startMin: soonest, endMin: soonest };
    ready.set(next.id, endMin + next.waitMin);
    slots.push({ id: next.id, startMin, endMin, readyMin: endMin + next.waitMin });
    workMin += next.workMin;
    now = endMin;
    left.splice(left.indexOf(next), 1);
  }
  return { slots, endMin: Math.max(fromMin, ...slots.map((s) => s.readyMin)), workMin };
}

/**
 * One person's work with waits in between: the job with the longest way behind it first, so that what cures is begun early.
 * @param fromMin minute of the calendar at which it begins
 * @source list scheduling by the longest tail; the problem is hard: most random small ones end as soon as the best of all orders, none half as late again (tests)
 */
export const schedule = (jobs: readonly Job[], fromMin = 0, hours: Hours = ALWAYS): Schedule =>
  layOut(jobs, tails(jobs), fromMin, hours);
