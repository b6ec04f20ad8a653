import { answer } from '$lib/server/errors.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { theDb } from '$lib/server/store.ts';
import { packBox } from '$lib/server/travel.ts';

/** The box with logbook, photographs, variants and parts, as one file. */
export const GET = ({ params }) =>
  answer(() => {
    const { name, bytes } = packBox(theDb(), params.id);
    return new Response(bytes, {
      headers: {
        'content-type': 'application/zip',
        'content-disposition': `attachment; filename="${fileName(name, 'haversack.zip')}"`
      }
    });
  });
