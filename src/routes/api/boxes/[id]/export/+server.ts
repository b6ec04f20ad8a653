import { writeBox } from '@haversack/core/exchange/read-box';
import { answer, ApiError } from '$lib/server/errors.ts';
import { getBox, rawDocument } from '$lib/server/boxes.ts';
import { fileName } from '$lib/server/export/drawings.ts';
import { theDb } from '$lib/server/store.ts';

/** The box as a file; one that cannot be read is handed out as it stands in the database. */
function textOf(id: string): { name: string; text: string } {
  try {
    const { document } = getBox(theDb(), id);
    return { name: document.name, text: writeBox(document) };
  } catch (error) {
    if (error instanceof ApiError && error.status === 422) return rawDocument(theDb(), id);
    throw error;
  }
}

export const GET = ({ params }) =>
  answer(() => {
    const { name, text } = textOf(params.id);
    return new Response(text, {
      headers: {
        'content-type': 'application/json',
        'content-disposition': `attachment; filename="${fileName(name, 'haversack.json')}"`
      }
    });
  });
