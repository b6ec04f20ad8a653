import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { keepMapping, keptMappings } from '$lib/server/series.ts';
import { theDb } from '$lib/server/store.ts';

/** How files of meters were read before. */
export const GET = () => answer(() => ({ mappings: keptMappings(theDb()) }));
export const PUT = ({ request }) => answer(async () => ({ mappings: keepMapping(theDb(), await readJson(request)) }));
