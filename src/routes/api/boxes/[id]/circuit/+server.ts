import { answer } from '$lib/server/errors.ts';
import { fileResponse } from '$lib/server/export/file-out.ts';
import { ask } from '$lib/server/work/ask.ts';

/** The drawn circuit as SVG, or with ?format=spice as a netlist that circuit simulators read. */
export const GET = ({ params, url, request }) =>
  answer(async () => {
    const format = url.searchParams.get('format') === 'spice' ? 'spice' : 'svg';
    return fileResponse(await ask('circuit', { boxId: params.id, format }, request.signal));
  });
