import type { Box } from '../box/schema.ts';

/** Builds a box once and hands out copies: putting its ports at their places takes a while. */
export function once(build: () => Box): () => Box {
  let built: string | undefined;
  return () => {
    built ??= JSON.stringify(build());
    return JSON.parse(built) as Box;
  };
}
