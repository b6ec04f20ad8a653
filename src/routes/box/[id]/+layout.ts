import { error } from '@sveltejs/kit';
import type { Box } from '@haversack/core/box/schema';
import type { VerdictState } from '@haversack/core/verdict';
import type { Part } from '@haversack/core/catalogue/part';
import { request, RequestError } from '$lib/client/api.ts';
import { readDraft } from '$lib/client/kept.ts';
import { tabId } from '$lib/client/tab.ts';
import type { LayoutLoad } from './$types';

/** A box of the server, with the five answers that it keeps of it; none while they are being worked out. */
type StoredBox = {
  id: string;
  document: Box;
  revision: number;
  verdicts: { id: string; name: string; state: VerdictState; text: string }[];
};

export const load: LayoutLoad = async ({ params }) => {
  try {
    const parts = request<{ parts: Part[] }>('GET', '/api/parts');
    parts.catch(() => {}); // heard below, after the box
    // first what this window left, then what the server has: a save acknowledged in between is then seen at least once
    const draft = await readDraft(params.id, tabId());
    const { verdicts, ...stored } = await request<StoredBox>('GET', `/api/boxes/${params.id}`);
    // what was kept of the stored box is not true of work that goes on from it
    return { stored, verdicts: draft ? [] : verdicts, ownParts: (await parts).parts, draft };
  } catch (e) {
    if (e instanceof RequestError) error(e.status || 503, e.message);
    throw e;
  }
};
