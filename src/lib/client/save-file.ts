/** Hands a text to the person as a file of that name. */
export const saveFile = (name: string, type: string, text: string): void => saveBlob(name, new Blob([text], { type }));

/** The same for what is no text. */
export function saveBlob(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** The same for rows as CSV; a cell that a spreadsheet would run as a formula is quoted. */
export async function saveCsv(name: string, rows: readonly object[]): Promise<void> {
  const { default: papa } = await import('papaparse');
  saveFile(name, 'text/csv', papa.unparse([...rows], { escapeFormulae: true }));
}
