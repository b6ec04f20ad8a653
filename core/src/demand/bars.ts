import type { Device, Span } from '../box/schema.ts';

type Window = { startH: number; durationH: number };

/** Bars within the outing, in order, each moment counted once. */
export function barsWithin(spans: readonly Span[], outing: Window): Span[] {
  const endH = outing.startH + outing.durationH;
  const out: Span[] = [];
  let reached = outing.startH;
  for (const span of [...spans].sort((a, b) => a.startH - b.startH)) {
    const startH = Math.max(reached, span.startH);
    const to = Math.min(endH, span.endH);
    if (to <= startH) continue;
    out.push({ ...span, startH, endH: to });
    reached = to;
  }
  return out;
}

/** Bars with their first hours of on-time taken away: what an inner battery carries first. */
export function barsAfter(bars: readonly Span[], skipH: number): Span[] {
  let left = skipH;
  return bars.flatMap((bar) => {
    const takenH = Math.min(left, bar.endH - bar.startH);
    left -= takenH;
    return bar.endH - bar.startH - takenH > 1e-9 ? [{ ...bar, startH: bar.startH + takenH }] : [];
  });
}

export const totalH = (bars: readonly { startH: number; endH: number }[]): number =>
  bars.reduce((sum, b) => sum + b.endH - b.startH, 0);

/** Hours a device is on within the outing; spans outside it do not count and overlapping spans count once. */
export const onHours = (device: Device, outing: Window): number => totalH(barsWithin(device.spans, outing));

/** Times at which any of several devices is on, joined. */
export function anyOf(devices: readonly Device[], outing: Window): { startH: number; endH: number }[] {
  const out: { startH: number; endH: number }[] = [];
  for (const s of devices.flatMap((d) => barsWithin(d.spans, outing)).sort((a, b) => a.startH - b.startH)) {
    const last = out[out.length - 1];
    if (last && s.startH <= last.endH + 1e-9) last.endH = Math.max(last.endH, s.endH);
    else out.push({ startH: s.startH, endH: s.endH });
  }
  return out;
}
