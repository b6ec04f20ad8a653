import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { demoBoxes } from '@haversack/core/demo/boxes';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { request, RequestError } from './api.ts';
import { joinDrafts, sendOrKeep, sendWaiting } from './join.ts';
import {
  allDrafts,
  allWaiting,
  draftsOf,
  dropDraft,
  forgetStore,
  keepAnswer,
  keepDraft,
  keepSaved,
  keptAnswer,
  readDraft,
  takeOverOldDrafts
} from './kept.ts';
import { reach } from './reach.svelte.ts';

const document = demoBoxes()[0]!;
const id = '5b0c7a3e-0d4c-4d0e-9f0a-000000000001';
const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** Marks of open windows. */
let locks: string[] = [];

/** A server that is away until it is told to answer. */
const server = {
  up: true,
  asked: [] as string[],
  answers: (() => answer(200, {})) as (path: string, init?: RequestInit) => Response
};
beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory());
  forgetStore();
  const small = new Map<string, string>();
  vi.stubGlobal(
    'localStorage',
    new Proxy(
      {
        getItem: (k: string) => small.get(k) ?? null,
        setItem: (k: string, v: string) => void small.set(k, v),
        removeItem: (k: string) => void small.delete(k)
      },
      { ownKeys: () => [...small.keys()], getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }) }
    )
  );
  vi.stubGlobal('navigator', {
    locks: {
      query: async () => ({ held: locks.map((name) => ({ name })) }),
      request: (_: string, work: () => unknown) => work()
    }
  });
  locks = [];
  server.up = true;
  server.asked = [];
  server.answers = () => answer(200, {});
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    if (!server.up) throw new TypeError('Failed to fetch');
    server.asked.push(`${init?.method ?? 'GET'} ${path}`);
    return server.answers(path, init);
  });
});
afterEach(() => {
  reach.answered();
  vi.unstubAllGlobals();
});

describe('answers seen last', () => {
  test('one that was given before is given again while the server is away; another says that nobody answers', async () => {
    server.answers = () => answer(200, { boxes: ['a'] });
    await request('GET', '/api/boxes');
    await vi.waitFor(async () => expect(await keptAnswer('/api/boxes')).toBeDefined());
    server.up = false;
    expect(await request('GET', '/api/boxes')).toEqual({ boxes: ['a'] });
    expect(reach.away).toBe(true);
    await expect(request('GET', '/api/parts')).rejects.toThrow('Haversack does not answer');
    server.up = true;
    await request('GET', '/api/health');
    expect(reach.away).toBe(false);
  });

  test('a live reading is never answered from what was kept', async () => {
    server.answers = () => answer(200, { meter: { state: 'live' } });
    for (const path of ['/api/boxes/x/meter', '/api/boxes/x/meter/recording', '/api/lan']) await request('GET', path);
    server.up = false;
    for (const path of ['/api/boxes/x/meter', '/api/boxes/x/meter/recording', '/api/lan'])
      await expect(request('GET', path)).rejects.toThrow('does not answer');
  });

  test('a refusal is no answer to keep, and a change is never answered from here', async () => {
    server.answers = () => answer(404, { message: 'gone' });
    await expect(request('GET', '/api/boxes/x')).rejects.toThrow('gone');
    expect(await keptAnswer('/api/boxes/x')).toBeUndefined();
    await keepAnswer('/api/boxes/x', { kept: true });
    server.up = false;
    await expect(request('PUT', '/api/boxes/x', {})).rejects.toBeInstanceOf(RequestError);
  });

  test('a saved box is kept as the server has it now, with what else was known of it, without answers of what it was', async () => {
    await keepAnswer(`/api/boxes/${id}`, {
      id,
      document: {},
      revision: 3,
      archived: false,
      verdicts: [{ id: 'safe' }]
    });
    await keepSaved(id, document, 4);
    const now = { id, document, revision: 4, archived: false, verdicts: [] };
    expect((await keptAnswer(`/api/boxes/${id}`))?.body).toEqual(now);
  });

  test('no more than four hundred answers are kept: the oldest go', async () => {
    for (let n = 0; n < 405; n++) await keepAnswer(`/api/${n}`, n);
    expect(await keptAnswer('/api/0')).toBeUndefined();
    expect((await keptAnswer('/api/404'))?.body).toBe(404);
  });
});

describe('work that was not acknowledged', () => {
  test('each window has its own; one taken away leaves the others', async () => {
    expect(await keepDraft({ boxId: id, tab: 'a', document, revision: 1 })).toBe(true);
    await keepDraft({ boxId: id, tab: 'b', document: { ...document, name: 'B' }, revision: 1 });
    await keepDraft({ boxId: 'other', tab: 'a', document, revision: 1 });
    await dropDraft(id, 'a');
    expect((await draftsOf(id)).map((d) => d.tab)).toEqual(['b']);
    expect(await readDraft('other', 'a')).toMatchObject({ revision: 1 });
  });

  test('a browser that keeps nothing says so and breaks nothing', async () => {
    vi.stubGlobal('indexedDB', undefined);
    forgetStore();
    expect(await keepDraft({ boxId: id, tab: 'a', document, revision: 1 })).toBe(false);
    expect(await allDrafts()).toEqual([]);
    server.up = false;
    await expect(sendOrKeep('POST', '/api/x', {}, 'A record')).rejects.toThrow('does not answer');
  });

  test('what an earlier version of the program kept comes over once', async () => {
    localStorage.setItem(`haversack-draft-${id}-tab1`, JSON.stringify({ document, revision: 7 }));
    localStorage.setItem(`haversack-draft-${id}`, '{half');
    localStorage.setItem('haversack-theme', 'night');
    await takeOverOldDrafts();
    expect((await draftsOf(id)).map((d) => [d.tab, d.revision])).toEqual([['tab1', 7]]);
    expect(Object.keys(localStorage)).toEqual(['haversack-theme']);
  });
});

