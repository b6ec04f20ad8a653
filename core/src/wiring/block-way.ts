import type { Netlist } from './netlist.ts';

/** A fuse that sits in a way of a block: joined to it inside, not by a wire. */
export const inBlockWay = ({ parts, conductors }: Pick<Netlist, 'parts' | 'conductors'>, fuseId: string): boolean =>
  conductors.some(
    (c) =>
      c.to.part === fuseId &&
      c.size === null &&
      c.lengthMm === 0 &&
      parts.some((p) => p.id === c.from.part && p.kind === 'fuse-block')
  );
