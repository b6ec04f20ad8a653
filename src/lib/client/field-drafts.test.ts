import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';

/** A browser's store, and the locks that its open windows hold. */
class Store {
  [key: string]: unknown;
  static make(): Storage {
    const kept: Record<string, string> = {};
    return new Proxy(kept, {
      get: (all, name) => {
        if (name === 'getItem') return (key: string) => all[key] ?? null;
        if (name === 'setItem') return (key: string, text: string) => void (all[key] = text);
        if (name === 'removeItem') return (key: string) => void delete all[key];
        return all[name as string];
      }
    }) as unknown as Storage;
  }
}

let store: Storage;
let locks: Set<string>;
let refuse: boolean;

/** One window: its own session store and its own modules, as a fresh page has them. */
async function windowOf(session: Storage) {
  vi.resetModules();
  vi.stubGlobal('sessionStorage', session);
  return { ...(await import('./tab.ts')), ...(await import('./field-drafts.svelte.ts')) };
}

beforeEach(() => {
  vi.useFakeTimers();
  store = Store.make();
  locks = new Set();
  refuse = false;
  vi.stubGlobal('localStorage', store);
  vi.stubGlobal('navigator', {
    locks: {
      query: async () => ({ held: [...locks].map((name) => ({ name })) }),
      request: (name: string, given: { signal: AbortSignal } | (() => unknown), use?: () => unknown) => {
        if (refuse && use) return Promise.reject(new Error('still held'));
        locks.add(name);
        return Promise.resolve((use ?? (given as () => unknown))());
      }
    }
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const age = (text: string) => ({ text, tried: false });

describe('text that a window left behind', () => {
  test('is taken up by the next one, and a field that has text of its own keeps both', async () => {
    store.setItem(
      'haversack-fields-b1-gone',
      JSON.stringify([
        ['age', age('7')],
        ['mass', age('4 kg')]
      ])
    );
    const { FieldDrafts } = await windowOf(Store.make());
    const own = new FieldDrafts('b1');
    own.set('age', age('4'));
    own.adopt(new Set());
    expect(own.get('age')?.text).toBe('4');
    expect(own.get('mass')?.text).toBe('4 kg');
    expect(JSON.parse(store.getItem('haversack-fields-b1-gone')!)).toEqual([['age', age('7')]]);
    own.clear('age');
    own.adopt(new Set());
    expect(own.get('age')?.text).toBe('7');
    expect(store.getItem('haversack-fields-b1-gone')).toBeNull();
  });

  test('of another box or of a window that is open is left alone', async () => {
    store.setItem('haversack-fields-b1-open', JSON.stringify([['age', age('7')]]));
    store.setItem('haversack-fields-b2-gone', JSON.stringify([['age', age('8')]]));
    const { FieldDrafts } = await windowOf(Store.make());
    const own = new FieldDrafts('b1');
    own.adopt(new Set(['open']));
    expect(own.count).toBe(0);
    expect(store.getItem('haversack-fields-b1-open')).not.toBeNull();
    expect(store.getItem('haversack-fields-b2-gone')).not.toBeNull();
  });

  test('something broken aside takes nothing else down', async () => {
    store.setItem('haversack-fields-b1-gone', '{broken');
    const { FieldDrafts } = await windowOf(Store.make());
    const own = new FieldDrafts('b1');
    own.adopt(new Set());
    expect(own.count).toBe(0);
    expect(store.getItem('haversack-fields-b1-gone')).toBeNull();
  });
});

describe('the mark of a window', () => {
  test('a window reloaded while its old page still holds the mark goes on under another, its text with it', async () => {
    const session = Store.make();
    session.setItem('haversack-tab', 'old');
    store.setItem('haversack-fields-b1-old', JSON.stringify([['age', age('7')]]));
    const { FieldDrafts, holdTab, tabId } = await windowOf(session);
    const own = new FieldDrafts('b1');
    refuse = true;
    await holdTab();
    expect(tabId()).not.toBe('old');
    expect(session.getItem('haversack-tab')).toBe(tabId());
    expect(JSON.parse(store.getItem(`haversack-fields-b1-${tabId()}`)!)).toEqual([['age', age('7')]]);
    expect(own.get('age')?.text).toBe('7');
  });

  test('what was typed before the mark changed and taken after does not come back; text of the old page stays until it is taken', async () => {
    const session = Store.make();
    const w = await windowOf(session);
    const before = `haversack-fields-b1-${w.tabId()}`;
    // the old page, or the window this one was copied from, keeps text of its own under the same mark
    store.setItem(before, JSON.stringify([['mass', age('4 kg')]]));
    const drafts = new w.FieldDrafts('b1');
    expect(drafts.get('mass')).toEqual(age('4 kg'));
    drafts.set('width', age('142'));
    refuse = true;
    await w.holdTab();
    expect(`haversack-fields-b1-${w.tabId()}`).not.toBe(before);
    expect(JSON.parse(store.getItem(before)!)).toEqual([['mass', age('4 kg')]]);
    drafts.clear('width');
    drafts.clear('mass');
    expect(store.getItem(before)).toBeNull();
    // the page that comes after this one has nothing to take up
    const next = new (await windowOf(session)).FieldDrafts('b1');
    next.adopt(new Set());
    expect(next.count).toBe(0);
  });

  test('a window that is just being closed is waited for, one that is just being reloaded counts as open', async () => {
    const { livingTabs } = await windowOf(Store.make());
    locks = new Set(['haversack-tab-closing', 'haversack-tab-stays']);
    const living = livingTabs();
    await vi.advanceTimersByTimeAsync(1000);
    locks.delete('haversack-tab-closing');
    await vi.advanceTimersByTimeAsync(4000);
    expect(await living).toEqual(new Set(['stays']));
    const again = livingTabs();
    await vi.advanceTimersByTimeAsync(500);
    locks.delete('haversack-tab-stays');
    await vi.advanceTimersByTimeAsync(2200);
    locks.add('haversack-tab-stays');
    await vi.advanceTimersByTimeAsync(10_000);
    expect(await again).toEqual(new Set(['stays']));
  });
});
