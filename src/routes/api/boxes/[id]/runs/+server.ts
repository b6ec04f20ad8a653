import { answer } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { ask } from '$lib/server/work/ask.ts';

export const GET = ({ params, request }) =>
  answer(async () => fileResponse(await ask('runs', { boxId: params.id }, request.signal)));
