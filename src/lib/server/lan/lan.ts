import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import { ApiError } from '../errors.ts';
import { Limiter } from './limiter.ts';
import { isPhrase, keepPhrase, type KeptPhrase } from './phrase.ts';
import { isSession, makeSession, Passes } from './session.ts';

const keptSchema = z.strictObject({
  salt: z.string().regex(/^[0-9a-f]{32}$/),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  secret: z.string().regex(/^[0-9a-f]{64}$/)
});
type Kept = KeptPhrase & { secret: string };

/** What is kept of the pass phrase, beside the database; only its owner may read it. */
export const phraseFile = (databaseFile: string): string => join(dirname(databaseFile), 'network.json');

/** @throws Error when the file is there and is none of Haversack's */
export function readKept(file: string): Kept | undefined {
  return existsSync(file) ? keptSchema.parse(JSON.parse(readFileSync(file, 'utf8'))) : undefined;
}

/** A new phrase; whoever was in by the one before is out. */
export async function writeKept(file: string, phrase: string): Promise<Kept> {
  const kept = { ...(await keepPhrase(phrase)), secret: randomBytes(32).toString('hex') };
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, JSON.stringify(kept), { mode: 0o600 });
  return kept;
}

/** Who may use Haversack from the network: this computer always, another device once it knew the phrase or showed a pass. */
export class Lan {
  readonly kept: Kept;
  /** Where it answers, as the person types it: 'http://192.168.1.5:4173'. */
  readonly addresses: readonly string[];
  readonly https: boolean;
  readonly #limiter = new Limiter();
  readonly #passes = new Passes();

  constructor(kept: Kept, addresses: readonly string[], https: boolean) {
    this.kept = kept;
    this.addresses = addresses;
    this.https = https;
  }

  isIn(session: string | undefined, nowMs: number): boolean {
    return isSession(session, this.kept.secret, nowMs);
  }

  makePass = (nowMs: number): string => this.#passes.make(nowMs);

  /** A session for a right phrase or an unused pass. @throws ApiError 401 when it is wrong, 429 when it was wrong too often */
  async enter(given: { phrase: string } | { pass: string }, from: string, nowMs: number): Promise<string> {
    const waitMs = this.#limiter.waitMs(from, nowMs);
    if (waitMs > 0)
      throw new ApiError(429, `Too many wrong tries: wait ${Math.ceil(waitMs / 60_000)} minutes, then try again.`);
    // counted before it is checked, or many at once would slip by
    this.#limiter.wrong(from, nowMs);
    const right = 'pass' in given ? this.#passes.use(given.pass, nowMs) : await isPhrase(given.phrase, this.kept);
    if (!right)
      throw new ApiError(
        401,
        'pass' in given
          ? 'That picture was used already or is older than ten minutes: show a new one, or type the pass phrase.'
          : 'That is not the pass phrase.'
      );
    this.#limiter.right(from);
    return makeSession(this.kept.secret, nowMs);
  }
}

let opened: Lan | undefined;

/** Opens it when the starter asked for it; without that, only this computer is answered. */
export async function openLan(databaseFile: string, env: NodeJS.ProcessEnv): Promise<void> {
  if (env.HAVERSACK_LAN !== '1') return;
  const file = phraseFile(databaseFile);
  const kept = env.HAVERSACK_NEW_PHRASE ? await writeKept(file, env.HAVERSACK_NEW_PHRASE) : readKept(file);
  if (!kept) throw new Error('The network was asked for without a pass phrase: start with npm start -- --lan.');
  const addresses = (env.HAVERSACK_ADDRESSES ?? '').split(',').filter(Boolean);
  opened = new Lan(kept, addresses, env.HAVERSACK_HTTPS === '1');
}
export const theLan = (): Lan | undefined => opened;

/** This very computer, by the address a request came from. */
export const isHere = (address: string): boolean => /^(::ffff:)?127\.|^::1$/.test(address);
