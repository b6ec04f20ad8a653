import type { Device, Draw } from '../box/schema.ts';
import type { PartOf } from '../catalogue/part.ts';
import { addLaws, NO_LOAD, scaledLaw, type LoadLaw } from '../network/law.ts';
import { CONVERTERS, converterInputW, idleW } from './converter.ts';

type Mode = Device['modes'][number];

/** LED strips on 12 V light up from 8.5 V and grow in a straight line: I = I_12·(V - 8.5)/3.5. @source electrical reference 7 (rule of thumb) */
const LED_STRIP = { darkV: 8.5, atV: 12 } as const;
const DAY_S = 86400;

/** Watts at the device's own plug while a draw is active, at its stated voltage. */
export function drawW(draw: Draw): number {
  switch (draw.kind) {
    case 'power':
    case 'resistive':
      return draw.powerW;
    case 'current':
      return draw.currentA * draw.atV;
    case 'led-strip':
      return draw.currentA * LED_STRIP.atV;
    case 'event':
      return draw.energyJ / draw.eventS;
  }
}

/** Watts of a device's hungriest mode at its own plug: what a converter before it must give. 0 without a mode. */
export const greatestW = (device: Device): number => Math.max(0, ...device.modes.map((m) => drawW(m.draw)));

/** Share of its time a mode is active: its duty, or for events their length and number. */
export const activeFraction = (mode: Mode): number =>
  mode.draw.kind === 'event'
    ? Math.min(1, (mode.draw.eventsPerDay * mode.draw.eventS) / DAY_S) * mode.dutyFraction
    : mode.dutyFraction;

/** Watts of a mode at the device's own plug, averaged over its time. */
export const meanDrawW = (mode: Mode): number => drawW(mode.draw) * activeFraction(mode);

/** Rating of the converter or inverter in a device's lead or port, W. */
export const converterRatedW = (device: Device, port: PartOf<'panel'> | undefined): number =>
  device.converterW ?? port?.converterRatedW ?? (device.supply === '12v' ? 0 : CONVERTERS[device.supply].ratedW);

/**
 * How one draw behaves on the 12 V side while active. Behind a converter everything becomes constant power; the idle
 * loss of a port's module is left to the port, that of a converter in the lead counts here.
 * @source electrical reference 7
 */
export function activeLaw(device: Device, draw: Draw, port: PartOf<'panel'> | undefined): LoadLaw {
  if (device.supply !== '12v') {
    const data = CONVERTERS[device.supply];
    const inputW = converterInputW({ ...data, idleW: 0 }, drawW(draw), converterRatedW(device, port));
    return { ...NO_LOAD, powerW: inputW };
  }
  switch (draw.kind) {
    case 'current':
      return { ...NO_LOAD, currentA: draw.currentA };
    case 'resistive':
      return { ...NO_LOAD, conductanceS: draw.powerW / draw.atV ** 2 };
    case 'led-strip': {
      const perV = draw.currentA / (LED_STRIP.atV - LED_STRIP.darkV);
      return { ...NO_LOAD, conductanceS: perV, currentA: -LED_STRIP.darkV * perV };
    }
    case 'power':
    case 'event':
      return { ...NO_LOAD, powerW: drawW(draw) };
  }
}

/** Standing draw of a converter in the device's own lead, while the device is on. */
export const leadIdle = (device: Device, port: PartOf<'panel'> | undefined): LoadLaw =>
  device.supply !== '12v' && CONVERTERS[device.supply].inLead && port?.converterRatedW == null
    ? { ...NO_LOAD, powerW: idleW(device.supply, converterRatedW(device, port)) }
    : NO_LOAD;

/** Place of the hungriest mode. */
export function hungriest(modes: readonly Mode[]): number {
  let best = 0;
  modes.forEach((m, i) => {
    if (drawW(m.draw) > drawW(modes[best]!.draw)) best = i;
  });
  return best;
}

/**
 * The modes with a share of a bar given to the hungriest steady one: alone, the rest of the bar is off; with several, the others
 * share what is left as they shared before. What happens event by event goes on as often as it did.
 * @param dutyFraction null leaves the modes as they are
 */
export function modesInBar(modes: readonly Mode[], dutyFraction: number | null): readonly Mode[] {
  if (dutyFraction === null) return modes;
  const steady = modes.filter((m) => m.draw.kind !== 'event');
  // nothing but events: the share is that of their usual number
  const shared = steady.length > 0 ? steady : modes;
  const top = shared[hungriest(shared)];
  const others = shared.reduce((s, m) => (m === top ? s : s + m.dutyFraction), 0);
  return modes.map((m) => {
    if (m === top) return { ...m, dutyFraction };
    if (!shared.includes(m)) return m;
    const share = others > 0 ? m.dutyFraction / others : 1 / (shared.length - 1);
    return { ...m, dutyFraction: (1 - dutyFraction) * share };
  });
}

/** Mean law over a bar, and the watts that reach the device itself. */
export function meanOver(
  device: Device,
  modes: readonly Mode[],
  port: PartOf<'panel'> | undefined
): { law: LoadLaw; outW: number } {
  let law = leadIdle(device, port);
  let outW = 0;
  for (const mode of modes) {
    law = addLaws(law, scaledLaw(activeLaw(device, mode.draw, port), activeFraction(mode)));
    outW += meanDrawW(mode);
  }
  return { law, outW };
}

/** What a bar shows: the share of it the device is on, and the share of its hungriest mode (the same with one mode). */
export function barShares(device: Device, dutyFraction: number | null): { onFraction: number; topFraction: number } {
  const steady = modesInBar(device.modes, dutyFraction).filter((m) => m.draw.kind !== 'event');
  const onFraction = Math.min(
    1,
    steady.reduce((s, m) => s + m.dutyFraction, 0)
  );
  if (steady.length < 2) return { onFraction, topFraction: onFraction };
  return { onFraction, topFraction: Math.min(1, steady[hungriest(steady)]!.dutyFraction) };
}
