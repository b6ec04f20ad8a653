/** This window's own mark: what it keeps aside in the browser's store is kept apart from other windows'. */
const KEY = 'haversack-tab';

const fresh = (): string => Math.random().toString(36).slice(2, 10);

let held: string | undefined;

export function tabId(): string {
  if (held) return held;
  try {
    held = sessionStorage.getItem(KEY) ?? fresh();
    sessionStorage.setItem(KEY, held);
  } catch {
    held = fresh();
  }
  return held;
}

const onNewMark = new Set<(before: string) => void>();

/** Told when this window took another mark, with the one it had, once at the most: what it keeps aside is then written under the new one. */
export function whenMarkChanges(tell: (before: string) => void): void {
  onNewMark.add(tell);
}

const lockName = (id: string): string => `haversack-tab-${id}`;

/** After a reload the old page lets go of the mark within this time; a window that was copied keeps it for good. */
const LETS_GO_MS = 1500;

/** Holds this window's mark as long as it lives. A copied window has the same mark at first: it takes another one. */
export async function holdTab(): Promise<void> {
  if (!navigator.locks) return;
  const id = tabId();
  const got = await new Promise<boolean>((answer) => {
    navigator.locks
      .request(lockName(id), { signal: AbortSignal.timeout(LETS_GO_MS) }, () => {
        answer(true);
        return new Promise<void>(() => {});
      })
      .catch(() => answer(false));
  });
  if (got) return onNewMark.clear();
  held = fresh();
  sessionStorage.setItem(KEY, held);
  for (const tell of onNewMark) tell(id);
  onNewMark.clear();
  void navigator.locks.request(lockName(held), () => new Promise<void>(() => {}));
}

/** A window that is being reloaded is gone for less than this; one that was closed lets go of its mark within it. */
const RELOADS_MS = 2500;
/** So often is looked again while marks still go away. */
const LOOKS = 6;

/**
 * Marks of windows that are open: one that is just being reloaded is not taken for a closed one, and one that is just being
 * closed is waited for, or what was typed in it would lie aside until the next start.
 */
export async function livingTabs(): Promise<Set<string> | undefined> {
  let before = await openTabs();
  if (!before) return undefined;
  for (let look = 1; ; look++) {
    await new Promise((done) => setTimeout(done, RELOADS_MS));
    const now = await openTabs();
    if (!now) return undefined;
    if (look === LOOKS || [...before].every((tab) => now.has(tab))) return new Set([...before, ...now]);
    before = now;
  }
}

async function openTabs(): Promise<Set<string> | undefined> {
  if (!navigator.locks) return undefined;
  const { held: locks = [] } = await navigator.locks.query();
  return new Set(locks.flatMap((l) => (l.name?.startsWith('haversack-tab-') ? [l.name.slice(14)] : [])));
}
