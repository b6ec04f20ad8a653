/** Cause of what only a thing that is refused, such as a starter, brings about. */
export const OUT_OF_SCOPE = 'out of scope';
