/** How a feed ends. 'chain' = at the first of its circuits, the others hang on each other. */
export const FEED_ENDS = ['fuse-block', 'chain', 'bus-bar', 'stud', 'lever', 'push-in', 'splice', 'terminal'] as const;

/** Which of its two leads a fuse or a switch sits in. */
export const POLES = ['plus', 'minus'] as const;

/** Where the switches of a stretch sit, seen from the battery: behind its own fuse or ahead of it. */
export const SWITCH_PLACES = ['behind-fuse', 'ahead-of-fuse'] as const;

/** How a feed comes through a wall: of the box its battery stands outside of, or of a second box. */
export const WAYS_IN = ['connector', 'lugs', 'clips', 'lead-plug', 'gland'] as const;
