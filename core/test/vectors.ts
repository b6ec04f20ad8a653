import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect } from 'vitest';

const load = (name: string) =>
  JSON.parse(readFileSync(fileURLToPath(new URL(`./vectors/${name}.json`, import.meta.url)), 'utf8'));
/** Every worked figure of the electrical reference by its short name. */
export const electrical = load('electrical') as {
  all: Record<string, number>;
  solar_table: { lat: number; date: string; tilt: number; H: number; mppt: number; pwm: number }[];
};
export const E: Record<string, number> = electrical.all;
/** The mechanical reference's worked figures. */
export const M: Record<string, number> = load('mechanical').V;
export const mechanical = load('mechanical');
export const packingCases = load('packing').cases;

/** Expects agreement to a number of significant digits. */
export function expectDigits(actual: number, expected: number, digits = 4): void {
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(Math.abs(expected) * 0.5 * 10 ** (1 - digits) + 1e-12);
}

/** A copy of a record that lacks some keys. */
export const without = <T extends object, K extends keyof T>(from: T, ...keys: K[]): Omit<T, K> =>
  Object.fromEntries(Object.entries(from).filter(([k]) => !keys.includes(k as K))) as Omit<T, K>;
