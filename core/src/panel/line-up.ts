import { add, set } from '../box/edit.ts';
import type { Edit } from '../box/edits.ts';
import { freeId } from '../box/lookup.ts';
import type { Box, Port } from '../box/schema.ts';
import { faceSizeMm } from '../case/faces.ts';
import type { Face, PartOf } from '../catalogue/part.ts';
import { newCircuit, wantsCircuit } from './add-port.ts';
import type { PortPlan } from './panel.ts';

export type Align = 'row' | 'column' | 'left' | 'right' | 'top' | 'bottom';
export type Along = 'x' | 'y';

const round = (v: number): number => Number(v.toFixed(2));
const move = (p: PortPlan, to: { xMm?: number; yMm?: number }): Edit[] =>
  (['xMm', 'yMm'] as const).flatMap((key): Edit[] => {
    const value = to[key];
    return value === undefined || Math.abs(value - p.port[key]) < 1e-6
      ? []
      : [set(`ports/${p.port.id}/${key}`, round(value))];
  });

/** Ports of one face brought into line; the first named one stays. Centres for rows and columns, flange edges otherwise. */
export function aligned(ports: readonly PortPlan[], how: Align): Edit[] {
  const [first, ...rest] = ports;
  if (!first) return [];
  const half = (p: PortPlan) => ({ x: p.part.flangeWidthMm / 2, y: p.part.flangeHeightMm / 2 });
  return rest
    .filter((p) => p.port.face === first.port.face)
    .flatMap((p) => {
      if (how === 'row') return move(p, { yMm: first.port.yMm });
      if (how === 'column') return move(p, { xMm: first.port.xMm });
      if (how === 'left') return move(p, { xMm: first.port.xMm - half(first).x + half(p).x });
      if (how === 'right') return move(p, { xMm: first.port.xMm + half(first).x - half(p).x });
      if (how === 'top') return move(p, { yMm: first.port.yMm + half(first).y - half(p).y });
      return move(p, { yMm: first.port.yMm - half(first).y + half(p).y });
    });
}

/** Equal gaps between the flanges of three or more ports, the outer two staying. */
export function distributed(ports: readonly PortPlan[], along: Along): Edit[] {
  const at = (p: PortPlan) => (along === 'x' ? p.port.xMm : p.port.yMm);
  const size = (p: PortPlan) => (along === 'x' ? p.part.flangeWidthMm : p.part.flangeHeightMm);
  const sorted = ports.filter((p) => p.port.face === ports[0]?.port.face).sort((a, b) => at(a) - at(b));
  if (sorted.length < 3) return [];
  const [first, last] = [sorted[0]!, sorted.at(-1)!];
  const span = at(last) + size(last) / 2 - (at(first) - size(first) / 2);
  const gap = (span - sorted.reduce((s, p) => s + size(p), 0)) / (sorted.length - 1);
  let from = at(first) - size(first) / 2;
  return sorted.flatMap((p) => {
    const to = from + size(p) / 2;
    from += size(p) + gap;
    return p === first || p === last ? [] : move(p, along === 'x' ? { xMm: to } : { yMm: to });
  });
}

/** Ports of a face mirrored about its middle line. */
export const mirrored = (c: PartOf<'case'>, ports: readonly PortPlan[]): Edit[] =>
  ports.flatMap((p) => move(p, { xMm: faceSizeMm(c, p.port.face).widthMm - p.port.xMm }));

/** Copies of ports at the same places of another face, each with a circuit of its own where it needs one. */
export function copiedTo(box: Box, ports: readonly PortPlan[], face: Face): { edits: Edit[]; ids: string[] } {
  const edits: Edit[] = [];
  const ids: string[] = [];
  const taken = [...box.ports];
  const circuits = [...box.circuits];
  for (const p of ports) {
    const id = freeId('p', taken);
    const port: Port = { ...p.port, id, face, name: p.port.name ? `${p.port.name} copy`.slice(0, 80) : '' };
    taken.push(port);
    ids.push(id);
    edits.push(add('ports', port));
    if (!wantsCircuit(p.part)) continue;
    const circuit = newCircuit(freeId('c', circuits), port.name, id, p.part);
    circuits.push(circuit);
    edits.push(add('circuits', circuit));
  }
  return { edits, ids };
}

export type Corner = 'bottom-left' | 'bottom-right' | 'top-left' | 'top-right';
export const CORNERS: readonly Corner[] = ['bottom-left', 'bottom-right', 'top-left', 'top-right'];

/** Distance of a face point from one of the face's corners, both counted inwards. */
export function fromCorner(
  face: { widthMm: number; heightMm: number },
  corner: Corner,
  at: { xMm: number; yMm: number }
): { xMm: number; yMm: number } {
  return {
    xMm: corner.endsWith('right') ? face.widthMm - at.xMm : at.xMm,
    yMm: corner.startsWith('top') ? face.heightMm - at.yMm : at.yMm
  };
}
