/** A box that has no variants yet. */
export const FIRST_VARIANT = { id: 'v1', name: '', builtDay: null } as const;
