import { z } from 'zod';
import { parseQuantity, quantityText } from '../quantity/parse.ts';
import type { QuantityKind } from '../quantity/units.ts';
import { FIELD_WORDS } from './field-words.ts';
import { partSchema, type Part, type PartOf, type SealMark } from './part.ts';
import { capital } from '../quantity/capital.ts';

/** One editable figure of a part: where it stands, its words, and what it may be. */
export type PartField = {
  path: string;
  label: string;
  unit: string;
  text: string;
  type: 'text' | 'number' | 'flag' | 'list' | 'numbers' | 'seal';
  /** What is typed, for figures with a unit. */
  kind: QuantityKind | undefined;
  nullable: boolean;
  choices: string[] | undefined;
};

const UNIT_BY_SUFFIX: [RegExp, string, QuantityKind | undefined][] = [
  [/Mm$/, 'mm', 'length'],
  [/Ah$/, 'Ah', 'capacity'],
  [/MilliOhm$/, 'mohm', undefined],
  [/MilliV$/, 'mV', undefined],
  [/Kg$/, 'kg', 'mass'],
  [/[a-z]A$/, 'A', 'current'],
  [/[a-z]V$/, 'V', 'voltage'],
  [/[a-z]W$/, 'W', 'power'],
  [/Wh$/, 'Wh', 'energy'],
  [/Amount$/, '', 'money']
];

/** How much weather a part holds, by what people say of it. @source mechanical reference: the marks behind the words */
const SEALS: Readonly<Record<string, SealMark>> = {
  'dry store': { jet: 0, dunk: 0 },
  splash: { jet: 4, dunk: 0 },
  rain: { jet: 6, dunk: 0 },
  dunk: { jet: 6, dunk: 7 }
};
const sealChoice = (m: SealMark): string =>
  Object.entries(SEALS).find(([, s]) => s.jet === m.jet && s.dunk === m.dunk)?.[0] ?? `as marked ${m.jet}/${m.dunk}`;

const FIXED = new Set(['kind', 'id', 'origin', 'shape', 'system', 'size', 'use', 'insulationC', 'jet', 'dunk']);

const words = (key: string): string => {
  const bare = key.replace(/(MilliOhm|MilliV|Mm|Kg|Ah|Amount|Fraction|[AVW])$/, '') || key;
  const spaced = bare.replace(/([A-Z])/g, ' $1').toLowerCase();
  return capital(spaced);
};

/** The same field may mean more of one kind of part. */
const labelOf = (kind: Part['kind'], key: string): string =>
  kind === 'battery' && key === 'heightMm' ? 'Height over the terminals' : (FIELD_WORDS[key] ?? words(key));

type Kind = { type: 'number' | 'numbers' | 'text' | 'flag' | 'list'; nullable: boolean; choices: string[] | undefined };

/** What a schema asks for, when one line of typing can say it; undefined for lists and nested things. */
function kindOf(schema: z.ZodType): Kind | undefined {
  if (schema instanceof z.ZodDefault) return kindOf(schema.unwrap() as z.ZodType);
  if (schema instanceof z.ZodNullable) {
    const inner = kindOf(schema.unwrap() as z.ZodType);
    return inner && { ...inner, nullable: true };
  }
  if (schema instanceof z.ZodArray && schema.element instanceof z.ZodNumber)
    return { type: 'numbers', nullable: false, choices: undefined };
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
      if (key === 'seal') {
        out.push(...sealFields(value as SealMark | PartOf<'panel'>['seal']));
        continue;
      }
      const kind = kindOf(schema);
      if (!kind) continue;
      const match = kind.type === 'number' ? UNIT_BY_SUFFIX.find(([pattern]) => pattern.test(key)) : undefined;
      out.push({
        path: prefix + key,
        label: prefix ? `Hole ${words(key).toLowerCase()}` : labelOf(part.kind, key),
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
        type: kind.type,
        kind: match?.[2],
        nullable: kind.nullable,
        choices: kind.choices && kind.nullable ? ['', ...kind.choices] : kind.choices
      });
    }
  };
  visit(part as unknown as Record<string, unknown>, shapeOf(partSchema, 'kind', part.kind), '');
  return out;
}

/** Of a panel part by its state, of a case as it is closed. */
function sealFields(seal: SealMark | PartOf<'panel'>['seal']): PartField[] {
  const one = (path: string, mark: SealMark | null, nullable: boolean): PartField => {
    const text = mark ? sealChoice(mark) : '';
    const known = Object.keys(SEALS);
    const choices = [...(nullable ? [''] : []), ...known, ...(text && !known.includes(text) ? [text] : [])];
    return { path, label: FIELD_WORDS[path]!, unit: '', text, type: 'seal', kind: undefined, nullable, choices };
  };
  if (!('open' in seal)) return [one('seal', seal, false)];
  return [
    one('seal/open', seal.open, false),
    one('seal/mated', seal.mated, true),
    one('seal/capped', seal.capped, true)
  ];
}

/**
 * The part with one figure as typed, or what is wrong with it. Lengths may be typed in inches.
 * @param atV volts at which watt-hours typed for a capacity are turned into amp-hours
 */
export function withField(
  part: Part,
  field: PartField,
  text: string,
  atV?: number
): { ok: true; part: Part } | { ok: false; message: string; likely?: string } {
  const read = readField(field, text.trim(), atV);
  if ('message' in read) return { ok: false, ...read };
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

function readField(
  field: PartField,
  text: string,
  atV: number | undefined
): { value: unknown } | { message: string; likely?: string } {
  if (text === '' && field.nullable) return { value: null };
  if (field.type === 'text') return { value: text };
  if (field.type === 'list') return readList(field, text);
  if (field.type === 'seal') {
    const mark = /^as marked (\d+)\/(\d+)$/.exec(text);
    return { value: mark ? { jet: Number(mark[1]), dunk: Number(mark[2]) } : SEALS[text] };
  }
  if (field.type === 'flag') return { value: text === 'yes' };
  if (text === '') return { message: `${field.label} is needed.` };
  if (field.type === 'numbers') return readNumbers(text);
  if (field.kind !== undefined && text !== '0') {
    const parsed = parseQuantity(text, field.kind, {
      lengthUnit: 'mm',
      allowZero: true,
      ...(atV === undefined ? {} : { atV })
    });
    if (parsed.ok) return { value: parsed.value };
    const likely = parsed.likely === undefined ? {} : { likely: quantityText(parsed.likely, field.kind) };
    return { message: `${field.label}: ${parsed.message}`, ...likely };
  }
  const number = Number(text.replace(',', '.'));
  return Number.isFinite(number) ? { value: number } : { message: `'${text}' is not a number.` };
}

/** '5, 7.5, 10': numbers apart by commas followed by a space, semicolons or spaces. */
function readNumbers(text: string): { value: number[] } | { message: string } {
  const words = text.split(/[;\s]+|,(?=\s|$)/).filter(Boolean);
  const values = words.map((w) => Number(w.replace(/A$/i, '').replace(',', '.')));
  const wrong = words.find((_, i) => !Number.isFinite(values[i]!) || values[i]! <= 0);
  return wrong === undefined ? { value: values } : { message: `‘${wrong}’ is not a rating; write 5, 7.5, 10.` };
}
