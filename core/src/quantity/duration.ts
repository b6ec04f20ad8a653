import { withDecimals } from './fractions.ts';
import type { Parsed } from './parsed.ts';
import { DAYS_A_MONTH } from './constants.ts';

const FORMS: [RegExp, (m: RegExpExecArray) => number][] = [
  [/^(\d+)\s*:\s*([0-5]?\d)$/, (m) => Number(m[1]) + Number(m[2]) / 60],
  [/^(\d+)\s*h\s*([0-5]?\d)\s*(?:m|min)?$/, (m) => Number(m[1]) + Number(m[2]) / 60],
  [/^([\d.,]+)\s*(?:h|hr|hrs|hour|hours)?$/, (m) => number(m[1]!)],
  [/^([\d.,]+)\s*(?:min|mins|minutes|m)$/, (m) => number(m[1]!) / 60],
  [/^([\d.,]+)\s*(?:s|sec|seconds)$/, (m) => number(m[1]!) / 3600],
  [/^([\d.,]+)\s*(?:d|day|days)$/, (m) => number(m[1]!) * 24],
  [/^([\d.,]+)\s*(?:wk|wks|week|weeks)$/, (m) => number(m[1]!) * 24 * 7],
  [/^([\d.,]+)\s*(?:mo|month|months)$/, (m) => number(m[1]!) * 24 * DAYS_A_MONTH],
  [/^([\d.,]+)\s*(?:y|yr|yrs|year|years)$/, (m) => number(m[1]!) * 24 * DAYS_A_MONTH * 12]
];
const number = (s: string) => (/^\d{1,3},\d{3}$/.test(s) ? NaN : Number(s.replace(',', '.')));

/** Reads a time span ('1h30', '90 min', '1:30', '14', '2 days') in hours. A bare number is hours. */
export function parseDurationH(text: string): Parsed {
  const s = withDecimals(text.trim().toLowerCase());
  for (const [form, read] of FORMS) {
    const match = form.exec(s);
    if (!match) continue;
    const value = read(match);
    if (Number.isFinite(value)) return { ok: true, value };
  }
  return {
    ok: false,
    message: `'${text.trim()}' was not understood as a time span; type for example 1h30, 90 min or 14 h.`
  };
}

/** Reads a clock time ('5', '05:00', '17.30', '5pm') as hours after midnight, 0 <= h < 24 (24:00 is 24). */
export function parseClockH(text: string): Parsed {
  const match = /^(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?$/i.exec(text.trim());
  const bad: Parsed = { ok: false, message: `'${text.trim()}' is not a time of day; type for example 05:00 or 5pm.` };
  if (!match) return bad;
  let hour = Number(match[1]);
  const minute = Number(match[2] ?? 0);
  const half = match[3]?.toLowerCase();
  if (half && (hour < 1 || hour > 12)) return bad;
  if (half) hour = (hour % 12) + (half === 'pm' ? 12 : 0);
  if (minute > 59 || hour > 24 || (hour === 24 && minute > 0)) return bad;
  return { ok: true, value: hour + minute / 60 };
}
