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

/** Does something that may be refused: true when it was done; what was wrong is said, and '' when nothing was. */
export async function done(work: () => Promise<void>, say: (problem: string) => void): Promise<boolean> {
  try {
    await work();
    say('');
    return true;
  } catch (e) {
    say((e as Error).message);
    return false;
  }
}

/** Asks the server; failures come back as RequestError with a sentence for the person. */
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
    throw new RequestError(0, 'Haversack does not answer: is it still running in its terminal?', {});
  }
  const data = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok)
    throw new RequestError(
      response.status,
      typeof data.message === 'string' ? data.message : `The server refused (${response.status}).`,
      data
    );
  return data as T;
}
