import { START_SETS, type BitSet } from '@haversack/core/drill/bits';
import { getContext, setContext } from 'svelte';
import { request } from './api.ts';

/** The person's own drill bits, the same for every box; the usual sets until they are read, and where they cannot be. */
export class OwnBits {
  sets: readonly BitSet[] = $state.raw(START_SETS);
  problem = $state('');

  async load(): Promise<void> {
    try {
      this.sets = (await request<{ bits: BitSet[] }>('GET', '/api/bits')).bits;
      this.problem = '';
    } catch (e) {
      this.problem = (e as Error).message;
    }
  }
}

const KEY = Symbol('own bits');
export const provideBits = (): OwnBits => setContext(KEY, new OwnBits());
export const ownBits = (): OwnBits => getContext<OwnBits>(KEY);
