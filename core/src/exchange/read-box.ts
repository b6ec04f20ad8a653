import type { z } from 'zod';
import { BOX_FORMAT, BOX_VERSION } from '../box/attr.ts';
import { fromOlder, withKnownFaces } from '../box/older.ts';
import { boxSchema, type Box } from '../box/schema.ts';
import type { PartKind } from '../catalogue/part.ts';
import { issueWords } from './issue-words.ts';
import { MOST_CHARACTERS, MOST_PROBLEMS } from './limits.ts';
import { placeWords } from './place-words.ts';

const MOST_DEPTH = 24;

/** What is wrong at one place: where in the file, the same in a person's words, and what would be right. */
export type Problem = { path: string; place: string; message: string };
/** `more`: problems beyond those told. */
export type ReadBox = { ok: true; box: Box } | { ok: false; problems: Problem[]; more: number };

const told = (problems: Problem[]): ReadBox => ({
  ok: false,
  problems: problems.slice(0, MOST_PROBLEMS),
  more: Math.max(0, problems.length - MOST_PROBLEMS)
});
const refuse = (path: string, message: string): ReadBox => told([{ path, place: path, message }]);

/**
 * Reads a box file strictly: everything must be known and in its place, or nothing is taken. Newer versions are refused
 * politely; the problems name the path and what would be right. Never throws.
 */
export function readBox(text: string): ReadBox {
  if (text.length > MOST_CHARACTERS)
    return refuse(
      '',
      `The file is too large: ${Math.ceil(text.length / 1e6)} MB, at most ${MOST_CHARACTERS / 1e6} MB are read. A box file is far smaller.`
    );
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    return refuse('', `This is not a JSON file: ${error instanceof Error ? error.message : 'it cannot be read'}.`);
  }
  return readBoxData(data);
}

/** As readBox, for data already parsed. */
export function readBoxData(data: unknown): ReadBox {
  if (tooDeep(data, MOST_DEPTH))
    return refuse('', `The file is nested deeper than ${MOST_DEPTH} levels; no box file is.`);
  if (typeof data !== 'object' || data === null || Array.isArray(data))
    return refuse('', 'The file holds no box: an object was expected.');
  const head = data as { format?: unknown; version?: unknown };
  if (head.format !== BOX_FORMAT)
    return refuse('format', `This is not a Haversack box: 'format' should be '${BOX_FORMAT}'.`);
  if (typeof head.version === 'number' && head.version > BOX_VERSION)
    return refuse(
      'version',
      `This box was made by a newer Haversack (version ${head.version}); this one reads version ${BOX_VERSION}. Update, or export it again from the newer one as version ${BOX_VERSION}.`
    );
  const parsed = boxSchema.safeParse(withKnownFaces(fromOlder(data)));
  if (!parsed.success) return told(parsed.error.issues.map((issue) => problemOf(issue, data)));
  const dangling = danglingReferences(parsed.data);
  return dangling.length ? told(dangling) : { ok: true, box: parsed.data };
}

function tooDeep(value: unknown, left: number): boolean {
  if (typeof value !== 'object' || value === null) return false;
  if (left === 0) return true;
  return Object.values(value).some((v) => tooDeep(v, left - 1));
}

const problemOf = (issue: z.core.$ZodIssue, data: unknown): Problem => ({
  path: issue.path.join('/'),
  place: placeWords(issue.path, data),
  message: issueWords(issue)
});

/** References to parts or ports that are not in the document, and ids used twice. */
function danglingReferences(box: Box): Problem[] {
  const out: Problem[] = [];
  const add = (path: string, message: string) => out.push({ path, place: placeWords(path.split('/'), box), message });
  const part = (path: string, id: string | null, kind: PartKind) => {
    if (id === null) return;
    const found = box.parts[id];
    if (!found) add(path, `names the part '${id}', which is not among the parts of the file.`);
    else if (found.kind !== kind) add(path, `names '${id}', which is a ${found.kind} and not a ${kind}.`);
  };
  part('bank/partId', box.bank.partId, 'battery');
  box.compare.candidates.forEach((c, i) => part(`compare/candidates/${i}/partId`, c.partId, 'battery'));
  part('casePartId', box.casePartId, 'case');
  for (const f of box.feeds) {
    part(`feeds/${f.id}/holderPartId`, f.holderPartId, 'fuse-holder');
    part(`feeds/${f.id}/blockPartId`, f.blockPartId, 'fuse-block');
    if (f.converter) part(`feeds/${f.id}/converter/partId`, f.converter.partId, 'body');
  }
  part('wiring/shuntPartId', box.wiring.shuntPartId, 'shunt');
  box.ports.forEach((p) => part(`ports/${p.id}/partId`, p.partId, 'panel'));
  box.bodies.forEach((b) => part(`bodies/${b.id}/partId`, b.partId, 'body'));
  for (const [id, p] of Object.entries(box.parts))
    if (p.id !== id) add(`parts/${id}`, `is filed under '${id}' but calls itself '${p.id}'.`);
  for (const [name, rows] of Object.entries({
    devices: box.devices,
    ports: box.ports,
    circuits: box.circuits,
    bodies: box.bodies,
    brackets: box.brackets,
    openings: box.openings,
    relays: box.relays,
    'charging/builtIn': box.charging.builtIn,
    // one way names either, so their ids differ, too
    feeds: [...box.feeds, ...box.circuits],
    'compare/candidates': box.compare.candidates,
    'kit/offered': box.kit.offered,
    ...Object.fromEntries(box.devices.map((d) => [`devices/${d.id}/modes`, d.modes]))
  })) {
    const seen = new Set<string>();
    for (const row of rows) {
      if (seen.has(row.id)) add(`${name}/${row.id}`, 'is there twice; ids must differ.');
      seen.add(row.id);
    }
  }
  return out;
}

/** The file text of a box: readable, stable order of keys. */
export const writeBox = (box: Box): string => `${JSON.stringify(box, null, 2)}\n`;
