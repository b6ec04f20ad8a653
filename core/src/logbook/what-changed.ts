import type { Box } from '../box/schema.ts';
import { fixed, trimNumber } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import { wireSizeText } from '../quantity/wire-size.ts';

type Raw = Record<string, unknown>;
const isRaw = (v: unknown): v is Raw => typeof v === 'object' && v !== null && !Array.isArray(v);

/** Fields that say how the work stands and not how the box is. */
const NOT_THE_BOX = new Set([
  'format',
  'version',
  'preferences',
  'kit',
  'bench',
  'checkedPaths',
  'accepted',
  'compare',
  'parts',
  'placements'
]);

/** Lists whose entries are things with ids, and what one of them is called. */
const THINGS: Record<string, string> = {
  devices: 'device',
  ports: 'port',
  circuits: 'circuit',
  feeds: 'feed',
  relays: 'relay',
  bodies: 'thing inside',
  brackets: 'bracket',
  builtIn: 'built-in charger'
};

/** Field names as people say them, where splitting the name into words would not do. */
const FIELD_WORDS: Record<string, string> = {
  partId: 'part',
  casePartId: 'case',
  airC: 'coldest air',
  warmestC: 'warmest air',
  durationH: 'hours wanted',
  startH: 'start',
  spans: 'times on',
  modes: 'draw',
  ageYears: 'age',
  keepBack: 'kept back',
  xMm: 'place across',
  yMm: 'place up',
  bank: 'battery',
  dry: 'moisture',
  wireSystem: 'wire sizes'
};

const words = (field: string): string =>
  FIELD_WORDS[field] ??
  field
    .replace(/(Mm|Kg|Ah|Wh|Fraction|Amount|Id)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/** Longest piece of text that is told in full. */
const LONGEST = 60;
/** As many changes as a person reads. */
const MOST = 60;

type Sides = { before: Box; after: Box };

/** A value as a few words; undefined where it is a whole table that no few words tell. */
function said(value: unknown, field: string, box: Box): string | undefined {
  const units = saidIn(box.preferences);
  if (value === null || value === undefined) return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') {
    if (field.endsWith('Mm')) return units.mm(value, 1);
    if (field.endsWith('C')) return units.degC(value, 0);
    if (field.endsWith('Kg')) return units.kg(value);
    if (field.endsWith('Fraction')) return `${fixed(value * 100, 0)} %`;
    return trimNumber(value);
  }
  if (typeof value === 'string') {
    const part = field.endsWith('artId') ? box.parts[value] : undefined;
    if (part) return part.name;
    const thing = nameIn(box, value);
    if (field.endsWith('Id') && thing) return thing;
    return value.length > LONGEST ? undefined : value === '' ? 'nothing' : `“${value}”`;
  }
  if (isRaw(value) && 'is' in value) return value.is === 'set' ? said(value.value, field, box) : String(value.is);
  if (isRaw(value) && 'system' in value && 'size' in value)
    return wireSizeText(value as Parameters<typeof wireSizeText>[0]);
  return undefined;
}

function nameIn(box: Box, id: string): string | undefined {
  for (const list of [box.devices, box.ports, box.circuits, box.feeds, box.bodies, box.relays]) {
    const found = list.find((t) => t.id === id);
    if (found) return 'name' in found && found.name !== '' ? found.name : undefined;
  }
  return undefined;
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * What differs between two documents of one box, a sentence each, in the units of the later: things added and taken out by
 * name, fields with both values. Places found by themselves, the kit, the bench and how things are shown are left out.
 */
export function whatChanged(before: Box, after: Box): string[] {
  const out: string[] = [];
  compareFields('', before as unknown as Raw, after as unknown as Raw, { before, after }, out);
  return out.length > MOST ? [...out.slice(0, MOST), `and ${out.length - MOST} more`] : out;
}

function compareFields(owner: string, a: Raw, b: Raw, sides: Sides, out: string[]): void {
  for (const field of new Set([...Object.keys(a), ...Object.keys(b)])) {
    if (field === 'id' || (owner === '' && NOT_THE_BOX.has(field))) continue;
    // a field that an older document did not have yet says nothing
    if (!(field in a) && (b[field] === null || same(b[field], []))) continue;
    const [x, y] = [a[field], b[field]];
    if (same(x, y)) continue;
    const thing = THINGS[field];
    if (thing && Array.isArray(x) && Array.isArray(y)) compareThings(thing, x as Raw[], y as Raw[], sides, out);
    else if (isRaw(x) && isRaw(y) && !('is' in x) && !('system' in x))
      compareFields(owner === '' ? words(field) : `${owner}, ${words(field)}`, x, y, sides, out);
    else {
      const [was, is] = [said(x, field, sides.before), said(y, field, sides.after)];
      const name = owner === '' ? words(field) : `${owner}: ${words(field)}`;
      out.push(was !== undefined && is !== undefined && was !== is ? `${name} ${was} → ${is}` : `${name} changed`);
    }
  }
}

function compareThings(thing: string, a: Raw[], b: Raw[], sides: Sides, out: string[]): void {
  const called = (t: Raw): string =>
    typeof t.name === 'string' && t.name !== '' ? `${thing} “${t.name}”` : `a ${thing}`;
  for (const t of a) if (!b.some((k) => k.id === t.id)) out.push(`${called(t)} taken out`);
  for (const t of b) {
    const was = a.find((k) => k.id === t.id);
    if (!was) out.push(`${called(t)} added`);
    else if (!same(was, t)) compareFields(called(t), was, t, sides, out);
  }
}
