import type { EnergyBalance } from './run-types.ts';

export type EnergyShare = { name: string; energyWh: number; fraction: number };
export type EnergyShares = {
  out: EnergyShare[];
  in: { name: string; energyWh: number }[];
  /** What of the energy in is not accounted for, as a share: rounding of the arithmetic only. */
  residualFraction: number;
};

/** The run's energy by where it went and where it came from. */
export function energyShares(b: EnergyBalance): EnergyShares {
  const parts: [string, number][] = [
    ['In the devices', b.devicesWh],
    ['Converters', b.convertersWh],
    ['The box itself', b.boxWh],
    ['Wires, fuses and contacts', b.wiringWh],
    ['Heat in the battery', b.batteryHeatWh]
  ];
  const total = parts.reduce((s, [, wh]) => s + wh, 0);
  const came = b.batteryWh + b.inflowWh;
  return {
    out: parts.map(([name, energyWh]) => ({ name, energyWh, fraction: total > 0 ? energyWh / total : 0 })),
    in: [
      { name: 'Out of the battery', energyWh: b.batteryWh },
      ...(b.inflowWh > 0 ? [{ name: 'From charger or sun', energyWh: b.inflowWh }] : [])
    ],
    residualFraction: total > 0 ? Math.abs(came - total) / total : 0
  };
}
