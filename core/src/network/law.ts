/** How a load behaves with voltage: I(V) = powerW/V + currentA + conductanceS·V. */
export type LoadLaw = { powerW: number; currentA: number; conductanceS: number };

export const NO_LOAD: LoadLaw = { powerW: 0, currentA: 0, conductanceS: 0 };

export const scaledLaw = (law: LoadLaw, by: number): LoadLaw => ({
  powerW: law.powerW * by,
  currentA: law.currentA * by,
  conductanceS: law.conductanceS * by
});

export const addLaws = (a: LoadLaw, b: LoadLaw): LoadLaw => ({
  powerW: a.powerW + b.powerW,
  currentA: a.currentA + b.currentA,
  conductanceS: a.conductanceS + b.conductanceS
});

/** Current of a law at a voltage > 0, A; at 0 V what draws no power draws nothing. Never below 0: an LED strip that is dark draws nothing. */
export const lawCurrentA = (law: LoadLaw, volts: number): number =>
  Math.max(0, (law.powerW === 0 ? 0 : law.powerW / volts) + law.currentA + law.conductanceS * volts);

export const isIdle = (law: LoadLaw): boolean => law.powerW === 0 && law.currentA === 0 && law.conductanceS === 0;

/**
 * Voltage of a load behind a resistance, fed from an open voltage, closed form; undefined when the load asks for more
 * than the path can carry.
 * @param openV voltage with this load off; ohm >= 0
 * @source constant-power operating point of the electrical reference 8, with constant-current and resistive shares
 */
export function loadV(openV: number, ohm: number, law: LoadLaw): number | undefined {
  const open = openV - ohm * law.currentA;
  const a = 1 + ohm * law.conductanceS;
  const root = open * open - 4 * a * ohm * law.powerW;
  if (root < 0 || open <= 0) return undefined;
  return (open + Math.sqrt(root)) / (2 * a);
}
