import { keepAnswer, keptAnswer } from './kept.ts';
import { reach } from './reach.svelte.ts';

/** An answer of the server that was no success: its sentence, status and what came with it. */
export class RequestError extends Error {
  readonly status: number;
  readonly body: Record<string, unknown>;
  constructor(status: number, message: string, body: Record<string, unknown>) {
    super(message);
    this.status = status;
    this.body = body;
  }
}

/** Does something that may be refused: true when it was done. What was said before is cleared first: the
    work may have something to say though it was done. */
export async function done(work: () => Promise<void>, say: (problem: string) => void): Promise<boolean> {
  say('');
  try {
    await work();
    return true;
  } catch (e) {
    say((e as Error).message);
    return false;
  }
}

const NO_ANSWER =
  'Haversack does not answer: is it still running in its terminal, and is this device in the same network?';

/** What tells of this very moment is never answered from what was kept: an old reading would pass for a live one. */
const LIVE = /\/meter(\/|$)|^\/api\/lan(\/|$)/;

/**
 * Asks the server; failures come back as RequestError with a sentence for the person. What was asked for before is answered from
 * this device while the server is out of reach.
 */
export async function request<T>(
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  path: string,
  body?: unknown,
  options: { keepalive?: boolean } = {}
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
      ...options
    });
  } catch {
    reach.lost();
    const kept = method === 'GET' ? await keptAnswer(path) : undefined;
    if (kept) return kept.body as T;
    throw new RequestError(0, NO_ANSWER, {});
  }
  reach.answered();
  if (response.status === 401 && !location.pathname.startsWith('/enter'))
    location.assign(`/enter?to=${encodeURIComponent(location.pathname + location.search)}`);
  const data = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok)
    throw new RequestError(
      response.status,
      typeof data.message === 'string' ? data.message : `The server refused (${response.status}).`,
      data
    );
  if (method === 'GET' && !LIVE.test(path)) void keepAnswer(path, data);
  return data as T;
}

/** Sends a file as it is. @throws RequestError */
export async function upload<T>(path: string, file: Blob): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: 'POST',
      body: file,
      headers: { 'content-type': 'application/octet-stream' }
    });
  } catch {
    reach.lost();
    throw new RequestError(0, NO_ANSWER, {});
  }
  const data = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok) throw new RequestError(response.status, String(data.message ?? response.status), data);
  return data as T;
}
