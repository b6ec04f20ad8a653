import { answer } from '$lib/server/errors.ts';
import { listOwnParts, saveOwnPart } from '$lib/server/parts.ts';
import { readJson } from '$lib/server/read-json.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = () => answer(() => ({ parts: listOwnParts(theDb()) }));
export const PUT = ({ request }) => answer(async () => saveOwnPart(theDb(), await readJson(request), Date.now()));
