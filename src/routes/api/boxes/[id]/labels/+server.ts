import { z } from 'zod';
import { answer, ApiError } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { ask } from '$lib/server/work/ask.ts';

const query = z.object({
  format: z.enum(['svg', 'pdf']).default('svg'),
  paper: z.enum(['a4', 'letter']).default('a4')
});

/** Labels of the ports as a drawing; with those of the leads as sheets to print. */
export const GET = ({ params, url, request }) =>
  answer(async () => {
    const asked = query.safeParse(Object.fromEntries(url.searchParams));
    if (!asked.success)
      throw new ApiError(422, 'Labels come as format=svg or format=pdf, a PDF with paper=a4 or paper=letter.');
    return fileResponse(await ask('labels', { boxId: params.id, ...asked.data }, request.signal));
  });
