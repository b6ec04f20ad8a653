import { expect, test } from 'vitest';
import { ownDay, withOwnDays } from './days.ts';

const written = (y: number, m: number, d: number) => new Date(y, m - 1, d, 12).toLocaleDateString();

test('a day is written as this system writes one; what is none stays', () => {
  expect(ownDay('2026-09-18')).toBe(written(2026, 9, 18));
  expect(ownDay('soon')).toBe('soon');
  expect(ownDay('2026-02-31x')).toBe('2026-02-31x');
});

test('every day of a sentence, and nothing else of it', () => {
  expect(withOwnDays('Checked on 2026-09-18, due 2027-01-02; part 12026-09-18.')).toBe(
    `Checked on ${written(2026, 9, 18)}, due ${written(2027, 1, 2)}; part 12026-09-18.`
  );
  expect(withOwnDays('No day at all: 20-09-18')).toBe('No day at all: 20-09-18');
});
