// Reads the lines that a bench prints: which bounds are missed, and how fast and how quiet the machine is.
import { processorTicks, sharesBetween } from './processor.mjs';

/** In one unit of its kind. */
const UNITS = { ms: 1, s: 1000, kB: 1, MB: 1000 };
const KIND = { ms: 'time', s: 'time', kB: 'size', MB: 'size' };
const VALUE = /(\d+(?:\.\d+)?) (ms|s|kB|MB)\b/g;
const BOUND = /under (\d+(?:\.\d+)?) (ms|s|kB|MB)\b/g;

/** Every bound of a line with the figure before it: 'evaluate  4.2 ms  (under 5 ms; slowest 9 ms)'. */
export function boundsOf(line) {
  return [...line.matchAll(BOUND)].map((bound) => {
    const before = [...line.slice(0, bound.index).matchAll(VALUE)].filter((v) => KIND[v[2]] === KIND[bound[2]]);
    const value = before.at(-1);
    return {
      // a bound without a figure is one that nothing was measured for
      value: value ? Number(value[1]) * UNITS[value[2]] : NaN,
      most: Number(bound[1]) * UNITS[bound[2]]
    };
  });
}

/** Lines whose figure is over its bound, or that have none. */
export const missedIn = (lines) => lines.filter((line) => boundsOf(line).some(({ value, most }) => !(value <= most)));

/** Loops of plain arithmetic in a fixed time tell how fast the machine is; how far they lie apart, how quiet. */
const ROUNDS = 9;
const LOOPS = 4_000_000;
/** What the figures of the issues were set by takes so long for one round, ms. */
const REFERENCE_MS = 50;
/** Rounds that lie further apart than this come from a machine that does other work. */
const QUIET = 1.35;
/** Nor is it quiet when more of its time than this goes to other machines of its host: that slows all rounds alike. */
const GIVEN_AWAY = 0.05;

export function machineSpeed(clock = () => performance.now(), ticks = processorTicks) {
  const before = ticks();
  const times = Array.from({ length: ROUNDS }, () => {
    const began = clock();
    let x = 1;
    for (let i = 1; i < LOOPS; i++) x = Math.sqrt(x * i + 1) + (i % 7) / 3;
    if (!(x > 0)) throw new Error('the arithmetic failed');
    return clock() - began;
  }).sort((a, b) => a - b);
  const middle = times[Math.floor(ROUNDS / 2)];
  const stolen = sharesBetween(before, ticks())?.stolen ?? 0;
  return { factor: middle / REFERENCE_MS, quiet: times.at(-2) / times[1] <= QUIET && stolen <= GIVEN_AWAY };
}
