import type { Box } from '@haversack/core/box/schema';

/** What is chosen, shown in the inspector. */
export type Selection =
  | { kind: 'device' | 'port' | 'circuit' | 'body'; id: string }
  | { kind: 'main' | 'battery' | 'case' }
  | { kind: 'working'; id: string }
  | null;

/** Where the work is. */
export type SaveState =
  | { kind: 'saved' | 'saving' | 'unsaved' }
  /** The server is out of reach; the work is safe on this device and goes there by itself. */
  | { kind: 'kept' }
  | { kind: 'failed'; message: string }
  | { kind: 'conflict'; theirs: { document: Box; revision: number } }
  /** The box was deleted elsewhere while it was worked on here. */
  | { kind: 'gone' };

/** One change that can be undone: the document before it. */
export type Step = { doc: Box; label: string; merge: string | undefined; stage: string; seq: number };
