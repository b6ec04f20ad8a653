import { ofKind } from '../catalogue/of-kind.ts';
import { yearsOf } from '../box/age.ts';
import { saidIn } from '../quantity/said.ts';
import { set, usePart } from '../findings/rule.ts';
import { applyEdits, type Edit } from '../box/edits.ts';
import { setTo } from '../box/attr.ts';
import type { Box, Device, Draw } from '../box/schema.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { CHEMISTRY } from '../battery/chemistry.ts';
import { hungriest } from '../demand/draw.ts';
import { evaluate, type Plan } from '../evaluate.ts';
import { durationText, fixed } from '../quantity/format.ts';
import { AWG_SIZES, MM2_SIZES } from '../wiring/conductor.ts';
import { wireSizeText } from '../quantity/wire-size.ts';

/** One change that would make the box last longer, with what it brings. */
export type Help = {
  id: string;
  label: string;
  effect: string;
  edits: Edit[];
  lastsH: number;
  gainH: number;
  chanceFraction: number;
  /** False when it would no longer go into the case. */
  fits: boolean;
};

type Idea = { id: string; label: string; also?: string; edits: Edit[] };

/** What turning a screen down saves. @source electrical reference 7: half backlight ≈ 0.65 of full */
const DIMMED = 0.65;
/** What a thermostat or a hand on the switch saves on a heater. @source rule of thumb */
const THERMOSTAT = 0.6;
/** What a box wrapped in foam and kept out of the wind holds over the air, with the warmth of a day in it. @source rule of thumb, confirm with a thermometer */
const WRAPPED_K = 8;
/** Gains under this are noise, h. */
const WORTH_H = 1 / 30;
const SCREEN = /finder|monitor|screen|tablet|sonar|laptop/i;

/**
 * Changes ranked by the hours they add, those that still go into the case first, each worked out by evaluating the changed box.
 * Yields between ideas, so that a worker can be stopped.
 */
export function* helps(box: Box, plan: Plan, catalogue: Catalogue): Generator<undefined, Help[]> {
  const now = plan.outing;
  if (!now || !plan.bank || !Number.isFinite(now.lastsH)) return [];
  const out: Help[] = [];
  for (const idea of ideas(box, plan, catalogue)) {
    yield undefined;
    const after = evaluate(applyEdits(box, idea.edits), catalogue);
    if (!after.outing) continue;
    const lastsH = Math.min(after.outing.lastsH, 6 * now.wantedH);
    const gainH = lastsH - now.lastsH;
    if (gainH < WORTH_H) continue;
    const heavier = after.carry.massKg - plan.carry.massKg;
    const fits = after.fit?.state !== 'no' || plan.fit?.state === 'no';
    const parts = [
      `lasts ${durationText(after.outing.lastsH)}`,
      Math.abs(heavier) >= 0.05 ? `${heavier > 0 ? '+' : '−'}${saidIn(box.preferences).kg(Math.abs(heavier), 1)}` : '',
      fits ? '' : 'does not go into this case',
      idea.also ?? ''
    ];
    out.push({
      id: idea.id,
      label: idea.label,
      effect: parts.filter(Boolean).join(', '),
      edits: idea.edits,
      lastsH,
      gainH,
      chanceFraction: after.outing.chanceFraction,
      fits
    });
  }
  return out.sort((a, b) => Number(b.fits) - Number(a.fits) || b.gainH - a.gainH);
}

export function allHelps(...args: Parameters<typeof helps>): Help[] {
  const work = helps(...args);
  let next = work.next();
  while (!next.done) next = work.next();
  return next.value;
}

function ideas(box: Box, plan: Plan, catalogue: Catalogue): Idea[] {
  return [
    ...box.devices.flatMap((d, i) => (plan.demand.devices[i]!.energyWh > 0 ? deviceIdeas(d) : [])),
    ...batteryIdeas(box, plan, catalogue),
    ...wireIdeas(box, plan)
  ];
}

function scaledDraw(draw: Draw, by: number): Draw {
  switch (draw.kind) {
    case 'current':
    case 'led-strip':
      return { ...draw, currentA: draw.currentA * by };
    case 'event':
      return { ...draw, energyJ: draw.energyJ * by };
    case 'power':
    case 'resistive':
      return { ...draw, powerW: draw.powerW * by };
  }
}

