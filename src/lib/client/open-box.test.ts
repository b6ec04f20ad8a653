import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { canalNightBankBox } from '@haversack/core/demo/boxes';
import type { Box } from '@haversack/core/box/schema';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Draft } from './draft.ts';
import { forgetStore, keepDraft, readDraft } from './kept.ts';
import { OpenBox } from './open-box.svelte.ts';
import { reach } from './reach.svelte.ts';
import { tabId } from './tab.ts';

const id = '5b0c7a3e-0d4c-4d0e-9f0a-000000000002';
const box = canalNightBankBox();
const named = (name: string): Box => ({ ...box, name });

/** A server with one box; an answer can be held back until it is let go. */
class Server {
  document: Box = box;
  revision = 1;
  up = true;
  hold: Promise<void> | undefined;
  saves: string[] = [];
  whys: string[] = [];
  readonly fetch = async (_path: string, init?: RequestInit): Promise<Response> => {
    if (!this.up) throw new TypeError('Failed to fetch');
    if (init?.method === 'POST') return Response.json({ id: 'copy' });
    const body = JSON.parse(String(init?.body)) as { document: Box; revision: number; why: string };
    if (body.revision !== this.revision)
      return Response.json(
        { message: 'changed', stored: { document: this.document, revision: this.revision } },
        { status: 409 }
      );
    this.document = body.document;
    this.revision++;
    this.saves.push(body.document.name);
    this.whys.push(body.why);
    const { revision } = this;
    await this.hold;
    return Response.json({ revision });
  };
  get stored() {
    return { id, document: this.document, revision: this.revision };
  }
}

/** A window's own small store; `full` refuses what is new. */
function windowStore(full = false) {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => {
      if (full) throw new DOMException('full', 'QuotaExceededError');
      kept.set(key, text);
    },
    removeItem: (key: string) => void kept.delete(key)
  };
}

let server: Server;
const openBox = (draft?: Draft) => new OpenBox(server.stored, [], draft);
const myDraft = () => readDraft(id, tabId());
const rename = (b: OpenBox, name: string) => b.set(`Named ${name}`, 'name', name);

beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.stubGlobal('sessionStorage', windowStore());
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => {}, removeItem: () => {} });
  forgetStore();
  server = new Server();
  vi.stubGlobal('fetch', server.fetch);
});
afterEach(() => {
  reach.answered();
  vi.unstubAllGlobals();
});

describe('saving', () => {
  test('a change is on the device at once, on the server after a moment, and then off the device', async () => {
    const b = openBox();
    rename(b, 'One');
    expect(b.save.kind).toBe('unsaved');
    await vi.waitFor(async () => expect((await myDraft())?.document).toMatchObject({ name: 'One' }));
    await b.saveNow();
    expect(b.save.kind).toBe('saved');
    expect(server.saves).toEqual(['One']);
    await vi.waitFor(async () => expect(await myDraft()).toBeUndefined());
  });

  test('what is changed while a save is under way goes next', async () => {
    const b = openBox();
    let go!: () => void;
    server.hold = new Promise((done) => (go = done));
    rename(b, 'One');
    const first = b.saveNow();
    rename(b, 'Two');
    go();
    await first;
    expect(b.save.kind).toBe('unsaved');
    await b.saveNow();
    expect([b.save.kind, server.saves, b.revision]).toEqual(['saved', ['One', 'Two'], 3]);
  });

  test('with the server away it is kept and goes later; refused for another reason it says why', async () => {
    const b = openBox();
    server.up = false;
    rename(b, 'Away');
    await b.saveNow();
    expect(b.save.kind).toBe('kept');
    server.up = true;
    await b.saveNow();
    expect(b.save.kind).toBe('saved');
    vi.stubGlobal('fetch', async () => Response.json({ message: 'The disk is full.' }, { status: 507 }));
    rename(b, 'Full');
    await b.saveNow();
    expect(b.save).toEqual({ kind: 'failed', message: 'The disk is full.' });
  });
});

