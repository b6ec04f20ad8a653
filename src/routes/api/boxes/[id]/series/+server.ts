import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { beginSeries, listSeries } from '$lib/server/series.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) => answer(() => ({ series: listSeries(theDb(), params.id) }));
export const POST = ({ params, request }) =>
  answer(async () => {
    const { name } = (await readJson(request)) as { name?: unknown };
    return beginSeries(theDb(), params.id, name, Date.now());
  });
