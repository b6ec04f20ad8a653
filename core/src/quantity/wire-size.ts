import { capital } from './capital.ts';
/** How a conductor's size is named: American gauge ('16', '1/0') or cross-section ('2.5'). */
export type WireSize = { system: 'awg'; size: string } | { system: 'mm2'; size: string };

/**
 * Reads '14 AWG', 'awg 14', '2.5mm2', '2,5 mm²'. A bare number is refused as ambiguous between the two systems.
 * Gives the size as written in the tables; whether the tables hold it is the caller's question.
 */
export function parseWireSize(text: string): { ok: true; size: WireSize } | { ok: false; message: string } {
  const s = text.trim().toLowerCase().replace(',', '.');
  const gauge = /^(?:awg\s*)?(\d{1,2}|[1-4]\/0)\s*(awg|ga|gauge)?$/.exec(s);
  if (gauge && /awg|ga/.test(s)) return { ok: true, size: { system: 'awg', size: gauge[1]! } };
  const area = /^(\d+(?:\.\d+)?)\s*(?:mm2|mm²|sqmm|qmm)$/.exec(s);
  if (area) return { ok: true, size: { system: 'mm2', size: String(Number(area[1])) } };
  const hint = gauge
    ? `is '${text.trim()}' AWG or mm2? Write the unit, such as 14 AWG or 2.5 mm2.`
    : `'${text.trim()}' is not a wire size; type for example 14 AWG or 2.5 mm2.`;
  return { ok: false, message: capital(hint) };
}

/** '16 AWG' or '2.5 mm²'. */
export const wireSizeText = (w: WireSize): string => (w.system === 'awg' ? `${w.size} AWG` : `${w.size} mm²`);
