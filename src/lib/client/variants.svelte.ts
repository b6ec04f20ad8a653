import { openedVariant } from '@haversack/core/variant/facts';
import { boxOfItsOwn, blankFrom } from '@haversack/core/variant/family';
import type { Box } from '@haversack/core/box/schema';
import { done, request } from './api.ts';
import type { OpenBox } from './open-box.svelte.ts';

export type KeptVariant = { id: string; name: string; builtDay: string | null; changedMs: number; document: Box };

/** Variants of the open box that lie beside it, and what is done with them. */
export class Variants {
  readonly #open: OpenBox;
  kept: KeptVariant[] = $state.raw([]);
  broken: { id: string; why: string }[] = $state.raw([]);
  loaded = $state(false);
  problem = $state('');
  /** What was done, said once. */
  did = $state('');

  constructor(open: OpenBox) {
    this.#open = open;
  }

  get #path(): string {
    return `/api/boxes/${this.#open.id}/variants`;
  }

  /** Reads the list; what was said of the last action stays. */
  load(): Promise<boolean> {
    return done(
      () => this.#read(),
      (problem) => (this.problem = problem)
    );
  }

  async #read(): Promise<void> {
    const got = await request<{ variants: KeptVariant[]; broken: Variants['broken'] }>('GET', this.#path);
    this.kept = got.variants;
    this.broken = got.broken;
    this.loaded = true;
  }

  /** An id no variant of this box has. */
  #freeId(): string {
    const taken = [this.#open.doc.variant.id, ...this.kept.map((v) => v.id), ...this.broken.map((b) => b.id)];
    let n = 1;
    while (taken.includes(`v${n}`)) n++;
    return `v${n}`;
  }

  /** Keeps a document beside the open one under a name of its own. */
  keep(document: Box, name: string): Promise<boolean> {
    return this.#try(async () => {
      await this.#read();
      const variant = { id: this.#freeId(), name: name.trim(), builtDay: null };
      await request('POST', this.#path, { document: { ...document, variant } });
      await this.#read();
      this.did = `Kept as “${name.trim()}”.`;
    });
  }

  /** Opens another variant in place of this one, as one step of undo; this one is kept beside it. */
  openOne(v: KeptVariant): Promise<boolean> {
    return this.#try(async () => {
      // what was changed last must be in the variant it belongs to before another takes its place
      await this.#open.saveNow();
      if (this.#open.save.kind !== 'saved') throw new Error('The last change is not saved yet: try again when it is.');
      this.#open.replace(`Opened “${nameOf(v)}”`, openedVariant(this.#open.doc, v.document));
      await this.#open.saveNow();
      await this.#read();
      this.did = `“${nameOf(v)}” is open now.`;
    });
  }

  /** Writes a variant that lies beside. */
  change(v: KeptVariant, variant: Partial<Box['variant']>, did: string): Promise<boolean> {
    return this.#try(async () => {
      await request('POST', this.#path, {
        document: { ...v.document, variant: { ...v.document.variant, ...variant } }
      });
      await this.#read();
      this.did = did;
    });
  }

  drop(v: { id: string; name: string }): Promise<boolean> {
    return this.#try(async () => {
      await request('DELETE', `${this.#path}/${v.id}`);
      await this.#read();
      this.did = `Took out “${v.name}”.`;
    });
  }

  /** Makes a document a box of its own on the shelf. @returns its id */
  async asBox(document: Box, name: string): Promise<string | undefined> {
    let id: string | undefined;
    await this.#try(async () => {
      ({ id } = await request<{ id: string }>('POST', '/api/boxes', { document: boxOfItsOwn(document, name) }));
      this.did = `“${name}” stands on the shelf.`;
    });
    return id;
  }

  /** A box of the same build without what was measured. @returns its id */
  async blank(document: Box, name: string): Promise<string | undefined> {
    let id: string | undefined;
    await this.#try(async () => {
      ({ id } = await request<{ id: string }>('POST', '/api/boxes', { document: blankFrom(document, name) }));
    });
    return id;
  }

  #try(work: () => Promise<void>): Promise<boolean> {
    this.did = '';
    return done(work, (problem) => (this.problem = problem));
  }
}

export const nameOf = (v: { name: string }): string => v.name || 'First';
