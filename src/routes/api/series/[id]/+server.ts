import { answer, ApiError } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { deleteSeries, drawnSeries, endSeries, getSeries, renameSeries, seriesCsv } from '$lib/server/series.ts';
import { theDb } from '$lib/server/store.ts';

/** The series to be drawn, thinned to so many points; or all of it as CSV. */
export const GET = ({ params, url }) =>
  answer(() => {
    const db = theDb();
    const head = getSeries(db, params.id);
    if (url.searchParams.get('format') === 'csv') return csvOf(params.id);
    const number = (name: string, otherwise: number): number => {
      const text = url.searchParams.get(name);
      const value = text === null ? otherwise : Number(text);
      if (!Number.isFinite(value)) throw new ApiError(400, `'${name}' is a number.`);
      return value;
    };
    const window = { fromMs: number('from', head.fromMs ?? 0), toMs: number('to', head.toMs ?? 0) };
    return { ...head, points: drawnSeries(db, params.id, window, number('points', 1200)) };
  });

function csvOf(id: string): Response {
  const lines = seriesCsv(theDb(), id);
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    pull(out) {
      const { value, done } = lines.next();
      if (done) out.close();
      else out.enqueue(encoder.encode(value));
    }
  });
  return new Response(body, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="series.csv"' }
  });
}

/** All rows came. */
export const POST = ({ params, request }) => answer(async () => endSeries(theDb(), params.id, await readJson(request)));
export const PATCH = ({ params, request }) =>
  answer(async () => renameSeries(theDb(), params.id, ((await readJson(request)) as { name?: unknown }).name));
export const DELETE = ({ params }) => answer(() => deleteSeries(theDb(), params.id));
