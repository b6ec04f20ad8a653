import type { Device, Draw } from '../box/schema.ts';
import { freeId } from '../box/lookup.ts';
import type { Supply } from '../catalogue/part.ts';
import { drawW } from './draw.ts';

export const SUPPLY_WORDS: Record<Supply, string> = {
  '12v': '12 V direct',
  'usb-a': 'USB-A',
  'usb-c': 'USB-C',
  'regulated-12v': 'regulated 12 V',
  'dc-converter': 'converter in its lead',
  inverter: 'small inverter'
};
export const DRAW_WORDS: Record<Draw['kind'], string> = {
  power: 'constant power',
  current: 'constant current',
  resistive: 'like a heater',
  'led-strip': 'like an LED strip',
  event: 'event by event'
};
/** Kinds that make sense behind a supply: behind a converter everything is constant power. */
export const drawKindsFor = (supply: Supply): readonly Draw['kind'][] =>
  supply === '12v' ? ['power', 'current', 'resistive', 'led-strip', 'event'] : ['power', 'current', 'event'];

const AT_V = 12;

/** The draw with other watts at its stated voltage. */
export function drawWithWatts(draw: Draw, powerW: number): Draw {
  switch (draw.kind) {
    case 'current':
      return { ...draw, currentA: powerW / draw.atV };
    case 'led-strip':
      return { ...draw, currentA: powerW / AT_V };
    case 'event':
      return { ...draw, energyJ: powerW * draw.eventS };
    case 'power':
    case 'resistive':
      return { ...draw, powerW };
  }
}

/** What a USB port gives until something else is asked for, V. @source USB */
const USB_V = 5;

/** Volts at which a device's amps are meant while nobody says: those of its own plug. */
export function ampsOf(device: Pick<Device, 'supply' | 'wantsV'>): number {
  if (device.supply === 'usb-a') return USB_V;
  if (device.supply === 'usb-c') return device.wantsV ?? USB_V;
  return device.supply === 'dc-converter' ? (device.wantsV ?? AT_V) : AT_V;
}

/** Voltage at which a draw's amps are stated; of the device's plug where the draw does not say. */
export const statedV = (draw: Draw, plugV: number): number =>
  'atV' in draw ? draw.atV : draw.kind === 'led-strip' ? AT_V : plugV;

export const drawAmps = (draw: Draw, plugV: number): number =>
  'currentA' in draw ? draw.currentA : drawW(draw) / statedV(draw, plugV);

export const drawWithAmps = (draw: Draw, currentA: number, plugV: number): Draw =>
  'currentA' in draw ? { ...draw, currentA } : drawWithWatts(draw, currentA * statedV(draw, plugV));

/** Restates a draw at another voltage: the amps stay, or the watts for a heater. */
export const drawAtV = (draw: Draw, atV: number): Draw => ('atV' in draw ? { ...draw, atV } : draw);

/** The same watts as another kind of draw. */
export function drawOfKind(draw: Draw, kind: Draw['kind'], plugV: number): Draw {
  const powerW = drawW(draw);
  switch (kind) {
    case 'power':
      return { kind, powerW };
    case 'resistive':
      return { kind, powerW, atV: statedV(draw, plugV) };
    case 'current':
      return { kind, currentA: powerW / statedV(draw, plugV), atV: statedV(draw, plugV) };
    case 'led-strip':
      return { kind, currentA: powerW / AT_V };
    case 'event':
      return { kind, energyJ: Number((powerW * 10).toPrecision(3)), eventsPerDay: 24, eventS: 10 };
  }
}

/** One more mode to fill in, a small share of the time. */
export const newMode = (device: Device): Device['modes'][number] => ({
  id: freeId('m', device.modes),
  name: 'mode',
  dutyFraction: 0.1,
  draw: { kind: 'power', powerW: 5 }
});
