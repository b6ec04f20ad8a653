/** A text with its first letter large, as a sentence begins. */
export const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);

/** A text as it goes on within a sentence: its first letter small, unless it begins with a tag or an abbreviation ('USB-A module', 'LiFePO4', 'M16'). */
export const inSentence = (text: string): string =>
  /^\p{Lu}\p{Ll}*(?![\p{L}\p{N}])/u.test(text) ? text.slice(0, 1).toLowerCase() + text.slice(1) : text;
