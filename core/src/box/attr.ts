/** Values every attribute that safety depends on can take, and the box file's own marks. Kept apart from the schemas so that the derived plan does not pull in the validator. */
export type Attr<T> = { is: 'auto' } | { is: 'set'; value: T } | { is: 'none' } | { is: 'unknown' };

export const AUTO = { is: 'auto' } as const;
export const NONE = { is: 'none' } as const;
export const UNKNOWN = { is: 'unknown' } as const;
export const setTo = <T>(value: T) => ({ is: 'set' as const, value });

export const BOX_FORMAT = 'haversack-box';
export const BOX_VERSION = 4;