describe('a page left while its save is under way', () => {
  /** Changes the box twice, leaves with the first save under way; `landed`: whether the server had it when the next page was loaded. */
  async function leave(landed: boolean): Promise<{ next: OpenBox; before: Server }> {
    const loadedBefore = server.stored;
    const b = openBox();
    server.hold = new Promise(() => {});
    rename(b, 'First');
    void b.saveNow();
    rename(b, 'Second');
    await vi.waitFor(async () => expect((await myDraft())?.document).toMatchObject({ name: 'Second' }));
    const draft = await myDraft();
    server.hold = undefined;
    return { next: new OpenBox(landed ? server.stored : loadedBefore, [], draft), before: server };
  }

  test.each([true, false])('is no conflict with oneself (landed before the next page: %s)', async (landed) => {
    const { next } = await leave(landed);
    expect(next.doc.name).toBe('Second');
    expect(next.save.kind).toBe('unsaved');
    await next.saveNow();
    // the server’s answer may only now tell of the first one
    if (next.save.kind !== 'saved') await next.saveNow();
    expect([next.save.kind, server.document.name]).toEqual(['saved', 'Second']);
    expect(server.saves).toEqual(['First', 'Second']);
    await vi.waitFor(async () => expect(await myDraft()).toBeUndefined());
  });

  /** Leaves as a browser does: what was being written to the device's store at that moment is thrown away. */
  async function leaveAtOnce(landed: boolean): Promise<OpenBox> {
    const loadedBefore = server.stored;
    await keepDraft({ boxId: id, tab: tabId(), document: named('First'), revision: 1 });
    const leftBehind = indexedDB;
    vi.stubGlobal('indexedDB', new IDBFactory());
    forgetStore();
    const b = openBox();
    rename(b, 'First');
    rename(b, 'Second');
    server.hold = new Promise(() => {});
    b.leave();
    vi.stubGlobal('indexedDB', leftBehind);
    forgetStore();
    server.hold = undefined;
    return new OpenBox(landed ? server.stored : loadedBefore, [], await myDraft());
  }

  test.each([true, false])(
    'has everything on the next one, though the device had no time (landed: %s)',
    async (landed) => {
      const next = await leaveAtOnce(landed);
      expect(next.doc.name).toBe('Second');
      expect(next.save.kind).not.toBe('conflict');
      await next.saveNow();
      expect([next.save.kind, server.document.name]).toEqual(['saved', 'Second']);
      expect(server.saves).toEqual(['Second']);
      await vi.waitFor(async () => expect(await myDraft()).toBeUndefined());
    }
  );

  test('in a window that keeps nothing has what the device’s store holds', async () => {
    vi.stubGlobal('sessionStorage', windowStore(true));
    const b = openBox();
    rename(b, 'First');
    await vi.waitFor(async () => expect((await myDraft())?.document).toMatchObject({ name: 'First' }));
    server.up = false;
    b.leave();
    await vi.waitFor(async () => expect((await myDraft())?.sent).toHaveLength(1));
    expect(openBox(await myDraft()).doc.name).toBe('First');
  });

  test('is one when somebody else saved in between', async () => {
    const { next } = await leave(true);
    server.document = named('Somebody else’s');
    server.revision++;
    await next.saveNow();
    expect(next.save).toMatchObject({ kind: 'conflict', theirs: { document: { name: 'Somebody else’s' } } });
    expect(server.saves).not.toContain('Second');
  });
});

describe('two at one box', () => {
  test('mine is kept on top', async () => {
    const b = openBox();
    server.document = named('Theirs');
    server.revision = 2;
    rename(b, 'Mine');
    await b.saveNow();
    expect(b.save.kind).toBe('conflict');
    await b.keepMine();
    expect([b.save.kind, server.document.name, server.revision]).toEqual(['saved', 'Mine', 3]);
    await vi.waitFor(async () => expect(await myDraft()).toBeUndefined());
  });

  test('theirs is taken, mine goes onto the shelf as a box of its own', async () => {
    const b = openBox();
    server.document = named('Theirs');
    server.revision = 2;
    rename(b, 'Mine');
    await b.saveNow();
    expect(await b.takeTheirs()).toBe('copy');
    expect([b.doc.name, b.revision, b.save.kind, b.canUndo]).toEqual(['Theirs', 2, 'saved', false]);
    await vi.waitFor(async () => expect(await myDraft()).toBeUndefined());
  });

  test('work left on the device from an older state asks, and stays there until somebody has chosen', async () => {
    await keepDraft({ boxId: id, tab: tabId(), document: named('Mine'), revision: 1 });
    server.document = named('Theirs');
    server.revision = 4;
    const b = openBox(await myDraft());
    expect([b.save.kind, b.doc.name]).toEqual(['conflict', 'Mine']);
    expect(await myDraft()).toBeDefined();
  });
});

