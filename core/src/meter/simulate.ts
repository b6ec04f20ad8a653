import type { Plan } from '../evaluate.ts';
import { normal, seededRandom } from '../sun/weather.ts';
import { meterLine, type MeterReading } from './line.ts';

/** How well the simulated meter measures. @source a small shunt meter: 0.1 % and a few counts; offset and drift of a cheap one */
export type MeterFaults = {
  voltNoiseV: number;
  ampNoiseA: number;
  ampOffsetA: number;
  /** Share by which its gain walks in an hour, one standard deviation. */
  gainDriftPerH: number;
  /** Share of lines that are lost, and of those that come damaged. */
  lostFraction: number;
  damagedFraction: number;
};

export const USUAL_FAULTS: MeterFaults = {
  voltNoiseV: 0.004,
  ampNoiseA: 0.004,
  ampOffsetA: 0.012,
  gainDriftPerH: 0.002,
  lostFraction: 0.01,
  damagedFraction: 0.005
};

/** What really happens at the shunt, by the plan's own run: it begins again when the outing is over. */
export type Truth = {
  startH: number;
  timeH: readonly number[];
  volts: readonly number[];
  amps: readonly number[];
  soc: readonly number[];
  airC: readonly number[];
  capacityAh: number;
};

/** The outing of a plan as a meter would see it. Undefined while nothing runs. */
export function truthOf(plan: Pick<Plan, 'outing' | 'bank'>): Truth | undefined {
  const run = plan.outing?.run;
  if (!run || !plan.bank || run.timeH.length < 2) return undefined;
  return {
    startH: run.timeH[0]!,
    timeH: run.timeH,
    volts: run.batteryV,
    amps: run.currentA,
    soc: run.socFraction,
    airC: run.airC,
    capacityAh: plan.bank.ratedAh * plan.bank.healthFraction
  };
}

/** The simulated meter: asked at a moment it gives the line it would send, damaged or not at all as often as its faults say. */
export class SimulatedMeter {
  readonly #truth: Truth;
  readonly #faults: MeterFaults;
  readonly #random: () => number;
  #count = 0;
  #gain = 1;
  #countedAh = 0;
  #lastS: number | undefined;

  constructor(truth: Truth, faults: MeterFaults = USUAL_FAULTS, seed = 1) {
    this.#truth = truth;
    this.#faults = faults;
    this.#random = seededRandom(seed);
  }

  /** @param clockS seconds of the simulated time since it was switched on; never less than the last time */
  line(clockS: number): string | undefined {
    const reading = this.reading(clockS);
    if (this.#random() < this.#faults.lostFraction) return undefined;
    const text = meterLine(reading);
    if (this.#random() >= this.#faults.damagedFraction) return text;
    const place = Math.floor(this.#random() * text.length);
    return `${text.slice(0, place)}?${text.slice(place + 1)}`;
  }

  reading(clockS: number): MeterReading {
    const { timeH, volts, amps, soc, airC, startH, capacityAh } = this.#truth;
    const lengthH = timeH.at(-1)! - startH;
    const into = startH + ((clockS / 3600) % lengthH);
    const hours = this.#lastS === undefined ? 0 : Math.max(0, clockS - this.#lastS) / 3600;
    this.#lastS = clockS;
    const at = placeOf(timeH, into);
    // set to full when the outing begins again
    if (hours > 0 && Math.floor(clockS / 3600 / lengthH) > Math.floor((clockS / 3600 - hours) / lengthH))
      this.#countedAh = 0;
    this.#gain += this.#faults.gainDriftPerH * Math.sqrt(hours) * normal(this.#random);
    const shownA =
      value(amps, at) * this.#gain + this.#faults.ampOffsetA + this.#faults.ampNoiseA * normal(this.#random);
    this.#countedAh += shownA * hours;
    return {
      count: this.#count++,
      clockS,
      volts: Math.min(60, Math.max(0, value(volts, at) + this.#faults.voltNoiseV * normal(this.#random))),
      amps: shownA,
      ampHours: this.#countedAh,
      socFraction: Math.min(1, Math.max(0, value(soc, { i: 0, share: 0 }) - this.#countedAh / capacityAh)),
      tempC: value(airC, at)
    };
  }
}

type Place = { i: number; share: number };

function placeOf(timeH: readonly number[], atH: number): Place {
  let low = 0;
  let high = timeH.length - 1;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (timeH[mid]! <= atH) low = mid;
    else high = mid;
  }
  const stepH = timeH[high]! - timeH[low]!;
  return { i: low, share: stepH > 0 ? Math.min(1, Math.max(0, (atH - timeH[low]!) / stepH)) : 0 };
}

/** A curve between two of its steps; where the run ended early the last value stays. */
function value(curve: readonly number[], { i, share }: Place): number {
  const a = curve[Math.min(i, curve.length - 1)]!;
  const b = curve[Math.min(i + 1, curve.length - 1)]!;
  return Number.isFinite(b) ? a + (b - a) * share : a;
}
