/** Copper of an American gauge, mm², by its definition: 36 AWG is 0.127 mm, 39 steps to a factor of 92. */
export const awgAreaMm2 = (size: string): number => (Math.PI / 4) * (0.127 * 92 ** ((36 - Number(size)) / 39)) ** 2;
