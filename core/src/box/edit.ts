import type { Edit } from './edits.ts';
import type { Box } from './schema.ts';

/**
 * Edits typed by the schema: a path that leads nowhere, or a value that cannot stand there, is refused by the compiler.
 * A path put together while it runs (a plain `string`) takes anything; the reader of documents is its judge.
 */
type Child<T, K extends string> = T extends null | undefined
  ? never
  : T extends readonly (infer Item)[]
    ? Item
    : K extends keyof T
      ? T[K]
      : never;

type Walk<T, P extends string> = P extends `${infer Head}/${infer Rest}` ? Walk<Child<T, Head>, Rest> : Child<T, P>;

/** What stands at a path of the document: 'outing/airC' a number, 'circuits/c4/fuse' a choice of amps. */
export type At<P extends string> = string extends P ? unknown : Walk<Box, P>;

/** What is appended to a list of the document. */
type ItemAt<P extends string> = string extends P ? unknown : Extract<At<P>, readonly unknown[]>[number];

/** Puts a value at a place of the document. */
export const set = <const P extends string>(path: P, value: At<P>): Edit => ({ op: 'set', path, value });

/** Appends to a list of the document, or inserts into it. */
export const add = <const P extends string>(path: P, value: ItemAt<P>, index?: number): Edit =>
  index === undefined ? { op: 'add', path, value } : { op: 'add', path, value, index };

/** Takes an entry or a key away. */
export const remove = (path: string): Edit => ({ op: 'remove', path });
