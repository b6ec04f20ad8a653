import { FACES, type Face } from '@haversack/core/catalogue/faces';
import { faceSvg } from '@haversack/core/template/svg';
import { answer, ApiError } from '$lib/server/errors.ts';
import { drawingOf, fileName } from '$lib/server/export/drawings.ts';
import { faceDxf } from '$lib/server/export/dxf.ts';
import { theDb } from '$lib/server/store.ts';

const TYPES = { svg: 'image/svg+xml', dxf: 'application/dxf' } as const;

export const GET = ({ params }) =>
  answer(() => {
    const [face, kind] = params.file.split('.');
    if (!FACES.includes(face as Face) || (kind !== 'svg' && kind !== 'dxf'))
      throw new ApiError(404, `There is no drawing '${params.file.slice(0, 40)}'; ask for front.svg or front.dxf.`);
    const { name, drawing } = drawingOf(theDb(), params.id, face as Face);
    return new Response(kind === 'svg' ? faceSvg(drawing) : faceDxf(drawing), {
      headers: {
        'content-type': TYPES[kind],
        'content-disposition': `attachment; filename="${fileName(name, params.file)}"`
      }
    });
  });