function deviceIdeas(d: Device): Idea[] {
  const out: Idea[] = [];
  const path = `devices/${d.id}` as const;
  const withDuty = (dutyOf: (duty: number) => number): Edit[] => {
    const top = hungriest(d.modes);
    const mode = d.modes[top]!;
    const freed = mode.dutyFraction - dutyOf(mode.dutyFraction);
    const other = d.modes.findIndex((m, i) => i !== top && m.draw.kind !== 'event');
    return [
      set(`${path}/modes/${mode.id}/dutyFraction`, dutyOf(mode.dutyFraction)),
      ...(other >= 0
        ? [set(`${path}/modes/${d.modes[other]!.id}/dutyFraction`, Math.min(1, d.modes[other]!.dutyFraction + freed))]
        : []),
      set(
        `${path}/spans`,
        d.spans.map((s) => ({ ...s, dutyFraction: s.dutyFraction === null ? null : dutyOf(s.dutyFraction) }))
      )
    ];
  };
  const scaled = (by: number): Edit[] => [
    set(
      `${path}/modes`,
      d.modes.map((m) => ({ ...m, draw: scaledDraw(m.draw, by) }))
    )
  ];
  const first = d.modes[0]!;
  if (SCREEN.test(d.name)) out.push({ id: `dim-${d.id}`, label: `Dim ${d.name} to half`, edits: scaled(DIMMED) });
  if (d.modes.some((m) => m.draw.kind === 'resistive'))
    out.push({
      id: `thermostat-${d.id}`,
      label: `${d.name} on a thermostat`,
      also: `on ${fixed(THERMOSTAT * 100, 0)} % as often`,
      edits: withDuty((v) => Number((v * THERMOSTAT).toFixed(3)))
    });
  else if (
    d.modes.length > 1 &&
    first.draw.kind !== 'event' &&
    hungriest(d.modes) > 0 &&
    d.modes[hungriest(d.modes)]!.draw.kind !== 'event'
  )
    out.push({
      id: `less-${d.id}`,
      label: `${d.name}: half as much ${d.modes[hungriest(d.modes)]!.name}`,
      edits: withDuty((v) => Number((v / 2).toFixed(3)))
    });
  if (out.some((idea) => idea.id === `dim-${d.id}`)) return out;
  if (first.draw.kind === 'led-strip' || (first.draw.kind === 'current' && /lamp|light/i.test(d.name)))
    out.push({ id: `dim-${d.id}`, label: `Dim ${d.name} to half`, edits: scaled(0.5) });
  return out;
}

function batteryIdeas(box: Box, plan: Plan, catalogue: Catalogue): Idea[] {
  const b = plan.bank!;
  const out: Idea[] = [];
  const batteries = ofKind(catalogue, 'battery');
  const larger = batteries
    .filter((p) => p.chemistry === b.part.chemistry && p.capacityAh > b.part.capacityAh * 1.01)
    .sort((x, y) => x.capacityAh - y.capacityAh)
    .slice(0, 2);
  for (const part of larger)
    out.push({ id: `battery-${part.id}`, label: `Take ${part.name}`, edits: usePart(part, 'bank/partId') });
  if (CHEMISTRY[b.chemistry].isLead) {
    const lithium = batteries
      .filter((p) => p.chemistry === 'lfp' && p.capacityAh >= b.part.capacityAh * 0.95)
      .sort((x, y) => x.capacityAh - y.capacityAh)[0];
    if (lithium)
      out.push({
        id: 'lithium',
        label: `Take ${lithium.name}`,
        edits: [...usePart(lithium, 'bank/partId'), set('bank/ageYears', 0)]
      });
  }
  if (b.count < 4 && box.bank.stands === 'inside')
    out.push({ id: 'one-more', label: `${b.count + 1} of these in parallel`, edits: [set('bank/count', b.count + 1)] });
  if (b.startFraction < 0.97)
    out.push({
      id: 'full',
      label: 'Charge it full before leaving',
      edits: [set('bank/startFraction', 1), set('bank/packs', [])]
    });
  if (b.tempC < 12)
    out.push({
      id: 'warmer',
      label: 'Keep the battery warm: foam round it, out of the wind',
      also: `taken as ${WRAPPED_K} K warmer`,
      edits: [set('bank/warmerK', box.bank.warmerK + WRAPPED_K)]
    });
  if (yearsOf(box.bank.ageYears) >= 3)
    out.push({
      id: 'new',
      label: 'A new battery of the same kind',
      edits: [set('bank/ageYears', 0), set('bank/packs', [])]
    });
  return out;
}

/** A thicker wire, where a device gives up for want of voltage. */
function wireIdeas(box: Box, plan: Plan): Idea[] {
  const stop = plan.outing!.firstStop;
  const device = box.devices.find((d) => d.id === stop?.loadId);
  const circuit = plan.wiring.circuits.find((c) => c.circuit.portId === device?.portId);
  if (!circuit?.wire) return [];
  const { wire } = circuit;
  const sizes: readonly string[] = wire.system === 'awg' ? AWG_SIZES : MM2_SIZES;
  const thicker = sizes[sizes.indexOf(wire.size) + 2] ?? sizes[sizes.indexOf(wire.size) + 1];
  if (!thicker) return [];
  const size = { system: wire.system, size: thicker };
  return [
    {
      id: 'wire',
      label: `${wireSizeText(size)} to ${circuit.portTag}`,
      edits: [set(`circuits/${circuit.circuit.id}/wire`, setTo(size))]
    }
  ];
}
