/** Largest box file that is read, characters; a full box is well under a tenth of it. */
export const MOST_CHARACTERS = 2_000_000;
/** So many problems of a file are told; one with more is another file. */
export const MOST_PROBLEMS = 50;
