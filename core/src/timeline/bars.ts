import { clockText } from '../quantity/format.ts';
import type { Span } from '../box/schema.ts';

export type Window = { startH: number; durationH: number };

/** The day of the outing a clock hour falls on, 1 for the first. */
export const dayOf = (timeH: number): number => Math.floor(timeH / 24 + 1e-9) + 1;

export const dayCount = (outing: Window): number => dayOf(outing.startH + outing.durationH - 1e-6);

/** A clock time on a day of the outing; on one of a single night, hours before switch-on belong to the next day. */
export function clockOnDay(clockH: number, day: number, outing: Window): number {
  const timeH = clockH + 24 * (day - 1);
  return dayCount(outing) <= 2 && day === 1 && timeH < outing.startH - 1e-6 ? timeH + 24 : timeH;
}

/** A bar with one end moved; an end before its start moves on by a day, a start behind its end takes an hour. */
export function barWith(bar: Span, key: 'startH' | 'endH', timeH: number): Span {
  const next = { ...bar, [key]: timeH };
  if (next.endH > next.startH) return next;
  return key === 'startH' ? { ...next, endH: next.startH + 1 } : { ...next, endH: next.endH + 24 };
}

/** Another bar after the last one, an hour long where there is room. */
export function nextBar(spans: readonly Span[], outing: Window): Span {
  const endH = outing.startH + outing.durationH;
  const last = Math.max(outing.startH, ...spans.map((s) => s.endH));
  const startH = last < endH - 0.5 ? (spans.length === 0 ? outing.startH : last + 0.25) : outing.startH;
  return { startH, endH: Math.min(endH, startH + 1), dutyFraction: null };
}

/** A moment in words: the clock, and the day where an outing has more than one night: 'day 3, 04:10'. */
export const momentText = (outing: Window, timeH: number): string =>
  dayCount(outing) > 2 ? `day ${dayOf(timeH)}, ${clockText(timeH)}` : clockText(timeH);

/**
 * A stretch of time in words. One of a day or more says how many days later it ends, since two clock times alone would
 * make 'on from 22:00 to 06:00' of a night and of three: '22:00 to 06:00, 3 days later'.
 */
export function stretchText(outing: Window, span: Pick<Span, 'startH' | 'endH'>): string {
  const later = dayOf(span.endH) - dayOf(span.startH);
  const longer = span.endH - span.startH >= 24 - 1e-9;
  const end = longer
    ? `${clockText(span.endH)}, ${later === 1 ? 'a day' : `${later} days`} later`
    : clockText(span.endH);
  return `${momentText(outing, span.startH)} to ${end}`;
}
