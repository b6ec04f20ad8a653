/** As many neighbours are remembered on each side. */
const NEAR = 24;
const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]), select:not([disabled]), textarea:not([disabled]), summary, [tabindex]:not([tabindex="-1"])';

const TYPED = 'input:not([type=checkbox], [type=radio], [type=button]), textarea, select';

const shown = (e: Element): boolean => e.isConnected && e.getClientRects().length > 0;

/**
 * What had the focus and was taken away hands it to the next sensible thing: what followed it in the same part of the screen, else
 * what came before it, else the heading of the stage. Without this the keyboard starts again at the top of the page.
 * @returns to be called when nobody wants it any more
 */
export function keepFocus(root: HTMLElement): () => void {
  let near: HTMLElement[] = [];
  let held: Element | null = null;

  const remember = (event: FocusEvent): void => {
    held = event.target as Element;
    const part = held.closest('[role=dialog], aside, main, header, nav, section') ?? root;
    const all = [...part.querySelectorAll<HTMLElement>(FOCUSABLE)];
    const at = all.indexOf(held as HTMLElement);
    near = at < 0 ? [] : [...all.slice(at + 1, at + 1 + NEAR), ...all.slice(Math.max(0, at - NEAR), at).reverse()];
  };
  const look = (): void => {
    if (!held || held.isConnected || (document.activeElement && document.activeElement !== document.body)) return;
    held = null;
    // a field would take the next plain key for a letter
    const next = near.find((e) => shown(e) && !e.matches(TYPED)) ?? root.querySelector<HTMLElement>('#main h1');
    next?.focus({ preventScroll: true });
  };
  const watch = new MutationObserver(() => requestAnimationFrame(look));
  root.addEventListener('focusin', remember);
  watch.observe(root, { childList: true, subtree: true });
  return () => {
    root.removeEventListener('focusin', remember);
    watch.disconnect();
  };
}
