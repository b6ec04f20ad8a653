import { FIRST_VARIANT } from '@haversack/core/box/variant-names';
import { answer, ApiError } from '$lib/server/errors.ts';
import { createBox } from '$lib/server/boxes.ts';
import { parseDocument } from '$lib/server/documents.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';
import { savedBox, shelf } from '$lib/server/work/ask.ts';

export const GET = () =>
  answer(() => new Response(shelf(theDb()), { headers: { 'content-type': 'application/json' } }));

/** Takes a new or imported document; strict, nothing half-imported. */
export const POST = ({ request }) =>
  answer(async () => {
    const body = await readJson(request);
    if (typeof body !== 'object' || body === null || !('document' in body))
      throw new ApiError(400, 'A box document was expected.');
    const document = parseDocument((body as { document: unknown }).document);
    // a copy or an import stands alone: the variants of the box it came from stayed there
    const variant = { ...FIRST_VARIANT, builtDay: document.variant.builtDay };
    const stored = createBox(theDb(), { ...document, variant }, Date.now());
    savedBox(theDb(), stored.id);
    return stored;
  });
