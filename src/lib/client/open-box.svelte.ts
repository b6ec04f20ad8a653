import { fromOlder } from '@haversack/core/box/older';
import type { Box } from '@haversack/core/box/schema';
import type { Part } from '@haversack/core/catalogue/part';
import sameDocument from 'fast-deep-equal';
import { request, RequestError } from './api.ts';
import { FieldDrafts } from './field-drafts.svelte.ts';
import { handOver } from './handed-over.ts';
import type { Draft } from './draft.ts';
import { draftsOf, dropDraft, keepDraft, keepSaved, takeOverOldDrafts } from './kept.ts';
import { BoxRecords } from './box-records.svelte.ts';
import { EditedBox } from './edited-box.svelte.ts';
import type { SaveState } from './open-box-state.ts';
import { addSent, isOwnSave } from './own-save.ts';
import { livingTabs, tabId } from './tab.ts';

export type { SaveState, Selection } from './open-box-state.ts';

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 5000;

/** The box being worked on, kept: drafts on the device, autosave, and what to do when somebody else saved or deleted it. */
export class OpenBox extends EditedBox {
  readonly id: string;
  /** Text that stands in a field and was not taken yet. */
  readonly drafts: FieldDrafts;
  revision: number;
  save: SaveState = $state.raw({ kind: 'saved' });
  /** What its logbook tells. */
  readonly records: BoxRecords;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #saving = false;
  /** What was sent on top of `revision` and is not acknowledged: a page may be left while its save is under way. */
  #sent: readonly unknown[] = [];

  #keptSafe: Promise<boolean> = Promise.resolve(true);

  /** `draft`: what this window left on the device, unacknowledged. */
  constructor(stored: { id: string; document: Box; revision: number }, ownParts: Part[], draft?: Draft) {
    super(stored.document, ownParts);
    this.id = stored.id;
    this.revision = stored.revision;
    this.drafts = new FieldDrafts(stored.id);
    this.records = new BoxRecords(stored.id);
    if (draft) this.#takeDraft(draft);
  }

  protected changed(): void {
    if (!this.#asks) this.save = { kind: 'unsaved' };
    this.#keepDraft();
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.saveNow(), SAVE_AFTER_MS);
  }

  /** Work and typed text that a window left behind which is open no more. One window's work is never another's. */
  async adoptOrphans(): Promise<void> {
    await takeOverOldDrafts();
    const living = await livingTabs();
    if (!living) return;
    this.drafts.adopt(living);
    for (const draft of await draftsOf(this.id)) {
      if (draft.tab === tabId() || living.has(draft.tab) || this.save.kind !== 'saved') continue;
      this.#takeDraft(draft);
      void dropDraft(this.id, draft.tab);
    }
  }

