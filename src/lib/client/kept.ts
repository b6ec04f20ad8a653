/**
 * What this browser keeps on the device itself (IndexedDB): answers of the server seen last, so that boxes open when it is out
 * of reach; work that it did not acknowledge yet; and things to be sent to it. Every write is flushed before it counts as done,
 * so that a phone killed a moment later has it. A browser that keeps nothing only loses this safety net.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Box } from '@haversack/core/box/schema';
import type { Draft } from './draft.ts';
import { dropHandedOver, handedOver } from './handed-over.ts';

export type Answer = { path: string; body: unknown; atMs: number };
/** A request to be made when the server answers again. `path` and `body` are as the server wants them. */
export type Waiting = { nth?: number; method: 'POST' | 'PUT'; path: string; body: unknown; what: string; atMs: number };

interface Kept extends DBSchema {
  answers: { key: string; value: Answer; indexes: { atMs: number } };
  drafts: { key: [string, string]; value: Draft; indexes: { boxId: string } };
  waiting: { key: number; value: Waiting };
}

const NAME = 'haversack';
const VERSION = 1;
/** About forty boxes with their logbooks. */
const MOST_ANSWERS = 400;
const STRICT = { durability: 'strict' } as const;

let opened: Promise<IDBPDatabase<Kept> | undefined> | undefined;

function database(): Promise<IDBPDatabase<Kept> | undefined> {
  opened ??=
    typeof indexedDB === 'undefined'
      ? Promise.resolve(undefined)
      : openDB<Kept>(NAME, VERSION, {
          upgrade(db) {
            db.createObjectStore('answers', { keyPath: 'path' }).createIndex('atMs', 'atMs');
            db.createObjectStore('drafts', { keyPath: ['boxId', 'tab'] }).createIndex('boxId', 'boxId');
            db.createObjectStore('waiting', { keyPath: 'nth', autoIncrement: true });
          },
          // another window with a newer program must not wait for this one
          blocking: (_old, _wanted, event) => {
            (event.target as IDBDatabase).close();
            opened = undefined;
          },
          terminated: () => (opened = undefined)
        }).catch(() => undefined);
  return opened;
}

/** Does something in the device's store; a full or forbidden store gives `otherwise`. */
async function within<T>(work: (db: IDBPDatabase<Kept>) => Promise<T>, otherwise: T): Promise<T> {
  try {
    const db = await database();
    return db ? await work(db) : otherwise;
  } catch {
    return otherwise;
  }
}

/** Keeps an answer of the server; the oldest go when there are too many. */
export const keepAnswer = (path: string, body: unknown): Promise<void> =>
  within(async (db) => {
    const tx = db.transaction('answers', 'readwrite');
    await tx.store.put({ path, body, atMs: Date.now() });
    const over = (await tx.store.count()) - MOST_ANSWERS;
    if (over > 0) {
      let oldest = await tx.store.index('atMs').openCursor();
      for (let gone = 0; oldest && gone < over; gone++) {
        await oldest.delete();
        oldest = await oldest.continue();
      }
    }
    await tx.done;
  }, undefined);

export const keptAnswer = (path: string): Promise<Answer | undefined> =>
  within((db) => db.get('answers', path), undefined);

/** True when it is safely on the device. */
export async function keepDraft(draft: Omit<Draft, 'atMs'>): Promise<boolean> {
  const atMs = Date.now();
  const safe = await within(async (db) => {
    const tx = db.transaction('drafts', 'readwrite', STRICT);
    await tx.store.put({ ...draft, atMs });
    await tx.done;
    return true;
  }, false);
  const handed = handedOver(draft.boxId);
  if (safe && handed && handed.atMs <= atMs) dropHandedOver(draft.boxId);
  return safe;
}

export async function dropDraft(boxId: string, tab: string): Promise<void> {
  if (handedOver(boxId)?.tab === tab) dropHandedOver(boxId);
  await within((db) => db.delete('drafts', [boxId, tab]), undefined);
}

/** What this window left unacknowledged: what its last page handed over is newer than what it still had time to store. */
export const readDraft = async (boxId: string, tab: string): Promise<Draft | undefined> => {
  const stored = await within((db) => db.get('drafts', [boxId, tab]), undefined);
  return handedOver(boxId) ?? stored;
};

export const draftsOf = (boxId: string): Promise<Draft[]> =>
  within((db) => db.getAllFromIndex('drafts', 'boxId', boxId), []);

export const allDrafts = (): Promise<Draft[]> => within((db) => db.getAll('drafts'), []);

/** Puts a request into the queue; true when it is safely there. */
export const keepWaiting = (waiting: Omit<Waiting, 'atMs' | 'nth'>): Promise<boolean> =>
  within(async (db) => {
    const tx = db.transaction('waiting', 'readwrite', STRICT);
    await tx.store.add({ ...waiting, atMs: Date.now() } as Waiting);
    await tx.done;
    return true;
  }, false);

/** What waits to be sent, oldest first. */
export const allWaiting = (): Promise<Waiting[]> => within((db) => db.getAll('waiting'), []);

export const dropWaiting = (nth: number): Promise<void> => within((db) => db.delete('waiting', nth), undefined);

/** A box that was saved is, on this device, too, what the server has now. */
export async function keepSaved(id: string, document: Box, revision: number): Promise<void> {
  const path = `/api/boxes/${id}`;
  const before = (await keptAnswer(path))?.body;
  // the answers that came with it are of what it was before
  await keepAnswer(path, { ...(before as object | undefined), id, document, revision, verdicts: [] });
}

const OLD_DRAFT = /^haversack-draft-([0-9a-f-]{36})(?:-(.+))?$/;

/** Work that an earlier version of the program left in the browser's small store comes over. */
export async function takeOverOldDrafts(): Promise<void> {
  for (const key of Object.keys(localStorage)) {
    const [, boxId, tab = 'before'] = OLD_DRAFT.exec(key) ?? [];
    if (!boxId) continue;
    try {
      const old = JSON.parse(localStorage.getItem(key) ?? '') as { document: unknown; revision: number };
      if (await keepDraft({ boxId, tab, document: old.document, revision: old.revision })) localStorage.removeItem(key);
    } catch {
      localStorage.removeItem(key); // half a text is nobody's work
    }
  }
}

/** Forgets the open store, so that a test begins with another. */
export function forgetStore(): void {
  opened = undefined;
}
