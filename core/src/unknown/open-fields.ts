import type { Box } from '../box/schema.ts';

/** An attribute of a document that says 'unknown'. */
export type OpenField = {
  /** Path in the document, as an edit names it. */
  path: string;
  /** Its last word: 'fuse'. */
  key: string;
  /** The list of the document it stands in, and what of it; both empty outside of a list. */
  list: string;
  id: string;
};

type Node = Record<string, unknown>;

/** Its figures are not attributes: what is unknown of a part is said otherwise. */
const NOT_LOOKED_AT: keyof Box = 'parts';

/** Every attribute of a box that says 'unknown', in the order of the document. */
export function openFields(box: Box): OpenField[] {
  const out: OpenField[] = [];
  // this runs over the whole document at every edit: names are put together only where something is found
  const names: string[] = [];
  const look = (node: object, list: string, id: string): void => {
    if (Array.isArray(node)) {
      for (let i = 0; i < node.length; i++) {
        const v = node[i] as unknown;
        if (typeof v !== 'object' || v === null) continue;
        const own = (v as Node).id;
        const name = typeof own === 'string' ? own : String(i);
        names.push(name);
        look(v, list, names.length === 2 ? name : id);
        names.pop();
      }
      return;
    }
    for (const key in node) {
      const value = (node as Node)[key];
      if (typeof value !== 'object' || value === null) continue;
      if (names.length === 0 && key === NOT_LOOKED_AT) continue;
      names.push(key);
      if ((value as Node).is === 'unknown') out.push({ path: names.join('/'), key, list, id });
      else look(value, names.length === 1 && Array.isArray(value) ? key : list, id);
      names.pop();
    }
  };
  look(box, '', '');
  return out;
}