describe('a box that was deleted elsewhere', () => {
  const gone = () =>
    vi.stubGlobal('fetch', async (_: string, init?: RequestInit) =>
      init?.method === 'POST'
        ? Response.json({ id: 'again' })
        : Response.json({ message: 'This box is not on the shelf any more.' }, { status: 404 })
    );

  test('is asked about once, stays on the device meanwhile, and goes on as a new one', async () => {
    const b = openBox();
    gone();
    rename(b, 'Still here');
    await b.saveNow();
    expect(b.save.kind).toBe('gone');
    rename(b, 'Worked on');
    await b.saveNow();
    expect(b.save.kind).toBe('gone');
    await vi.waitFor(async () => expect((await myDraft())?.document).toMatchObject({ name: 'Worked on' }));
    expect(await b.keepAsNew()).toBe('again');
    expect(b.save.kind).toBe('saved');
    await vi.waitFor(async () => expect(await myDraft()).toBeUndefined());
  });

  test('is let go with what was on the device', async () => {
    const b = openBox();
    gone();
    rename(b, 'Not wanted');
    await b.saveNow();
    b.letGo();
    expect(b.save.kind).toBe('saved');
    await vi.waitFor(async () => expect(await myDraft()).toBeUndefined());
  });
});

describe('undo', () => {
  test('takes steps back and forth, merged ones together, and a new change ends what was undone', () => {
    const b = openBox();
    b.set('Notes', 'notes', 'a', 'notes');
    b.set('Notes', 'notes', 'ab', 'notes');
    b.endMerge();
    rename(b, 'Two');
    expect(b.lastLabel).toBe('Named Two');
    b.undo();
    b.undo();
    b.showNow();
    expect([b.doc.name, b.doc.notes, b.canUndo]).toEqual([box.name, box.notes, false]);
    b.redo();
    b.showNow();
    expect(b.doc.notes).toBe('ab');
    rename(b, 'Three');
    expect(b.canRedo).toBe(false);
    expect(b.told).toBe('Done again: Notes');
  });

  test('what is chosen goes, several ports together, in one step', () => {
    const b = openBox();
    const [one, two] = box.ports;
    b.selected = { kind: 'port', id: one!.id };
    b.toggleAlso(two!.id);
    expect(b.removeChosen()).toBe(true);
    expect(b.doc.ports).toHaveLength(box.ports.length - 2);
    expect([b.selected, b.alsoPorts, b.lastLabel]).toEqual([null, [], 'Removed 2 ports']);
    expect(b.removeChosen()).toBe(false);
    b.undo();
    b.showNow();
    expect(b.doc).toEqual(box);
  });
});

