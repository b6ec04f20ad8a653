import { set } from '../box/edit.ts';
import type { Claim, Device } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { fixed } from '../quantity/format.ts';
import type { Edit } from '../box/edits.ts';
import { CONVERTERS, idleW } from './converter.ts';
import { converterRatedW, drawW, hungriest, meanDrawW } from './draw.ts';
import { drawWithWatts } from './edit-draw.ts';

/** Watts at the device's own plug that a claim means: likely, and the range it can stand for. */
export type ClaimedPower = { powerW: number; lowW: number; highW: number; say: string };

/** How far each kind of claim can be trusted, as factors on its figure. @source rule of thumb: meters within 5 %; labels state the most it ever takes; experience depends on how full and how old the battery was */
const TRUST: Record<Claim['kind'], { low: number; high: number }> = {
  meter: { low: 0.93, high: 1.07 },
  label: { low: 0.3, high: 1.05 },
  lasted: { low: 0.7, high: 1.1 }
};
/** Real power of small supplies over their volt-amperes. @source rule of thumb, 0.5-1 */
const POWER_FACTOR = 0.7;

/** What reaches the device of a power on the 12 V side: the converter's loss solved backwards. */
export function behindConverterW(device: Device, port: PartOf<'panel'> | undefined, inputW: number): number {
  if (device.supply === '12v') return inputW;
  const { k1, k2 } = CONVERTERS[device.supply];
  const ratedW = converterRatedW(device, port);
  const free = inputW - idleW(device.supply, ratedW);
  if (free <= 0) return 0;
  const a = k2 / ratedW;
  return (Math.sqrt((1 + k1) ** 2 + 4 * a * free) - (1 + k1)) / (2 * a);
}

/** Turns a reading, a label or an experience into watts at the device. */
export function claimedPower(device: Device, port: PartOf<'panel'> | undefined, claim: Claim): ClaimedPower {
  const { likelyW, say } = likely(device, port, claim);
  const t = TRUST[claim.kind];
  return { powerW: likelyW, lowW: likelyW * t.low, highW: likelyW * t.high, say };
}

function likely(device: Device, port: PartOf<'panel'> | undefined, claim: Claim): { likelyW: number; say: string } {
  switch (claim.kind) {
    case 'meter': {
      const w = claim.currentA * claim.atV;
      const likelyW = claim.where === 'usb-plug' ? w : behindConverterW(device, port, w);
      return { likelyW, say: `a meter showed ${fixed(claim.currentA, 2)} A at ${fixed(claim.atV, 1)} V` };
    }
    case 'label': {
      const say = `its label says ${claim.amount} ${claim.unit}`;
      if (claim.unit === 'W') return { likelyW: claim.amount, say };
      if (claim.unit === 'VA') return { likelyW: claim.amount * POWER_FACTOR, say };
      const amps = claim.unit === 'mA' ? claim.amount / 1000 : claim.amount;
      return { likelyW: amps * claim.atV, say: `${say} at ${claim.atV} V` };
    }
    case 'lasted': {
      const w = (claim.capacityAh * claim.atV) / claim.durationH;
      return {
        likelyW: behindConverterW(device, port, w),
        say: `it lasted ${fixed(claim.durationH, 1)} h on ${fixed(claim.capacityAh, 1)} Ah`
      };
    }
  }
}

export type Contradiction = { a: ClaimedPower; b: ClaimedPower; factor: number };

/** The pair of claims about one device that disagree most, if any do beyond what both can stand for. */
export function contradiction(device: Device, port: PartOf<'panel'> | undefined): Contradiction | undefined {
  const known = device.claims.map((c) => claimedPower(device, port, c));
  let worst: Contradiction | undefined;
  for (const a of known)
    for (const b of known) {
      if (a === b || a.lowW <= b.highW || (worst && a.powerW / b.powerW <= worst.factor)) continue;
      worst = { a, b, factor: a.powerW / b.powerW };
    }
  return worst;
}

/** What is known of a draw and is not what the plan counts with. */
export type NotCounted = { claim: Claim; known: ClaimedPower; countedW: number };

/**
 * The claim that what is counted contradicts most; undefined where it contradicts none. A meter may have been read in any of
 * the device's modes, a label names the most it takes, an experience the mean.
 */
export function notCounted(device: Device, port: PartOf<'panel'> | undefined): NotCounted | undefined {
  const each = device.modes.map((m) => drawW(m.draw)).filter((w) => w > 0);
  if (each.length === 0) return undefined;
  const meanW = device.modes.reduce((s, m) => s + meanDrawW(m), 0);
  const [leastW, mostW] = [Math.min(meanW, ...each), Math.max(...each)];
  const counted: Record<Claim['kind'], readonly [lowW: number, highW: number]> = {
    meter: [leastW, mostW],
    label: [mostW, mostW],
    lasted: [meanW, meanW]
  };
  let worst: (NotCounted & { factor: number }) | undefined;
  for (const claim of device.claims) {
    const known = claimedPower(device, port, claim);
    const [lowW, highW] = counted[claim.kind];
    if (known.lowW <= highW && known.highW >= lowW) continue;
    const countedW = known.lowW > highW ? highW : lowW;
    const factor = Math.max(known.powerW / countedW, countedW / known.powerW);
    if (!worst || factor > worst.factor) worst = { claim, known, countedW, factor };
  }
  return worst && { claim: worst.claim, known: worst.known, countedW: worst.countedW };
}

/** Takes a claim over as the draw: the modes keep their proportions, the source follows the claim. */
export function takeClaim(device: Device, port: PartOf<'panel'> | undefined, claim: Claim): Edit[] {
  const known = claimedPower(device, port, claim);
  const now = device.modes.reduce((s, m) => s + meanDrawW(m), 0);
  // a label names the most it takes; the others the mean over what it did
  const from = claim.kind === 'label' ? drawW(device.modes[hungriest(device.modes)]!.draw) : now;
  const by = from > 0 ? known.powerW / from : 1;
  const scaled = device.modes.map((m) => ({
    ...m,
    draw: drawWithWatts(m.draw, Number((drawW(m.draw) * by).toPrecision(4)))
  }));
  return [
    set(`devices/${device.id}/modes`, scaled),
    set(`devices/${device.id}/source`, claim.kind === 'label' ? 'label' : 'measured'),
    set(`devices/${device.id}/sourceNote`, known.say)
  ];
}
