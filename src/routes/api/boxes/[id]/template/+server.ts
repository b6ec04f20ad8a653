import { answer, ApiError } from '$lib/server/errors.ts';
import { drawingsOf, fileName } from '$lib/server/export/drawings.ts';
import { templatePdf } from '$lib/server/export/template-pdf.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params, url }) =>
  answer(async () => {
    const paper = url.searchParams.get('paper') ?? 'a4';
    if (paper !== 'a4' && paper !== 'letter') throw new ApiError(400, 'The paper is a4 or letter.');
    const { name, faces } = drawingsOf(theDb(), params.id);
    const pdf = await templatePdf(name, faces, paper);
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `attachment; filename="${fileName(name, `template-${paper}.pdf`)}"`
      }
    });
  });
