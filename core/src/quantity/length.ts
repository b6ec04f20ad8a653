import { MM_PER_INCH } from './units.ts';
import { withPlainMinus, writtenOut } from './fractions.ts';
import type { Parsed } from './parsed.ts';

export type LengthUnit = 'mm' | 'in';

const PER_MM: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH
};
const DECIMAL = /^(\d+(?:[.,]\d+)?|[.,]\d+)\s*(mm|cm|m|inches|inch|in|")?$/i;
const FRACTION = /^(?:(\d+)[\s-]+)?(\d+)\/(\d+)\s*(mm|cm|m|inches|inch|in|")?$/i;

/** Feet with or without inches: 2 ft, 2' 6", 6 feet 1 1/2 in. */
const FEET = /^(\d+(?:[.,]\d+)?)\s*(?:ft|feet|foot|')\.?\s*(?:(\d.*?)\s*(?:inches|inch|in|")?)?$/i;
const INCHES_A_FOOT = 12;

/** Screws with threads counted to the inch, by what is printed on them: across, mm. @source unified thread standard, nominal diameters */
const THREADS: Readonly<Record<string, number>> = {
  '4-40': 2.84,
  '6-32': 3.51,
  '8-32': 4.17,
  '10-24': 4.83,
  '10-32': 4.83,
  '1/4-20': 6.35,
  '5/16-18': 7.94,
  '3/8-16': 9.53
};

const refuse = (message: string): Parsed => ({ ok: false, message });

/**
 * Reads a length as typed and gives mm: decimals with point or comma, fractions and mixed numbers (always inches),
 * vulgar-fraction glyphs, an optional diameter sign, units mm, cm, m, in, inch and ".
 * Refuses ranges, thread names, fractions of metric units, 'd,ddd', zero and negatives.
 * @source lengths parsing rules and vectors of the mechanical reference, 6.3
 */
export function parseLengthMm(text: string, defaultUnit: LengthUnit): Parsed {
  let s = withPlainMinus(text.trim())
    .replace(/^(ø|⌀|dia\.?|d=)\s*/i, '')
    .replace(/[”″]/g, '"');
  s = writtenOut(s);
  if (/^m\d+/i.test(s))
    return refuse(`'${text}' is a thread, not a hole size. For an M12 gland the hole is 12.2 mm; type the hole.`);
  const screwMm = THREADS[s.replace(/^#\s*/, '')];
  if (screwMm !== undefined)
    return refuse(`'${text}' is a thread, not a length: its screw is ${screwMm} mm across; type the length.`);
  const feet = FEET.exec(s);
  if (feet) return readFeet(text, feet);
  if (/^-\s*[\d.,]/.test(s)) return refuse('A length must be more than zero.');
  if (/^\d[\d.,]*\s*(-|–|to|\.\.)\s*\d[\d.,]*\s*(mm|cm|m|in|")?$/i.test(s) && !FRACTION.test(s))
    return refuse(`'${text}' is a range; type one length.`);
  const fraction = FRACTION.exec(s);
  if (fraction) return readFraction(text, fraction);
  const decimal = DECIMAL.exec(s);
  if (!decimal) return refuse(`'${text}' was not understood as a length; type for example 28.6 mm or 1 1/8 in.`);
  if (/^\d{1,3},\d{3}$/.test(decimal[1]!))
    return refuse(
      `'${decimal[1]}' is ambiguous: write ${decimal[1]!.replace(',', '')} or ${decimal[1]!.replace(',', '.')}.`
    );
  const number = Number(decimal[1]!.replace(',', '.'));
  if (number <= 0) return refuse('A length must be more than zero.');
  return { ok: true, value: round(number * PER_MM[(decimal[2] ?? defaultUnit).toLowerCase()]!) };
}

/** Feet, and the inches after them, which a tape never shows as twelve or more. */
function readFeet(text: string, [, whole, rest]: RegExpExecArray): Parsed {
  const inches = rest === undefined ? { ok: true as const, value: 0 } : parseLengthMm(`${rest} in`, 'in');
  if (!inches.ok) return refuse(`'${text}' was not understood as a length; type for example 2 ft 6 in.`);
  if (inches.value >= INCHES_A_FOOT * MM_PER_INCH)
    return refuse(`'${text}' has more than a foot of inches; type for example 2 ft 6 in.`);
  const mm = Number(whole!.replace(',', '.')) * INCHES_A_FOOT * MM_PER_INCH + inches.value;
  return mm > 0 ? { ok: true, value: round(mm) } : refuse('A length must be more than zero.');
}

function readFraction(text: string, match: RegExpExecArray): Parsed {
  const unit = match[4]?.toLowerCase();
  if (unit === 'mm' || unit === 'cm' || unit === 'm')
    return refuse(`'${text}' mixes a fraction with a metric unit; write a decimal, or inches.`);
  const bottom = Number(match[3]);
  if (bottom === 0) return refuse(`'${text}' divides by zero.`);
  const inches = Number(match[1] ?? 0) + Number(match[2]) / bottom;
  if (inches <= 0) return refuse('A length must be more than zero.');
  return { ok: true, value: round(inches * MM_PER_INCH) };
}

/** Takes binary noise off products such as 2.8 x 10. */
const round = (mm: number) => Number(mm.toPrecision(12));

/**
 * Nearest inch fraction to 1/64 as text, with the rounding error in mm (fraction minus true length).
 * @param lengthMm any finite length >= 0
 */
export function inchFraction(lengthMm: number): { text: string; errorMm: number } {
  let parts = Math.round((lengthMm / MM_PER_INCH) * 64);
  const errorMm = (parts / 64) * MM_PER_INCH - lengthMm;
  const whole = Math.floor(parts / 64);
  parts -= whole * 64;
  let bottom = 64;
  while (parts > 0 && parts % 2 === 0) {
    parts /= 2;
    bottom /= 2;
  }
  const fraction = parts ? `${parts}/${bottom}` : '';
  return { text: [whole || (fraction ? '' : '0'), fraction].filter((p) => p !== '').join(' '), errorMm };
}
