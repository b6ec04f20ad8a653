import type { RunCurves } from '@haversack/core/outing/curves';
import type { Outing } from '@haversack/core/outing/outing';
import { colour, label, lineOf } from './chart-style.ts';
import { tickHours, type TimeAxis } from './time-axis.ts';

/** Where the three charts and their words stand. */
type Layout = {
  heightPx: number;
  plots: readonly { top: number; height: number }[];
  wordsTopPx: readonly number[];
  pennantTopPx: number;
  /** The hours below each: no time line above has them. */
  hours: boolean;
};
/** Words beside each chart, the hours on the time line above. */
export const BESIDE: Layout = {
  heightPx: 322,
  plots: [
    { top: 22, height: 70 },
    { top: 116, height: 84 },
    { top: 224, height: 84 }
  ],
  wordsTopPx: [14, 108, 216],
  pennantTopPx: 0,
  hours: false
};
/** Words above each chart, as a narrow screen has room for. */
export const ABOVE: Layout = {
  heightPx: 562,
  plots: [
    { top: 98, height: 70 },
    { top: 268, height: 84 },
    { top: 452, height: 84 }
  ],
  wordsTopPx: [10, 198, 382],
  pennantTopPx: 78,
  hours: true
};

type Shown = {
  axis: TimeAxis;
  layout: Layout;
  outing: Outing;
  curves: RunCurves;
  chosen: number;
  keepBack: number;
};

const gridOf = ({ axis, layout }: Shown) =>
  layout.plots.map((row) => ({ left: axis.leftPx, top: row.top, width: axis.widthPx, height: row.height }));

const hoursOf = ({ axis, layout }: Shown) =>
  layout.plots.map((_, i) => ({
    type: 'value',
    gridIndex: i,
    min: axis.fromH,
    max: axis.toH,
    interval: (tickHours(axis)[1] ?? 3) - (tickHours(axis)[0] ?? 0),
    axisLabel: {
      ...label(),
      show: layout.hours,
      formatter: (hour: number) => String(Math.round(hour) % 24).padStart(2, '0')
    },
    axisTick: { show: false },
    axisLine: { lineStyle: { color: colour('line2') } },
    splitLine: { lineStyle: { color: colour('grid') } }
  }));

const valuesOf = (i: number, min: number, max: number, interval: number, unit: string) => ({
  type: 'value',
  gridIndex: i,
  min,
  max,
  interval,
  axisLabel: { ...label(), formatter: (v: number) => (v === max ? `${v} ${unit}` : String(v)) },
  splitLine: { lineStyle: { color: colour('line') } }
});

const line = (i: number, data: number[][], extra: object = {}): object =>
  lineOf(i, data as [number, number][], { lineStyle: { color: colour('ink'), width: 1.8 }, ...extra });

/** A line at an hour, and one at a value. */
const mark = (i: number, x: number | undefined, y0?: number) => ({
  markLine: {
    silent: true,
    symbol: 'none',
    animation: false,
    label: { show: false },
    data: [
      ...(x === undefined ? [] : [{ xAxis: x, lineStyle: { color: colour('caution'), width: 2, type: 'solid' } }]),
      ...(y0 === undefined ? [] : [{ yAxis: y0, lineStyle: { color: colour('caution'), width: 1, type: [4, 3] } }])
    ]
  },
  z: i
});

const dashed = (): object => ({ lineStyle: { color: colour('caution'), width: 1.6, type: [5, 4] } });

/** Whole and dashed part of a curve: dashed after the plan is no longer served. */
function split({ outing, curves }: Shown, values: readonly number[], scale = 1): [number[][], number[][]] {
  const { timeH } = outing.run;
  const point = (i: number) => [timeH[i]!, values[i]! * scale];
  const all = timeH.map((_, i) => i);
  return [all.slice(0, curves.servedCount).map(point), all.slice(Math.max(0, curves.servedCount - 1)).map(point)];
}

/** Volts where something is connected; off is no reading. */
const voltsOf = ({ run: r }: Outing, port: number | null | undefined): number[][] =>
  port == null ? [] : (r.timeH.map((t, i) => [t, r.portV[port]![i]! > 1 ? r.portV[port]![i]! : null]) as number[][]);

const currents = ({ outing: { run: r }, chosen }: Shown): object[] => [
  line(
    0,
    r.timeH.map((t, i) => [t, r.currentA[i]!]),
    {
      step: 'end',
      areaStyle: { color: colour('olive1') },
      lineStyle: { color: colour('bar-edge'), width: 1.4 },
      ...mark(3, r.failsAtH)
    }
  ),
  ...(chosen >= 0
    ? [
        line(
          0,
          r.timeH.map((t, i) => [t, r.loadA[chosen]![i]!]),
          {
            step: 'end',
            lineStyle: { color: colour('brass6'), width: 1 },
            areaStyle: { color: colour('brass4'), opacity: 1 },
            z: 4
          }
        )
      ]
    : [])
];

function charge(x: Shown): object[] {
  const { run: r } = x.outing;
  const { keepBack } = x;
  const [soc, socAfter] = split(x, r.socFraction, 100);
  return [
    line(1, soc, { areaStyle: { color: colour('olive1'), origin: keepBack }, ...mark(3, r.failsAtH, keepBack) }),
    line(1, socAfter, dashed()),
    ...(r.balance.inflowWh > 0
      ? [
          line(
            0,
            r.timeH.map((t, i) => [t, r.inflowA[i]!]),
            { step: 'end', lineStyle: { color: colour('holds'), width: 1.4, type: [2, 2] }, z: 5 }
          )
        ]
      : [])
  ];
}

function volts(x: Shown): object[] {
  const { outing } = x;
  const { run: r, meterPort } = outing;
  const { plug } = x.curves;
  const [v, vAfter] = split(x, r.batteryV);
  return [
    line(2, v, mark(3, r.failsAtH)),
    line(2, vAfter, dashed()),
    ...(meterPort === null
      ? []
      : [
          line(2, voltsOf(outing, meterPort), {
            lineStyle: { color: colour('note'), width: 1.2, type: [5, 3] }
          })
        ]),
    ...(plug === undefined
      ? []
      : [line(2, voltsOf(outing, plug), { lineStyle: { color: colour('brass6'), width: 1.6 }, z: 4 })])
  ];
}

/** The three charts of a run under its time line: current, charge left and volts. */
export function runOption(x: Shown): object {
  const { topA, lowV, highV } = x.curves;
  return {
    grid: gridOf(x),
    xAxis: hoursOf(x),
    yAxis: [
      valuesOf(0, 0, topA, topA / 2, 'A'),
      valuesOf(1, 0, 100, 50, '%'),
      valuesOf(2, lowV, highV, (highV - lowV) / 2, 'V')
    ],
    series: [...currents(x), ...charge(x), ...volts(x)]
  };
}
