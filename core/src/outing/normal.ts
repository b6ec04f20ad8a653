/** Half of the range that holds nine of ten, in standard deviations. @source normal distribution */
export const NINE_OF_TEN = 1.6449;
/** Nine of ten lie above the mean less this many standard deviations. @source normal distribution */
export const NINE_ABOVE = 1.2816;

/** Standard normal distribution function. @source Abramowitz and Stegun 26.2.17, error under 7.5e-8 */
export function normalShare(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z >= 0 ? 1 - tail : tail;
}

/** Beyond this many standard deviations nothing is asked for. */
const FAR = 6;
/** How far above the mean so much of a standard normal distribution lies below, by halving. @param share 0 to 1 */
export function normalQuantile(share: number): number {
  let [low, high] = [-FAR, FAR];
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (normalShare(middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
