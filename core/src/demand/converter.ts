import type { Supply } from '../catalogue/part.ts';

/** Input power = P0 + (1+k1)·P_out + k2·P_out²/P_rated. @source electrical reference 7, fitted to typical datasheets */
export type ConverterData = {
  name: string;
  idleW: number;
  k1: number;
  k2: number;
  ratedW: number;
  /** In the device's own lead: its idle draw comes and goes with the device. Otherwise it belongs to the port. */
  inLead: boolean;
};

export const CONVERTERS: Record<Exclude<Supply, '12v'>, ConverterData> = {
  'usb-a': { name: 'USB-A 5 V', idleW: 0.08, k1: 0.08, k2: 0.06, ratedW: 12, inLead: false },
  'usb-c': { name: 'USB-C PD', idleW: 0.15, k1: 0.04, k2: 0.06, ratedW: 60, inLead: false },
  'regulated-12v': { name: '12 V regulator', idleW: 0.25, k1: 0.05, k2: 0.05, ratedW: 60, inLead: true },
  'dc-converter': { name: 'DC converter', idleW: 0.25, k1: 0.05, k2: 0.05, ratedW: 60, inLead: true },
  inverter: { name: 'Sine inverter', idleW: 6, k1: 0.06, k2: 0.06, ratedW: 300, inLead: true }
};

/** What a port must offer for a device of this supply: converters in the lead hang on plain 12 V. */
export const portSupply = (supply: Supply): Supply => (supply !== '12v' && CONVERTERS[supply].inLead ? '12v' : supply);

/** Idle of an inverter by size: 4 W at 150 W, 6 W at 300 W, 10 W at 600 W. @source electrical reference 7, middle of the ranges 3-8, 6-12 and 10-20 W */
const INVERTER_IDLE = { baseW: 2, perRatedW: 4 / 300 } as const;

/** Idle power of a converter of a size. */
export const idleW = (supply: Exclude<Supply, '12v'>, ratedW: number): number =>
  supply === 'inverter' ? INVERTER_IDLE.baseW + INVERTER_IDLE.perRatedW * ratedW : CONVERTERS[supply].idleW;

/**
 * Power a converter takes from the 12 V side for a power at its output.
 * @param outputW >= 0; 0 gives the idle power
 * @param ratedW overrides the table's rating (a smaller module loses more at the same load)
 */
export const converterInputW = (
  c: Pick<ConverterData, 'idleW' | 'k1' | 'k2' | 'ratedW'>,
  outputW: number,
  ratedW = c.ratedW
): number => c.idleW + (1 + c.k1) * outputW + (c.k2 * outputW ** 2) / ratedW;

/** Rails every USB-C PD source offers, and the most each gives. @source USB PD, fixed supplies; electrical reference 7 */
const PD_RAILS_V = [5, 9, 15, 20] as const;
export const PD_CURRENT_A = 3;
export const PD_MARKED_CABLE_A = 5;

export type Rail = { volts: number; currentA: number; markedCable: boolean; beyond: boolean; boosts: boolean };

/**
 * The rail a USB-C device settles on: the one it asks for, else the lowest that gives its power at 3 A.
 * @param sourceV battery voltage, to tell whether the module has to step up
 */
export function usbRail(powerW: number, wantsV: number | null, sourceV: number): Rail {
  const volts =
    PD_RAILS_V.find((v) => (wantsV === null ? powerW / v <= PD_CURRENT_A + 1e-9 : v >= wantsV - 1e-9)) ??
    PD_RAILS_V[PD_RAILS_V.length - 1]!;
  const currentA = powerW / volts;
  return {
    volts,
    currentA,
    markedCable: currentA > PD_CURRENT_A + 1e-9,
    beyond: currentA > PD_MARKED_CABLE_A + 1e-9,
    boosts: volts > sourceV
  };
}
