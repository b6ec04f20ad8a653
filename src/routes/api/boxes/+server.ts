import { answer, ApiError } from '$lib/server/errors.ts';
import { createBox, listBoxes, parseDocument } from '$lib/server/boxes.ts';
import { fullCatalogue } from '$lib/server/parts.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = () => answer(() => ({ boxes: listBoxes(theDb(), fullCatalogue(theDb())) }));

/** Takes a new or imported document; strict, nothing half-imported. */
export const POST = ({ request }) =>
  answer(async () => {
    const body = await readJson(request);
    if (typeof body !== 'object' || body === null || !('document' in body))
      throw new ApiError(400, 'A box document was expected.');
    return createBox(theDb(), parseDocument((body as { document: unknown }).document), Date.now());
  });
