/** The axis that the device rows and the charts share. */
export type TimeAxis = { fromH: number; toH: number; leftPx: number; widthPx: number };

/** What stands beside the axis: names and figures of the devices; on a narrow screen the figures of a chart only. */
export const ROOM = { wide: { leftPx: 296, rightPx: 104 }, narrow: { leftPx: 48, rightPx: 20 } } as const;

/** A day where the outing fits into one, else whole stretches of three hours round it; or one chosen day of it. */
export function timeAxis(
  outing: { startH: number; durationH: number },
  totalPx: number,
  day: number | null = null,
  { leftPx, rightPx }: { leftPx: number; rightPx: number } = ROOM.wide
): TimeAxis {
  const end = outing.startH + outing.durationH;
  const widthPx = Math.max(240, totalPx - leftPx - rightPx);
  if (day !== null) return { fromH: 24 * (day - 1), toH: 24 * day, leftPx, widthPx };
  if (end <= 24) return { fromH: 0, toH: 24, leftPx, widthPx };
  const fromH = Math.max(0, Math.floor(outing.startH / 3) * 3 - 3);
  return { fromH, toH: Math.max(fromH + 24, Math.ceil(end / 3) * 3 + 3), leftPx, widthPx };
}

export const pxAt = (axis: TimeAxis, timeH: number): number =>
  axis.leftPx + ((timeH - axis.fromH) / (axis.toH - axis.fromH)) * axis.widthPx;
export const hourAt = (axis: TimeAxis, px: number): number =>
  axis.fromH + ((px - axis.leftPx) / axis.widthPx) * (axis.toH - axis.fromH);

/** Hours to label: every 3 h for a day, coarser for longer outings. */
export function tickHours(axis: TimeAxis): number[] {
  const span = axis.toH - axis.fromH;
  const step = [1, 3, 6, 12, 24, 48, 96, 168, 336].find((s) => span / s <= 10) ?? 336;
  const out: number[] = [];
  for (let t = Math.ceil(axis.fromH / step) * step; t <= axis.toH + 1e-9; t += step) out.push(t);
  return out;
}
