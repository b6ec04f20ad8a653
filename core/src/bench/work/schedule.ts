/** One piece of work and what must wait for it. Minutes throughout. */
export type Job = {
  id: string;
  /** Jobs that must be done, and cured, before. */
  after: readonly string[];
  /** Jobs whose work must be done before; what cures may cure on. */
  follows?: readonly string[];
  /** Hands on. */
  workMin: number;
  /** Afterwards by itself: glue cures, a battery charges. */
  waitMin: number;
  /** Not before this minute of the calendar: something still cures, or comes by post. */
  earliestMin?: number;
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
const ALWAYS: Hours = { startMin: 0, perDayMin: DAY_MIN };

/** A value for every job from those of other jobs, each worked out once; the graph has no ring (`faultIn`). */
function overGraph(jobs: readonly Job[], value: (j: Job, of: (k: Job) => number) => number): Map<string, number> {
  const out = new Map<string, number>();
  const of = (j: Job): number => {
    const known = out.get(j.id);
    if (known !== undefined) return known;
    const made = value(j, of);
    out.set(j.id, made);
    return made;
  };
  for (const j of jobs) of(j);
  return out;
}

/** Longest way from the start of a job to the end of everything behind it, minutes. @source critical path method */
export const tails = (jobs: readonly Job[]): Map<string, number> =>
  overGraph(jobs, (j, of) =>
    Math.max(
      j.workMin + j.waitMin,
      ...jobs.filter((k) => k.after.includes(j.id)).map((k) => j.workMin + j.waitMin + of(k)),
      ...jobs.filter((k) => k.follows?.includes(j.id)).map((k) => j.workMin + of(k))
    )
  );

/** What a job waits for, and the minute from which it need not, when every job begins as soon as it can. */
const gatesOf = (j: Job, byId: ReadonlyMap<string, Job>, headOf: (k: Job) => number) => [
  ...j.after.map((id) => byId.get(id)!).map((k) => ({ job: k, min: headOf(k) + k.workMin + k.waitMin })),
  ...(j.follows ?? []).map((id) => byId.get(id)!).map((k) => ({ job: k, min: headOf(k) + k.workMin }))
];

/**
 * The chain that nothing can shorten, first to last: each job of it begins the moment the one before lets it, the first one
 * at once or when what it waits for from outside is there.
 * @source critical path method
 */
export function criticalPath(jobs: readonly Job[], fromMin = 0): Job[] {
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const heads = overGraph(jobs, (j, of) =>
    Math.max(fromMin, j.earliestMin ?? fromMin, ...gatesOf(j, byId, of).map((g) => g.min))
  );
  const headOf = (j: Job): number => heads.get(j.id)!;
  const endOf = (j: Job): number => headOf(j) + j.workMin + j.waitMin;
  const out: Job[] = [];
  let at: Job | undefined = jobs.reduce<Job | undefined>((a, b) => (a && endOf(a) >= endOf(b) ? a : b), undefined);
  while (at) {
    out.unshift(at);
    const one: Job = at;
    const gate = gatesOf(one, byId, headOf).find((g) => g.min >= headOf(one) - 1e-9);
    at = headOf(one) > fromMin ? gate?.job : undefined;
  }
  return out;
}

/** A ring of steps that wait for each other, or one that waits for nothing known: named, so that it can be mended. */
export function faultIn(jobs: readonly Job[]): string | undefined {
  const ids = new Set(jobs.map((j) => j.id));
  const needs = (j: Job): string[] => [...j.after, ...(j.follows ?? [])];
  for (const j of jobs) for (const a of needs(j)) if (!ids.has(a)) return `${j.id} waits for ${a}, which is no step`;
  const left = new Map(jobs.map((j) => [j.id, new Set(needs(j))]));
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

/**
 * One person's work with waits in between: of what is ready soonest, the job with the longest way behind it comes first, so
 * that what cures is begun early.
 * @param fromMin minute of the calendar at which it begins
 * @source list scheduling by the longest tail; the problem is hard: most random small ones end as soon as the best of all orders, none half as late again (tests)
 */
export function schedule(jobs: readonly Job[], fromMin = 0, hours: Hours = ALWAYS): Schedule {
  const length = tails(jobs);
  const left = [...jobs];
  const done = new Map<string, Slot>();
  let now = fromMin;
  while (left.length > 0) {
    const open = left.filter((j) => [...j.after, ...(j.follows ?? [])].every((a) => done.has(a)));
    if (open.length === 0) break;
    const readyAt = (j: Job) =>
      Math.max(
        now,
        j.earliestMin ?? fromMin,
        ...j.after.map((a) => done.get(a)!.readyMin),
        ...(j.follows ?? []).map((a) => done.get(a)!.endMin)
      );
    const soonest = Math.min(...open.map(readyAt));
    const next = open
      .filter((j) => readyAt(j) <= soonest)
      .reduce((a, b) => (length.get(b.id)! > length.get(a.id)! ? b : a));
    const { startMin, endMin } = workUntil(soonest, next.workMin, hours);
    done.set(next.id, { id: next.id, startMin, endMin, readyMin: endMin + next.waitMin });
    now = endMin;
    left.splice(left.indexOf(next), 1);
  }
  const slots = [...done.values()];
  return {
    slots,
    endMin: Math.max(fromMin, ...slots.map((s) => s.readyMin)),
    workMin: jobs.reduce((sum, j) => sum + j.workMin, 0)
  };
}
