import { answer } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { ask } from '$lib/server/work/ask.ts';

/** The box with logbook, photographs, variants and parts, as one file. */
export const GET = ({ params, request }) =>
  answer(async () => fileResponse(await ask('travel', { boxId: params.id }, request.signal)));
