/** Coldest shortly before sunrise, warmest in the early afternoon. @source rule of thumb: 05:00 and 15:00 local time */
const WARMEST_H = 15;

/**
 * Air temperature at a clock hour, a smooth day between its coldest and warmest.
 * @param warmestC null holds the coldest all day
 */
export function airAtC(coldestC: number, warmestC: number | null, clockH: number): number {
  if (warmestC === null || warmestC <= coldestC) return coldestC;
  const share = warmth(clockH);
  return coldestC + (warmestC - coldestC) * share;
}

/** 0 at the coldest, 1 at the warmest hour: ten hours up (05-15), fourteen down. */
function warmth(clockH: number): number {
  const since = (((clockH - WARMEST_H) % 24) + 24) % 24;
  return since <= 14 ? (1 + Math.cos((Math.PI * since) / 14)) / 2 : (1 - Math.cos((Math.PI * (since - 14)) / 10)) / 2;
}
