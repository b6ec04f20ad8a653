import { parseLengthMm } from '../quantity/length.ts';
import type { Part } from './part.ts';

/** One editable figure of a part: where it stands, its words, and what it may be. */
export type PartField = {
  path: string;
  label: string;
  unit: string;
  text: string;
  type: 'text' | 'number' | 'length' | 'flag';
  nullable: boolean;
  choices: string[] | undefined;
};

const UNIT_BY_SUFFIX: [RegExp, string, PartField['type']][] = [
  [/Mm$/, 'mm', 'length'],
  [/Ah$/, 'Ah', 'number'],
  [/MilliOhm$/, 'mohm', 'number'],
  [/MilliV$/, 'mV', 'number'],
  [/Kg$/, 'kg', 'number'],
  [/[a-z]A$/, 'A', 'number'],
  [/[a-z]V$/, 'V', 'number'],
  [/[a-z]W$/, 'W', 'number'],
  [/Wh$/, 'Wh', 'number'],
  [/Amount$/, '', 'number']
];

/** Figures that may be unknown. */
const NULLABLE = new Set([
  'priceAmount',
  'maxContinuousA',
  'protectionCutoffV',
  'ratingA',
  'contactMilliOhm',
  'converterRatedW',
  'voltageDcV',
  'interruptingA',
  'perWayA',
  'totalA',
  'handleRatedKg',
  'minV',
  'maxV',
  'wantsV',
  'innerWh'
]);
const CHOICES: Record<string, string[]> = {
  chemistry: ['lfp', 'agm', 'gel', 'flooded', 'nmc3', 'nmc4', 'unknown'],
  terminal: ['tab-4.8', 'tab-6.3', 'm5', 'm6', 'm8', 'lead', 'unknown'],
  anyWayUp: ['upright', 'not-inverted', 'any'],
  caseKind: ['hinged-can', 'steel-can', 'hard-case', 'junction-box', 'battery-box', 'tool-box', 'wooden-box'],
  material: ['PP', 'ABS', 'PC', 'steel', 'wood'],
  hinge: ['back', 'left', 'none'],
  measureYours: ['no', 'advised', 'must'],
  behaves: ['power', 'current', 'resistive', 'led-strip'],
  belowMin: ['stops', 'resets', 'degrades']
};
const FIXED = new Set([
  'kind',
  'id',
  'origin',
  'shape',
  'zones',
  'modes',
  'ratingsA',
  'family',
  'system',
  'size',
  'role',
  'supply',
  'use',
  'insulationC',
  'jet',
  'dunk'
]);

const words = (key: string): string => {
  const bare = key.replace(/(MilliOhm|MilliV|Mm|Kg|Ah|Amount|Fraction|[AVW])$/, '') || key;
  const spaced = bare.replace(/([A-Z])/g, ' $1').toLowerCase();
  return spaced[0]!.toUpperCase() + spaced.slice(1);
};

/** The figures of a part a person may change, nested ones by a path with slashes. */
export function fieldsOf(part: Part): PartField[] {
  const out: PartField[] = [];
  const visit = (node: Record<string, unknown>, prefix: string) => {
    for (const [key, value] of Object.entries(node)) {
      if (FIXED.has(key) && prefix !== 'hole/') continue;
      if (key === 'shape') continue;
      if (typeof value === 'object' && value !== null && !Array.isArray(value)) {
        if (key === 'hole') visit(value as Record<string, unknown>, `${prefix}${key}/`);
        continue;
      }
      if (Array.isArray(value)) continue;
      const match = UNIT_BY_SUFFIX.find(([pattern]) => pattern.test(key));
      const type =
        typeof value === 'boolean'
          ? 'flag'
          : typeof value === 'number' || NULLABLE.has(key)
            ? (match?.[2] ?? 'number')
            : 'text';
      out.push({
        path: prefix + key,
        label: prefix ? `Hole ${words(key).toLowerCase()}` : words(key),
        unit: match?.[1] ?? '',
        text: value === null ? '' : typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value),
        type,
        nullable: NULLABLE.has(key),
        choices: type === 'flag' ? ['yes', 'no'] : CHOICES[key]
      });
    }
  };
  visit(part as unknown as Record<string, unknown>, '');
  return out;
}

/** The part with one figure as typed, or what is wrong with it. Lengths may be typed in inches. */
export function withField(
  part: Part,
  field: PartField,
  text: string
): { ok: true; part: Part } | { ok: false; message: string } {
  const read = readField(field, text.trim());
  if ('message' in read) return { ok: false, message: read.message };
  const [head, tail] = field.path.split('/') as [string, string | undefined];
  const node = part as unknown as Record<string, unknown>;
  const value = tail === undefined ? read.value : { ...(node[head] as object), [tail]: read.value };
  return { ok: true, part: { ...node, [head]: value } as unknown as Part };
}

function readField(field: PartField, text: string): { value: unknown } | { message: string } {
  if (text === '' && field.nullable) return { value: null };
  if (field.type === 'text') return { value: text };
  if (field.type === 'flag') return { value: text === 'yes' };
  if (text === '') return { message: `${field.label} is needed.` };
  if (field.type === 'length' && text !== '0') {
    const parsed = parseLengthMm(text, 'mm');
    return parsed.ok ? { value: parsed.value } : { message: parsed.message };
  }
  const number = Number(text.replace(',', '.'));
  return Number.isFinite(number) ? { value: number } : { message: `'${text}' is not a number.` };
}
