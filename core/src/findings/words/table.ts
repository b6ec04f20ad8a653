import type { Said } from '../../quantity/said.ts';

/** A finding in words, at the lengths it is shown in. */
export type Words = {
  /** For a strip cell, naming a thing; the cell wraps it, nothing cuts it. */
  short: string;
  /** For a card and for print. */
  title: string;
  why: string;
};

/** By rule and by what it may have to say: quantities, tags and names to words, in the person's units. */
export type WordTable = Record<string, Record<string, (quantities: never, said: Said) => Words>>;
