/** What is believed of several unknowns together: their means and how they vary together. */
export type Belief = { names: readonly string[]; mean: Float64Array; cov: Float64Array[] };

/** One thing seen: value = sum of weight × unknown, give or take. */
export type Seen = { weights: readonly (readonly [place: number, weight: number])[]; value: number; variance: number };

/** What an observation did. */
export type Update = {
  /** Seen less expected. */
  innovation: number;
  /** How far that lies out, in expected spreads. */
  surprise: number;
  belief: Belief;
};

/** A belief of independent unknowns. @param priors spread > 0 */
export function independent(priors: readonly { name: string; mean: number; spread: number }[]): Belief {
  return {
    names: priors.map((p) => p.name),
    mean: Float64Array.from(priors, (p) => p.mean),
    cov: priors.map((p, i) => Float64Array.from(priors, (_, j) => (i === j ? p.spread ** 2 : 0)))
  };
}

/** What a belief expects of a weighted sum, and its variance. */
export function expected({ mean, cov }: Belief, weights: Seen['weights']): { value: number; variance: number } {
  let value = 0;
  let variance = 0;
  for (const [i, a] of weights) {
    value += a * mean[i]!;
    for (const [j, b] of weights) variance += a * b * cov[i]![j]!;
  }
  return { value, variance: Math.max(0, variance) };
}

/**
 * One observation taken into a belief.
 * @param seen variance > 0
 * @source linear-Gaussian update (Kalman's, without motion)
 */
export function observe(belief: Belief, seen: Seen): Update {
  const n = belief.mean.length;
  const { value, variance } = expected(belief, seen.weights);
  const innovation = seen.value - value;
  const total = variance + seen.variance;
  const gain = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (const [j, w] of seen.weights) sum += belief.cov[i]![j]! * w;
    gain[i] = sum / total;
  }
  const mean = Float64Array.from(belief.mean, (m, i) => m + gain[i]! * innovation);
  // P − K·S·Kᵀ: the optimal gain's form, symmetric by itself
  const cov = belief.cov.map((row, i) => Float64Array.from(row, (c, j) => c - gain[i]! * gain[j]! * total));
  return { innovation, surprise: Math.abs(innovation) / Math.sqrt(total), belief: { ...belief, mean, cov } };
}

/** Time goes by: an unknown wanders. @param variance what it has wandered, ≥ 0 */
export function wander(belief: Belief, place: number, variance: number): Belief {
  if (variance <= 0) return belief;
  const cov = belief.cov.map((row, i) => (i === place ? Float64Array.from(row) : row));
  cov[place]![place]! += variance;
  return { ...belief, cov };
}

export const spreadOf = (belief: Belief, place: number): number => Math.sqrt(Math.max(0, belief.cov[place]![place]!));
