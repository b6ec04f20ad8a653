import { set, type At } from '@haversack/core/box/edit';
import { applyEdits, type Edit } from '@haversack/core/box/edits';
import { withoutUnusedParts } from '@haversack/core/box/commands';
import { removalOf, type Removable } from '@haversack/core/box/removal';
import { fromOlder } from '@haversack/core/box/older';
import type { Box } from '@haversack/core/box/schema';
import type { Part } from '@haversack/core/catalogue/part';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { evaluate, type Plan } from '@haversack/core/evaluate';
import type { LogRecord } from '@haversack/core/logbook/record';
import sameDocument from 'fast-deep-equal';
import type { VersionWhy } from '$lib/server/versions.ts';
import { afterPaint } from './after-paint.ts';
import { request, RequestError } from './api.ts';
import { FieldDrafts } from './field-drafts.svelte.ts';
import { handOver } from './handed-over.ts';
import type { Draft } from './draft.ts';
import { draftsOf, dropDraft, keepDraft, keepSaved, takeOverOldDrafts } from './kept.ts';
import { LogHistory } from './log-history.svelte.ts';
import type { SaveState, Selection, Step } from './open-box-state.ts';
import { addSent, isOwnSave } from './own-save.ts';
import { livingTabs, tabId } from './tab.ts';

export type { SaveState, Selection } from './open-box-state.ts';

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 5000;

/** The box being worked on: document, derived plan, undo over everything, autosave. */
export class OpenBox {
  readonly id: string;
  /** Text that stands in a field and was not taken yet. */
  readonly drafts: FieldDrafts;
  /** Records of the logbook that were written or taken out; they have an undo of their own. */
  readonly log: LogHistory;
  /** On narrow screens the details lie over the stage only while they are wanted. */
  detailsShown = $state(false);
  /** Records of the logbook that tell of draws and battery, newest first; and how many there are of all kinds. */
  records: LogRecord[] = $state.raw([]);
  recordCount = $state(0);
  recordsKnown = $state(false);
  /** Where the person is: undo in the logbook undoes the logbook. */
  stage = $state('outing');
  /** Which of the stage's views; empty for its first. */
  view = $state('');
  /** The box as it is shown. */
  doc: Box = $state.raw()!;
  revision: number;
  past: Step[] = $state.raw([]);
  future: Step[] = $state.raw([]);
  save: SaveState = $state.raw({ kind: 'saved' });
  #selected: Selection = $state.raw(null);
  /** What the five answers were before the last change. */
  before: Record<string, { raw: number | null; text: string }> = $state.raw({});
  ownParts: Part[] = $state.raw([]);
  catalogue: readonly Part[] = $derived([...this.ownParts, ...STARTER_CATALOGUE]);
  /** Ports chosen together with the first one, to be lined up or copied. */
  alsoPorts: string[] = $state.raw([]);
  /** What was done or undone, for those who hear the screen; said once. */
  told = $state('');
  /** Something that another part of the screen is asked to open. */
  asked: 'device' | null = $state(null);
  /** Something is being dragged: what stands inside stays where it is. */
  holding = $state(false);
  plan: Plan = $derived.by(() => {
    const last = this.#last;
    const plan = evaluate(this.doc, this.catalogue, { reuse: last?.plan, hold: this.holding ? last?.doc : undefined });
    this.#last = { doc: this.doc, plan };
    return plan;
  });
  #last: { doc: Box; plan: Plan } | undefined;
  /** The box as the last change left it, while the screen still answers the press that made it. */
  #ahead: Box | undefined;
  readonly #onceShown: (() => void)[] = [];
  #timer: ReturnType<typeof setTimeout> | undefined;
  #saving = false;
  /** What was sent on top of `revision` and is not acknowledged: a page may be left while its save is under way. */
  #sent: readonly unknown[] = [];

  /** What the next save is, for the version before it. */
  #why: VersionWhy = 'work';
  #keptSafe: Promise<boolean> = Promise.resolve(true);