describe('joining', () => {
  // windows are looked at twice, some seconds apart: here the seconds are short
  beforeEach(() => {
    const really = globalThis.setTimeout;
    vi.stubGlobal('setTimeout', (work: () => void, ms = 0) => really(work, ms / 100));
  });

  test('work of a closed window is saved from where it began, and is the device’s newest answer then', async () => {
    await keepDraft({ boxId: id, tab: 'dead', document: { ...document, name: 'Away' }, revision: 5 });
    let sent: { document: { name: string }; revision: number } | undefined;
    server.answers = (_path, init) => {
      sent = JSON.parse(String(init?.body));
      return answer(200, { revision: 6 });
    };
    expect(await joinDrafts()).toEqual({ saved: [id], both: [], problems: [] });
    expect(sent).toMatchObject({ document: { name: 'Away' }, revision: 5 });
    expect(await allDrafts()).toEqual([]);
    expect((await keptAnswer(`/api/boxes/${id}`))?.body).toMatchObject({ revision: 6 });
  });

  test('a box changed on both sides stays on the device until somebody chooses; the same change asks nothing', async () => {
    await keepDraft({ boxId: id, tab: 'dead', document: { ...document, name: 'Mine' }, revision: 5 });
    server.answers = () => answer(409, { message: 'changed', stored: { document, revision: 9 } });
    expect((await joinDrafts()).both).toEqual([id]);
    expect(await allDrafts()).toHaveLength(1);
    server.answers = () => answer(409, { message: 'changed', stored: { document: { ...document, name: 'Mine' } } });
    expect(await joinDrafts()).toEqual({ saved: [], both: [], problems: [] });
    expect(await allDrafts()).toEqual([]);
  });

  test('a window that died while its own save was under way meets no conflict with itself', async () => {
    const under = { ...document, name: 'Under way' };
    await keepDraft({ boxId: id, tab: 'dead', document: { ...document, name: 'Last' }, revision: 5, sent: [under] });
    const revisions: number[] = [];
    server.answers = (_path, init) => {
      const body = JSON.parse(String(init?.body)) as { revision: number };
      revisions.push(body.revision);
      return body.revision === 6
        ? answer(200, { revision: 7 })
        : answer(409, { message: 'changed', stored: { document: under, revision: 6 } });
    };
    expect(await joinDrafts()).toEqual({ saved: [id], both: [], problems: [] });
    expect(revisions).toEqual([5, 6]);
    expect(await allDrafts()).toEqual([]);
    // what somebody else saved in between is another matter
    await keepDraft({ boxId: id, tab: 'dead', document: { ...document, name: 'Last' }, revision: 5, sent: [under] });
    server.answers = () => answer(409, { message: 'changed', stored: { document, revision: 6 } });
    expect((await joinDrafts()).both).toEqual([id]);
  });

  test('what the server cannot take is told and kept; with the server away nothing is said', async () => {
    await keepDraft({ boxId: id, tab: 'dead', document, revision: 5 });
    server.answers = () => answer(404, { message: 'This box is not on the shelf any more.' });
    expect((await joinDrafts()).problems).toEqual(['This box is not on the shelf any more.']);
    server.up = false;
    expect(await joinDrafts()).toEqual({ saved: [], both: [], problems: [] });
    expect(await allDrafts()).toHaveLength(1);
  });

  test('work of a window that is still open is its own; where no browser says so, what was touched just now is left', async () => {
    await keepDraft({ boxId: id, tab: 'open', document, revision: 5 });
    locks = ['haversack-tab-open'];
    expect(await joinDrafts()).toEqual({ saved: [], both: [], problems: [] });
    vi.stubGlobal('navigator', {});
    expect(await joinDrafts()).toEqual({ saved: [], both: [], problems: [] });
    expect(server.asked).toEqual([]);
    vi.spyOn(Date, 'now').mockReturnValue(Date.now() + 61_000);
    server.answers = () => answer(200, { revision: 6 });
    expect((await joinDrafts()).saved).toEqual([id]);
    vi.restoreAllMocks();
  });

  test('requests wait in their order, are sent once, and one that is refused for good lets the next through', async () => {
    server.up = false;
    expect(await sendOrKeep('POST', '/api/a', { n: 1 }, 'First')).toEqual({ sent: false });
    await sendOrKeep('POST', '/api/b', { n: 2 }, 'Second');
    await sendOrKeep('PUT', '/api/c', { n: 3 }, 'Third');
    expect(await sendWaiting()).toEqual([]);
    expect(await allWaiting()).toHaveLength(3);
    server.up = true;
    server.answers = (path) => (path === '/api/b' ? answer(422, { message: 'no such day' }) : answer(200, {}));
    expect(await sendWaiting()).toEqual(['Second: no such day']);
    expect(server.asked).toEqual(['POST /api/a', 'POST /api/b', 'PUT /api/c']);
    expect(await allWaiting()).toEqual([]);
  });

  test('a server that fails for the moment is asked again later, and nothing behind it is sent out of turn', async () => {
    server.up = false;
    await sendOrKeep('POST', '/api/a', {}, 'First');
    await sendOrKeep('POST', '/api/b', {}, 'Second');
    server.up = true;
    server.answers = () => answer(500, { message: 'hiccup' });
    expect(await sendWaiting()).toEqual([]);
    expect(server.asked).toEqual(['POST /api/a']);
    expect(await allWaiting()).toHaveLength(2);
  });
});
