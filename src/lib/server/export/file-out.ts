/** A file to be handed out, before it is an answer: it goes between threads. */
export type FileOut = { body: string | Uint8Array; type: string; name: string };

/** A file as the browser takes it away. */
export const fileResponse = ({ body, type, name }: FileOut): Response =>
  new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}"` }
  });
