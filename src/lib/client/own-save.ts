import sameDocument from 'fast-deep-equal';

/** Pages left one after the other within a breath: more of them than a person can leave while one save is under way. */
const MOST_SENT = 4;

/** What a window sent to be saved and has not heard of yet, with one more. */
export const addSent = (sent: readonly unknown[], document: unknown): readonly unknown[] =>
  [...sent.filter((s) => !sameDocument(s, document)), document].slice(-MOST_SENT);

/** Whether what the server has is a save of this very window whose answer it did not live to hear: then nobody else changed the box. */
export const isOwnSave = (stored: unknown, sent: readonly unknown[] = []): boolean =>
  sent.some((s) => sameDocument(s, stored));
