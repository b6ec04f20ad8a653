import { describe, expect, test } from 'vitest';
import { saltmarshHideBox } from '../src/demo/boxes.ts';
import { readBoxData } from '../src/exchange/read-box.ts';
import { fieldWords, placeWords } from '../src/exchange/place-words.ts';

/** A demo box with one thing in it changed. */
function changed(path: readonly (string | number)[], value: unknown): unknown {
  const box = structuredClone(saltmarshHideBox()) as unknown as Record<string | number, unknown>;
  let at = box;
  for (const key of path.slice(0, -1)) at = at[key] as typeof at;
  at[path.at(-1)!] = value;
  return box;
}
const told = (path: readonly (string | number)[], value: unknown): string[] => {
  const read = readBoxData(changed(path, value));
  return read.ok ? [] : read.problems.map((p) => `${p.place}: ${p.message}`);
};

describe('what is wrong with a file, in a person’s words', () => {
  test('places from the outside in, things by their number and name, units as they are written', () => {
    expect(told(['circuits', 2, 'fuse'], { is: 'large' })).toEqual([
      `circuit 3${nameOf('circuits', 2)}, fuse: choose automatic, a value of its own, none or unknown.`
    ]);
    expect(told(['circuits', 2, 'fuse'], 15)).toEqual([
      `circuit 3${nameOf('circuits', 2)}, fuse: choose automatic, a value of its own, none or unknown.`
    ]);
    expect(told(['devices', 1, 'modes', 0, 'draw'], { kind: 'much' })[0]).toMatch(
      /^device 2 \(.+\), mode 1( \(.+\))?, draw, kind: choose power, current, resistive, led-strip or event\.$/
    );
    expect(told(['outing', 'startH'], -1)).toEqual(['outing, start (h): must be at least 0.']);
    expect(told(['devices'], 'many')).toEqual(['devices: must be a list.']);
    expect(told(['outing', 'inSun'], 'yes')).toEqual(['outing, in sun: must be true or false.']);
    expect(told(['preferences', 'lengthUnit'], 'cm')).toEqual(['preferences, length unit: choose mm or in.']);
    expect(told(['name'], 7)).toEqual(['name: must be a text.']);
    expect(told(['season', 'monthC'], [1, 2])).toEqual(['season, month (°C): needs at least 12 entries.']);
  });

  test('a part by its id, a reference by the thing that bears it', () => {
    const [id] = Object.keys(saltmarshHideBox().parts);
    expect(told(['parts', id!, 'massKg'], -3)[0]).toMatch(new RegExp(`^part ‘${id}’ \\(.+\\), mass \\(kg\\): must be`));
    expect(told(['ports', 0, 'partId'], 'nothing')[0]).toMatch(
      /^port 1.*, part: names the part 'nothing', which is not among the parts of the file\.$/
    );
    const [, second] = saltmarshHideBox().ports;
    expect(told(['ports', 0, 'id'], second!.id)).toEqual([
      expect.stringMatching(/^port 1.*: is there twice; ids must differ\.$/)
    ]);
  });

  test('what may be of several sorts says each', () => {
    expect(told(['bank', 'ageYears'], 'old')[0]).toMatch(/^battery bank|^bank, age years: must be .+ or .+\.$/);
    expect(told(['bank', 'ageYears'], 'old')[0]).not.toContain('Invalid');
  });

  test('of many faults fifty are told, and how many there are beside', () => {
    const box = { ...saltmarshHideBox(), devices: Array.from({ length: 60 }, () => 7) };
    const read = readBoxData(box);
    if (read.ok) throw new Error('it was taken');
    expect(read.problems).toHaveLength(50);
    expect(read.more).toBeGreaterThanOrEqual(10);
    expect(read.problems[4]).toMatchObject({ path: 'devices/4', place: 'device 5' });
  });

  test('whatever is wrong, no word of the validator’s own reaches a person', () => {
    const paths: (string | number)[][] = [];
    const walk = (at: unknown, path: (string | number)[]): void => {
      if (path.length > 0) paths.push(path);
      if (typeof at !== 'object' || at === null) return;
      for (const [k, v] of Object.entries(at)) walk(v, [...path, Array.isArray(at) ? Number(k) : k]);
    };
    walk(saltmarshHideBox(), []);
    for (const [i, path] of paths.entries()) {
      const wrong = [null, 'odd', -1e40, { state: 'odd' }, [1]][i % 5];
      for (const say of told(path, wrong)) {
        expect(say).not.toMatch(/Invalid|expected one|expected '|undefined|\[object|NaN|\|/);
        expect(say).toMatch(/\.$/);
      }
    }
  });

  test('names of fields as words', () => {
    expect(fieldWords('bodyDepthMm')).toBe('body depth (mm)');
    expect(fieldWords('holderPartId')).toBe('holder part');
    expect(fieldWords('areaMm2')).toBe('area (mm²)');
    expect(fieldWords('use')).toBe('use');
    expect(fieldWords('loadA')).toBe('load (A)');
    expect(placeWords([], {})).toBe('');
    expect(placeWords(['circuits', 'gone', 'wire'], { circuits: [] })).toBe('circuit gone, wire');
  });
});

/** ' (name)' of a thing of the demo box, empty where it has none. */
function nameOf(list: 'circuits' | 'devices', nth: number): string {
  const { name } = saltmarshHideBox()[list][nth] as { name?: string };
  return name ? ` (${name})` : '';
}
