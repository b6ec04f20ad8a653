import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { ownShops, saveShops } from '$lib/server/shopping.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = () => answer(() => ownShops(theDb()));
export const PUT = ({ request }) => answer(async () => saveShops(theDb(), await readJson(request)));
