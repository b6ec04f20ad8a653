/** Words as a sentence names them, each once: 'C1, C2 and C3'; '' for none. */
export function listOf(words: readonly string[]): string {
  const all = [...new Set(words)];
  return all.length < 2 ? (all[0] ?? '') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)!}`;
}
