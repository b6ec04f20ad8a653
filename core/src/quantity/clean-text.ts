/** Signs that are no text: controls, the separators of lines and paragraphs, marks that turn the direction of what follows. */
const NO_TEXT =
  '\\u0000-\\u001f\\u007f-\\u009f\\u2028\\u2029\\u200e\\u200f\\u202a-\\u202e\\u2066-\\u2069\\ufeff\\ufffe\\uffff';
const RUNS = new RegExp(`[${NO_TEXT}]+`, 'g');
/** The same, but for tab and line break. */
const RUNS_IN_LINES = new RegExp(`[${NO_TEXT}]+`.replace('\\u0000-\\u001f', '\\u0000-\\u0008\\u000b-\\u001f'), 'g');
/** Half of a sign that takes two. */
const HALVES = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** A name as one line of text: what is no text becomes one space, half signs go. Plain text stays as it is. */
export const oneLine = (text: string): string => text.replace(HALVES, '').replace(RUNS, ' ');

/** Notes of several lines: line breaks stay, written one way; everything else as in a name. */
export const someLines = (text: string): string =>
  text.replace(/\r\n?/g, '\n').replace(HALVES, '').replace(RUNS_IN_LINES, ' ');

const XML: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
/** Text in an SVG or any other XML. */
export const xmlText = (text: string): string => oneLine(text).replace(/[&<>"']/g, (c) => XML[c]!);

/**
 * Text in a DXF: one value is one line, and signs that stand for others there ('%%c', '^J', '\\U+2300') are parted.
 * @source DXF reference, TEXT: control codes and the caret notation
 */
export const dxfText = (text: string): string =>
  oneLine(text)
    .replace(/%(?=%)/g, '% ')
    .replace(/\^/g, '^ ')
    .replace(/\\(?=[Uu]\+|M\+)/g, '\\ ');
