import { add, set } from './edit.ts';
import type { PartOf } from '../catalogue/part.ts';
import type { Edit } from './edits.ts';
import { freeId } from './lookup.ts';
import type { Box, Device, Draw, Span } from './schema.ts';

type Mode = Device['modes'][number];

const drawOf = (behaves: PartOf<'device'>['behaves'], powerW: number): Draw => {
  const currentA = Number((powerW / 12).toPrecision(3));
  if (behaves === 'current') return { kind: 'current', currentA, atV: 12 };
  if (behaves === 'led-strip') return { kind: 'led-strip', currentA };
  return behaves === 'resistive' ? { kind: 'resistive', powerW, atV: 12 } : { kind: 'power', powerW };
};

/** 'Lamp', or 'Lamp 2' where a lamp is there: devices of one name are told apart by eye, too. */
export function freeName(box: Pick<Box, 'devices'>, name: string): string {
  const taken = new Set(box.devices.map((d) => d.name.toLowerCase()));
  if (!taken.has(name.toLowerCase())) return name;
  const stem = name.replace(/ \d+$/, '').slice(0, 76);
  let n = 2;
  while (taken.has(`${stem} ${n}`.toLowerCase())) n++;
  return `${stem} ${n}`;
}

/** So many more devices like one that is there, behind it, without a port: its plug is taken. Gives the last of them. */
export function duplicateDevice(box: Box, device: Device, count = 1): { device: Device; edits: Edit[] } {
  const edits: Edit[] = [];
  let devices = box.devices;
  let copy = device;
  for (let i = 1; i <= count; i++) {
    copy = { ...device, id: freeId('d', devices), name: freeName({ devices }, device.name), portId: null };
    devices = [...devices, copy];
    edits.push(add('devices', copy, box.devices.indexOf(device) + i));
  }
  return { device: copy, edits };
}

/** A device of the library as a row of this box: on for the whole outing, its draw a guess until measured. */
export function deviceFrom(box: Box, part: PartOf<'device'>): Device {
  const modes = part.modes.map((m): Mode => ({
    id: '',
    name: m.name,
    dutyFraction: m.dutyFraction,
    draw: drawOf(part.behaves, m.powerW)
  }));
  const events = part.events.map((e): Mode => ({
    id: '',
    name: e.name,
    dutyFraction: 1,
    draw: {
      kind: 'event',
      energyJ: Number(((e.lowJ + e.highJ) / 2).toPrecision(3)),
      eventsPerDay: e.perDay,
      eventS: e.eventS
    }
  }));
  return {
    ...plainDevice(box, freeName(box, part.name)),
    supply: part.supply,
    modes: [...modes, ...events].map((m, i) => ({ ...m, id: `m${i + 1}` })),
    wantsV: part.wantsV,
    minV: part.minV,
    maxV: part.maxV,
    belowMin: part.belowMin,
    inner: part.innerWh === null ? null : { capacityWh: part.innerWh, first: 'box' },
    hasMotor: part.hasMotor,
    fussy: part.fussy
  };
}

/** A device of the person's own: 5 W at 12 V for the whole outing, a guess until they say otherwise. */
export function plainDevice(box: Box, name: string): Device {
  const { startH, durationH } = box.outing;
  return {
    id: freeId('d', box.devices),
    name,
    supply: '12v',
    modes: [{ id: 'm1', name: 'on', dutyFraction: 1, draw: { kind: 'power', powerW: 5 } }],
    source: 'guess',
    sourceNote: '',
    learnt: null,
    claims: [],
    wantsV: null,
    converterW: null,
    minV: null,
    maxV: null,
    belowMin: 'stops',
    inner: null,
    card: null,
    inSeason: true,
    hasMotor: false,
    use: 'field',
    lead: null,
    fussy: false,
    portId: null,
    spans: [{ startH, endH: startH + durationH, dutyFraction: null }]
  };
}

/** Cuts a bar in two at a clock hour; unchanged when the hour is not inside it. */
export const splitBar = (spans: readonly Span[], i: number, atH: number): Span[] =>
  spans.flatMap((s, j) =>
    j === i && atH > s.startH + 1e-6 && atH < s.endH - 1e-6
      ? [
          { ...s, endH: atH },
          { ...s, startH: atH }
        ]
      : [s]
  );

/** Repeats one bar every day until the outing ends; days on which the same bar already stands are left alone. */
export function repeatDaily(spans: readonly Span[], i: number, outing: { startH: number; durationH: number }): Span[] {
  const bar = spans[i]!;
  const endH = outing.startH + outing.durationH;
  const out = [...spans];
  for (let day = 1; bar.startH + 24 * day < endH - 1e-6; day++) {
    const next = { ...bar, startH: bar.startH + 24 * day, endH: Math.min(endH, bar.endH + 24 * day) };
    if (!out.some((s) => s.startH < next.endH - 1e-6 && s.endH > next.startH + 1e-6)) out.push(next);
  }
  return out.sort((a, b) => a.startH - b.startH);
}

/**
 * Moves the outing to another start or length. Bars that ran to the old end go with the new one, bars that began at the
 * old start begin at the new one; the others stay at their clock times.
 */
export function resizeOuting(box: Box, to: { startH: number; durationH: number }): Edit[] {
  const was = box.outing;
  const [oldEnd, newEnd] = [was.startH + was.durationH, to.startH + to.durationH];
  const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;
  const devices = box.devices.map((d): Edit =>
    set(
      `devices/${d.id}/spans`,
      d.spans
        .map((s) => ({
          ...s,
          startH: same(s.startH, was.startH) ? to.startH : s.startH,
          endH: same(s.endH, oldEnd) ? newEnd : s.endH
        }))
        .filter((s) => s.endH > s.startH)
    )
  );
  return [set('outing/startH', to.startH), set('outing/durationH', to.durationH), ...devices];
}

/** Drops copies of parts that nothing in the box refers to any more. */
export function withoutUnusedParts(box: Box): Box {
  const used = new Set([
    box.bank.partId,
    box.casePartId,
    ...box.feeds.flatMap((f) => [f.holderPartId, f.blockPartId, f.converter?.partId ?? null]),
    box.wiring.shuntPartId,
    ...box.compare.candidates.map((c) => c.partId),
    ...box.ports.map((p) => p.partId),
    ...box.bodies.map((b) => b.partId)
  ]);
  const kept = Object.entries(box.parts).filter(([id, part]) => used.has(id) || part.kind === 'fuse');
  return kept.length === Object.keys(box.parts).length ? box : { ...box, parts: Object.fromEntries(kept) };
}
