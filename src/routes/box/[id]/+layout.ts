import { error } from '@sveltejs/kit';
import type { Box } from '@haversack/core/box/schema';
import type { Part } from '@haversack/core/catalogue/part';
import { request, RequestError } from '$lib/client/api.ts';
import type { LayoutLoad } from './$types';

export const load: LayoutLoad = async ({ params }) => {
  try {
    const [stored, own] = await Promise.all([
      request<{ id: string; document: Box; revision: number }>('GET', `/api/boxes/${params.id}`),
      request<{ parts: Part[] }>('GET', '/api/parts')
    ]);
    return { stored, ownParts: own.parts };
  } catch (e) {
    if (e instanceof RequestError) error(e.status || 503, e.message);
    throw e;
  }
};
