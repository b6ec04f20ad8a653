import { parseLengthMm, type LengthUnit } from '../quantity/length.ts';

/** Sizes typed with semicolons between: '29 mm; 1 1/8 in'. The first that is not understood is named. */
export function readSizes(
  text: string,
  unit: LengthUnit
): { ok: true; sizesMm: number[] } | { ok: false; message: string } {
  const pieces = text
    .split(';')
    .map((p) => p.trim())
    .filter(Boolean);
  if (pieces.length === 0) return { ok: false, message: 'Type at least one size, such as 29 mm.' };
  const sizesMm: number[] = [];
  for (const piece of pieces) {
    const parsed = parseLengthMm(piece, unit);
    if (!parsed.ok) return parsed;
    if (parsed.value > 200) return { ok: false, message: `'${piece}' is larger than any bit here (200 mm).` };
    sizesMm.push(parsed.value);
  }
  return { ok: true, sizesMm };
}
