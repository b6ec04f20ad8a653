/** A text with its first letter large, as a sentence begins. */
export const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);

/** A text as it goes on within a sentence: its first letter small, unless it begins with an abbreviation ('USB-A module'). */
export const inSentence = (text: string): string =>
  /^\p{Lu}(?=\p{Ll}| )/u.test(text) ? text.slice(0, 1).toLowerCase() + text.slice(1) : text;
