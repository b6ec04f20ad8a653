import type { Box } from '../box/schema.ts';
import { STUB_MM } from './net-coil.ts';
import { switchedAheadOfFuse } from './before-fuse.ts';
import type { CircuitPlan } from './types.ts';

/** Share of a branch's run up to its switch while the layout does not tell; the rest goes on to the port. @source rule of thumb */
const TO_SWITCH = 0.6;

/** From its start over its switches, mm: as the layout has it, else a share of the whole. */
export const overSwitchesMm = ({ toSwitchMm, lengthMm }: Pick<CircuitPlan, 'toSwitchMm' | 'lengthMm'>): number =>
  toSwitchMm ?? lengthMm * TO_SWITCH;

/** Its relay's contact and its switches come first, its fuse behind them. */
export const switchedFirst = (
  { relays }: Pick<Box, 'relays'>,
  { circuit, fuseOrigin, switches }: Pick<CircuitPlan, 'circuit' | 'fuseOrigin' | 'switches'>
): boolean =>
  switchedAheadOfFuse(circuit) &&
  fuseOrigin !== 'none' &&
  (switches.length > 0 || relays.some((r) => r.inId === circuit.id));

/** Its fuse, its first switch and its port, in the order the current meets them. */
export function wayTags(
  box: Pick<Box, 'relays'>,
  c: Pick<CircuitPlan, 'circuit' | 'fuseOrigin' | 'switches' | 'fuseTag' | 'portTag' | 'switchTag'>
): string[] {
  const levers = c.switchTag === undefined ? [] : [c.switchTag];
  return switchedFirst(box, c) ? [...levers, c.fuseTag, c.portTag] : [c.fuseTag, ...levers, c.portTag];
}

/** Somebody measured how far along its wire its fuse sits. */
export const setOut = ({ circuit: { fuseFromStartMm: at } }: Pick<CircuitPlan, 'circuit'>): boolean =>
  at.is === 'set' && at.value > 0;

/** Its fuse sits in its wire, measured out or behind its switches, and so in no way of a block. */
export const fusedInLine = (
  box: Pick<Box, 'relays'>,
  c: Pick<CircuitPlan, 'circuit' | 'fuseOrigin' | 'switches'>
): boolean => setOut(c) || switchedFirst(box, c);

/** The two stretches of a wire whose switches sit ahead of its fuse, mm: over the switches, and from there to the fuse. */
export function aheadOfFuseMm(c: CircuitPlan): { overSwitchesMm: number; toFuseMm: number } {
  if (!setOut(c)) return { overSwitchesMm: overSwitchesMm(c), toFuseMm: STUB_MM };
  const outMm = c.fuseDistanceMm!;
  return { overSwitchesMm: outMm * TO_SWITCH, toFuseMm: outMm * (1 - TO_SWITCH) };
}
