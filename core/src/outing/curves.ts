import type { Outing } from './outing.ts';

/** Under this a voltmeter shows nothing: what it hangs on is off, V. */
const CONNECTED_V = 1;
/** Battery voltages under this are a dead circuit and no part of a scale, V. */
const SCALE_FROM_V = 5;

export type RunCurves = {
  /** Points that are drawn whole; from the last of them on the plan is no longer served. */
  servedCount: number;
  mostA: number;
  mostAtH: number;
  /** Tops and ends of the axes: round figures with a middle tick. */
  topA: number;
  lowV: number;
  highV: number;
  /** What the panel voltmeter reads last while the plan is served. */
  meterEndV: number | undefined;
  /** Port of the chosen device in the run's table, and the lowest its plug has while it draws. */
  plug: number | undefined;
  plugLowV: number | undefined;
};

/** A round top for an axis with a middle tick, a little over the highest value. */
export function niceTop(most: number): number {
  const power = 10 ** Math.floor(Math.log10(Math.max(most, 0.02)));
  return [1, 2, 4, 5, 10].map((m) => m * power).find((t) => t >= most * 1.02) ?? 10 * power;
}

/**
 * The figures that stand beside the curves of a run, and the scales they are drawn to.
 * @param chosen place of the chosen device among the box's devices; -1 for none
 */
export function runCurves(outing: Outing, chosen: number): RunCurves {
  const r = outing.run;
  const servedCount = r.failsAtH === undefined ? r.timeH.length : r.timeH.findIndex((t) => t >= r.failsAtH!) + 1;
  const mostA = r.currentA.reduce((a, b) => Math.max(a, b), 0);
  const plug = chosen >= 0 ? outing.portOfLoad[chosen] : undefined;
  const drawing =
    plug === undefined
      ? []
      : r.portV[plug]!.filter(
          (v, i) =>
            v > CONNECTED_V && r.loadA[chosen]![i]! > 0 && (r.failsAtH === undefined || r.timeH[i]! <= r.failsAtH)
        );
  const metered =
    outing.meterPort === null ? [] : r.portV[outing.meterPort]!.slice(0, servedCount).filter((v) => v > CONNECTED_V);
  const volts = [...r.batteryV.slice(0, -1), ...(plug === undefined ? [] : r.portV[plug]!)];
  const shown = volts.filter((v) => v > SCALE_FROM_V);
  return {
    servedCount,
    mostA,
    mostAtH: r.timeH[r.currentA.indexOf(mostA)] ?? 0,
    topA: niceTop(mostA),
    lowV: Math.floor(Math.min(...shown) * 2) / 2,
    highV: Math.ceil(Math.max(...volts) * 2) / 2,
    meterEndV: metered.at(-1),
    plug,
    plugLowV: drawing.length > 0 ? Math.min(...drawing) : undefined
  };
}
