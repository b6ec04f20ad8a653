import type { Box } from './schema.ts';

/**
 * One change to the document. Paths go by names and ids: 'circuits/c4/fuse', 'parts/fuse-blade'; array entries by their id.
 * 'add' appends to (or inserts into) an array, 'remove' takes an entry or a key away.
 */
export type Edit =
  | { op: 'set'; path: string; value: unknown }
  | { op: 'add'; path: string; value: unknown; index?: number }
  | { op: 'remove'; path: string };

type Node = Record<string, unknown> | unknown[];

export class EditError extends Error {}

const isNode = (v: unknown): v is Node => typeof v === 'object' && v !== null;

function keyOf(node: Node, segment: string, path: string): string | number {
  if (!Array.isArray(node)) return segment;
  const index = node.findIndex((entry) => isNode(entry) && (entry as { id?: unknown }).id === segment);
  const byNumber = /^\d+$/.test(segment) && Number(segment) < node.length ? Number(segment) : -1;
  const found = index >= 0 ? index : byNumber;
  if (found < 0) throw new EditError(`there is no '${segment}' in '${path}'`);
  return found;
}

function changed(node: unknown, segments: readonly string[], edit: Edit): unknown {
  if (!isNode(node)) throw new EditError(`'${edit.path}' leads to nothing`);
  const [head, ...rest] = segments;
  const copy: Node = Array.isArray(node) ? [...node] : { ...node };
  const target = copy as Record<string | number, unknown>;
  if (rest.length === 0 && edit.op === 'add') {
    const list = target[head!];
    if (!Array.isArray(list)) throw new EditError(`'${edit.path}' is not a list`);
    target[head!] = list.toSpliced(edit.index ?? list.length, 0, edit.value);
    return copy;
  }
  if (rest.length === 0 && edit.op === 'remove') {
    const key = keyOf(copy, head!, edit.path);
    if (Array.isArray(copy)) copy.splice(key as number, 1);
    else delete target[key];
    return copy;
  }
  const key = keyOf(copy, head!, edit.path);
  target[key] = rest.length === 0 && edit.op === 'set' ? edit.value : changed(target[key], rest, edit);
  return copy;
}

/**
 * The document after some edits; the given one is left as it was and unchanged parts are shared.
 * @throws EditError when a path names something that is not there
 */
export function applyEdits(box: Box, edits: readonly Edit[]): Box {
  return edits.reduce<Box>((b, edit) => changed(b, edit.path.split('/'), edit) as Box, box);
}
