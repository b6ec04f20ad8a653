import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';

/** A device that entered once stays in for half a year. */
export const SESSION_S = 180 * 24 * 3600;
export const COOKIE = 'haversack-session';

const sign = (secret: string, text: string): Buffer => createHmac('sha256', secret).update(text).digest();

/** A mark for a device's browser: when it ends, signed. It is worth nothing with another secret. */
export function makeSession(secret: string, nowMs: number): string {
  const body = `${nowMs + SESSION_S * 1000}.${randomBytes(9).toString('base64url')}`;
  return `${body}.${sign(secret, body).toString('base64url')}`;
}

export function isSession(token: string | undefined, secret: string, nowMs: number): boolean {
  const match = /^(\d{1,15})\.([\w-]{1,40})\.([\w-]{1,80})$/.exec(token ?? '');
  if (!match) return false;
  const wanted = sign(secret, `${match[1]}.${match[2]}`);
  const given = Buffer.from(match[3]!, 'base64url');
  return given.length === wanted.length && timingSafeEqual(given, wanted) && Number(match[1]) > nowMs;
}

/** So long a pass shown as a picture may be used, once. */
export const PASS_MS = 10 * 60_000;
const MOST_PASSES = 20;

/** Passes that this computer shows as a picture for a phone to look at. Each opens once. */
export class Passes {
  #open = new Map<string, number>();

  make(nowMs: number): string {
    for (const [pass, untilMs] of this.#open) if (untilMs <= nowMs) this.#open.delete(pass);
    while (this.#open.size >= MOST_PASSES) this.#open.delete(this.#open.keys().next().value!);
    const pass = randomBytes(18).toString('base64url');
    this.#open.set(pass, nowMs + PASS_MS);
    return pass;
  }

  use(pass: string, nowMs: number): boolean {
    const untilMs = this.#open.get(pass);
    this.#open.delete(pass);
    return untilMs !== undefined && untilMs > nowMs;
  }
}
