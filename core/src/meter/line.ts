/**
 * The line protocol of the shunt meter, one reading a line (docs/meter-protocol.md):
 *
 *   n=1042 t=521.0 v=12.843 i=-1.204 q=-3.412 p=0.829 c=7.5 *5A3C
 *
 * n counts the lines, t is the meter's own clock in seconds, v volts, i amps (below nothing: out of the battery), q amp-hours
 * since it was set to full, p charge 0 to 1, c its temperature. Four hex digits of CRC-16 close the line.
 */
export type MeterReading = {
  count: number;
  clockS: number;
  volts: number;
  /** Out of the battery is positive here and everywhere in Haversack. */
  amps: number;
  ampHours: number;
  socFraction: number | null;
  tempC: number | null;
};

export type MeterLine = { ok: true; reading: MeterReading } | { ok: false; why: 'damaged' | 'foreign' };

/** Longest line that is listened to. */
export const MOST_LINE = 200;

/** CRC-16/CCITT-FALSE over the characters. @source polynomial 0x1021, start 0xFFFF */
export function crc16(text: string): number {
  let crc = 0xffff;
  for (let i = 0; i < text.length; i++) {
    crc ^= (text.charCodeAt(i) & 0xff) << 8;
    for (let b = 0; b < 8; b++) crc = crc & 0x8000 ? ((crc << 1) ^ 0x1021) & 0xffff : (crc << 1) & 0xffff;
  }
  return crc;
}

const number = (v: number, decimals: number): string => v.toFixed(decimals);

/** A reading as the meter says it, without the end of the line. */
export function meterLine(r: MeterReading): string {
  const body = [
    `n=${r.count}`,
    `t=${number(r.clockS, 1)}`,
    `v=${number(r.volts, 3)}`,
    `i=${number(-r.amps, 3)}`,
    `q=${number(-r.ampHours, 3)}`,
    ...(r.socFraction === null ? [] : [`p=${number(r.socFraction, 3)}`]),
    ...(r.tempC === null ? [] : [`c=${number(r.tempC, 1)}`])
  ].join(' ');
  return `${body} *${crc16(body).toString(16).toUpperCase().padStart(4, '0')}`;
}

/** What a meter of a 12 V box can show. */
const POSSIBLE: Record<string, readonly [number, number]> = {
  n: [0, Number.MAX_SAFE_INTEGER],
  t: [0, 1e10],
  v: [0, 60],
  i: [-500, 500],
  q: [-100_000, 100_000],
  p: [0, 1],
  c: [-60, 120]
};

/** Reads one line; never throws. A line that was cut or changed on its way is damaged, any other text foreign. */
export function readMeterLine(line: string): MeterLine {
  const text = line.trim();
  const match = /^(.*) \*([0-9A-Fa-f]{4})$/.exec(text);
  if (!match || text.length > MOST_LINE) return { ok: false, why: /^n=\d/.test(text) ? 'damaged' : 'foreign' };
  if (crc16(match[1]!) !== parseInt(match[2]!, 16)) return { ok: false, why: 'damaged' };
  const values = new Map<string, number>();
  for (const piece of match[1]!.split(' ')) {
    const [key = '', text = ''] = piece.split('=');
    const range = Object.hasOwn(POSSIBLE, key) ? POSSIBLE[key]! : undefined;
    // fields of a later meter are passed over
    if (!range) continue;
    const value = text === '' ? NaN : Number(text);
    if (!(value >= range[0] && value <= range[1])) return { ok: false, why: 'damaged' };
    values.set(key, value);
  }
  const need = (key: string): number => values.get(key)!;
  if (['n', 't', 'v', 'i', 'q'].some((k) => !values.has(k))) return { ok: false, why: 'foreign' };
  return {
    ok: true,
    reading: {
      count: need('n'),
      clockS: need('t'),
      volts: need('v'),
      amps: 0 - need('i'),
      ampHours: 0 - need('q'),
      socFraction: values.get('p') ?? null,
      tempC: values.get('c') ?? null
    }
  };
}
