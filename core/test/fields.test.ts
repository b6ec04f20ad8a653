import { describe, expect, test } from 'vitest';
import { nominalVOf } from '../src/battery/nominal.ts';
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

  test('figures are typed with the units people use', () => {
    const battery = starter('battery', 'battery-agm-18');
    expect(
      asTyped(battery, { massKg: '14 lb', lengthMm: '7 1/8 in', capacityAh: '30 Ah', maxChargeA: '500 mA' })
    ).toMatchObject({
      massKg: 6.35029318,
      lengthMm: 180.975,
      capacityAh: 30,
      maxChargeA: 0.5
    });
    // watt-hours are questioned with what they are at its voltage
    expect(withField(battery, field(battery, 'capacityAh'), '180 Wh', nominalVOf(battery))).toMatchObject({
      ok: false,
      likely: '15 Ah'
    });
    expect(withField(battery, field(battery, 'capacityAh'), '30 A')).toMatchObject({ ok: false, likely: '30 Ah' });
  });

  test('role, supply, weather, kind and ratings of fuses can be changed, and the part stays one', () => {
    const socket = starter('panel', 'socket-12v-capped');
    const changed = asTyped(socket, {
      role: 'inlet',
      supply: '12v',
      'seal/open': 'rain',
      'seal/capped': '',
      ratingA: '20 A'
    });
    expect(changed).toMatchObject({ role: 'inlet', ratingA: 20, seal: { open: { jet: 6, dunk: 0 }, capped: null } });
    expect(partSchema.safeParse(changed).success).toBe(true);
    const fuse = starter('fuse', 'fuse-blade');
    const own = asTyped(fuse, { ratingsA: '5, 7,5 10A; 15', family: 'midi' });
    expect(own).toMatchObject({ ratingsA: [5, 7.5, 10, 15], family: 'midi' });
    expect(withField(fuse, field(fuse, 'ratingsA'), 'five')).toMatchObject({ ok: false });
    const unknown = asTyped(starter('battery', 'battery-lfp-20'), { hasProtection: '', terminal: 'unknown' });
    expect(unknown).toMatchObject({ hasProtection: null, terminal: 'unknown' });
  });

  test('every figure is called by words', () => {
    for (const part of STARTER_CATALOGUE)
      for (const f of fieldsOf(part)) expect(f.label, `${part.kind} ${f.path}`).toMatch(/^[A-Z][a-zA-Z ,0-9-]+$/);
  });

  test('what is no number is said to be none', () => {
    const battery = starter('battery', 'battery-lfp-20');
    expect(withField(battery, field(battery, 'capacityAh'), 'many')).toEqual({
      ok: false,
      message: "Capacity: 'many' was not understood; type a capacity, such as 7 Ah."
    });
  });
});
