import type { Supply } from '../catalogue/part.ts';

/** Input power = P0 + (1+k1)·P_out + k2·P_out²/P_rated. @source electrical reference 7, fitted to typical datasheets */
export type ConverterData = { name: string; idleW: number; k1: number; k2: number; ratedW: number };

export const CONVERTERS: Record<Exclude<Supply, '12v'> | 'inverter-300', ConverterData> = {
  'usb-a': { name: 'USB-A 5 V', idleW: 0.08, k1: 0.08, k2: 0.06, ratedW: 12 },
  'usb-c': { name: 'USB-C PD', idleW: 0.15, k1: 0.04, k2: 0.06, ratedW: 60 },
  'regulated-12v': { name: '12 V regulator', idleW: 0.25, k1: 0.05, k2: 0.05, ratedW: 60 },
  'inverter-300': { name: 'Sine inverter 300 W', idleW: 6, k1: 0.06, k2: 0.06, ratedW: 300 }
};

/**
 * Power a converter takes from the 12 V side for a power at its output.
 * @param outputW >= 0; 0 gives the idle power
 * @param ratedW overrides the table's rating (a smaller module loses more at the same load)
 */
export const converterInputW = (c: ConverterData, outputW: number, ratedW = c.ratedW): number =>
  c.idleW + (1 + c.k1) * outputW + (c.k2 * outputW ** 2) / ratedW;
