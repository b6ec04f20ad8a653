import { writeBox } from '@haversack/core/exchange/read-box';
import { answer } from '$lib/server/errors.ts';
import { getBox } from '$lib/server/boxes.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => {
    const { document } = getBox(theDb(), params.id);
    const name =
      document.name
        .replace(/[^a-z0-9]+/gi, '-')
        .replace(/^-|-$/g, '')
        .toLowerCase() || 'box';
    return new Response(writeBox(document), {
      headers: {
        'content-type': 'application/json',
        'content-disposition': `attachment; filename="${name}.haversack.json"`
      }
    });
  });
