import { answer, ApiError } from '$lib/server/errors.ts';
import { parseDocument } from '$lib/server/documents.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';
import { keepVariant, listVariants } from '$lib/server/variants.ts';

export const GET = ({ params }) => answer(() => listVariants(theDb(), params.id));

/** Keeps a document as a variant, new or in place of the one with its id. */
export const POST = ({ params, request }) =>
  answer(async () => {
    const body = await readJson(request);
    if (typeof body !== 'object' || body === null || !('document' in body))
      throw new ApiError(400, 'The document of a variant was expected.');
    keepVariant(theDb(), params.id, parseDocument((body as { document: unknown }).document), Date.now());
  });
