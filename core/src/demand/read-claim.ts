import type { Claim } from '../box/schema.ts';
import { parseQuantity } from '../quantity/parse.ts';

/** What is typed into the helper, by its two fields. */
export type ClaimFields = { first: string; second: string; where: 'usb-plug' | '12v-lead' };

export type ReadClaim = { ok: true; claim: Claim } | { ok: false; field: 'first' | 'second'; message: string };

const bad = (field: 'first' | 'second', message: string): ReadClaim => ({ ok: false, field, message });

/** Reads a claim as typed; an empty voltage is taken as usual for it. */
export function readClaim(kind: Claim['kind'], f: ClaimFields, batteryV: number): ReadClaim {
  if (kind === 'lasted') {
    const hours = parseQuantity(f.first, 'duration', { min: 0.01, max: 10000 });
    if (!hours.ok) return bad('first', hours.message);
    const charge = parseQuantity(f.second, 'capacity', { min: 0.01, max: 1000 });
    if (!charge.ok) return bad('second', charge.message);
    return { ok: true, claim: { kind, durationH: hours.value, capacityAh: charge.value, atV: batteryV } };
  }
  const atUsualV = f.where === 'usb-plug' ? 5 : kind === 'meter' ? batteryV : 12;
  const volts =
    f.second.trim() === ''
      ? ({ ok: true, value: atUsualV } as const)
      : parseQuantity(f.second, 'voltage', { min: 1, max: kind === 'label' ? 400 : 60 });
  if (!volts.ok) return bad('second', volts.message);
  if (kind === 'meter') {
    const amps = parseQuantity(f.first, 'current', { min: 0.00001, max: 200 });
    if (!amps.ok) return bad('first', amps.message);
    return { ok: true, claim: { kind, currentA: amps.value, atV: volts.value, where: f.where } };
  }
  return label(f.first, volts.value);
}

function label(text: string, atV: number): ReadClaim {
  const unit = /(mA|VA|W|A)\s*$/i.exec(text.trim())?.[1]?.toLowerCase();
  const names = { ma: 'mA', va: 'VA', w: 'W', a: 'A' } as const;
  if (!unit) return bad('first', `'${text.trim()}' needs its unit: mA, A, W or VA, as the label prints it.`);
  const kind = unit === 'ma' || unit === 'a' ? 'current' : 'power';
  const parsed = parseQuantity(text, kind, { min: 0.00001, max: 20000 });
  if (!parsed.ok) return bad('first', parsed.message);
  const amount = unit === 'ma' ? parsed.value * 1000 : parsed.value;
  return { ok: true, claim: { kind: 'label', amount, unit: names[unit as keyof typeof names], atV } };
}
