/** The day on the wall here at a moment, as '2026-11-28'. */
export function dayHere(ms: number): string {
  return new Date(ms - new Date(ms).getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
}

/** The day on the wall here now. */
export const today = (): string => dayHere(Date.now());