  /** `draft`: what this window left on the device, unacknowledged. */
  constructor(stored: { id: string; document: Box; revision: number }, ownParts: Part[], draft?: Draft) {
    this.id = stored.id;
    this.doc = stored.document;
    this.revision = stored.revision;
    this.ownParts = ownParts;
    this.drafts = new FieldDrafts(stored.id);
    this.log = new LogHistory(() => ++this.#seq);
    if (draft) this.#takeDraft(draft);
  }

  /** Whether undo takes the logbook's last action: on its stage, unless the box was changed there since. */
  get #logFirst(): boolean {
    if (this.stage !== 'logbook') return false;
    const last = this.past.at(-1);
    return !(last?.stage === 'logbook' && last.seq > this.log.lastSeq);
  }
  get lastLabel(): string {
    return (this.#logFirst ? this.log.lastLabel : this.past.at(-1)?.label) ?? '';
  }
  get canUndo(): boolean {
    return this.#logFirst ? this.log.canUndo : this.past.length > 0;
  }
  get canRedo(): boolean {
    return this.stage === 'logbook' && this.log.canRedo
      ? true
      : this.future.length > 0 && !(this.stage === 'logbook' && this.future[0]!.stage !== 'logbook');
  }

  get selected(): Selection {
    return this.#selected;
  }
  set selected(chosen: Selection) {
    // what is chosen may be what the last change brought
    this.showNow();
    this.#selected = chosen;
  }

  /** The box with every change, shown or about to be. */
  get #latest(): Box {
    return this.#ahead ?? this.doc;
  }

