/**
 * What a page that is being left hands to the next one in the same window. The device's store (`kept.ts`) takes its time, and a
 * write begun as the page goes is thrown away with it; the window's own small store is written before the page is gone.
 */
import type { Draft } from './draft.ts';

const keyOf = (boxId: string): string => `haversack-left-${boxId}`;

/** Keeps the work for the window's next page. A window that keeps nothing, or is full, has what the device's store holds. */
export function handOver(draft: Omit<Draft, 'atMs'>): void {
  try {
    sessionStorage.setItem(keyOf(draft.boxId), JSON.stringify({ ...draft, atMs: Date.now() }));
  } catch {
    // an older state under the key would be taken for the newest
    dropHandedOver(draft.boxId);
  }
}

export function handedOver(boxId: string): Draft | undefined {
  try {
    const text = sessionStorage.getItem(keyOf(boxId));
    return text === null ? undefined : (JSON.parse(text) as Draft);
  } catch {
    return undefined;
  }
}

export function dropHandedOver(boxId: string): void {
  try {
    sessionStorage.removeItem(keyOf(boxId));
  } catch {
    // nothing was kept
  }
}
