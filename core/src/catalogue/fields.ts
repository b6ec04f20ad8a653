import { z } from 'zod';
import { parseLengthMm } from '../quantity/length.ts';
import { partSchema, type Part, type PartOf } from './part.ts';

/** One editable figure of a part: where it stands, its words, and what it may be. */
export type PartField = {
  path: string;
  label: string;
  unit: string;
  text: string;
  type: 'text' | 'number' | 'length' | 'flag' | 'list';
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

const FIXED = new Set([
  'kind',
  'id',
  'origin',
  'shape',
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

type Kind = { type: 'number' | 'text' | 'flag' | 'list'; nullable: boolean; choices: string[] | undefined };

/** What a schema asks for, when one line of typing can say it; undefined for lists and nested things. */
function kindOf(schema: z.ZodType): Kind | undefined {
  if (schema instanceof z.ZodNullable) {
    const inner = kindOf(schema.unwrap() as z.ZodType);
    return inner && { ...inner, nullable: true };
  }
  if (schema instanceof z.ZodArray && schema.element instanceof z.ZodEnum)
    return { type: 'list', nullable: false, choices: schema.element.options.map(String) };
  if (schema instanceof z.ZodEnum) return { type: 'text', nullable: false, choices: schema.options.map(String) };
  if (schema instanceof z.ZodBoolean) return { type: 'flag', nullable: false, choices: ['yes', 'no'] };
  if (schema instanceof z.ZodNumber) return { type: 'number', nullable: false, choices: undefined };
  return schema instanceof z.ZodString ? { type: 'text', nullable: false, choices: undefined } : undefined;
}

type Shape = Record<string, z.ZodType>;
const shapeOf = (union: z.ZodDiscriminatedUnion, key: string, value: unknown): Shape => {
  const option = union.options.find((o) => (o as z.ZodObject).shape[key]!.safeParse(value).success);
  return (option as z.ZodObject).shape as Shape;
};

/** The figures of a part a person may change, as its schema has them; those of its hole by a path with a slash. */
export function fieldsOf(part: Part): PartField[] {
  const out: PartField[] = [];
  const visit = (node: Record<string, unknown>, shape: Shape, prefix: string) => {
    for (const [key, schema] of Object.entries(shape)) {
      if (FIXED.has(key)) continue;
      const value = node[key];
      if (key === 'hole') {
        const hole = value as PartOf<'panel'>['hole'];
        visit(hole, shapeOf(schema as z.ZodDiscriminatedUnion, 'shape', hole.shape), 'hole/');
        continue;
      }
      const kind = kindOf(schema);
      if (!kind) continue;
      const match = kind.type === 'number' ? UNIT_BY_SUFFIX.find(([pattern]) => pattern.test(key)) : undefined;
      out.push({
        path: prefix + key,
        label: prefix ? `Hole ${words(key).toLowerCase()}` : words(key),
        unit: match?.[1] ?? '',
        text:
          value === null
            ? ''
            : Array.isArray(value)
              ? value.join(', ')
              : typeof value === 'boolean'
                ? value
                  ? 'yes'
                  : 'no'
                : String(value),
        type: match?.[2] ?? kind.type,
        nullable: kind.nullable,
        choices: kind.choices && kind.nullable ? ['', ...kind.choices] : kind.choices
      });
    }
  };
  visit(part as unknown as Record<string, unknown>, shapeOf(partSchema, 'kind', part.kind), '');
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

/** Words of a short list, apart by commas; nothing typed is none. */
function readList(field: PartField, text: string): { value: string[] } | { message: string } {
  const words = [
    ...new Set(
      text
        .split(/[,;]/)
        .map((w) => w.trim().toLowerCase())
        .filter(Boolean)
    )
  ];
  const known = new Map((field.choices ?? []).map((c) => [c.toLowerCase(), c]));
  const wrong = words.find((w) => !known.has(w));
  return wrong === undefined
    ? { value: words.map((w) => known.get(w)!) }
    : { message: `${field.label}: ‘${wrong}’ is none of ${[...known.values()].join(', ')}.` };
}

function readField(field: PartField, text: string): { value: unknown } | { message: string } {
  if (text === '' && field.nullable) return { value: null };
  if (field.type === 'text') return { value: text };
  if (field.type === 'list') return readList(field, text);
  if (field.type === 'flag') return { value: text === 'yes' };
  if (text === '') return { message: `${field.label} is needed.` };
  if (field.type === 'length' && text !== '0') {
    const parsed = parseLengthMm(text, 'mm');
    return parsed.ok ? { value: parsed.value } : { message: parsed.message };
  }
  const number = Number(text.replace(',', '.'));
  return Number.isFinite(number) ? { value: number } : { message: `'${text}' is not a number.` };
}