  /** What is typed survives a closed window, a killed browser and a stopped server. */
  #keepDraft(): void {
    this.#keptSafe = keepDraft(this.#draft());
  }
  #draft(): Omit<Draft, 'atMs'> {
    return { boxId: this.id, tab: tabId(), document: this.latest, revision: this.revision, sent: this.#sent };
  }
  #dropDraft(): void {
    void dropDraft(this.id, tabId());
  }

  #takeDraft(draft: Draft): void {
    let document: Box;
    try {
      // kept by an older version of the program, it may lack what the document has today
      document = fromOlder(draft.document) as Box;
    } catch {
      return void dropDraft(this.id, draft.tab);
    }
    if (sameDocument(document, this.doc)) return void dropDraft(this.id, draft.tab);
    const begunHere = draft.revision === this.revision;
    if (begunHere || isOwnSave(this.doc, draft.sent)) {
      this.#sent = begunHere ? (draft.sent ?? []) : [];
      this.past = [this.step('Unsaved work taken up again')];
      this.doc = document;
      this.changed();
    } else {
      const theirs = { document: this.doc, revision: this.revision };
      this.doc = document;
      this.save = { kind: 'conflict', theirs };
      // it stays on the device until somebody has chosen
      void keepDraft({ boxId: this.id, tab: tabId(), document, revision: draft.revision });
    }
  }

  /** The page is being left: what is not acknowledged is sent once more and handed to the window's next page. */
  leave(): void {
    if (this.save.kind === 'saved') return;
    void this.saveNow(true);
    handOver(this.#draft());
  }

  /** Saves now; a save that was overtaken by another window asks what to do. */
  async saveNow(keepalive = false): Promise<void> {
    clearTimeout(this.#timer);
    if (this.#saving || this.#asks || this.save.kind === 'saved') return;
    this.#saving = true;
    const sent = this.latest;
    const why = this.why;
    this.why = 'work';
    this.#sent = addSent(this.#sent, sent);
    this.#keepDraft();
    this.save = { kind: 'saving' };
    try {
      const answer = await request<{ revision: number }>(
        'PUT',
        `/api/boxes/${this.id}`,
        { document: sent, revision: this.revision, why },
        { keepalive }
      );
      void keepSaved(this.id, sent, answer.revision);
      this.#onTopOf(answer.revision, this.latest === sent);
    } catch (error) {
      if (this.why === 'work') this.why = why;
      const e = error instanceof RequestError ? error : new RequestError(0, String(error), {});
      const stored = e.status === 409 ? (e.body.stored as { document: Box; revision: number } | undefined) : undefined;
      // our own save from the moment the page was left: there is nothing to ask
      if (stored && isOwnSave(stored.document, this.#sent)) {
        this.#onTopOf(stored.revision, sameDocument(stored.document, this.latest));
      } else if (stored) this.save = { kind: 'conflict', theirs: stored };
      // it is on this device still, and stays there until somebody has chosen
      else if (e.status === 404) this.save = { kind: 'gone' };
      else {
        const safe = e.status === 0 && (await this.#keptSafe);
        this.save = safe ? { kind: 'kept' } : { kind: 'failed', message: e.message };
        this.#timer = setTimeout(() => void this.saveNow(), RETRY_AFTER_MS);
      }
    } finally {
      this.#saving = false;
    }
  }

  /** What this window has made rests on that revision now; what is not in it goes there next. */
  #onTopOf(revision: number, whole: boolean): void {
    this.revision = revision;
    this.#sent = [];
    this.save = { kind: whole ? 'saved' : 'unsaved' };
    if (whole) return this.#dropDraft();
    this.#keepDraft();
    this.#timer = setTimeout(() => void this.saveNow(), SAVE_AFTER_MS);
  }

  /** Nothing is sent until somebody has chosen. */
  get #asks(): boolean {
    return this.save.kind === 'conflict' || this.save.kind === 'gone';
  }

  /** What was deleted elsewhere goes onto the shelf as a new box; gives its id. @throws RequestError */
  async keepAsNew(): Promise<string> {
    const { id } = await request<{ id: string }>('POST', '/api/boxes', { document: this.latest });
    this.letGo();
    return id;
  }
  /** What was deleted elsewhere goes here, too. */
  letGo(): void {
    this.save = { kind: 'saved' };
    this.#dropDraft();
  }

  /** Mine goes on top; what the other window saved stays among the earlier versions. */
  async keepMine(): Promise<void> {
    if (this.save.kind !== 'conflict') return;
    this.revision = this.save.theirs.revision;
    this.why = 'conflict';
    this.save = { kind: 'unsaved' };
    await this.saveNow();
  }

  /** The other window's version is taken; mine goes onto the shelf as a box of its own. */
  async takeTheirs(): Promise<string> {
    if (this.save.kind !== 'conflict') return '';
    this.showNow();
    const { theirs } = this.save;
    const copy = await request<{ id: string }>('POST', '/api/boxes', {
      document: { ...this.doc, name: `${this.doc.name.slice(0, 60)} (my version)` }
    });
    this.past = [];
    this.future = [];
    this.doc = theirs.document;
    this.revision = theirs.revision;
    this.save = { kind: 'saved' };
    this.#dropDraft();
    return copy.id;
  }
}
