import { json } from '@sveltejs/kit';

/** A refusal with a sentence for the person. */
export class ApiError extends Error {
  readonly status: number;
  readonly details: Record<string, unknown>;
  constructor(status: number, message: string, details: Record<string, unknown> = {}) {
    super(message);
    this.status = status;
    this.details = details;
  }
}

const SQLITE_SENTENCES: [RegExp, number, string][] = [
  [/^SQLITE_FULL/, 507, 'The disk is full: nothing was saved. Free some room and it is saved again by itself.'],
  [
    /^SQLITE_READONLY/,
    507,
    'The data folder is read-only: nothing was saved. Give it write permission, or start with another one (--data FOLDER).'
  ],
  [
    /^SQLITE_(CORRUPT|NOTADB)/,
    503,
    'The database is damaged. Stop Haversack and start it again: it offers the last backup.'
  ],
  [
    /^SQLITE_(IOERR|CANTOPEN)/,
    507,
    'The data folder cannot be written: nothing was saved. Check the disk and its permissions.'
  ],
  [/^SQLITE_BUSY/, 503, 'Another program is using the database; try again in a moment.'],
  [/^SQLITE_CONSTRAINT/, 422, 'One of the values is not allowed here; nothing was saved.']
];

const codeOf = (error: unknown): string => {
  const e = error as { code?: unknown; cause?: unknown };
  if (typeof e?.code === 'string' && e.code.startsWith('SQLITE')) return e.code;
  return e?.cause ? codeOf(e.cause) : '';
};

/** Runs a route's work and turns every failure into one clear sentence. Database text never reaches the browser. */
export async function answer(work: () => unknown): Promise<Response> {
  try {
    const result = await work();
    return result instanceof Response ? result : json(result ?? { ok: true });
  } catch (error) {
    if (error instanceof ApiError) return json({ message: error.message, ...error.details }, { status: error.status });
    const code = codeOf(error);
    const known = SQLITE_SENTENCES.find(([pattern]) => pattern.test(code));
    if (known) {
      console.error(`${code} while answering`);
      return json({ message: known[2] }, { status: known[1] });
    }
    console.error(error);
    return json(
      { message: 'Something went wrong in Haversack itself; nothing was changed. The terminal it runs in says more.' },
      { status: 500 }
    );
  }
}