  /** Shows and works out what the last change left for after the paint. Whatever is done next starts from there. */
  showNow(): void {
    if (!this.#ahead) return;
    const next = this.#ahead;
    this.#ahead = undefined;
    this.doc = next;
    for (const then of this.#onceShown.splice(0)) then();
  }

  /** Does something once every change is shown; at once when all of them are. */
  onceShown(then: () => void): void {
    if (this.#ahead) this.#onceShown.push(then);
    else then();
  }

  /** Takes a box in place of the shown one; its plan is worked out once the press that asked for it is answered on the screen. */
  #showSoon(next: Box): void {
    this.#ahead = next;
    afterPaint(() => this.showNow());
    this.#changed();
  }

  /** Changes that a finding proposed: what stood before them is kept as a version of its own. */
  remedy(label: string, edits: Edit[]): void {
    this.commit(label, edits);
    if (edits.length > 0) this.#why = 'remedy';
  }

  /** One change in words. Changes with the same merge key, one after the other, are undone together. */
  commit(label: string, edits: Edit[], merge?: string): void {
    const next = this.#edited(label, edits, merge);
    if (!next) return;
    this.doc = next;
    this.#changed();
  }

  /** The box after a change, which is undoable from now on; none when nothing is to change. */
  #edited(label: string, edits: Edit[], merge?: string): Box | undefined {
    if (edits.length === 0) return undefined;
    this.showNow();
    const next = withoutUnusedParts(applyEdits(this.doc, edits));
    const last = this.past.at(-1);
    if (!(merge !== undefined && last?.merge === merge)) {
      this.before = this.#answers();
      this.past = [...this.past, this.#step(label, merge)];
    } else this.past = [...this.past.slice(0, -1), { ...last, label }];
    this.future = [];
    return next;
  }

  /** Says what was done, for the ear. */
  tell(words: string): void {
    this.told = words;
  }

  set<const P extends string>(label: string, path: P, value: At<P>, merge?: string): void {
    const next = this.#edited(label, [set(path, value)], merge);
    if (!next) return;
    // what is dragged stays under the finger
    if (!this.holding) return this.#showSoon(next);
    this.doc = next;
    this.#changed();
  }

  /** Takes things out of the box; what was chosen is let go only after the change was made. */
  remove(name: string, things: readonly Removable[]): void {
    this.commit(`Removed ${name}`, removalOf(this.doc, things));
    this.selected = null;
    this.alsoPorts = [];
  }

  /** Everything chosen goes, several ports together too. False when what is chosen cannot be taken out by itself. */
  removeChosen(): boolean {
    const s = this.selected;
    if (!s || !('id' in s) || s.kind === 'working') return false;
    const things: Removable[] = [
      s,
      ...this.alsoPorts.filter((id) => id !== s.id).map((id) => ({ kind: 'port' as const, id }))
    ];
    this.remove(things.length > 1 ? `${things.length} ports` : this.#nameOf(s), things);
    return true;
  }

  #nameOf({ kind, id }: Removable): string {
    const { panel, wiring, fit } = this.plan;
    if (kind === 'device') return this.doc.devices.find((d) => d.id === id)?.name ?? id;
    if (kind === 'port') return panel?.ports.find((p) => p.port.id === id)?.tag ?? id;
    if (kind === 'circuit') return wiring.circuits.find((c) => c.circuit.id === id)?.tag ?? id;
    return fit?.bodies.find((b) => b.id === id)?.name ?? this.doc.bodies.find((b) => b.id === id)?.name ?? id;
  }

  #seq = 0;
  #step(label: string, merge: string | undefined = undefined): Step {
    return { doc: this.doc, label, merge, stage: this.stage, seq: ++this.#seq };
  }

  undo(): void {
    this.showNow();
    if (this.#logFirst) return void this.log.undo();
    const step = this.past.at(-1);
    if (!step) return;
    this.before = this.#answers();
    this.past = this.past.slice(0, -1);
    this.future = [{ ...step, doc: this.doc }, ...this.future];
    this.tell(`Undone: ${step.label}`);
    this.#showSoon(step.doc);
  }

  redo(): void {
    this.showNow();
    if (!this.canRedo) return;
    if (this.stage === 'logbook' && this.log.canRedo) return void this.log.redo();
    const step = this.future[0];
    if (!step) return;
    this.before = this.#answers();
    this.future = this.future.slice(1);
    this.past = [...this.past, { ...step, doc: this.doc, merge: undefined }];
    this.tell(`Done again: ${step.label}`);
    this.#showSoon(step.doc);
  }

  /** Puts a whole document in place, as one undoable step. @param why what the save after it is */
  replace(label: string, doc: Box, why: VersionWhy = 'work'): void {
    this.showNow();
    this.#why = why;
    this.before = this.#answers();
    this.past = [...this.past, this.#step(label)];
    this.future = [];
    this.doc = doc;
    this.#changed();
  }

  /** Reads the logbook of this box. @throws RequestError */
  async loadRecords(): Promise<void> {
    const path = `/api/boxes/${this.id}/logbook`;
    const [telling, all] = await Promise.all([
      request<{ records: LogRecord[] }>('GET', `${path}?telling=1`),
      request<{ total: number }>('GET', `${path}?limit=1`)
    ]);
    this.records = telling.records;
    this.recordCount = all.total;
    this.recordsKnown = true;
  }

  toggleAlso(portId: string): void {
    this.alsoPorts = this.alsoPorts.includes(portId)
      ? this.alsoPorts.filter((id) => id !== portId)
      : [...this.alsoPorts, portId];
  }

  /** Opens the arithmetic behind a figure; it is worked out again with every change of the box. */
  showWorking(id: string): void {
    this.selected = { kind: 'working', id };
  }

  /** Ends a run of merged changes, so that the next one is its own step. */
  endMerge(): void {
    const last = this.past.at(-1);
    if (last?.merge !== undefined) this.past = [...this.past.slice(0, -1), { ...last, merge: undefined }];
  }

  #answers(): Record<string, { raw: number | null; text: string }> {
    try {
      void this.plan;
    } catch {
      // a box that cannot be worked out must still be undone
      return {};
    }
    return Object.fromEntries(this.plan.verdicts.map((v) => [v.id, { raw: v.rawValue, text: v.rawText }]));
  }

  #changed(): void {
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
    return { boxId: this.id, tab: tabId(), document: this.#latest, revision: this.revision, sent: this.#sent };
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
      this.past = [this.#step('Unsaved work taken up again')];
      this.doc = document;
      this.#changed();
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
    const sent = this.#latest;
    const why = this.#why;
    this.#why = 'work';
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
      this.#onTopOf(answer.revision, this.#latest === sent);
    } catch (error) {
      if (this.#why === 'work') this.#why = why;
      const e = error instanceof RequestError ? error : new RequestError(0, String(error), {});
      const stored = e.status === 409 ? (e.body.stored as { document: Box; revision: number } | undefined) : undefined;
      // our own save from the moment the page was left: there is nothing to ask
      if (stored && isOwnSave(stored.document, this.#sent)) {
        this.#onTopOf(stored.revision, sameDocument(stored.document, this.#latest));
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
    const { id } = await request<{ id: string }>('POST', '/api/boxes', { document: this.#latest });
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
    this.#why = 'conflict';
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
