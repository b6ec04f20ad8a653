/** What keeps water out between a part and its wall: its own ring or gasket in front, or something else. */
export const SEALED_BY = ['ring', 'home-made', 'sealant', 'vinegar', 'behind'] as const;
export type SealedBy = (typeof SEALED_BY)[number];

/** What else there is in the shell through which water, air or gas may go. */
export const OPENING_KINDS = ['vents', 'cord-hole', 'under-lid', 'rivets', 'screws', 'lid-gasket', 'cracked'] as const;
export type OpeningKind = (typeof OPENING_KINDS)[number];

/** The cord in a gland. */
export const CORD_SHAPES = ['round', 'flat', 'unknown'] as const;
