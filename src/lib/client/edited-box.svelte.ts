import { set, type At } from '@haversack/core/box/edit';
import { applyEdits, type Edit } from '@haversack/core/box/edits';
import { withoutUnusedParts } from '@haversack/core/box/commands';
import { removalOf, type Removable } from '@haversack/core/box/removal';
import type { Box } from '@haversack/core/box/schema';
import type { Part } from '@haversack/core/catalogue/part';
import { STARTER_CATALOGUE } from '@haversack/core/catalogue/starter';
import { evaluate, type Plan } from '@haversack/core/evaluate';
import type { VersionWhy } from '$lib/server/versions.ts';
import { afterPaint } from './after-paint.ts';
import { LogHistory } from './log-history.svelte.ts';
import { nameOf } from './name-of.ts';
import type { Selection, Step } from './open-box-state.ts';

/** A box that is worked on: the document, the plan that follows from it, what is chosen, and undo over everything. */
export abstract class EditedBox {
  /** Records of the logbook that were written or taken out; they have an undo of their own. */
  readonly log: LogHistory;
  /** On narrow screens the details lie over the stage only while they are wanted. */
  detailsShown = $state(false);
  /** Where the person is: undo in the logbook undoes the logbook. */
  stage = $state('outing');
  /** Which of the stage's views; empty for its first. */
  view = $state('');
  /** The box as it is shown. */
  doc: Box = $state.raw()!;
  past: Step[] = $state.raw([]);
  future: Step[] = $state.raw([]);
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
    const plan = evaluate(this.doc, this.catalogue, { hold: this.holding ? last : undefined });
    this.#last = { box: this.doc, plan };
    return plan;
  });
  #last: { box: Box; plan: Plan } | undefined;
  /** The box as the last change left it, while the screen still answers the press that made it. */
  #ahead: Box | undefined;
  readonly #onceShown: (() => void)[] = [];

  /** What the next save is, for the version before it. */
  protected why: VersionWhy = 'work';

  constructor(document: Box, ownParts: Part[]) {
    this.doc = document;
    this.ownParts = ownParts;
    this.log = new LogHistory(() => ++this.#seq);
  }

  /** The document is another one: it is to be kept. */
  protected abstract changed(): void;

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
  protected get latest(): Box {
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
    this.changed();
  }

  /** Changes that a finding proposed: what stood before them is kept as a version of its own. */
  remedy(label: string, edits: Edit[]): void {
    this.commit(label, edits);
    if (edits.length > 0) this.why = 'remedy';
  }

  /** One change in words. Changes with the same merge key, one after the other, are undone together. */
  commit(label: string, edits: Edit[], merge?: string): void {
    const next = this.#edited(label, edits, merge);
    if (!next) return;
    this.doc = next;
    this.changed();
  }

  /** The box after a change, which is undoable from now on; none when nothing is to change. */
  #edited(label: string, edits: Edit[], merge?: string): Box | undefined {
    if (edits.length === 0) return undefined;
    this.showNow();
    const next = withoutUnusedParts(applyEdits(this.doc, edits));
    const last = this.past.at(-1);
    if (!(merge !== undefined && last?.merge === merge)) {
      this.before = this.#answers();
      this.past = [...this.past, this.step(label, merge)];
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
    this.changed();
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
    this.remove(things.length > 1 ? `${things.length} ports` : nameOf(this.doc, this.plan, s), things);
    return true;
  }

  #seq = 0;
  protected step(label: string, merge: string | undefined = undefined): Step {
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
    this.why = why;
    this.before = this.#answers();
    this.past = [...this.past, this.step(label)];
    this.future = [];
    this.doc = doc;
    this.changed();
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
}
