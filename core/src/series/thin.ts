import type { Chunk, Figure } from './chunk.ts';

export type Point = [ms: number, value: number];

/** A stretch of a series to be drawn. */
export type Window = { fromMs: number; toMs: number };

/**
 * Rows of one figure thinned to at most 2 × buckets points: the least and the greatest of each stretch, so that no peak and
 * no gap is lost. A finer choice among them is left to whoever draws.
 * @param chunks in the order of their time
 */
export function extremes(chunks: Iterable<Chunk>, figure: Figure, window: Window, buckets: number): Point[] {
  const span = Math.max(1, window.toMs - window.fromMs);
  const out: Point[] = [];
  let low: Point | undefined;
  let high: Point | undefined;
  const close = (): void => {
    if (!low || !high) return;
    if (low[0] === high[0]) out.push(low);
    else out.push(...(low[0] < high[0] ? [low, high] : [high, low]));
    low = high = undefined;
  };
  let bucketEndMs = -Infinity;
  for (const chunk of chunks) {
    const { ms: moments, [figure]: values } = chunk;
    for (let i = 0; i < moments.length; i++) {
      const ms = moments[i]!;
      const value = values[i]!;
      // not a number: nothing was read
      if (value !== value || ms < window.fromMs || ms > window.toMs) continue;
      if (ms >= bucketEndMs) {
        close();
        const bucket = Math.min(buckets - 1, Math.floor(((ms - window.fromMs) / span) * buckets));
        bucketEndMs = bucket === buckets - 1 ? Infinity : window.fromMs + ((bucket + 1) * span) / buckets;
      }
      if (low === undefined || value < low[1]) low = [ms, value];
      if (high === undefined || value > high[1]) high = [ms, value];
    }
  }
  close();
  return out;
}
