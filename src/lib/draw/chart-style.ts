/** A colour of the theme that stands now. */
export const colour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

/** Letters of an axis. */
export const label = (): object => ({ color: colour('ink2'), fontFamily: 'Spline Sans Mono Variable', fontSize: 12 });

/** An axis of days or moments along the bottom. */
export const timeAxis = (gridIndex: number, show: boolean, window?: { fromMs: number; toMs: number }): object => ({
  type: 'time',
  gridIndex,
  ...(window ? { min: window.fromMs, max: window.toMs } : {}),
  axisTick: { show: false },
  axisLabel: { ...label(), show, hideOverlap: true },
  axisLine: { lineStyle: { color: colour('line2') } },
  splitLine: { show: true, lineStyle: { color: colour('grid') } }
});

/** An axis of figures with the unit behind each. */
export const valueAxis = (gridIndex: number, unit: string, extra: object = {}): object => ({
  type: 'value',
  gridIndex,
  scale: true,
  splitNumber: 2,
  axisLabel: { ...label(), formatter: (v: number) => `${Number(v.toPrecision(4))} ${unit}` },
  splitLine: { lineStyle: { color: colour('line') } },
  ...extra
});

export const lineOf = (
  i: number,
  data: readonly (number | readonly [number, number | null])[],
  extra: object = {}
): object => ({
  type: 'line',
  xAxisIndex: i,
  yAxisIndex: i,
  data,
  showSymbol: false,
  animation: false,
  silent: true,
  lineStyle: { color: colour('ink'), width: 1.4 },
  ...extra
});

export const dotsOf = (i: number, data: readonly (readonly [number, number])[], extra: object = {}): object => ({
  type: 'scatter',
  xAxisIndex: i,
  yAxisIndex: i,
  data,
  symbolSize: 8,
  animation: false,
  silent: true,
  itemStyle: { color: colour('ink') },
  ...extra
});

/** One field of a chart. Its labels stand in the room that `left` and the rows below leave: the chart does not shrink for them. */
export const gridOf = (top: number, height: number): object => ({
  left: 64,
  right: 16,
  top,
  height,
  outerBoundsMode: 'none'
});
