/** Does something once the screen shows what is there now: a press is answered before what may wait. */
export function afterPaint(work: () => void): void {
  if (typeof requestAnimationFrame === 'undefined' || document.hidden) return void setTimeout(work, 0);
  requestAnimationFrame(() => setTimeout(work, 0));
}

/** Does something when nothing more urgent is left, after `atMostMs` in any case. */
export function whenIdle(work: () => void, atMostMs = 2000): void {
  if (typeof requestIdleCallback === 'undefined') return afterPaint(work);
  requestIdleCallback(work, { timeout: atMostMs });
}
