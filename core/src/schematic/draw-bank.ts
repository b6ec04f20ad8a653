import type { Terminal } from '../wiring/netlist.ts';

import { PACK_GAP, PACK_H, RAIL_X, type Sheet } from './sheet.ts';

/** Batteries side by side at the lower left, with pack fuses, joins or changeover above them. */
export function bank(s: Sheet): void {
  const { packIds } = s.wiring.netlist;
  const top = s.returnY - 22 - PACK_H;
  packIds.forEach((id, i) => {
    const x = 20 + i * (s.packW + PACK_GAP);
    const plusX = i === 0 ? RAIL_X : x + 44;
    const owner = s.own(id);
    s.put({ t: 'box', owner, x, y: top, w: s.packW, h: PACK_H, role: 'battery' });
    s.text(owner, x + s.packW / 2 + 8, top + 38, s.parts.get(id)!.label, 'name', 'middle');
    s.text(owner, plusX - 12, top + 18, '+', 'sign', 'middle');
    s.text(owner, plusX - 12, top + PACK_H - 8, '−', 'sign', 'middle');
    s.at(id, '+', [plusX, top]);
    s.at(id, '-', [plusX, top + PACK_H]);
    const fuse = `FP${i + 1}`;
    if (s.parts.has(fuse)) {
      s.fuseUp(fuse, plusX, top - 46);
      s.wireTo(fuse, 'in');
    }
  });
  if (packIds.length < 2) return;
  const joinY = top - 96;
  const outOf = (i: number): Terminal =>
    s.parts.has(`FP${i + 1}`) ? { part: `FP${i + 1}`, terminal: 'out' } : { part: packIds[i]!, terminal: '+' };
  const plusX = (i: number): number => s.place(outOf(i))![0];
  if (s.parts.has('CH')) {
    const right = plusX(packIds.length - 1);
    const owner = s.own('CH');
    s.put({ t: 'box', owner, x: RAIL_X - 22, y: joinY - 34, w: right - RAIL_X + 44, h: 34, role: 'part' });
    s.text(owner, (RAIL_X + right) / 2 + 14, joinY - 12, 'Changeover', 'name', 'middle');
    packIds.forEach((_, i) => {
      s.at('CH', `${i + 1}`, [plusX(i), joinY]);
      s.text(owner, plusX(i) + 8, joinY - 6, `${i + 1}`, 'plain');
      const c = s.between(outOf(i), { part: 'CH', terminal: `${i + 1}` });
      if (c) s.wire(c, [s.place(c.from)!, [plusX(i), joinY]]);
    });
    s.at('CH', 'out', [RAIL_X, joinY - 34]);
  } else if (s.parts.has('join+')) {
    s.at('join+', '+', [RAIL_X, joinY]);
    packIds.forEach((_, i) => {
      const c = s.between(outOf(i), { part: 'join+', terminal: '+' });
      if (c) s.wire(c, [s.place(c.from)!, [plusX(i), joinY], [RAIL_X, joinY]]);
    });
    s.put({ t: 'ring', owner: s.own('join+'), x: RAIL_X, y: joinY, r: 5, role: 'joint-positive' });
  } else
    packIds.slice(1).forEach((_, k) => {
      const c = s.between(outOf(k + 1), outOf(k));
      const y = joinY - 10 + 12 * (k % 2);
      if (c) s.wire(c, [s.place(c.from)!, [plusX(k + 1), y], [plusX(k), y], s.place(c.to)!]);
    });
}
