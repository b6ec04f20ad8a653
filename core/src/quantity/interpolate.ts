/**
 * Straight-line interpolation in a table with rising x; outside the table the end value holds.
 * @param xs rising, same length as ys, at least one entry
 */
export function interpolate(xs: readonly number[], ys: readonly number[], x: number): number {
  const last = xs.length - 1;
  if (x <= xs[0]!) return ys[0]!;
  if (x >= xs[last]!) return ys[last]!;
  let i = 1;
  while (xs[i]! < x) i++;
  const share = (x - xs[i - 1]!) / (xs[i]! - xs[i - 1]!);
  return ys[i - 1]! + share * (ys[i]! - ys[i - 1]!);
}
