import { PAPER_KINDS, type PaperKind } from '@haversack/core/bench/papers';
import { answer, ApiError } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { ask } from '$lib/server/work/ask.ts';

/** 'card.pdf', 'build.pdf', 'test.pdf', 'passport.pdf', 'passport.json'. */
export const GET = ({ params, url, request }) =>
  answer(async () => {
    const [kind, form] = params.paper.split('.');
    const paper = url.searchParams.get('paper') ?? 'a4';
    if (!PAPER_KINDS.includes(kind as PaperKind) || (form !== 'pdf' && !(form === 'json' && kind === 'passport')))
      throw new ApiError(
        404,
        `There is no paper '${params.paper.slice(0, 40)}': ${PAPER_KINDS.join(', ')} as .pdf, passport.json.`
      );
    if (paper !== 'a4' && paper !== 'letter') throw new ApiError(400, 'The paper is a4 or letter.');
    const day = new Date().toISOString().slice(0, 10);
    const asked = { boxId: params.id, kind: kind as PaperKind, form, paper, day } as const;
    return fileResponse(await ask('paper', asked, request.signal));
  });
