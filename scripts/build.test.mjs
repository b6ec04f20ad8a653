import { existsSync, mkdirSync, mkdtempSync, readdirSync, utimesSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeEach, describe, expect, test } from 'vitest';
import { clearOld, markInUse } from './build.mjs';

/** A number no process has. */
const NOBODY = 2 ** 22 + 1;
let builds;
beforeEach(() => (builds = mkdtempSync(join(tmpdir(), 'haversack-builds-'))));

/** Builds of these names, the first the oldest. */
function made(...names) {
  names.forEach((name, i) => {
    mkdirSync(join(builds, name));
    utimesSync(join(builds, name), 1000 + i, 1000 + i);
  });
}
const name = (n) => String(n).padStart(16, '0');

describe('builds beside each other', () => {
  test('the newest and the three before it stay, older ones go', () => {
    made(name(1), name(2), name(3), name(4), name(5), name(6));
    clearOld(builds, name(6));
    expect(readdirSync(builds)).toEqual([name(3), name(4), name(5), name(6)]);
  });

  test('one that a program runs from stays however old it is, until that program has ended', () => {
    made(name(1), name(2), name(3), name(4), name(5), name(6));
    markInUse(join(builds, name(1)), process.pid);
    markInUse(join(builds, name(2)), NOBODY);
    utimesSync(join(builds, name(1)), 1, 1);
    utimesSync(join(builds, name(2)), 2, 2);
    clearOld(builds, name(6));
    expect(existsSync(join(builds, name(1)))).toBe(true);
    expect(existsSync(join(builds, name(2)))).toBe(false);
  });

  test('an older build made current again stays; what else lies there is not touched', () => {
    made(name(1), name(2), name(3), name(4), name(5), 'by-hand', 'half-of-a-person');
    clearOld(builds, name(1));
    expect(readdirSync(builds).sort()).toEqual(
      [name(1), name(3), name(4), name(5), 'by-hand', 'half-of-a-person'].sort()
    );
  });

  test('what a killed build left goes; one that is being made stays', () => {
    made(`half-${process.pid}`, `half-${NOBODY}`, name(1));
    clearOld(builds, name(1));
    expect(readdirSync(builds).sort()).toEqual([name(1), `half-${process.pid}`].sort());
  });
});
