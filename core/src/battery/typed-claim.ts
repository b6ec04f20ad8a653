import type { Chemistry } from '../catalogue/part.ts';
import { parseLengthMm } from '../quantity/length.ts';
import { parseQuantity, type ParseOptions } from '../quantity/parse.ts';
import type { QuantityKind } from '../quantity/units.ts';
import { CHEMISTRY, usedKind } from './chemistry.ts';
import { checkClaim, type BatteryClaim, type ClaimCheck } from './claims.ts';

/** A claim as typed, field by field; empty = not said. */
export type TypedClaim = {
  chemistry: Chemistry;
  amount: string;
  atV: string;
  mass: string;
  litres: string;
  price: string;
  lasts: string;
  draw: string;
};

/** Nothing said yet. */
export const NOTHING_CLAIMED: Readonly<TypedClaim> = {
  chemistry: 'lfp',
  amount: '',
  atV: '',
  mass: '',
  litres: '',
  price: '',
  lasts: '',
  draw: ''
};

export type TypedClaimAnswer =
  | { ok: true; check: ClaimCheck }
  | { ok: false; field: keyof TypedClaim; message: string };

class Wrong extends Error {
  readonly field: keyof TypedClaim;
  constructor(field: keyof TypedClaim, message: string) {
    super(message);
    this.field = field;
  }
}

/** Reads and checks a claim; what is not understood is named with its field. */
export function checkTypedClaim(t: TypedClaim): TypedClaimAnswer {
  try {
    return { ok: true, check: checkClaim(claimOf(t)) };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, field: error.field, message: error.message };
    throw error;
  }
}

function claimOf(t: TypedClaim): BatteryClaim {
  const { amount, unit } = amountOf(t.amount);
  const nominal = t.chemistry === 'unknown' ? 12 : CHEMISTRY[usedKind(t.chemistry)].nominalV;
  return {
    chemistry: t.chemistry,
    amount,
    unit,
    atV: optional(t, 'atV', 'voltage', { min: 1, max: 60 }) ?? nominal,
    massKg: optional(t, 'mass', 'mass', { min: 0.01, max: 200 }),
    litres: litresOf(t.litres),
    priceAmount: optional(t, 'price', 'money', { min: 0, max: 100000 }),
    lastsH: optional(t, 'lasts', 'duration', { min: 0.01, max: 100000 }),
    drawW: optional(t, 'draw', 'power', { min: 0.001, max: 100000 })
  };
}

function optional(t: TypedClaim, field: keyof TypedClaim, kind: QuantityKind, options: ParseOptions): number | null {
  if (t[field].trim() === '') return null;
  const parsed = parseQuantity(t[field], kind, options);
  if (!parsed.ok) throw new Wrong(field, parsed.message);
  return parsed.value;
}

function amountOf(text: string): { amount: number; unit: BatteryClaim['unit'] } {
  const match = /^\s*([\d.,]+)\s*(m?ah|wh|cca|ca|a)\s*$/i.exec(text);
  if (!match) throw new Wrong('amount', `'${text.trim()}' needs a number and its unit: Ah, mAh, Wh or CCA.`);
  const amount = Number(match[1]!.replace(/^(\d{1,3}),(\d{3})$/, '$1$2').replace(',', '.'));
  if (!(amount > 0)) throw new Wrong('amount', `'${text.trim()}' holds nothing: give a figure above 0.`);
  const unit = match[2]!.toLowerCase();
  if (unit === 'ah') return { amount, unit: 'Ah' };
  if (unit === 'mah') return { amount, unit: 'mAh' };
  if (unit === 'wh') return { amount, unit: 'Wh' };
  return { amount, unit: 'CCA' };
}

/** Litres as typed, or from three lengths. */
function litresOf(text: string): number | null {
  if (text.trim() === '') return null;
  const litres = /^\s*([\d.,]+)\s*l(?:itres?)?\s*$/i.exec(text);
  if (litres) return Number(litres[1]!.replace(',', '.'));
  const sides = text.replace(/\s*mm\s*$/i, '').split(/\s*[x×*]\s*/);
  const lengths = sides.map((s) => parseLengthMm(s, 'mm'));
  if (sides.length !== 3 || lengths.some((l) => !l.ok))
    throw new Wrong('litres', `'${text.trim()}' was not understood; type 181 × 77 × 167 mm or 2.3 l.`);
  return lengths.reduce((v, l) => v * (l.ok ? l.value : 0), 1) / 1e6;
}
