import type { Device } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { spreadOfDevice } from './spread.ts';
import { drawW } from './draw.ts';

/** A device of this box as a part of the person's own library: its ranges follow from how well its draws are known. */
export function ownDevicePart(device: Device, takenIds: readonly string[]): PartOf<'device'> {
  const spread = spreadOfDevice(device);
  const tidy = (v: number): number => Number(v.toPrecision(3));
  const steady = device.modes.flatMap((m) => (m.draw.kind === 'event' ? [] : [m]));
  const first = steady[0]?.draw.kind;
  return {
    kind: 'device',
    id: freePartId(device.name, takenIds),
    name: device.name,
    note: device.sourceNote || `Draw ${device.source === 'guess' ? 'guessed' : `from ${device.source}`}.`,
    priceAmount: null,
    packCount: 1,
    massKg: 0,
    origin: 'own',
    supply: device.supply,
    behaves: first === 'current' || first === 'resistive' || first === 'led-strip' ? first : 'power',
    modes: steady.map((m) => ({
      name: m.name,
      powerW: tidy(drawW(m.draw)),
      lowW: tidy(drawW(m.draw) * (1 - spread)),
      highW: tidy(drawW(m.draw) * (1 + spread)),
      dutyFraction: m.dutyFraction
    })),
    events: device.modes.flatMap((m) =>
      m.draw.kind === 'event'
        ? [
            {
              name: m.name,
              lowJ: tidy(m.draw.energyJ * (1 - spread)),
              highJ: tidy(m.draw.energyJ * (1 + spread)),
              perDay: m.draw.eventsPerDay,
              eventS: m.draw.eventS
            }
          ]
        : []
    ),
    wantsV: device.wantsV,
    innerWh: device.inner?.capacityWh ?? null,
    belowMin: device.belowMin,
    minV: device.minV,
    maxV: device.maxV,
    hasMotor: device.hasMotor,
    fussy: device.fussy
  };
}

function freePartId(name: string, taken: readonly string[]): string {
  const base = `my-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`.replace(/-+$/, '').slice(0, 56) || 'my-device';
  if (!taken.includes(base)) return base;
  let n = 2;
  while (taken.includes(`${base}-${n}`)) n++;
  return `${base}-${n}`;
}
