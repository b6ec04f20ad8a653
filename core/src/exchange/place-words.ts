/** One entry of a list in words; entries bear their number, as a person counts them. */
const ONE_OF: Record<string, string> = {
  devices: 'device',
  modes: 'mode',
  claims: 'claim',
  circuits: 'circuit',
  feeds: 'feed',
  sections: 'section',
  ports: 'port',
  bodies: 'thing in the case',
  brackets: 'bracket',
  openings: 'opening',
  relays: 'relay',
  candidates: 'candidate',
  offered: 'offer',
  builtIn: 'built-in charger',
  zones: 'zone',
  chemistries: 'chemistry',
  packs: 'pack',
  monthC: 'month',
  links: 'link',
  accepted: 'accepted finding'
};

/** Where what is filed by its id stands. */
const FILED: Record<string, string> = { parts: 'part', placements: 'place of', decisions: 'decision' };

/** Ends of names that are units, as they are written. */
const UNITS: readonly [end: string, unit: string][] = [
  ['MilliOhm', 'mΩ'],
  ['Fraction', 'share'],
  ['Deg', '°'],
  ['Kg', 'kg'],
  ['Nm', 'Nm'],
  ['Mm2', 'mm²'],
  ['Mm', 'mm'],
  ['Wh', 'Wh'],
  ['Ah', 'Ah'],
  ['Ms', 'ms'],
  ['Wp', 'Wp'],
  ['Pa', 'Pa'],
  ['A', 'A'],
  ['V', 'V'],
  ['W', 'W'],
  ['H', 'h'],
  ['C', '°C'],
  ['K', 'K'],
  ['L', 'l'],
  ['S', 's']
];

/** A field's name as words: 'bodyDepthMm' is 'body depth (mm)'. */
export function fieldWords(name: string): string {
  const found = UNITS.find(([end]) => name.endsWith(end) && /[a-z0-9]/.test(name.at(-1 - end.length) ?? ''));
  const stem = found ? name.slice(0, -found[0].length) : name;
  const words = stem
    .replace(/PartId$/, ' part')
    .replace(/Id$/, '')
    .replace(/([a-z0-9])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`)
    .replace(/-/g, ' ')
    .trim();
  return found ? `${words} (${found[1]})` : words;
}

/** The name a person gave to what stands there, when it has one. */
function nameAt(data: unknown): string {
  const name = (data as { name?: unknown } | null | undefined)?.name;
  return typeof name === 'string' && name.trim() !== '' ? ` (${name.trim().slice(0, 40)})` : '';
}

/** What stands under a key; things in a list are found by their number or their id. */
function under(at: unknown, key: string): { value: unknown; nth: number | undefined } {
  if (Array.isArray(at)) {
    const nth = /^\d+$/.test(key) ? Number(key) : at.findIndex((row) => (row as { id?: unknown } | null)?.id === key);
    return { value: at[nth], nth: nth < 0 ? undefined : nth };
  }
  const value = typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[key] : undefined;
  return { value, nth: undefined };
}

/** How an attribute is kept is no place of its own. */
const KEPT_AS: readonly string[] = ['is', 'value'];

/**
 * A place in a box file in a person's words, from the outside in: 'circuit 3, fuse', 'device 2 (Camera), mode 1, draw'.
 * @param path keys from the outside in; things in a list by number or id
 * @param data what was read, for numbers and names; a place that is not in it is named all the same
 */
export function placeWords(path: readonly PropertyKey[], data: unknown): string {
  const keys = path.map((key) => String(key));
  const words: string[] = [];
  let at = data;
  keys.forEach((key, i) => {
    const inList = Array.isArray(at);
    const { value, nth } = under(at, key);
    at = value;
    const list = keys[i - 1] ?? '';
    const isLast = i === keys.length - 1;
    if (inList)
      words.push(
        `${ONE_OF[list] ?? `${fieldWords(list)}, entry`} ${nth === undefined ? key : nth + 1}${nameAt(value)}`
      );
    else if (i === 1 && FILED[list] !== undefined) words.push(`${FILED[list]} ‘${key.slice(0, 60)}’${nameAt(value)}`);
    // what holds things is named only when it is itself what is wrong
    else if (!isLast && (Array.isArray(value) || (i === 0 && FILED[key] !== undefined))) return;
    else if (isLast && i > 0 && KEPT_AS.includes(key)) return;
    else words.push(fieldWords(key.slice(0, 60)));
  });
  return words.join(', ');
}
