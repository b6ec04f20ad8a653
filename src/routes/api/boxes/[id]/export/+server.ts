import { writeBox } from '@haversack/core/exchange/read-box';
import { answer } from '$lib/server/errors.ts';
import { getBox } from '$lib/server/boxes.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => {
    const { document } = getBox(theDb(), params.id);
    return new Response(writeBox(document), {
      headers: {
        'content-type': 'application/json',
        'content-disposition': `attachment; filename="${fileName(document.name, 'haversack.json')}"`
      }
    });
  });
