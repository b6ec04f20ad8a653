import type { PartOf } from '../catalogue/part.ts';
import type { Edit } from './edits.ts';
import { freeId } from './lookup.ts';
import type { Box, Device } from './schema.ts';

/** A device of the library as a row of this box: on for the whole outing, its draw a guess until measured. */
export function deviceFrom(box: Box, part: PartOf<'device'>): Device {
  const { startH, durationH } = box.outing;
  return {
    id: freeId('d', box.devices),
    name: part.name,
    supply: part.supply,
    modes: part.modes.map((m, i) => ({
      id: `m${i + 1}`,
      name: m.name,
      dutyFraction: m.dutyFraction,
      draw:
        part.behaves === 'current'
          ? { kind: 'current', currentA: Number((m.powerW / 12).toPrecision(3)), atV: 12 }
          : part.behaves === 'resistive'
            ? { kind: 'resistive', powerW: m.powerW, atV: 12 }
            : { kind: 'power', powerW: m.powerW }
    })),
    source: 'guess',
    minV: part.minV,
    maxV: part.maxV,
    hasMotor: part.hasMotor,
    fussy: part.fussy,
    portId: null,
    spans: [{ startH, endH: startH + durationH }]
  };
}

/**
 * Moves the outing to another start or length. Bars that ran to the old end go with the new one, bars that began at the
 * old start begin at the new one; the others stay at their clock times.
 */
export function resizeOuting(box: Box, to: { startH: number; durationH: number }): Edit[] {
  const was = box.outing;
  const [oldEnd, newEnd] = [was.startH + was.durationH, to.startH + to.durationH];
  const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  const devices = box.devices.map((d): Edit => ({
    op: 'set',
    path: `devices/${d.id}/spans`,
    value: d.spans
      .map((s) => ({
        startH: same(s.startH, was.startH) ? to.startH : s.startH,
        endH: same(s.endH, oldEnd) ? newEnd : s.endH
      }))
      .filter((s) => s.endH > s.startH)
  }));
  return [
    { op: 'set', path: 'outing/startH', value: to.startH },
    { op: 'set', path: 'outing/durationH', value: to.durationH },
    ...devices
  ];
}

/** Drops copies of parts that nothing in the box refers to any more. */
export function withoutUnusedParts(box: Box): Box {
  const used = new Set([
    box.bank.partId,
    box.casePartId,
    box.wiring.mainHolderPartId,
    box.wiring.fuseBlockPartId,
    box.wiring.shuntPartId,
    ...box.ports.map((p) => p.partId),
    ...box.bodies.map((b) => b.partId)
  ]);
  const kept = Object.entries(box.parts).filter(([id, part]) => used.has(id) || part.kind === 'fuse');
  return kept.length === Object.keys(box.parts).length ? box : { ...box, parts: Object.fromEntries(kept) };
}
