import { add, remove, set } from '../box/edit.ts';
import type { Edit } from '../box/edits.ts';
import { alike } from '../box/alike.ts';
import { removalOf, type Removable } from '../box/removal.ts';
import type { Box } from '../box/schema.ts';
import { fixed, trimNumber } from '../quantity/format.ts';
import { saidIn } from '../quantity/said.ts';
import { wireSizeText } from '../quantity/wire-size.ts';
import { isRaw, type Raw } from '../raw.ts';

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
  'placements',
  'wishes',
  'variant'
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
  openings: 'opening',
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

/** One thing in which a document differs from another, with both values in words where a few words tell them. */
export type Difference = {
  /** Stable name of the place: 'bank/ageYears', 'ports/p3'. */
  id: string;
  /** 'battery: age', 'port “Lamp”'. */
  name: string;
  was: string | undefined;
  now: string | undefined;
  kind: 'value' | 'added' | 'removed';
  /** Makes the first document like the second in this, and in nothing else. */
  edits: Edit[];
};

type Found = { difference: Difference; path: string };

/**
 * Everything in which two documents of a box differ, field by field, in the units of the second: things added and taken out
 * by name, fields with both values. Places found by themselves, the kit, the bench and how things are shown are left out. A
 * port that is added brings the circuit that feeds it.
 */
export function differencesOf(before: Box, after: Box): Difference[] {
  const out: Found[] = [];
  fieldsDiffer('', '', before as unknown as Raw, after as unknown as Raw, { before, after }, out);
  // what comes with a port of its own is told by the port
  const addedPorts = new Set(
    out.flatMap((f) => (f.difference.kind === 'added' && f.path.startsWith('ports/') ? [f.path.slice(6)] : []))
  );
  const along = new Set(after.circuits.filter((c) => addedPorts.has(c.portId)).map((c) => `circuits/${c.id}`));
  return out.filter((f) => !along.has(f.path)).map((f) => f.difference);
}

/** Edits that bring along copies of the parts a value names and the document lacks. */
function partsFor(value: unknown, sides: Sides): Edit[] {
  const named = new Set(
    JSON.stringify(value)
      .match(/"[a-z0-9][a-z0-9._-]{0,63}"/g)
      ?.map((t) => t.slice(1, -1)) ?? []
  );
  return [...named].flatMap((id): Edit[] => {
    const part = sides.after.parts[id];
    return part && !sides.before.parts[id] ? [set(`parts/${id}`, part)] : [];
  });
}

function fieldsDiffer(owner: string, at: string, a: Raw, b: Raw, sides: Sides, out: Found[]): void {
  for (const field of new Set([...Object.keys(a), ...Object.keys(b)])) {
    if (field === 'id' || (owner === '' && NOT_THE_BOX.has(field))) continue;
    // a field that an older document did not have yet says nothing
    if (!(field in a) && (b[field] === null || alike(b[field], []))) continue;
    const [x, y] = [a[field], b[field]];
    if (alike(x, y)) continue;
    const path = at === '' ? field : `${at}/${field}`;
    const thing = THINGS[field];
    if (thing && Array.isArray(x) && Array.isArray(y)) thingsDiffer(thing, path, x as Raw[], y as Raw[], sides, out);
    else if (isRaw(x) && isRaw(y) && !('is' in x) && !('system' in x))
      fieldsDiffer(owner === '' ? words(field) : `${owner}, ${words(field)}`, path, x, y, sides, out);
    else {
      const name = owner === '' ? words(field) : `${owner}: ${words(field)}`;
      out.push({
        path,
        difference: {
          id: path,
          name,
          was: said(x, field, sides.before),
          now: said(y, field, sides.after),
          kind: 'value',
          edits: [...partsFor(y ?? null, sides), set(path, y)]
        }
      });
    }
  }
}

const REMOVABLE: Readonly<Record<string, Removable['kind']>> = {
  devices: 'device',
  ports: 'port',
  circuits: 'circuit',
  feeds: 'feed',
  bodies: 'body'
};

const PLACE = ['face', 'xMm', 'yMm'] as const;
const placeOf = (t: Raw): Raw => Object.fromEntries(PLACE.filter((k) => k in t).map((k) => [k, t[k]]));

/** A thing on a face that stands elsewhere: one difference, not three. */
function placeDiffers(at: string, name: string, a: Raw, b: Raw, sides: Sides): Found | undefined {
  if (!PLACE.every((k) => k in a && k in b) || PLACE.every((k) => a[k] === b[k])) return undefined;
  const text = (t: Raw, box: Box): string =>
    `${String(t.face)} ${saidIn(box.preferences).mms(', ', Number(t.xMm), Number(t.yMm))}`;
  return {
    path: `${at}/place`,
    difference: {
      id: `${at}/place`,
      name: `${name}: place`,
      was: text(a, sides.before),
      now: text(b, sides.after),
      kind: 'value',
      edits: PLACE.filter((k) => a[k] !== b[k]).map((k) => set<string>(`${at}/${k}`, b[k]))
    }
  };
}

function thingsDiffer(thing: string, path: string, a: Raw[], b: Raw[], sides: Sides, out: Found[]): void {
  const called = (t: Raw): string =>
    typeof t.name === 'string' && t.name !== '' ? `${thing} “${t.name}”` : `a ${thing}`;
  const push = (t: Raw, kind: 'added' | 'removed', edits: Edit[]) => {
    const id = `${path}/${String(t.id)}`;
    out.push({ path: id, difference: { id, name: called(t), was: undefined, now: undefined, kind, edits } });
  };
  for (const t of a) {
    if (b.some((k) => k.id === t.id)) continue;
    const kind = REMOVABLE[path];
    push(
      t,
      'removed',
      kind ? removalOf(sides.before, [{ kind, id: String(t.id) }]) : [remove(`${path}/${String(t.id)}`)]
    );
  }
  for (const t of b) {
    const was = a.find((k) => k.id === t.id);
    if (was) {
      const at = `${path}/${String(t.id)}`;
      const moved = placeDiffers(at, called(t), was, t, sides);
      if (moved) out.push(moved);
      if (!alike(was, t)) fieldsDiffer(called(t), at, moved ? { ...was, ...placeOf(t) } : was, t, sides, out);
      continue;
    }
    const circuits =
      path === 'ports'
        ? sides.after.circuits.filter((c) => c.portId === t.id && !sides.before.circuits.some((o) => o.id === c.id))
        : [];
    push(t, 'added', [...partsFor(t, sides), add(path, t), ...circuits.map((value): Edit => add('circuits', value))]);
  }
}

/** A difference as a sentence: 'battery: age 1 → 3', 'port “Lamp” added'. */
export function differenceText(d: Difference): string {
  if (d.kind === 'added') return `${d.name} added`;
  if (d.kind === 'removed') return `${d.name} taken out`;
  return d.was !== undefined && d.now !== undefined && d.was !== d.now
    ? `${d.name} ${d.was} → ${d.now}`
    : `${d.name} changed`;
}
