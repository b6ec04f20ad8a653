import { FACES, type Face } from '@haversack/core/catalogue/faces';
import { answer, ApiError } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { ask } from '$lib/server/work/ask.ts';

export const GET = ({ params, request }) =>
  answer(async () => {
    const [face, format] = params.file.split('.');
    if (!FACES.includes(face as Face) || (format !== 'svg' && format !== 'dxf'))
      throw new ApiError(404, `There is no drawing '${params.file.slice(0, 40)}'; ask for front.svg or front.dxf.`);
    return fileResponse(await ask('face', { boxId: params.id, face: face as Face, format }, request.signal));
  });
