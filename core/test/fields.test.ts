import { describe, expect, test } from 'vitest';
import { fieldsOf, withField } from '../src/catalogue/fields.ts';
import { partSchema, type Part } from '../src/catalogue/part.ts';
import { STARTER_CATALOGUE } from '../src/catalogue/starter.ts';
import { starter } from '../src/demo/builder.ts';

/** What the Parts page does when its form is kept: every field as it stands in the form. */
function asTyped(part: Part, typed: Record<string, string> = {}): Part {
  return fieldsOf(part).reduce<Part>((now, field) => {
    const read = withField(now, field, typed[field.path] ?? field.text);
    if (!read.ok) throw new Error(`${part.id} ${field.path}: ${read.message}`);
    return read.part;
  }, part);
}
const field = (part: Part, path: string) => fieldsOf(part).find((f) => f.path === path)!;

describe('the form of an own part', () => {
  const kinds = [...new Set(STARTER_CATALOGUE.map((p) => p.kind))];
  test.each(kinds)('every %s of the library can be kept unchanged as an own part', (kind) => {
    const parts = STARTER_CATALOGUE.filter((p) => p.kind === kind);
    expect(parts.length).toBeGreaterThan(0);
    for (const part of parts) {
      const own = asTyped({ ...part, origin: 'own', id: `own-${part.id}-1` } as Part);
      expect(own).toEqual({ ...part, origin: 'own', id: `own-${part.id}-1` });
      expect(partSchema.safeParse(own).success, part.id).toBe(true);
    }
  });

  test('figures that may be unknown are those the schema lets be null', () => {
    const socket = starter('panel', 'socket-12v-capped');
    expect(field(socket, 'ratingA').nullable).toBe(true);
    expect(field(socket, 'flangeWidthMm').nullable).toBe(false);
    expect(asTyped(socket, { ratingA: '' })).toMatchObject({ ratingA: null });
    expect(withField(socket, field(socket, 'flangeWidthMm'), '')).toMatchObject({ ok: false });
  });

  test('a hole may be typed in inches, a choice is one of its words', () => {
    const socket = starter('panel', 'socket-12v-capped');
    expect(asTyped(socket, { 'hole/diameterMm': '1 1/8 in' })).toMatchObject({ hole: { diameterMm: 28.575 } });
    expect(field(starter('battery', 'battery-lfp-20'), 'chemistry').choices).toContain('agm');
    expect(asTyped(starter('battery', 'battery-lfp-20'), { hasProtection: 'no' })).toMatchObject({
      hasProtection: false
    });
  });

  test('a protection that nobody knows of stays unknown', () => {
    const battery: Part = { ...starter('battery', 'battery-lfp-20'), hasProtection: null };
    expect(field(battery, 'hasProtection').text).toBe('');
    expect(asTyped(battery)).toMatchObject({ hasProtection: null });
  });

  test('what is no number is said to be none', () => {
    const battery = starter('battery', 'battery-lfp-20');
    expect(withField(battery, field(battery, 'capacityAh'), 'many')).toEqual({
      ok: false,
      message: "'many' is not a number."
    });
  });
});
