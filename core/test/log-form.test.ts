import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { formFields, formTexts, readForm, type FormTexts } from '../src/logbook/form.ts';
import { KIND_NAMES, LOG_KINDS, NO_PLAN } from '../src/logbook/kinds.ts';
import { logEntrySchema, type LogEntry, type LogKind } from '../src/logbook/record.ts';

const C = { temperatureUnit: 'C' as const };
const base = { batteryIds: ['b1'], ran: [], planned: () => NO_PLAN, sure: {} };
const read = (kind: LogKind, texts: FormTexts, units: { temperatureUnit: 'C' | 'F' } = C) =>
  readForm(kind, { day: '2026-11-20', ...texts }, units, base);
const entryOf = (kind: LogKind, texts: FormTexts, units = C as { temperatureUnit: 'C' | 'F' }): LogEntry => {
  const r = read(kind, texts, units);
  if (!r.ok) throw new Error(JSON.stringify(r.problems));
  return r.entry;
};

describe('the form of a record', () => {
  test('an outing as people type it, in either unit of temperature', () => {
    expect(
      entryOf(
        'outing',
        {
          durationH: '9h30',
          chargeAh: '12,4 Ah',
          endV: '12.9',
          endState: 'rested',
          airC: '37',
          ended: 'packed-up',
          notes: 'rain',
          time: '18:30'
        },
        { temperatureUnit: 'F' }
      )
    ).toMatchObject({
      durationH: 9.5,
      chargeAh: 12.4,
      endV: 12.9,
      endState: 'rested',
      airC: (37 - 32) / 1.8,
      ended: 'packed-up',
      time: '18:30',
      batteryIds: ['b1'],
      planned: NO_PLAN
    });
    expect(entryOf('charge', { full: 'yes', durationH: '5' })).toMatchObject({ full: true, durationH: 5 });
    expect(entryOf('charge', { full: '' })).toMatchObject({ full: null });
    // a choice that nobody touched is the one that is shown
    expect(entryOf('renewal', { detail: 'dried' })).toMatchObject({ what: 'desiccant' });
    expect(entryOf('moisture', { where: 'lid' })).toMatchObject({ seen: 'damp' });
    expect(entryOf('reading', { currentA: '25 mA', allOff: 'yes' })).toMatchObject({ currentA: 0.025, allOff: true });
  });

  test('each kind says what it cannot do without, beside its field', () => {
    const needs: [LogKind, string][] = [
      ['outing', 'durationH'],
      ['storage', 'percent'],
      ['reading', 'volts'],
      ['fault', 'what'],
      ['capacity', 'chargeAh'],
      ['wish', 'wish']
    ];
    for (const [kind, field] of needs) {
      const r = read(kind, {});
      expect(r.ok, kind).toBe(false);
      if (!r.ok) expect(Object.keys(r.problems), kind).toEqual([field]);
    }
  });

  test('what is wrong stands beside its field; a doubtful figure is asked once and then taken', () => {
    const bad = read('outing', { durationH: 'long', chargeAh: '-3 Ah', airC: '200 C', endV: '12.9 A' });
    expect(bad.ok).toBe(false);
    if (!bad.ok) expect(Object.keys(bad.problems).toSorted()).toEqual(['airC', 'chargeAh', 'durationH', 'endV']);
    const odd = read('reading', { volts: '1.2' });
    expect(odd.ok).toBe(false);
    if (odd.ok) return;
    expect(odd.problems.volts).toMatch(/record it again if it is so/);
    expect(odd.asked).toEqual({ volts: '1.2' });
    const again = (volts: string) => readForm('reading', { day: '2026-11-20', volts }, C, { ...base, sure: odd.asked });
    expect(again('1.2')).toMatchObject({ ok: true, entry: { volts: 1.2 } });
    // another doubtful figure is asked for anew
    expect(again('1.3').ok).toBe(false);
    const day = readForm('wish', { day: '2026-02-30', wish: 'x' }, C, base);
    expect(day.ok).toBe(false);
    if (!day.ok) expect(Object.keys(day.problems)).toEqual(['day']);
  });

  test('mended: what the fields show reads back as what stood there, for every kind and unit', () => {
    const num = (max: number) =>
      fc.oneof(
        fc.constant(null),
        fc.integer({ min: 0, max }).map((v) => v / 10)
      );
    fc.assert(
      fc.property(
        fc.constantFrom(...LOG_KINDS.filter((k) => k !== 'change')),
        num(150),
        num(120),
        num(160),
        fc.constantFrom('C', 'F'),
        (kind, a, b, c, temperatureUnit) => {
          const units = { temperatureUnit: temperatureUnit as 'C' | 'F' };
          const texts: Record<string, string> = { notes: 'x' };
          for (const f of formFields(kind, units)) {
            if (f.as === 'choice') texts[f.key] = f.options.at(-1)![0];
            else if (f.as === 'text') texts[f.key] = 'words';
            else if (f.as === 'flag') texts[f.key] = 'yes';
            else if (f.kind === 'voltage') texts[f.key] = '12.7';
            else if (f.kind === 'fraction') texts[f.key] = `${Math.min(100, Math.round((a ?? 1) * 6))} %`;
            else
              texts[f.key] = String(
                (f.kind === 'duration' ? (a ?? 9) : f.kind === 'temperature' ? Math.round((b ?? 1) * 2) : (c ?? 3)) || 1
              );
          }
          const first = read(kind, texts, units);
          if (!first.ok) throw new Error(`${kind} ${JSON.stringify(first.problems)}`);
          expect(logEntrySchema.safeParse(first.entry).success).toBe(true);
          const shown = formTexts(first.entry, units);
          const again = read(kind, shown, units);
          if (!again.ok) throw new Error(`${kind} ${JSON.stringify(shown)} ${JSON.stringify(again.problems)}`);
          expect(Object.keys(again.entry)).toEqual(Object.keys(first.entry));
          for (const [key, v] of Object.entries(first.entry))
            if (typeof v === 'number')
              expect(again.entry[key as never] as number, `${KIND_NAMES[kind]} ${key}`).toBeCloseTo(
                v,
                key === 'airC' ? 1 : 4
              );
            else expect(again.entry[key as never], key).toEqual(v);
        }
      ),
      { numRuns: 200, seed: 9 }
    );
  });
});
