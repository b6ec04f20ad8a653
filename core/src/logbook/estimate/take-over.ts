import { set } from '../../box/edit.ts';
import { bankLearnt } from '../../battery/learnt.ts';
import { applyEdits, type Edit } from '../../box/edits.ts';
import type { Box, Draw } from '../../box/schema.ts';
import { modesW } from '../../demand/spread.ts';
import type { Estimate, Estimated } from './estimate.ts';

/** Records that move a draw further than this say that something else is wrong: it is not offered. @source rule of thumb */
const MOST = 10;
/** A spread that shrank by less than a fifth, with a value that moved by less than half of it, is not worth an edit. */
const SURER = 0.8;
const MOVED = 0.5;
/** What the spread of the plan does not tell, self-discharge, drain and sun, is taken anew only for a move of this share. */
const OTHER = 0.1;

/** Whether the records say something that the plan does not have yet. */
export function taught(p: Estimated): boolean {
  if (p.recordCount === 0) return false;
  const moved = Math.abs(p.now - p.plan.mean);
  const keepsSpread = p.kind === 'draw' || p.kind === 'capacity' || p.kind === 'resistance';
  // a value that was taken over once stands in the plan without the spread that was left
  if (!keepsSpread && p.plan.mean !== p.mean) return moved > OTHER * Math.abs(p.plan.mean);
  return p.nowSpread < SURER * p.plan.spread || moved > MOVED * p.plan.spread;
}

/** Whether the plan has a place for it: what the box itself draws stands in its parts, offsets of meter and table with those. */
export const hasPlace = (p: Pick<Estimated, 'kind'>): boolean =>
  p.kind !== 'box' && p.kind !== 'meter-offset' && p.kind !== 'table';

const learntFrom = (count: number): string => `learnt from ${count === 1 ? 'one record' : `${count} records`}`;

function scaled(draw: Draw, by: number): Draw {
  const tidy = (v: number): number => Number((v * by).toPrecision(5));
  switch (draw.kind) {
    case 'current':
    case 'led-strip':
      return { ...draw, currentA: tidy(draw.currentA) };
    case 'event':
      return { ...draw, energyJ: tidy(draw.energyJ) };
    case 'power':
    case 'resistive':
      return { ...draw, powerW: tidy(draw.powerW) };
  }
}

function drawEdits(box: Box, p: Estimated): Edit[] {
  const device = box.devices.find((d) => d.id === p.id);
  const factor = p.now;
  const fromFirst = factor / p.mean;
  if (!device || fromFirst < 1 / MOST || fromFirst > MOST) return [];
  const modes = device.modes.map((m) => ({ ...m, draw: scaled(m.draw, factor) }));
  const path = `devices/${p.id}` as const;
  return [
    set(`${path}/modes`, modes),
    set(`${path}/source`, 'measured'),
    set(`${path}/sourceNote`, learntFrom(p.recordCount)),
    set(`${path}/learnt`, {
      meanW: modesW({ modes }),
      spreadFraction: Math.min(2, p.nowSpread / factor),
      priorFactor: p.mean / factor,
      priorSpreadFraction: Math.min(2, p.spread / p.mean)
    })
  ];
}

/** A figure to the digits that its spread is worth. */
const tidy = (value: number): number => Number(value.toPrecision(4));

/**
 * Takes over what was learnt: draws with what is left of their doubt, capacity, resistance, self-discharge, drain while off,
 * the sky over the panel. One undoable step for all of them. Empty where the plan has no place for it.
 * @param keys which of the estimate's parameters
 */
export function takeOverEdits(box: Box, estimate: Pick<Estimate, 'parameters'>, keys: readonly string[]): Edit[] {
  const edits = wantedEdits(box, estimate, keys);
  // held at the end of its range a figure would be offered again and again
  return JSON.stringify(applyEdits(box, edits)) === JSON.stringify(box) ? [] : edits;
}

/** Figures that the records say something new of and that the plan has a place for: each may be taken over. */
export const takeable = (box: Box, estimate: Pick<Estimate, 'parameters'>): Estimated[] =>
  estimate.parameters.filter((p) => hasPlace(p) && taught(p) && takeOverEdits(box, estimate, [p.key]).length > 0);

function wantedEdits(box: Box, estimate: Pick<Estimate, 'parameters'>, keys: readonly string[]): Edit[] {
  const chosen = estimate.parameters.filter((p) => keys.includes(p.key) && taught(p));
  const of = (kind: Estimated['kind']): Estimated | undefined => chosen.find((p) => p.kind === kind);
  const edits = chosen.filter((p) => p.kind === 'draw').flatMap((p) => drawEdits(box, p));
  const sun = of('sun');
  const { solar } = box.charging;
  if (sun && solar) {
    const atFraction = Math.min(1, Math.max(0.01, tidy(solar.unshadedFraction * sun.now)));
    edits.push(
      set('charging/solar/unshadedFraction', atFraction),
      set('charging/solar/learnt', { fromFraction: Math.min(1, solar.unshadedFraction * sun.mean), atFraction })
    );
  }
  const [capacity, resistance, self, standby] = [of('capacity'), of('resistance'), of('self-discharge'), of('standby')];
  const { partId, count } = box.bank;
  const ofBattery = [capacity, resistance, self, standby].filter((p) => p !== undefined);
  if (ofBattery.length === 0 || partId === null) return edits;
  const before = bankLearnt(box);
  edits.push(
    set('bank/learnt', {
      partId,
      count,
      capacityAh: capacity && capacity.now > 0 ? tidy(capacity.now) : (before?.capacityAh ?? null),
      capacitySpreadAh: capacity ? tidy(capacity.nowSpread) : (before?.capacitySpreadAh ?? 0),
      resistanceFactor: resistance && resistance.now > 0.1 ? tidy(resistance.now) : (before?.resistanceFactor ?? null),
      resistanceSpread: resistance ? tidy(resistance.nowSpread) : (before?.resistanceSpread ?? 0),
      selfDischargeFraction: self ? tidy(Math.max(0, self.now)) : (before?.selfDischargeFraction ?? null),
      standbyA: standby ? tidy(Math.max(0, standby.now)) : (before?.standbyA ?? null),
      note: learntFrom(Math.max(...ofBattery.map((p) => p.recordCount)))
    })
  );
  return edits;
}
