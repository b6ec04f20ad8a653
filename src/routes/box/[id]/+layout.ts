import { error } from '@sveltejs/kit';
import type { Box } from '@haversack/core/box/schema';
import type { Part } from '@haversack/core/catalogue/part';
import { request, RequestError } from '$lib/client/api.ts';
import { readDraft } from '$lib/client/kept.ts';
import { tabId } from '$lib/client/tab.ts';
import type { LayoutLoad } from './$types';

export const load: LayoutLoad = async ({ params }) => {
  try {
    const [stored, own, draft] = await Promise.all([
      request<{ id: string; document: Box; revision: number }>('GET', `/api/boxes/${params.id}`),
      request<{ parts: Part[] }>('GET', '/api/parts'),
      readDraft(params.id, tabId())
    ]);
    return { stored, ownParts: own.parts, draft };
  } catch (e) {
    if (e instanceof RequestError) error(e.status || 503, e.message);
    throw e;
  }
};
