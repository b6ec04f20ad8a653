/** Values every attribute that safety depends on can take, and the box file's own marks. Kept apart from the schemas so that the derived plan does not pull in the validator. */
export type Attr<T> = { is: 'auto' } | { is: 'set'; value: T } | { is: 'none' } | { is: 'unknown' };

export const AUTO = { is: 'auto' } as const;
export const NONE = { is: 'none' } as const;
export const UNKNOWN = { is: 'unknown' } as const;
export const setTo = <T>(value: T) => ({ is: 'set' as const, value });

/** An attribute as the value of a list to choose from: its text where it is set, else how it stands. */
export function choiceOf<const V extends string>(attr: Attr<V>): V | 'auto' | 'none' | 'unknown';
export function choiceOf(attr: Attr<number>): string;
export function choiceOf(attr: Attr<string | number>): string {
  return attr.is === 'set' ? String(attr.value) : attr.is;
}

/** What a choice of such a list means. @param read makes the value of a text that is none of 'auto', 'none', 'unknown' */
export function fromChoice<const V extends string>(choice: V): Attr<Exclude<V, 'auto' | 'none' | 'unknown'>>;
export function fromChoice<T>(choice: string, read: (text: string) => T): Attr<T>;
export function fromChoice<T>(choice: string, read?: (text: string) => T): Attr<T | string> {
  if (choice === 'auto' || choice === 'none' || choice === 'unknown') return { is: choice };
  return setTo(read ? read(choice) : choice);
}

export const BOX_FORMAT = 'haversack-box';
export const BOX_VERSION = 4;
