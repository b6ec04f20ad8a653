import { remove, set } from './edit.ts';
import { applyEdits, type Edit } from './edits.ts';
import { caseBlocks, caseConverters } from './feeds.ts';
import { removeCircuit, removeFeed } from './remove-circuit.ts';
import { removePort } from './remove-port.ts';
import type { Box } from './schema.ts';

/** What can be chosen in a drawing or a list and taken away. Batteries, fuse block and shunt are bodies there, too. */
export type Removable = { kind: 'device' | 'port' | 'circuit' | 'feed' | 'body'; id: string };

const packNumber = (id: string): number | undefined => {
  const n = /^battery-(\d+)$/.exec(id)?.[1];
  return n === undefined ? undefined : Number(n);
};

function removeBody(box: Box, id: string): Edit[] {
  const placed = (of: string): Edit[] => (of in box.placements ? [remove(`placements/${of}`)] : []);
  const pack = packNumber(id);
  if (pack !== undefined && !box.bodies.some((b) => b.id === id)) {
    if (box.bank.count <= 1) return [...placed(id), set('bank/partId', null)];
    const packs = box.bank.packs.filter((_, i) => i !== pack - 1);
    // the packs behind it move up by one, and their places with them
    const places = Object.fromEntries(
      Object.entries(box.placements).flatMap(([key, at]) => {
        const n = packNumber(key);
        if (n === undefined || n < pack) return [[key, at]];
        return n === pack ? [] : [[`battery-${n - 1}`, at]];
      })
    );
    const lone: Edit[] = box.bank.count === 2 ? [set('bank/arrangement', 'parallel')] : [];
    return [set('bank/count', box.bank.count - 1), set('bank/packs', packs), set('placements', places), ...lone];
  }
  const block = caseBlocks(box).find((b) => b.bodyId === id);
  if (block) return [...placed(id), set(`feeds/${block.feed.id}/blockPartId`, null)];
  const converter = caseConverters(box).find((c) => c.bodyId === id);
  if (converter) return [...placed(id), set(`feeds/${converter.feed.id}/converter/partId`, null)];
  if (id === 'shunt') return [...placed(id), set('wiring/shuntPartId', null)];
  return [...placed(id), remove(`bodies/${id}`)];
}

function isThere(box: Box, { kind, id }: Removable): boolean {
  const has = (list: readonly { id: string }[]) => list.some((entry) => entry.id === id);
  if (kind === 'device') return has(box.devices);
  if (kind === 'port') return has(box.ports);
  if (kind === 'circuit') return has(box.circuits);
  if (kind === 'feed') return has(box.feeds);
  if (has(box.bodies)) return true;
  if ([...caseBlocks(box), ...caseConverters(box)].some((b) => b.bodyId === id)) return true;
  if (id === 'shunt') return box.wiring.shuntPartId !== null;
  const pack = packNumber(id);
  return pack !== undefined && box.bank.partId !== null && pack >= 1 && pack <= box.bank.count;
}

/**
 * Edits that take things out of the box together with everything that refers to them. What is not there (any more) is
 * passed over, so a thing that went with the one before it does no harm.
 */
export function removalOf(box: Box, things: readonly Removable[]): Edit[] {
  let now = box;
  const out: Edit[] = [];
  for (const thing of things) {
    if (!isThere(now, thing)) continue;
    const edits: Edit[] =
      thing.kind === 'device'
        ? [remove(`devices/${thing.id}`)]
        : thing.kind === 'port'
          ? removePort(now, thing.id)
          : thing.kind === 'circuit'
            ? removeCircuit(now, thing.id)
            : thing.kind === 'feed'
              ? removeFeed(now, thing.id)
              : removeBody(now, thing.id);
    now = applyEdits(now, edits);
    out.push(...edits);
  }
  return out;
}
