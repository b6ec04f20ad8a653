import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { ownBits, saveOwnBits } from '$lib/server/settings.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = () => answer(() => ({ bits: ownBits(theDb()) }));
export const PUT = ({ request }) => answer(async () => ({ bits: saveOwnBits(theDb(), await readJson(request)) }));