describe('a press is answered before its plan is worked out', () => {
  /** Paints that were asked for; nothing is painted by itself. */
  let paints: (() => void)[] = [];
  const paint = async (): Promise<void> => {
    for (const draw of paints.splice(0)) draw();
    await new Promise((done) => setTimeout(done, 1));
  };
  beforeEach(() => {
    paints = [];
    vi.stubGlobal('document', { hidden: false });
    vi.stubGlobal('requestAnimationFrame', (draw: () => void) => paints.push(draw));
  });

  test('the change is undoable, named and kept at once; box and plan follow together after the paint', async () => {
    const b = openBox();
    b.set('Longer', 'outing/durationH', box.outing.durationH * 2);
    expect([b.canUndo, b.lastLabel, b.save.kind]).toEqual([true, 'Longer', 'unsaved']);
    expect(b.doc).toBe(box);
    expect(b.plan.outing!.wantedH).toBe(box.outing.durationH);
    await vi.waitFor(async () =>
      expect((await myDraft())?.document).toMatchObject({ outing: { durationH: box.outing.durationH * 2 } })
    );
    await paint();
    expect(b.doc.outing.durationH).toBe(box.outing.durationH * 2);
    expect(b.plan.outing!.wantedH).toBe(box.outing.durationH * 2);
  });

  test('a save, a draft and the next change start from what was done last, shown or not', async () => {
    const b = openBox();
    rename(b, 'One');
    await b.saveNow();
    expect([server.saves, b.save.kind]).toEqual([['One'], 'saved']);
    rename(b, 'Two');
    b.set('Notes', 'notes', 'after the second name');
    b.showNow();
    expect([b.doc.name, b.doc.notes]).toEqual(['Two', 'after the second name']);
    b.undo();
    b.undo();
    b.showNow();
    expect([b.doc.name, b.doc.notes, b.future.length]).toEqual(['One', box.notes, 2]);
  });

  test('undo right after a change takes that change back', async () => {
    const b = openBox();
    rename(b, 'Not for long');
    b.undo();
    await paint();
    expect([b.doc.name, b.canUndo, b.canRedo]).toEqual([box.name, false, true]);
    b.redo();
    await paint();
    expect(b.doc.name).toBe('Not for long');
  });

  test('the answers before the change are those it is compared with', async () => {
    const b = openBox();
    const lasted = b.plan.verdicts.find((v) => v.id === 'lasts')!.rawText;
    b.set('Warmer', 'outing/airC', box.outing.airC + 8);
    b.set('Longer', 'outing/durationH', box.outing.durationH * 2);
    const between = b.plan.verdicts.find((v) => v.id === 'lasts')!.rawText;
    await paint();
    expect(between).not.toBe(lasted);
    expect(b.before.lasts!.text).toBe(between);
  });

  test('changes that are one step are compared with what was before all of them', () => {
    const b = openBox();
    const lasted = b.plan.verdicts.find((v) => v.id === 'lasts')!.rawText;
    for (const factor of [1.5, 2, 3]) b.set('Longer', 'outing/durationH', box.outing.durationH * factor, 'longer');
    b.showNow();
    expect(b.plan.verdicts.find((v) => v.id === 'lasts')!.rawText).not.toBe(lasted);
    expect([b.before.lasts!.text, b.past.length]).toEqual([lasted, 1]);
    b.undo();
    const longest = b.before.lasts!.text;
    b.showNow();
    expect(longest).not.toBe(lasted);
    expect(b.plan.verdicts.find((v) => v.id === 'lasts')!.rawText).toBe(lasted);
  });

  test('what is chosen right after a change is there to be shown', () => {
    const b = openBox();
    b.set('Another port', 'ports', [...box.ports, { ...box.ports[0]!, id: 'fresh' }]);
    b.selected = { kind: 'port', id: 'fresh' };
    expect(b.plan.panel!.ports.some((p) => p.port.id === 'fresh')).toBe(true);
  });

  test('what is dragged stays under the finger', () => {
    const b = openBox();
    b.holding = true;
    b.set('Moved', `ports/${box.ports[0]!.id}/xMm`, 41);
    expect(b.doc.ports[0]!.xMm).toBe(41);
  });

  test('a field hears when its value is shown, at once when nothing is under way', async () => {
    const b = openBox();
    const heard: string[] = [];
    b.onceShown(() => heard.push('nothing under way'));
    expect(heard).toEqual(['nothing under way']);
    rename(b, 'Soon');
    b.onceShown(() => heard.push(b.doc.name));
    expect(heard).toHaveLength(1);
    await paint();
    expect(heard.at(-1)).toBe('Soon');
  });

  test('a whole box put in place, and the other window taken, start from what was done last', async () => {
    const b = openBox();
    rename(b, 'Mine');
    b.replace('Another box', named('Whole'));
    expect(b.doc.name).toBe('Whole');
    b.undo();
    b.showNow();
    expect(b.doc.name).toBe('Mine');
  });
});

describe('what a save is, for the version before it', () => {
  const notes = (text: string) => [{ op: 'set' as const, path: 'notes', value: text }];

  test('work, a remedy, work again; a remedy that changes nothing is none', async () => {
    const b = openBox();
    rename(b, 'One');
    await b.saveNow();
    b.remedy('Thicker wire', notes('a'));
    await b.saveNow();
    rename(b, 'Two');
    await b.saveNow();
    b.remedy('Nothing to do', []);
    rename(b, 'Three');
    await b.saveNow();
    expect(server.whys).toEqual(['work', 'remedy', 'work', 'work']);
  });

  test('going back to a version, and the other window’s side of a conflict', async () => {
    const b = openBox();
    b.replace('Back to version 1', named('Before'), 'back');
    await b.saveNow();
    server.revision++;
    server.document = named('Theirs');
    rename(b, 'Mine');
    await b.saveNow();
    expect(b.save.kind).toBe('conflict');
    await b.keepMine();
    rename(b, 'On with it');
    await b.saveNow();
    expect(server.whys).toEqual(['back', 'conflict', 'work']);
  });

  test('a save that fails is still what it was when it goes through; what came meanwhile is saved as work', async () => {
    const b = openBox();
    server.up = false;
    b.remedy('Thicker wire', notes('a'));
    await b.saveNow();
    server.up = true;
    await b.saveNow();
    expect(server.whys).toEqual(['remedy']);
    let letGo = () => {};
    server.hold = new Promise((done) => (letGo = done));
    b.remedy('Smaller fuse', notes('b'));
    const saving = b.saveNow();
    rename(b, 'Typed meanwhile');
    letGo();
    await saving;
    await b.saveNow();
    expect(server.whys).toEqual(['remedy', 'remedy', 'work']);
  });
});
