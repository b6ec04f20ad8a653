import { SvelteMap } from 'svelte/reactivity';
import { tabId, whenMarkChanges } from './tab.ts';

/** Text that stands in a field and was not taken yet; tried: it was refused or questioned, and says so. */
export type FieldDraft = { text: string; tried: boolean };

const prefixOf = (boxId: string): string => `haversack-fields-${boxId}-`;

type Kept = [string, FieldDraft][];

/** What lies under a key of the browser's store; something broken there takes nothing else down, and goes. */
function keptUnder(key: string): Kept {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? '[]') as Kept;
    return kept.filter(([field, draft]) => typeof field === 'string' && typeof draft.text === 'string');
  } catch {
    localStorage.removeItem(key);
    return [];
  }
}

function keep(key: string, kept: Kept): void {
  try {
    if (kept.length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(kept));
  } catch {
    // a full or forbidden local store only takes the safety net away
  }
}

/** What is typed and not taken, field by field: it outlives a change of stage, a reload and a closed window. */
export class FieldDrafts {
  readonly #drafts = new SvelteMap<string, FieldDraft>();
  readonly #boxId: string;
  /** Fields that were typed in here. */
  // only remembered, never shown
  // eslint-disable-next-line svelte/prefer-svelte-reactivity
  readonly #typed = new Set<string>();
  /** What was kept under a mark that this window has no more. */
  #keyBefore: string | undefined;

  constructor(boxId: string) {
    this.#boxId = boxId;
    this.#read(this.#key);
    // a copied window, or one reloaded while its old page still held the mark, goes on under the new mark
    whenMarkChanges((before) => {
      this.#keyBefore = prefixOf(this.#boxId) + before;
      this.#write();
      // what was typed here in the meantime went along: left there, it would come back once it was taken
      this.#leaveOut((field) => this.#typed.has(field));
    });
  }

  get #key(): string {
    return prefixOf(this.#boxId) + tabId();
  }

  get count(): number {
    return this.#drafts.size;
  }

  get(field: string): FieldDraft | undefined {
    return this.#drafts.get(field);
  }

  set(field: string, draft: FieldDraft): void {
    this.#typed.add(field);
    this.#drafts.set(field, draft);
    this.#write();
  }

  clear(field: string): void {
    const gone = this.#drafts.get(field);
    if (!gone) return;
    this.#drafts.delete(field);
    this.#write();
    this.#leaveOut((of, draft) => of === field && draft.text === gone.text);
  }

  /** Takes some of what stands under the mark before out of there. */
  #leaveOut(these: (field: string, draft: FieldDraft) => boolean): void {
    if (this.#keyBefore === undefined) return;
    const left = keptUnder(this.#keyBefore).filter(([field, draft]) => !these(field, draft));
    keep(this.#keyBefore, left);
  }

  /**
   * Text that a window left behind which is open no more. What this one has itself stays, and the other's text for the same
   * field lies aside until that is taken.
   */
  adopt(living: ReadonlySet<string>): void {
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(prefixOf(this.#boxId))) continue;
      const tab = key.slice(prefixOf(this.#boxId).length);
      if (tab === tabId() || living.has(tab)) continue;
      keep(key, this.#read(key));
    }
    this.#write();
  }

  /** Takes what is kept under a key, gives what it could not take. */
  #read(key: string): Kept {
    return keptUnder(key).filter(([field, draft]) => {
      const own = this.#drafts.get(field);
      if (!own) this.#drafts.set(field, draft);
      return own !== undefined && own.text !== draft.text;
    });
  }

  #write(): void {
    keep(this.#key, [...this.#drafts]);
  }
}

/** Text of a form that is sent off as a whole, for `bind:value`; what is typed waits until it is sent or emptied. */
export class KeptText {
  readonly #drafts: FieldDrafts;
  readonly #field: () => string;

  constructor(drafts: FieldDrafts, field: () => string) {
    this.#drafts = drafts;
    this.#field = field;
  }
  get value(): string {
    return this.#drafts.get(this.#field())?.text ?? '';
  }
  set value(text: string) {
    if (text === '') this.#drafts.clear(this.#field());
    else this.#drafts.set(this.#field(), { text, tried: false });
  }
}

/**
 * Keeps the text of a plain field that takes its value when it is left: typed text is put aside at once and put back when
 * the field comes again. Esc gives the typed text up.
 */
export function keepText(
  node: HTMLInputElement | HTMLTextAreaElement,
  given: { drafts: FieldDrafts; field: string }
): { update(next: { drafts: FieldDrafts; field: string }): void; destroy(): void } {
  let { drafts, field } = given;
  let taken = node.value;
  const putBack = () => {
    const draft = drafts.get(field);
    if (draft) node.value = draft.text;
    mark();
  };
  // for Ctrl+S, which takes what stands untaken on the screen
  const mark = () => node.toggleAttribute('data-untaken', drafts.get(field) !== undefined);
  const typed = () => {
    if (node.value === taken) drafts.clear(field);
    else drafts.set(field, { text: node.value, tried: false });
    mark();
  };
  const take = () => {
    taken = node.value;
    drafts.clear(field);
    mark();
  };
  // text that was put back is no change of this visit's: leaving the field takes it all the same
  const left = () => {
    if (drafts.get(field)) node.dispatchEvent(new Event('change', { bubbles: true }));
  };
  const keys = (event: Event) => {
    if ((event as KeyboardEvent).key !== 'Escape' || !drafts.get(field)) return;
    event.stopPropagation();
    node.value = taken;
    drafts.clear(field);
    mark();
  };
  putBack();
  node.addEventListener('input', typed);
  node.addEventListener('change', take);
  node.addEventListener('blur', left);
  node.addEventListener('keydown', keys);
  return {
    update(next) {
      if (next.field === field && next.drafts === drafts) return;
      ({ drafts, field } = next);
      taken = node.value;
      putBack();
    },
    destroy() {
      node.removeEventListener('input', typed);
      node.removeEventListener('change', take);
      node.removeEventListener('blur', left);
      node.removeEventListener('keydown', keys);
    }
  };
}
