/** Vulgar fractions of one character. */
const GLYPHS: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3'
};

/** '1½' as '1 1/2': fraction characters written out. */
export const writtenOut = (text: string): string =>
  text.replace(
    /(\d?)([½¼¾⅛⅜⅝⅞⅓⅔])/g,
    (_, whole: string, glyph: string) => `${whole ? `${whole} ` : ''}${GLYPHS[glyph]}`
  );

/** '1/2 h' as '0.5 h', '1 1/2' as '1.5'; a division by nothing is left as it was typed. */
export const withDecimals = (text: string): string =>
  writtenOut(text).replace(
    /^(?:(\d+)[\s-]+)?(\d+)\/(\d+)(?![\d/])/,
    (all, whole: string | undefined, top: string, bottom: string) =>
      Number(bottom) === 0 ? all : String(Number(whole ?? 0) + Number(top) / Number(bottom))
  );

/** The real minus sign, and a dash before a number, as the one computers read. */
export const withPlainMinus = (text: string): string => text.replace(/^[−–]\s*(?=[\d.,])/, '-');
