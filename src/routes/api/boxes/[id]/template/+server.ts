import { answer, ApiError } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { ask } from '$lib/server/work/ask.ts';

export const GET = ({ params, url, request }) =>
  answer(async () => {
    const paper = url.searchParams.get('paper') ?? 'a4';
    if (paper !== 'a4' && paper !== 'letter') throw new ApiError(400, 'The paper is a4 or letter.');
    return fileResponse(await ask('template', { boxId: params.id, paper }, request.signal));
  });
