import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** A pass phrase as it is kept: never itself, only what it is checked against. Hexadecimal. */
export type KeptPhrase = { salt: string; hash: string };

/** Work for one try: about a tenth of a second, 32 MB. @source RFC 7914, interactive use, doubled */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 2 ** 20 };
const BYTES = 32;

/** Phrases are compared as people type them on a phone: case and extra spaces do not matter. */
const plain = (phrase: string): string => phrase.trim().toLowerCase().split(/\s+/).join(' ').normalize('NFC');

const derive = (phrase: string, salt: Buffer): Promise<Buffer> =>
  new Promise((done, fail) =>
    scrypt(plain(phrase), salt, BYTES, COST, (error, key) => (error ? fail(error) : done(key)))
  );

/** What is kept of a phrase. */
export async function keepPhrase(phrase: string): Promise<KeptPhrase> {
  const salt = randomBytes(16);
  return { salt: salt.toString('hex'), hash: (await derive(phrase, salt)).toString('hex') };
}

/** Whether a phrase is the one that was kept, in the same time whatever is wrong with it. */
export async function isPhrase(phrase: string, kept: KeptPhrase): Promise<boolean> {
  const hash = Buffer.from(kept.hash, 'hex');
  const tried = await derive(phrase, Buffer.from(kept.salt, 'hex'));
  return hash.length === tried.length && timingSafeEqual(hash, tried);
}
