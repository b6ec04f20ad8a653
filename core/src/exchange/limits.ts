/** Largest box file that is read, characters; a full box is well under a tenth of it. */
export const MOST_CHARACTERS = 2_000_000;
