import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { isHere, Lan, phraseFile, readKept, writeKept } from './lan.ts';
import { Limiter } from './limiter.ts';
import { isPhrase, keepPhrase } from './phrase.ts';
import { isSession, makeSession, PASS_MS, Passes, SESSION_S } from './session.ts';

const NOW = 1_800_000_000_000;
let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'haversack-lan-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('the pass phrase', () => {
  test('is known again however it is spelled on a phone, and no other is', async () => {
    const kept = await keepPhrase('amber canoe fern island willow');
    expect(await isPhrase('  Amber  canoe FERN island willow ', kept)).toBe(true);
    expect(await isPhrase('amber canoe fern island', kept)).toBe(false);
    expect(await isPhrase('', kept)).toBe(false);
    expect(JSON.stringify(kept)).not.toContain('amber');
    expect((await keepPhrase('amber canoe fern island willow')).hash).not.toBe(kept.hash);
  });

  test('lies in a file that only its owner reads; a file that is none of ours is refused', async () => {
    const file = phraseFile(join(folder, 'deep', 'haversack.db'));
    expect(readKept(file)).toBeUndefined();
    const kept = await writeKept(file, 'one two three');
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(readKept(file)).toEqual(kept);
    writeFileSync(file, '{"salt":"x"}');
    expect(() => readKept(file)).toThrow();
  });
});

describe('sessions and passes', () => {
  test('a session holds for half a year, with this secret and nothing changed in it', () => {
    const token = makeSession('secret', NOW);
    expect(isSession(token, 'secret', NOW)).toBe(true);
    expect(isSession(token, 'secret', NOW + SESSION_S * 1000 - 1)).toBe(true);
    expect(isSession(token, 'secret', NOW + SESSION_S * 1000)).toBe(false);
    expect(isSession(token, 'another', NOW)).toBe(false);
    expect(
      isSession(
        token.replace(/^\d+/, (n) => String(Number(n) + 1)),
        'secret',
        NOW
      )
    ).toBe(false);
    for (const bad of [undefined, '', 'a.b.c', '1.2', `${token}.x`]) expect(isSession(bad, 'secret', NOW)).toBe(false);
  });

  test('a pass opens once, and only for ten minutes; the oldest goes when many are made', () => {
    const passes = new Passes();
    const one = passes.make(NOW);
    expect(passes.use(one, NOW + PASS_MS - 1)).toBe(true);
    expect(passes.use(one, NOW)).toBe(false);
    expect(passes.use(passes.make(NOW), NOW + PASS_MS)).toBe(false);
    const first = passes.make(NOW);
    for (let n = 0; n < 20; n++) passes.make(NOW);
    expect(passes.use(first, NOW)).toBe(false);
    expect(passes.use('made-up', NOW)).toBe(false);
  });
});

describe('wrong tries', () => {
  test('five from one address make it wait ten minutes; another may still try, thirty in all hold up everybody', () => {
    const limiter = new Limiter();
    for (let n = 0; n < 5; n++) limiter.wrong('phone', NOW + n * 1000);
    expect(limiter.waitMs('phone', NOW + 5000)).toBe(10 * 60_000 - 5000);
    expect(limiter.waitMs('tablet', NOW + 5000)).toBe(0);
    expect(limiter.waitMs('phone', NOW + 10 * 60_000 + 1)).toBe(0);
    for (let n = 0; n < 30; n++) limiter.wrong(`m${n}`, NOW + 11 * 60_000);
    expect(limiter.waitMs('tablet', NOW + 11 * 60_000)).toBeGreaterThan(0);
  });

  test('a right one clears the address', () => {
    const limiter = new Limiter();
    for (let n = 0; n < 4; n++) limiter.wrong('phone', NOW);
    limiter.right('phone');
    limiter.wrong('phone', NOW);
    expect(limiter.waitMs('phone', NOW)).toBe(0);
  });
});

describe('entering', () => {
  const lan = async () =>
    new Lan(await writeKept(join(folder, 'network.json'), 'amber canoe'), ['http://192.168.1.5'], false);

  test('the phrase or a pass gives a session that is let in; a wrong one is said, the sixth try waits though it is right', async () => {
    const door = await lan();
    const session = await door.enter({ phrase: 'Amber canoe' }, 'phone', NOW);
    expect(door.isIn(session, NOW)).toBe(true);
    const pass = door.makePass(NOW);
    expect(door.isIn(await door.enter({ pass }, 'tablet', NOW), NOW)).toBe(true);
    await expect(door.enter({ pass }, 'tablet', NOW)).rejects.toThrow('used already');
    for (let n = 0; n < 5; n++)
      await expect(door.enter({ phrase: 'wrong' }, 'thief', NOW)).rejects.toThrow('not the pass phrase');
    await expect(door.enter({ phrase: 'amber canoe' }, 'thief', NOW)).rejects.toThrow('wait 10 minutes');
  });

  test('many wrong tries at once are all counted', async () => {
    const door = await lan();
    const tried = await Promise.allSettled(
      Array.from({ length: 12 }, () => door.enter({ phrase: 'wrong' }, 'thief', NOW))
    );
    expect(tried.filter((t) => t.status === 'rejected' && /wait/.test(String(t.reason))).length).toBe(7);
  });

  test('a new phrase puts everybody out', async () => {
    const before = await lan();
    const session = await before.enter({ phrase: 'amber canoe' }, 'phone', NOW);
    const after = new Lan(await writeKept(join(folder, 'network.json'), 'other words'), [], false);
    expect(after.isIn(session, NOW)).toBe(false);
  });

  test('this computer is known by its own addresses only', () => {
    expect(['127.0.0.1', '127.0.1.1', '::1', '::ffff:127.0.0.1'].every(isHere)).toBe(true);
    expect(['192.168.1.5', '::ffff:10.0.0.1', '', '1270.0.0.1', 'fe80::1'].some(isHere)).toBe(false);
  });
});
