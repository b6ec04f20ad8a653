import { answer } from '$lib/server/errors.ts';
import { readJson } from '$lib/server/read-json.ts';
import { changeDrawer, listDrawer } from '$lib/server/shopping.ts';
import { theDb } from '$lib/server/store.ts';

export const GET = () => answer(() => ({ drawer: listDrawer(theDb()) }));
export const POST = ({ request }) => answer(async () => ({ drawer: changeDrawer(theDb(), await readJson(request)) }));
