import { fromOlder } from '@haversack/core/box/older';
import type { Box } from '@haversack/core/box/schema';
import sameDocument from 'fast-deep-equal';
import { request, RequestError } from './api.ts';
import { allDrafts, allWaiting, dropDraft, dropWaiting, keepSaved, keepWaiting } from './kept.ts';
import type { Draft } from './draft.ts';
import { isOwnSave } from './own-save.ts';
import { livingTabs } from './tab.ts';

/** What became of work that lay on this device. */
export type Joined = {
  /** Boxes whose work is on the server now. */
  saved: string[];
  /** Boxes that were changed on the server, too: opened, they ask which is to stay. */
  both: string[];
  /** Why something could not be sent at all; it stays on the device. */
  problems: string[];
};

/** Makes a request now or, with the server out of reach, when it is back. @returns 'sent' or 'waits'. @throws RequestError when refused, or when nothing can be kept here */
export async function sendOrKeep<T>(
  method: 'POST' | 'PUT',
  path: string,
  body: unknown,
  what: string
): Promise<{ sent: true; answer: T } | { sent: false }> {
  try {
    return { sent: true, answer: await request<T>(method, path, body) };
  } catch (e) {
    if (e instanceof RequestError && e.status === 0 && (await keepWaiting({ method, path, body, what })))
      return { sent: false };
    throw e;
  }
}

/** Where a browser does not say which windows are open, work that was not touched for so long is taken for left behind. */
const LEFT_AFTER_MS = 60_000;

const alone = <T>(work: () => Promise<T>): Promise<T> =>
  'locks' in navigator ? navigator.locks.request('haversack-join', work) : work();

/** Sends what waits, oldest first; one window at a time. What the server refuses for good does not hold up the rest. */
export const sendWaiting = (): Promise<string[]> =>
  alone(async () => {
    const problems: string[] = [];
    for (const { nth, method, path, body, what } of await allWaiting())
      try {
        await request(method, path, body);
        await dropWaiting(nth!);
      } catch (e) {
        if (!(e instanceof RequestError) || e.status === 0 || e.status >= 500) return problems;
        problems.push(`${what}: ${e.message}`);
        // gone or wrong for good: kept it would be refused every time
        if ([400, 404, 409, 422].includes(e.status)) await dropWaiting(nth!);
      }
    return problems;
  });

/** Brings work of windows that are open no more to the server, each box as it was begun from; nothing is written over. */
export async function joinDrafts(): Promise<Joined> {
  const joined: Joined = { saved: [], both: [], problems: [] };
  const drafts = await allDrafts();
  if (drafts.length === 0) return joined;
  const living = await livingTabs();
  const left = (d: Draft): boolean => (living ? !living.has(d.tab) : Date.now() - d.atMs > LEFT_AFTER_MS);
  await alone(async () => {
    for (const draft of drafts) if (left(draft)) await joinOne(draft, joined);
  });
  return joined;
}

async function joinOne(draft: Draft, joined: Joined): Promise<void> {
  try {
    const document = fromOlder(draft.document) as Box;
    const { revision } = await request<{ revision: number }>('PUT', `/api/boxes/${draft.boxId}`, {
      document,
      revision: draft.revision
    });
    await keepSaved(draft.boxId, document, revision);
    await dropDraft(draft.boxId, draft.tab);
    joined.saved.push(draft.boxId);
  } catch (e) {
    if (!(e instanceof RequestError)) return void joined.problems.push(String(e));
    const stored = e.body.stored as { document: Box; revision: number } | undefined;
    if (e.status === 409 && stored && sameDocument(stored.document, draft.document))
      await dropDraft(draft.boxId, draft.tab);
    else if (e.status === 409 && stored && isOwnSave(stored.document, draft.sent))
      await joinOne({ ...draft, revision: stored.revision, sent: [] }, joined);
    else if (e.status === 409) joined.both.push(draft.boxId);
    else if (e.status !== 0) joined.problems.push(e.message);
  }
}
