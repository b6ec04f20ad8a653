import { toBytes, type Chunk } from '@haversack/core/series/chunk';
import type { Mapping } from '@haversack/core/series/mapping';
import { SeriesReader, type SeriesSummary } from '@haversack/core/series/read';
import { expose } from 'comlink';
import papa from 'papaparse';

/** Pieces of the file that papaparse is given at once. */
const PIECE_BYTES = 2_000_000;
/** Pieces under way to the server at the same time: more only fill its memory. */
const UNDER_WAY = 2;

export type ImportProgress = { share: number; rowCount: number };
export type ImportDone = { ok: true; summary: SeriesSummary; id: string } | { ok: false; why: string };

/**
 * Reads a meter's file and sends it piece by piece to where it is kept. Nothing of it is seen before all of it came; stopped
 * or refused, what was sent is taken away again.
 */
class SeriesImport {
  #stopped = false;

  stop(): void {
    this.#stopped = true;
  }

  async run(
    file: File,
    mapping: Mapping,
    x: { boxId: string; name: string },
    progress: (p: ImportProgress) => void
  ): Promise<ImportDone> {
    this.#stopped = false;
    let id: string | undefined;
    try {
      id = (await send<{ id: string }>('POST', `/api/boxes/${x.boxId}/series`, { name: x.name })).id;
      const summary = await this.#read(file, mapping, id, progress);
      if (summary.rowCount === 0)
        throw new Error('No row of it could be read: is the right column taken for the time?');
      await send('POST', `/api/series/${id}`, summary);
      return { ok: true, summary, id };
    } catch (e) {
      if (id) await send('DELETE', `/api/series/${id}`).catch(() => {});
      return { ok: false, why: this.#stopped ? 'Stopped: nothing of it was kept.' : (e as Error).message };
    }
  }

  #read(file: File, mapping: Mapping, id: string, progress: (p: ImportProgress) => void): Promise<SeriesSummary> {
    return new Promise((done, fail) => {
      const under = new Set<Promise<unknown>>();
      let place = 0;
      let failed: Error | undefined;
      const reader = new SeriesReader(mapping, (chunk: Chunk) => {
        const sent = putChunk(id, place++, toBytes(chunk)).catch((e: Error) => (failed ??= e));
        under.add(sent);
        void sent.finally(() => under.delete(sent));
      });
      let skip = mapping.headLines;
      papa.parse<string[]>(file, {
        delimiter: mapping.separator,
        chunkSize: PIECE_BYTES,
        skipEmptyLines: true,
        chunk: (result, parser) => {
          if (this.#stopped || failed) return parser.abort();
          for (const row of result.data)
            if (skip > 0) skip--;
            else reader.row(row);
          progress({ share: Math.min(1, result.meta.cursor / file.size), rowCount: reader.rowCount });
          if (under.size >= UNDER_WAY) {
            parser.pause();
            void Promise.race(under).then(() => parser.resume());
          }
        },
        complete: async () => {
          if (this.#stopped) return fail(new Error('stopped'));
          const summary = reader.end();
          await Promise.all(under);
          if (failed) fail(failed);
          else done(summary);
        },
        error: fail
      });
    });
  }
}

async function send<T>(method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(path, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
  });
  const data = (await response.json().catch(() => ({}))) as { message?: string };
  if (!response.ok) throw new Error(data.message ?? `The server refused (${response.status}).`);
  return data as T;
}

async function putChunk(id: string, place: number, bytes: Uint8Array): Promise<void> {
  const response = await fetch(`/api/series/${id}/chunks/${place}`, {
    method: 'PUT',
    body: bytes as BodyInit,
    headers: { 'content-type': 'application/octet-stream' }
  });
  if (response.ok) return;
  const data = (await response.json().catch(() => ({}))) as { message?: string };
  throw new Error(data.message ?? `The server refused (${response.status}).`);
}

export type SeriesApi = SeriesImport;
expose(new SeriesImport());
