/** Smallest and largest that a figure may be, with what is unknown at the ends of its range. */
export type Span = { low: number; high: number };

/**
 * The span of a figure over a plan and the ends of what is unknown in it; both ends the same where nothing is.
 * @param figure gives undefined where a plan has no such figure
 */
export function spanOf<E>(plan: E & { ends: readonly E[] }, figure: (p: E) => number | undefined): Span | undefined {
  const own = figure(plan);
  if (own === undefined) return undefined;
  const all = plan.ends.length === 0 ? [own] : plan.ends.flatMap((p) => figure(p) ?? []);
  return all.length === 0 ? { low: own, high: own } : { low: Math.min(...all), high: Math.max(...all) };
}

/** A twentieth apart is one figure. */
const APART = 0.05;
export const isWide = ({ low, high }: Span): boolean =>
  high - low > APART * Math.max(Math.abs(low), Math.abs(high), 1e-9);

/** '0.13' or '0.13 to 2.5': one figure where the ends agree. */
export const spanText = (span: Span, text: (value: number) => string): string =>
  isWide(span) && text(span.low) !== text(span.high) ? `${text(span.low)} to ${text(span.high)}` : text(span.high);
