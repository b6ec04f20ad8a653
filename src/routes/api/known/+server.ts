import { answer } from '$lib/server/errors.ts';
import { ask } from '$lib/server/work/ask.ts';

export const GET = ({ request }) => answer(() => ask('known', undefined, request.signal));
