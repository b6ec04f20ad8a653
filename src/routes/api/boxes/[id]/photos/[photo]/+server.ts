import { readPhoto, removePhoto } from '$lib/server/bench.ts';
import { answer } from '$lib/server/errors.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = ({ params }) =>
  answer(() => {
    const { type, bytes } = readPhoto(theDb(), params.id, params.photo);
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': type, 'cache-control': 'private, max-age=31536000, immutable' }
    });
  });
export const DELETE = ({ params }) => answer(() => removePhoto(theDb(), params.id, params.photo));
