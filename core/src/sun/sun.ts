import type { Site } from '../box/schema.ts';

const RAD = Math.PI / 180;
const sin = (deg: number) => Math.sin(deg * RAD);
const cos = (deg: number) => Math.cos(deg * RAD);
/** Where the upper rim of the sun touches the horizon, refraction included. @source almanac convention: -0.833° */
const RISE_DEG = -0.833;
/** Where the horizon can no longer be made out at sea. @source nautical: civil twilight -6° */
const DARK_DEG = -6;

/** Day of the year of a calendar day, 1 for the first of January. Leap years count as they are. */
export function dayOfYear(isoDay: string): number {
  const [y, m, d] = isoDay.split('-').map(Number) as [number, number, number];
  return Math.round((Date.UTC(y, m - 1, d) - Date.UTC(y, 0, 1)) / 86_400_000) + 1;
}

/** Calendar month 0-11 of a day some days after a start. */
export function monthAfter(isoDay: string, days: number): number {
  const [y, m, d] = isoDay.split('-').map(Number) as [number, number, number];
  return new Date(Date.UTC(y, m - 1, d + Math.floor(days))).getUTCMonth();
}

/** The calendar day some days later, as text. */
export function dayAfter(isoDay: string, days: number): string {
  const [y, m, d] = isoDay.split('-').map(Number) as [number, number, number];
  return new Date(Date.UTC(y, m - 1, d + Math.floor(days))).toISOString().slice(0, 10);
}

/** Declination, degrees. @source electrical reference 9: 23.45°·sin(360°(284+n)/365) */
export const declinationDeg = (day: number): number => 23.45 * sin((360 * (284 + day)) / 365);

/** Clock against sun through the year, minutes. @source the usual three-term fit, within about a minute */
function equationOfTimeMin(day: number): number {
  const b = (360 * (day - 81)) / 364;
  return 9.87 * sin(2 * b) - 7.53 * cos(b) - 1.5 * sin(b);
}

/** Solar hour of a clock hour at a place. */
export const solarHour = (site: Site, day: number, clockH: number): number =>
  clockH - site.utcOffsetH + site.longitudeDeg / 15 + equationOfTimeMin(day) / 60;

/** Height of the sun over the horizon, degrees. @source electrical reference 9 */
export function elevationDeg(latitudeDeg: number, day: number, solarH: number): number {
  const d = declinationDeg(day);
  const s = sin(latitudeDeg) * sin(d) + cos(latitudeDeg) * cos(d) * cos(15 * (solarH - 12));
  return Math.asin(Math.max(-1, Math.min(1, s))) / RAD;
}

/** Air mass at an elevation above the horizon, degrees. @source electrical reference 9 */
export const airMass = (elevation: number): number => 1 / (sin(elevation) + 0.50572 * (elevation + 6.07995) ** -1.6364);

/** Direct light of a clear sky, W/m²; 0 under the horizon. @source electrical reference 9, Meinel form */
export const directWPerM2 = (elevation: number): number =>
  elevation > 0 ? 1353 * 0.7 ** (airMass(elevation) ** 0.678) : 0;

/** Scattered light as a share of direct. @source electrical reference 9 */
const DIFFUSE_SHARE = 0.1;

/**
 * Clear-sky light on a panel tilted toward the equator, W/m². Below 5° of sun it is only indicative.
 * @param tiltDeg 0 flat to 90 upright
 * @source electrical reference 9
 */
export function panelWPerM2(latitudeDeg: number, day: number, solarH: number, tiltDeg: number): number {
  const h = elevationDeg(latitudeDeg, day, solarH);
  const direct = directWPerM2(h);
  if (direct === 0) return 0;
  const towards = latitudeDeg >= 0 ? latitudeDeg - tiltDeg : latitudeDeg + tiltDeg;
  const d = declinationDeg(day);
  const cosine = sin(d) * sin(towards) + cos(d) * cos(towards) * cos(15 * (solarH - 12));
  return direct * Math.max(0, cosine) + (DIFFUSE_SHARE * direct * (1 + cos(tiltDeg))) / 2;
}

export type Light = 'dark' | 'dusk' | 'day';

/** Dark, half light or day at a clock hour; the day counts from the outing's first midnight. */
function lightAt(site: Site, isoDay: string, clockH: number): Light {
  const day = dayOfYear(isoDay) + Math.floor(clockH / 24);
  const h = elevationDeg(site.latitudeDeg, day, solarHour(site, day, clockH - 24 * Math.floor(clockH / 24)));
  return h >= RISE_DEG ? 'day' : h >= DARK_DEG ? 'dusk' : 'dark';
}

/** Stretches of equal light between two clock hours, to the nearest two minutes. */
export function lightStretches(
  site: Site,
  isoDay: string,
  window: { fromH: number; toH: number }
): { fromH: number; toH: number; light: Light }[] {
  const STEP_H = 1 / 30;
  const out: { fromH: number; toH: number; light: Light }[] = [];
  for (let t = window.fromH; t < window.toH - 1e-9; t += STEP_H) {
    const light = lightAt(site, isoDay, t + STEP_H / 2);
    const last = out[out.length - 1];
    if (last?.light === light) last.toH = Math.min(window.toH, t + STEP_H);
    else out.push({ fromH: t, toH: Math.min(window.toH, t + STEP_H), light });
  }
  return out;
}

/** Clock hours of rise and set on one day; undefined when the sun stays up or down. */
export function riseAndSet(site: Site, isoDay: string): { riseH: number; setH: number } | undefined {
  const day = dayOfYear(isoDay);
  const d = declinationDeg(day);
  const c = (sin(RISE_DEG) - sin(site.latitudeDeg) * sin(d)) / (cos(site.latitudeDeg) * cos(d));
  if (c <= -1 || c >= 1) return undefined;
  const half = Math.acos(c) / RAD / 15;
  const noon = 12 + site.utcOffsetH - site.longitudeDeg / 15 - equationOfTimeMin(day) / 60;
  return { riseH: noon - half, setH: noon + half };
}
